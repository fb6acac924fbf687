import { lazy, Suspense, useRef, useState, type ReactNode, type RefObject } from 'react';
import type { PopupPanelProps } from './PopupPanel.tsx';

const PopupPanel = lazy(async () => ({ default: (await import('./PopupPanel.tsx')).PopupPanel }));

/** What opens a popup: all of it belongs on one element. */
export interface PopupTrigger {
  /** Fits whatever element it is. */
  ref: RefObject<never>;
  'aria-haspopup': 'dialog';
  'aria-expanded': boolean;
  onClick: () => void;
}

interface PopupProps extends Omit<PopupPanelProps, 'anchor' | 'onClose' | 'children'> {
  trigger: (trigger: PopupTrigger) => ReactNode;
  /** What stands in the panel; `close` puts it away. Made only while it is open. */
  children: (close: () => void) => ReactNode;
}

/** A panel that opens at what is pressed, and gives the focus back. Its code comes when the first one opens. */
export function Popup({ trigger, children, ...panel }: PopupProps) {
  const [open, setOpen] = useState(false);
  const anchor = useRef<HTMLElement>(null);
  const close = (): void => setOpen(false);
  return (
    <>
      {trigger({
        ref: anchor as RefObject<never>,
        'aria-haspopup': 'dialog',
        'aria-expanded': open,
        onClick: () => setOpen(!open),
      })}
      {open && (
        <Suspense>
          <PopupPanel {...panel} anchor={anchor} onClose={close}>
            {children(close)}
          </PopupPanel>
        </Suspense>
      )}
    </>
  );
}

import { Popover } from 'radix-ui';
import { Suspense, type ReactNode, type RefObject } from 'react';
import { PanelHead, panelLook } from './Panel.tsx';
import { cn } from './cn.ts';

export interface PopupPanelProps {
  anchor: RefObject<HTMLElement | null>;
  onClose: () => void;
  /** What it is, for those who listen; with `headed` it stands over it with the way out. */
  label: string;
  headed?: boolean;
  /** Which of its edges lies along its trigger's. */
  align?: 'start' | 'center' | 'end';
  /** Where it opens while there is room. */
  side?: 'top' | 'bottom';
  className?: string | undefined;
  children: ReactNode;
}

/** The panel of a popup, as high as there is room. */
export function PopupPanel({
  anchor,
  onClose,
  label,
  headed = false,
  align = 'center',
  side = 'bottom',
  className,
  children,
}: PopupPanelProps) {
  return (
    <Popover.Root open onOpenChange={(open) => !open && onClose()}>
      <Popover.Anchor virtualRef={anchor} />
      <Popover.Portal>
        <Popover.Content
          align={align}
          side={side}
          sideOffset={8}
          collisionPadding={12}
          aria-label={label}
          className={cn(
            panelLook,
            'z-40 max-h-[min(var(--radix-popover-content-available-height,90vh),560px)] w-74 max-sm:max-h-(--radix-popover-content-available-height) max-sm:max-w-[calc(100vw-24px)]',
            className,
          )}
          onInteractOutside={(event) => {
            // What opened it closes it by its own press.
            if (anchor.current?.contains(event.target as Node)) event.preventDefault();
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            anchor.current?.focus();
          }}
        >
          {headed && (
            <PanelHead close={Popover.Close}>
              <h2>{label}</h2>
            </PanelHead>
          )}
          <Suspense>{children}</Suspense>
          <Popover.Arrow className="fill-panel" width={14} height={7} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

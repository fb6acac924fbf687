import { X } from 'lucide-react';
import type { Dialog, Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './Button.tsx';

/** What lies over the page: a popover's panel and a dialog's sheet look alike. */
export const panelLook = 'grid gap-3 overflow-auto rounded-md bg-panel p-4 shadow-pop forced-colors:border';

/** Where a dialog stands over the page, and what dims the rest. */
export const SHEET =
  'fixed top-24 left-1/2 z-46 max-h-[calc(100dvh-112px)] -translate-x-1/2 max-sm:top-4 max-sm:max-h-[calc(100dvh-32px)]';
export const VEIL = 'fixed inset-0 z-45 bg-[rgb(10_13_16/45%)]';

/** The head of a panel: what it is, and the way out. @param close what shuts it, a part of its popover or dialog */
export function PanelHead({
  close: Close,
  children,
}: {
  close: typeof Popover.Close | typeof Dialog.Close;
  children: ReactNode;
}) {
  return (
    <div className="flex items-center justify-between gap-3">
      {children}
      <Close asChild>
        <Button look="bare" size="s" icon aria-label="Close">
          <X aria-hidden="true" />
        </Button>
      </Close>
    </div>
  );
}

/** What a panel says in several sections, one under the other; they scroll under its head. */
export const PanelSections = ({ children }: { children: ReactNode }) => (
  <div className="-m-0.5 grid max-h-[calc(var(--radix-popover-content-available-height)_-_80px)] gap-3 overflow-auto p-0.5 [&>section+section]:border-t [&>section+section]:border-rule [&>section+section]:pt-2.5">
    {children}
  </div>
);

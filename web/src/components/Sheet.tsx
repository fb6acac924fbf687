import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { PanelHead, panelLook } from './Panel.tsx';
import { cn } from './cn.ts';

interface SheetProps {
  title: string;
  onClose: () => void;
  wide?: boolean;
  children: ReactNode;
}

/** A dialog over the page, open as long as it is drawn. */
export function Sheet({ title, onClose, wide = false, children }: SheetProps) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-45 bg-[rgb(10_13_16/45%)]" />
        <Dialog.Content
          className={cn(
            panelLook,
            'fixed top-24 left-1/2 z-46 max-h-[calc(100dvh-112px)] -translate-x-1/2 max-sm:top-4 max-sm:max-h-[calc(100dvh-32px)]',
            wide ? 'w-[min(820px,calc(100vw-24px))]' : 'w-[min(420px,calc(100vw-32px))]',
          )}
          aria-describedby={undefined}
        >
          <PanelHead close={Dialog.Close}>
            <Dialog.Title>{title}</Dialog.Title>
          </PanelHead>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

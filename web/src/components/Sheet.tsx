import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { PanelHead, panelLook, SHEET, VEIL } from './Panel.tsx';
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
        <Dialog.Overlay className={VEIL} />
        <Dialog.Content
          className={cn(panelLook, SHEET, wide ? 'w-[min(820px,calc(100vw-24px))]' : 'w-[min(420px,calc(100vw-32px))]')}
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

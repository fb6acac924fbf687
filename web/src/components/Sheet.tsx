import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

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
        <Dialog.Overlay className="veil" />
        <Dialog.Content className={`pop sheet ${wide ? 'wide' : ''}`} aria-describedby={undefined}>
          <div className="row">
            <Dialog.Title asChild>
              <h2>{title}</h2>
            </Dialog.Title>
            <Dialog.Close className="tip-x" aria-label="Close">
              <X className="i" aria-hidden="true" />
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

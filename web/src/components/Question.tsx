import { AlertDialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './Button.tsx';
import { panelLook, SHEET, VEIL } from './Panel.tsx';
import { cn } from './cn.ts';

interface QuestionProps {
  title: string;
  /** What the answer does, on its button. */
  yes: string;
  no: string;
  onYes: () => void;
  onClose: () => void;
  /** What happens then, and the way back. */
  children: ReactNode;
}

/** Asks once before what changes everything. Pressing beside it is no answer; the focus begins on leaving it. */
export function Question({ title, yes, no, onYes, onClose, children }: QuestionProps) {
  return (
    <AlertDialog.Root open onOpenChange={(open) => !open && onClose()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className={VEIL} />
        <AlertDialog.Content className={cn(panelLook, SHEET, 'w-[min(420px,calc(100vw-32px))]')}>
          <AlertDialog.Title>{title}</AlertDialog.Title>
          <AlertDialog.Description>{children}</AlertDialog.Description>
          <p className="flex flex-wrap gap-2">
            <AlertDialog.Action asChild>
              <Button look="go" onClick={onYes}>
                {yes}
              </Button>
            </AlertDialog.Action>
            <AlertDialog.Cancel asChild>
              <Button>{no}</Button>
            </AlertDialog.Cancel>
          </p>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}

import type { ReactNode } from 'react';
import { Button } from './Button.tsx';
import { cn } from './cn.ts';

interface Answer {
  label: string;
  /** The letter that gives it too. */
  letter: string;
  drawing?: ReactNode;
  onGive: () => void;
}

interface AnswersProps {
  first: Answer;
  second: Answer;
  disabled?: boolean;
  /** Whether the picture over them needs the room. */
  low?: boolean;
}

/** Two answers as large as thumbs, beside each other. */
export function Answers({ first, second, disabled = false, low = false }: AnswersProps) {
  return (
    <div className="grid grid-cols-2 gap-3">
      {[first, second].map(({ label, letter, drawing, onGive }) => (
        <Button
          key={label}
          className={cn(
            'border-[1.5px] border-ink font-semibold',
            low ? 'min-h-14 gap-1 text-18' : 'min-h-26 flex-col gap-1 text-24',
          )}
          disabled={disabled}
          onClick={onGive}
        >
          {drawing}
          {label} <kbd>{letter}</kbd>
        </Button>
      ))}
    </div>
  );
}

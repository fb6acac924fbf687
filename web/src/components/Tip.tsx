import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { useSettings, type Tip as TipName } from '../state/settings.ts';
import { Button } from './Button.tsx';
import { cn } from './cn.ts';

/** A short line of the first visit, beside the thing it explains, until it is put away. */
export function Tip({ name, className = '', children }: { name: TipName; className?: string; children: ReactNode }) {
  const { tipsAway, set } = useSettings(useShallow(({ tipsAway, set }) => ({ tipsAway, set })));
  if (tipsAway.includes(name)) return null;
  return (
    <p
      className={cn(
        'grid grid-cols-[minmax(0,1fr)_auto] gap-1 items-start py-0.5 pl-2.5 leading-5 text-pretty text-ink border-l-4 border-l-ink',
        className,
      )}
    >
      <span>{children}</span>
      <Button
        look="bare"
        size="s"
        icon
        className="-my-1"
        aria-label="Put this line away"
        onClick={() => set({ tipsAway: [...tipsAway, name] })}
      >
        <X aria-hidden="true" />
      </Button>
    </p>
  );
}

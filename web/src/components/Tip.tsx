import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { useSettings, type Tip as TipName } from '../state/settings.ts';

/** A short line of the first visit, beside the thing it explains, until it is put away. */
export function Tip({ name, className = '', children }: { name: TipName; className?: string; children: ReactNode }) {
  const { tipsAway, set } = useSettings(useShallow(({ tipsAway, set }) => ({ tipsAway, set })));
  if (tipsAway.includes(name)) return null;
  return (
    <p className={`tip show ${className}`}>
      <span>{children}</span>
      <button type="button" aria-label="Put this line away" onClick={() => set({ tipsAway: [...tipsAway, name] })}>
        <X className="i" aria-hidden="true" />
      </button>
    </p>
  );
}

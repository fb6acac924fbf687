import { Tooltip } from 'radix-ui';
import { useEffect, useState } from 'react';
import { hearTab, hintedAt } from './useHinted.ts';

/** How long a pointer rests on something before its hint stands there, ms. */
const RESTS_MS = 500;

/**
 * Hints beside what is pointed at, or has the focus by keyboard: in the page's own colours, where the browser's own would flash white in
 * the dark, and come by pointer alone.
 * @param first what was met before this was loaded
 */
export function Hints({ first }: { first: HTMLElement }) {
  const [at, setAt] = useState(() => (first.matches(':hover, :focus') ? first : null));
  useEffect(() => {
    let resting: ReturnType<typeof setTimeout> | undefined;
    const { cameByTab, stop } = hearTab();
    const off = (): void => {
      clearTimeout(resting);
      setAt(null);
    };
    const over = ({ target, pointerType }: PointerEvent): void => {
      off();
      const hinted = hintedAt(target);
      if (hinted && pointerType !== 'touch') resting = setTimeout(() => setAt(hinted), RESTS_MS);
    };
    const focused = ({ target }: FocusEvent): void => {
      off();
      const hinted = hintedAt(target);
      if (hinted && cameByTab()) setAt(hinted);
    };
    const ends = ['pointerdown', 'keydown', 'scroll', 'focusout'] as const;
    document.addEventListener('pointerover', over);
    document.addEventListener('focusin', focused);
    for (const end of ends) document.addEventListener(end, off, true);
    return () => {
      stop();
      clearTimeout(resting);
      document.removeEventListener('pointerover', over);
      document.removeEventListener('focusin', focused);
      for (const end of ends) document.removeEventListener(end, off, true);
    };
  }, []);
  if (!at?.isConnected) return null;
  const { left, top, width, height } = at.getBoundingClientRect();
  return (
    <Tooltip.Provider>
      <Tooltip.Root open>
        <Tooltip.Trigger asChild>
          <span aria-hidden="true" className="pointer-events-none fixed" style={{ left, top, width, height }} />
        </Tooltip.Trigger>
        {/* Within the part of the page it belongs to: whoever listens goes by those. */}
        <Tooltip.Portal container={at.closest<HTMLElement>('main, header')}>
          <Tooltip.Content
            side="bottom"
            sideOffset={6}
            collisionPadding={8}
            className="pointer-events-none z-50 max-w-72 rounded-md bg-chosen px-2.5 py-1 text-13 text-on-chosen deep:bg-panel deep:text-ink forced-colors:border"
          >
            {at.dataset['hint']}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  );
}

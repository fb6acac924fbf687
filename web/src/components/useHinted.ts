import { useEffect, useState } from 'react';

/** What has a hint of its own: `data-hint` says what it is or does. */
export const hintedAt = (target: EventTarget | null): HTMLElement | null =>
  target instanceof Element ? target.closest<HTMLElement>('[data-hint]') : null;

/** The first thing with a hint that a pointer or the focus by keyboard met; null before. What shows hints is loaded only then. */
export function useHinted(): HTMLElement | null {
  const [hinted, setHinted] = useState<HTMLElement | null>(null);
  useEffect(() => {
    if (hinted) return;
    const over = ({ target, pointerType }: PointerEvent): void => {
      // A thumb covers what it touches.
      if (pointerType !== 'touch') setHinted(hintedAt(target));
    };
    const focused = ({ target }: FocusEvent): void => {
      const met = hintedAt(target);
      if (met?.matches(':focus-visible')) setHinted(met);
    };
    document.addEventListener('pointerover', over);
    document.addEventListener('focusin', focused);
    return () => {
      document.removeEventListener('pointerover', over);
      document.removeEventListener('focusin', focused);
    };
  }, [hinted]);
  return hinted;
}

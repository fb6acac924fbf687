import { useEffect, useState } from 'react';

/** What has a hint of its own: `data-hint` says what it is or does. */
export const hintedAt = (target: EventTarget | null): HTMLElement | null =>
  target instanceof Element ? target.closest<HTMLElement>('[data-hint]') : null;

/** Hears whether the focus goes where it goes by Tab: what it comes back to when an editor closes needs no hint over it. */
export function hearTab(): { cameByTab: () => boolean; stop: () => void } {
  let last = '';
  const pressed = ({ key }: KeyboardEvent): void => void (last = key);
  const pointed = (): void => void (last = '');
  document.addEventListener('keydown', pressed, true);
  document.addEventListener('pointerdown', pointed, true);
  return {
    cameByTab: () => last === 'Tab',
    stop: () => {
      document.removeEventListener('keydown', pressed, true);
      document.removeEventListener('pointerdown', pointed, true);
    },
  };
}

/** The first thing with a hint that a pointer or the focus by keyboard met; null before. What shows hints is loaded only then. */
export function useHinted(): HTMLElement | null {
  const [hinted, setHinted] = useState<HTMLElement | null>(null);
  useEffect(() => {
    if (hinted) return;
    const { cameByTab, stop } = hearTab();
    const over = ({ target, pointerType }: PointerEvent): void => {
      // A thumb covers what it touches.
      if (pointerType !== 'touch') setHinted(hintedAt(target));
    };
    const focused = ({ target }: FocusEvent): void => {
      const met = hintedAt(target);
      if (met && cameByTab()) setHinted(met);
    };
    document.addEventListener('pointerover', over);
    document.addEventListener('focusin', focused);
    return () => {
      stop();
      document.removeEventListener('pointerover', over);
      document.removeEventListener('focusin', focused);
    };
  }, [hinted]);
  return hinted;
}

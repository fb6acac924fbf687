import { useEffect, useState } from 'react';

/** The first thing with a hint that a pointer or the focus met; null before. What shows hints is loaded only then. */
export function useHinted(): HTMLElement | null {
  const [hinted, setHinted] = useState<HTMLElement | null>(null);
  useEffect(() => {
    if (hinted) return;
    const meet = ({ target }: Event): void => {
      const met = target instanceof Element ? target.closest<HTMLElement>('[data-hint]') : null;
      if (met?.matches(':hover, :focus-visible')) setHinted(met);
    };
    const meetings = ['pointerover', 'focusin'] as const;
    for (const meeting of meetings) document.addEventListener(meeting, meet);
    return () => {
      for (const meeting of meetings) document.removeEventListener(meeting, meet);
    };
  }, [hinted]);
  return hinted;
}

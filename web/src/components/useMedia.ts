import { useSyncExternalStore } from 'react';

/** Whether a media query holds now. */
export function useMedia(query: string): boolean {
  return useSyncExternalStore(
    (tell) => {
      const media = window.matchMedia(query);
      media.addEventListener('change', tell);
      return () => media.removeEventListener('change', tell);
    },
    () => window.matchMedia(query).matches,
  );
}

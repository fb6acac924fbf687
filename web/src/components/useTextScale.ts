import { useSyncExternalStore } from 'react';

/** What 1 rem is of a phone's or laptop's, px: what is measured in px beside text grows with it. */
const REM_PX = 16;

/** How much larger text is on this window than where the page is narrow: 1 and more. */
export const useTextScale = (): number =>
  useSyncExternalStore(
    (tell) => {
      window.addEventListener('resize', tell);
      return () => window.removeEventListener('resize', tell);
    },
    () => (Number.parseFloat(getComputedStyle(document.documentElement).fontSize) || REM_PX) / REM_PX,
  );

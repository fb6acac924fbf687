import { useEffect } from 'react';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { DistanceUnit, SpeedUnit } from '../quantities/quantities.ts';

export type Theme = 'system' | 'paper' | 'dim';
export type Tip = 'tokens' | 'valley' | 'gates';

interface Settings {
  theme: Theme;
  distanceUnit: DistanceUnit;
  speedUnit: SpeedUnit;
  /** First-visit lines put away. */
  tipsAway: Tip[];
  /** Whether keys of a single letter do something. */
  letterKeys: boolean;
  /** Focal length each zoom of the shelf was last used at, mm, by its id. */
  lastFocal: Record<string, number>;
  set: (change: Partial<Omit<Settings, 'set'>>) => void;
}

/** What the user chose about the app itself; kept in the browser. */
export const useSettings = create<Settings>()(
  persist(
    (set) => ({
      theme: 'system',
      distanceUnit: 'm',
      speedUnit: 'm/s',
      tipsAway: [],
      letterKeys: true,
      lastFocal: {},
      set: (change) => set(change),
    }),
    { name: 'hushto.settings', version: 1 },
  ),
);

const prefersDim = (): boolean => matchMedia('(prefers-color-scheme: dark)').matches;

/** The theme in force, the system's own where none was chosen. */
export const isDim = (theme: Theme): boolean => theme === 'dim' || (theme === 'system' && prefersDim());

/** Keeps the page in the chosen theme, and in the system's where none was chosen. @param alwaysDim whatever was chosen */
export function useTheme(alwaysDim: boolean): void {
  const theme = useSettings((settings) => settings.theme);
  useEffect(() => {
    const apply = (): void => void document.documentElement.classList.toggle('dim', alwaysDim || isDim(theme));
    apply();
    const media = matchMedia('(prefers-color-scheme: dark)');
    media.addEventListener('change', apply);
    return () => media.removeEventListener('change', apply);
  }, [theme, alwaysDim]);
}

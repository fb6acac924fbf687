import type { LookedAt } from '../src/softness/features.ts';
import type { LocalBlur } from '../src/softness/localBlur.ts';

/** Places on a grid over a square picture, evenly sharp but for what `of` says. */
export const placesOf = (of: (x: number, y: number) => Partial<LocalBlur>): LookedAt => ({
  places: Array.from({ length: 30 * 30 }, (_, i) => {
    const [x, y] = [((i % 30) + 0.5) / 30, (Math.floor(i / 30) + 0.5) / 30];
    return { x, y, leastPx: 0.5, mostPx: 0.7, meanPx2: 0.3, turn: { x: 0, y: 0 }, energy: 1, doubt: 0.1, ...of(x, y) };
  }),
  noise: new Float64Array(1),
  width: 1024,
  height: 1024,
});

import { noise } from '../noise.ts';
import type { Solid } from '../solids.ts';
import type { Material } from './material.ts';

/** Dark water whose surface is y = 0, ruffled by a light air. @param rings where something stirred it, m, and how strongly */
export function water(
  ruffled: number,
  rings: readonly { x: number; z: number; height: number }[] = [],
): { solid: Solid; material: Material } {
  const height = (x: number, z: number): number => {
    let h = ruffled * (0.006 * noise(2.2 * x, 1, 5 * z) + 0.0024 * noise(7 * x, 4, 15 * z) + 0.0008 * noise(23 * x, 9, 44 * z));
    for (const { x: at, z: away, height: tall } of rings) {
      const r = Math.hypot(x - at, z - away);
      h += (tall * Math.sin(62 * r)) / (1 + 7 * r);
    }
    return h;
  };
  return {
    solid: (x, y, z) => (y > 0.05 ? y - 0.03 : (y - height(x, z)) * 0.9),
    material: {
      grainM: 0.0015,
      relief: (x, _y, z) => ruffled * (0.0003 * noise(70 * x, 2, 120 * z) + 0.00012 * noise(190 * x, 6, 280 * z)),
      look: () => ({
        albedo: [0.008, 0.012, 0.011],
        wet: 1,
        gloss: [
          [1.2, 1200],
          [0.1, 120],
        ],
      }),
    },
  };
}

import { fineness } from '../fineness.ts';
import { cell, cells, finest, fractal, noise, step } from '../noise.ts';
import type { Material } from './material.ts';
import { times, type Vec } from '../vector.ts';

/** The net of fine lines between pores, which only a close picture shows, m. */
function lines(x: number, y: number, z: number): number {
  if (fineness.times === 1) return 0;
  cells(2100 * x, 2100 * y, 2100 * z);
  return 0.00005 * Math.min(1, 2.5 * (cell.next - cell.nearest));
}

/** Weathered skin, m in the head's or hand's own axes. @param shade of a point, a factor by colour */
export function skin(tone: Vec, shade: (p: Vec) => Vec = () => [1, 1, 1]): Material {
  return {
    grainM: 0.0006,
    relief(x, y, z) {
      cells(620 * x, 620 * y, 620 * z);
      const pores = 0.00016 * Math.min(1, 1.3 * cell.nearest);
      return pores + lines(x, y, z) + 0.0005 * finest(160 * x, 330 * y, 160 * z) + 0.0004 * finest(420 * x, 420 * y, 420 * z);
    },
    look(p) {
      const [x, y, z] = p;
      const blotch = fractal(60 * x, 60 * y, 60 * z, 4);
      const fine = fractal(330 * x, 330 * y, 330 * z, 3);
      const [r, g, b] = shade(p);
      return {
        albedo: [
          tone[0] * r * (1 + 0.12 * blotch + 0.12 * fine),
          tone[1] * g * (1 - 0.2 * blotch + 0.16 * fine),
          tone[2] * b * (1 - 0.22 * blotch + 0.18 * fine),
        ],
        wrap: [0.34, 0.15, 0.08],
        gloss: [
          [0.035, 14],
          [0.045 + 0.03 * noise(140 * x, 140 * y, 140 * z), 60],
        ],
      };
    },
  };
}

/** Peel of an orange. */
export const peel: Material = {
  grainM: 0.0009,
  relief(x, y, z) {
    cells(300 * x, 300 * y, 300 * z);
    return 0.0011 * Math.min(1, 1.5 * cell.nearest) + 0.0004 * finest(520 * x, 520 * y, 520 * z);
  },
  look([x, y, z]) {
    cells(300 * x, 300 * y, 300 * z);
    const pit = step(0.35, 0.1, cell.nearest);
    const patch = fractal(36 * x, 36 * y, 36 * z, 4);
    const ripe = 0.22 + 0.09 * patch + 0.05 * noise(9 * x, 9 * y, 9 * z);
    return {
      albedo: times([0.62 * (1 + 0.2 * patch), ripe, 0.02], 1 - 0.22 * pit),
      wrap: [0.18, 0.1, 0.02],
      gloss: [
        [0.05, 18],
        [0.09, 90],
      ],
    };
  },
};

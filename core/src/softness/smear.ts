import { NOISE_SLOPES, PER_CELL, PER_SCALE, SCALES_PX, type SlopeCells } from './slopeCells.ts';

/** Lengths tried, px: each a tenth more than the one before. */
const LENGTHS_PX = [0, ...Array.from({ length: 38 }, (_, i) => 1.1 ** (i + 2) - 0.2)];
/** Blur that is left in all directions, px, and how squared slopes of an edge or a texture fall off with the squared scale. */
const LEFT_PX = [0.3, 0.6, 1, 1.5, 2.2];
const FALLS = [0.5, 0.7, 0.9, 1.1, 1.3];
/** Edges looked at over half a turn. */
const EDGES = 40;
/** How far edges of a scene may run more one way than the other, at all scales alike: log2, one spread; and what that counts. Ours. */
const LEANING = 0.7;
const LEANING_WEIGHT = 0.1;

interface Expected {
  lengthPx: number;
  /** Log2 of squared slopes along and across the smear at each scale. */
  along: number[];
  across: number[];
}

/**
 * What a picture with as many edges in every direction shows of a smear: an edge whose normal makes the angle φ with it is blurred by its
 * part b·cos φ, and adds cos²φ to the slopes along and sin²φ to those across.
 */
function expectations(): Expected[] {
  const found: Expected[] = [];
  for (const lengthPx of LENGTHS_PX)
    for (const left of LEFT_PX)
      for (const fall of FALLS) {
        const sums = SCALES_PX.map((scale) => {
          let [along, across] = [0, 0];
          for (let i = 0; i < EDGES; i++) {
            const part = Math.cos(((i + 0.5) * Math.PI) / EDGES) ** 2;
            const energy = (left ** 2 + scale ** 2 + (lengthPx ** 2 * part) / 12) ** -fall;
            along += part * energy;
            across += (1 - part) * energy;
          }
          return [Math.log2(along), Math.log2(across)] as const;
        });
        found.push({ lengthPx, along: sums.map(([a]) => a), across: sums.map(([, b]) => b) });
      }
  return found;
}
let expected: Expected[] | null = null;

/**
 * Length of the straight smear, px, of the cells that are chosen, along a direction that is known. What its scene leans to one way is taken
 * off, as far as it is alike at all scales. Between 6 and 16 px within a quarter where edges run all ways; 0 where no cell tells anything.
 */
export function smearLengthPx(
  { columns, rows, means, noise }: SlopeCells,
  angle: number,
  isChosen: (x: number, y: number) => boolean,
): number {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const along = SCALES_PX.map(() => 0);
  const across = SCALES_PX.map(() => 0);
  for (let cell = 0; cell < columns * rows; cell++) {
    if (!isChosen(((cell % columns) + 0.5) / columns, (Math.floor(cell / columns) + 0.5) / rows)) continue;
    for (let scale = 0; scale < SCALES_PX.length; scale++) {
      const at = PER_CELL * cell + PER_SCALE * scale;
      const [xx, xy, yy] = [means[at]!, means[at + 1]!, means[at + 2]!];
      const passed = noise[cell]! ** 2 * NOISE_SLOPES[scale]!;
      along[scale]! += xx * cos * cos + 2 * xy * cos * sin + yy * sin * sin - passed;
      across[scale]! += xx * sin * sin - 2 * xy * cos * sin + yy * cos * cos - passed;
    }
  }
  if (!along.every((sum, scale) => sum > 0 && across[scale]! > 0)) return 0;
  expected ??= expectations();
  let [least, lengthPx] = [Infinity, 0];
  for (const one of expected) {
    const off = [along, across].map((sums, i) => sums.map((sum, scale) => Math.log2(sum) - (i ? one.across : one.along)[scale]!));
    const level = off.map(mean) as [number, number];
    const misfit =
      off.reduce((sum, values, i) => sum + values.reduce((inner, value) => inner + (value - level[i]!) ** 2, 0), 0) +
      LEANING_WEIGHT * ((level[0] - level[1]) / LEANING) ** 2;
    if (misfit < least) [least, lengthPx] = [misfit, one.lengthPx];
  }
  return lengthPx;
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

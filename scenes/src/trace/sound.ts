import type { Film, Lens } from './film.ts';
import type { Stage } from './stage.ts';

const FAR_M = 60;
/** Strands reach beyond the surface they grow on: what lies so near takes its depth from there, px. */
const REACH_PX = 6;

/** How far behind the plane of the subject each place of a part lies, m; NaN where nothing of it is near. @param lens of the size wanted */
export function soundings(part: Stage, lens: Lens, { width, height }: Pick<Film, 'width' | 'height'>): Float32Array {
  const found = new Float32Array(width * height).fill(NaN);
  for (let row = 0, i = 0; row < height; row++)
    for (let column = 0; column < width; column++, i++) {
      const d = lens.ray(column + 0.5, row + 0.5);
      const hit = part.meet(lens.eye, d, FAR_M);
      if (hit) found[i] = -(lens.eye[2] + hit.t * d[2]);
    }
  return spread(spread(found, width, height, 1), height, width, width);
}

/** Goes on with what is next along rows, or columns, where nothing was met. */
function spread(found: Float32Array, along: number, rows: number, stride: number): Float32Array {
  const out = Float32Array.from(found);
  const [step, row] = stride === 1 ? [1, along] : [stride, 1];
  for (let r = 0; r < rows; r++)
    for (let k = 0; k < along; k++) {
      if (!Number.isNaN(found[r * row + k * step]!)) continue;
      for (let reach = 1; reach <= REACH_PX; reach++) {
        const before = k >= reach ? found[r * row + (k - reach) * step]! : NaN;
        const after = k + reach < along ? found[r * row + (k + reach) * step]! : NaN;
        if (Number.isNaN(before) && Number.isNaN(after)) continue;
        out[r * row + k * step] = Number.isNaN(before) ? after : before;
        break;
      }
    }
  return out;
}

/** Depths of parts as shares of the subject's own: −1 at its nearest, 1 at its farthest, but for two in a hundred places. */
export function shares(depths: readonly Float32Array[]): Float32Array[] {
  const all = depths.flatMap((depth) => [...depth].filter((metres) => !Number.isNaN(metres))).sort((a, b) => a - b);
  if (all.length === 0) return depths.map((depth) => depth.fill(0));
  const most = Math.max(1e-6, -all[Math.floor(0.01 * all.length)]!, all[Math.floor(0.99 * all.length)]!);
  return depths.map((depth) => depth.map((metres) => (Number.isNaN(metres) ? 0 : Math.max(-1, Math.min(1, metres / most)))));
}

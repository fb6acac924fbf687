import { chance } from '../noise.ts';
import type { Thing } from './thing.ts';
import type { Film, Lens } from './film.ts';
import { newShade, seen, type Lighting } from './light.ts';
import type { Stage } from './stage.ts';
import { outOf, ORIGIN, type Vec } from '../vector.ts';

const FAR = 60;
/** A sample is held to this: a spark in one of four would leave a white pixel. */
const SAMPLE_MOST = 16;

export interface Exposing {
  /** What is looked at. */
  view: Stage;
  /** What throws shadows and is mirrored. */
  whole: Stage;
  lighting: Lighting;
  lens: Lens;
  /** Rays for each pixel: a square number. */
  samples: number;
  /** Whether what is met nowhere is drawn too. */
  beyond: boolean;
}

/** Exposes every `of`-th row from `first` on. */
export function expose(film: Film, { view, whole, lighting, lens, samples, beyond }: Exposing, first: number, of: number): void {
  const { width, height, light, cover, depth } = film;
  const side = Math.round(Math.sqrt(samples));
  const shade = newShade(lighting);
  const box = seenIn(view.things, lens, width, height);
  for (let row = first; row < height; row += of) {
    if (row < box.top || row >= box.bottom) continue;
    for (let column = box.left; column < box.right; column++) {
      const i = row * width + column;
      shade.thing = null;
      for (let n = 0; n < samples; n++) {
        const d = lens.ray(
          column + ((n % side) + 0.15 + 0.7 * chance(column, row, 2 * n)) / side,
          row + (Math.floor(n / side) + 0.15 + 0.7 * chance(column, row, 2 * n + 1)) / side,
        );
        const hit = view.meet(lens.eye, d, FAR);
        if (!hit && !beyond) continue;
        const colour = seen(whole, lighting, lens.eye, d, hit, shade);
        for (let c = 0; c < 3; c++) light[3 * i + c]! += Math.min(SAMPLE_MOST, Math.max(0, colour[c]!)) / samples;
        cover[i]! += 1 / samples;
        if (hit && hit.t < depth[i]!) depth[i] = hit.t;
      }
    }
  }
}

/** Columns and rows that things may fall on. */
function seenIn(things: readonly Thing[], lens: Lens, width: number, height: number) {
  const box = { left: width, top: height, right: 0, bottom: 0 };
  for (const { pose, middle = ORIGIN, radius } of things) {
    const at: Vec = outOf(pose, middle);
    const fallen = lens.falls(at);
    // Round the lens, or too near to say.
    if (!fallen || fallen[2] < 1.5 * radius) return { left: 0, top: 0, right: width, bottom: height };
    const reach = (1.2 * radius * lens.scale * lens.eye[2]) / (fallen[2] - radius) + 2;
    box.left = Math.min(box.left, Math.max(0, Math.floor(fallen[0] - reach)));
    box.right = Math.max(box.right, Math.min(width, Math.ceil(fallen[0] + reach)));
    box.top = Math.min(box.top, Math.max(0, Math.floor(fallen[1] - reach)));
    box.bottom = Math.max(box.bottom, Math.min(height, Math.ceil(fallen[1] + reach)));
  }
  return box;
}

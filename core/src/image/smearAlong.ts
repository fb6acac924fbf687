import type { Box } from './picturePlanes.ts';

/**
 * Average of a plane over a straight path of (dx, dy) px centred on each pixel: what a steady movement during the exposure leaves.
 * Exact in length along the longer of the two directions, within half a pixel across it; the border's values go on beyond it.
 * Every pixel lies on exactly one line of the path's slope, and running sums along the lines make the cost independent of the length.
 * @param box the part to work on  @param out where it goes, another plane of the same size; untouched outside the box
 * @returns `out`, or the plane itself where the path is too short to matter
 */
export function smearAlong(
  plane: Float32Array,
  width: number,
  dx: number,
  dy: number,
  box: Box,
  out: Float32Array = plane.slice(),
): Float32Array {
  const flat = Math.abs(dx) >= Math.abs(dy);
  const length = lengthFor(flat ? Math.abs(dx) : Math.abs(dy));
  if (length <= 1) return plane;
  const [run, lines] = flat ? [box.right - box.left, box.bottom - box.top] : [box.bottom - box.top, box.right - box.left];
  if (run <= 0 || lines <= 0) return out;
  const slope = flat ? dy / dx : dx / dy;
  const [stepRun, stepLine] = flat ? [1, width] : [width, 1];
  const start = box.top * width + box.left;
  const offsets = Int32Array.from({ length: run }, (_, i) => Math.round((i - (run - 1) / 2) * slope));
  const [least, most] = slope >= 0 ? [offsets[0]!, offsets[run - 1]!] : [offsets[run - 1]!, offsets[0]!];
  const sums = new Float64Array(run + 1);
  const values = new Float32Array(run);
  const where = new Int32Array(run);
  const from = 0.5 - length / 2;
  const whole = Math.floor(from);
  const part = from - whole;
  const span = Math.floor(part + length);
  const endPart = part + length - span;
  for (let line = -most; line < lines - least; line++) {
    for (let i = 0; i < run; i++) {
      const at = line + offsets[i]!;
      const held = at < 0 ? 0 : at >= lines ? lines - 1 : at;
      const index = start + i * stepRun + held * stepLine;
      const value = plane[index]!;
      where[i] = held === at ? index : -1;
      values[i] = value;
      sums[i + 1] = sums[i]! + value;
    }
    const [first, last] = [values[0]!, values[run - 1]!];
    // Sum of the line up to a place between two pixels, its ends going on for ever.
    const upTo = (i: number, share: number): number => {
      if (i < 0) return first * (i + share);
      if (i >= run) return sums[run]! + last * (i - run + share);
      return sums[i]! + values[i]! * share;
    };
    for (let i = 0; i < run; i++) {
      const index = where[i]!;
      if (index < 0) continue;
      const low = i + whole;
      const high = low + span;
      out[index] =
        low >= 0 && high < run
          ? (sums[high]! - sums[low]! + values[high]! * endPart - values[low]! * part) / length
          : (upTo(high, endPart) - upTo(low, part)) / length;
    }
  }
  return out;
}

/**
 * Length of the running mean that has the variance of a path of `px`: the pixels themselves add the rest.
 * A mean over m px of pixel-wide steps has the variance (m² + 2)/12 px².
 */
const lengthFor = (px: number): number => Math.sqrt(Math.max(0, px * px - 2));

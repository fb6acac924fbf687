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
  const stepRun = flat ? 1 : width;
  const stepLine = flat ? width : 1;
  const start = box.top * width + box.left;
  const offsets = Int32Array.from({ length: run }, (_, i) => Math.round((i - (run - 1) / 2) * slope));
  const [least, most] = slope >= 0 ? [offsets[0]!, offsets[run - 1]!] : [offsets[run - 1]!, offsets[0]!];
  const isRow = flat && least === 0 && most === 0;
  const from = 0.5 - length / 2;
  const whole = Math.floor(from);
  const part = from - whole;
  const span = Math.floor(part + length);
  const endPart = part + length - span;
  // A line with as much of its ends going on as the path reaches: no place of it is a special case.
  const before = Math.max(0, -whole);
  const after = Math.max(0, whole + span + 1);
  const values = new Float32Array(before + run + after);
  const inverse = 1 / length;
  // Not −most: a −0 would make every index below a float.
  for (let line = 0 - most; line < lines - least; line++) {
    // Most paths run along the rows, where nothing has to be gathered.
    if (isRow) values.set(plane.subarray(start + line * width, start + line * width + run), before);
    else
      for (let i = 0; i < run; i++) {
        const at = line + offsets[i]!;
        values[before + i] = plane[start + i * stepRun + (at < 0 ? 0 : at >= lines ? lines - 1 : at) * stepLine]!;
      }
    values.fill(values[before]!, 0, before);
    values.fill(values[before + run - 1]!, before + run);
    const first = before + whole;
    // Sum of what the path covers, carried along from place to place.
    let sum = 0;
    for (let i = first; i < first + span; i++) sum += values[i]!;
    for (let i = 0; i < run; i++) {
      const low = values[first + i]!;
      const high = values[first + i + span]!;
      const at = isRow ? line : line + offsets[i]!;
      if (at >= 0 && at < lines) out[start + i * stepRun + at * stepLine] = (sum + high * endPart - low * part) * inverse;
      sum += high - low;
    }
  }
  return out;
}

/**
 * Length of the running mean that has the variance of a path of `px`: the pixels themselves add the rest.
 * A mean over m px of pixel-wide steps has the variance (m² + 2)/12 px².
 */
const lengthFor = (px: number): number => Math.sqrt(Math.max(0, px * px - 2));

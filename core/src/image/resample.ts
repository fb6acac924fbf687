/** A part of a source of one axis, in its pixels: from its edge, and how long; need not be whole numbers. */
export interface Span {
  from: number;
  length: number;
}

/** For each pixel of the result, the first source pixel that counts and its weights, which add up to 1. */
interface Taps {
  first: Int32Array;
  count: number;
  weights: Float32Array;
}

/** Puts row `row` of one channel of a picture into a line, from one column to before another: whole rows, for a call a pixel costs more than the sum. */
export type RowReader = (line: Float32Array, row: number, from: number, to: number) => void;

/**
 * One channel of a picture brought to another size: averaged over what each pixel covers where that is more than one, else by
 * Catmull and Rom's cubic (Computer Aided Geometric Design, 1974; from memory), which passes through the values. The border goes on.
 */
export function resampled(
  read: RowReader,
  source: { width: number; height: number },
  across: Span,
  down: Span,
  width: number,
  height: number,
): Float32Array {
  const columns = tapsOf(across, width, source.width);
  const rows = tapsOf(down, height, source.height);
  const firstRow = Math.min(...rows.first);
  const lastRow = Math.max(...rows.first) + rows.count;
  if (between.length < width * (lastRow - firstRow)) between = new Float32Array(width * (lastRow - firstRow));
  // The border goes on by a kernel's width on both sides.
  const margin = columns.count;
  const wide = new Float32Array(source.width + 2 * margin);
  const line = wide.subarray(margin, margin + source.width);
  const [firstColumn, lastColumn] = [Math.min(...columns.first), Math.max(...columns.first) + columns.count];
  const [from, to] = [Math.min(source.width - 1, Math.max(0, firstColumn)), Math.min(source.width, Math.max(1, lastColumn))];
  for (let y = firstRow; y < lastRow; y++) {
    read(line, Math.min(source.height - 1, Math.max(0, y)), from, to);
    if (firstColumn < 0) wide.fill(line[0]!, 0, margin);
    if (lastColumn > source.width) wide.fill(line[source.width - 1]!, margin + source.width);
    weighed(wide, columns, margin, between.subarray((y - firstRow) * width, (y - firstRow + 1) * width));
  }
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    addRows(out.subarray(y * width, (y + 1) * width), rows, y, between.subarray((rows.first[y]! - firstRow) * width));
  return out;
}

/** Rows brought to their new width; kept for the next channel, for fresh memory costs more than the arithmetic. */
let between = new Float32Array(0);

/** A line's values at each of the taps. @param margin where the line begins in its array */
function weighed(line: Float32Array, { first, count, weights }: Taps, margin: number, out: Float32Array): void {
  if (count === CUBIC_TAPS) {
    for (let x = 0, w = 0; x < out.length; x++, w += CUBIC_TAPS) {
      const c = first[x]! + margin;
      out[x] =
        weights[w]! * line[c]! + weights[w + 1]! * line[c + 1]! + weights[w + 2]! * line[c + 2]! + weights[w + 3]! * line[c + 3]!;
    }
    return;
  }
  for (let x = 0, w = 0; x < out.length; x++) {
    let sum = 0;
    for (let c = first[x]! + margin, end = c + count; c < end; c++, w++) sum += weights[w]! * line[c]!;
    out[x] = sum;
  }
}

/** Rows of a row's length, one after the other, summed by the taps of row y. */
function addRows(sum: Float32Array, { count, weights }: Taps, y: number, rows: Float32Array): void {
  const width = sum.length;
  if (count === CUBIC_TAPS) {
    const at = y * CUBIC_TAPS;
    const [a, b, c, d] = [weights[at]!, weights[at + 1]!, weights[at + 2]!, weights[at + 3]!];
    for (let x = 0, i = width, j = 2 * width, k = 3 * width; x < width; x++, i++, j++, k++)
      sum[x] = a * rows[x]! + b * rows[i]! + c * rows[j]! + d * rows[k]!;
    return;
  }
  for (let n = 0, i = 0; n < count; n++) {
    const weight = weights[y * count + n]!;
    for (let x = 0; x < width; x++, i++) sum[x]! += weight * rows[i]!;
  }
}

const CUBIC_TAPS = 4;

function tapsOf({ from, length }: Span, size: number, source: number): Taps {
  const scale = length / size;
  // Nearly one to one is one to one: a hair of scale would soften some columns and not others.
  const averaged = scale > 1.02;
  const count = averaged ? Math.ceil(scale) + 1 : CUBIC_TAPS;
  const first = new Int32Array(size);
  const weights = new Float32Array(size * count);
  for (let i = 0; i < size; i++) {
    if (averaged) {
      const [begin, end] = [from + i * scale, from + (i + 1) * scale];
      first[i] = Math.floor(begin);
      for (let k = 0; k < count; k++) {
        const pixel = first[i]! + k;
        weights[i * count + k] = Math.max(0, Math.min(pixel + 1, end) - Math.max(pixel, begin)) / scale;
      }
    } else {
      const centre = from + (i + 0.5) * scale - 0.5;
      first[i] = Math.floor(centre) - 1;
      for (let k = 0; k < CUBIC_TAPS; k++) weights[i * CUBIC_TAPS + k] = cubic(Math.abs(centre - (first[i]! + k)));
    }
    // Beyond the border by more than the kernel reaches, everything is the border's.
    first[i] = Math.max(-count, Math.min(source, first[i]!));
  }
  return { first, count, weights };
}

const cubic = (x: number): number =>
  x < 1 ? 1.5 * x ** 3 - 2.5 * x ** 2 + 1 : x < 2 ? -0.5 * x ** 3 + 2.5 * x ** 2 - 4 * x + 2 : 0;

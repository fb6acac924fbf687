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

/**
 * One channel of interleaved pixels brought to another size: averaged over what each pixel covers where that is more than one, else by
 * Catmull and Rom's cubic (Computer Aided Geometric Design, 1974; from memory), which passes through the values. The border goes on.
 * @param at value of source pixel i: a table look-up, say
 */
export function resampled(
  at: (i: number) => number,
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
  const between = new Float32Array(width * (lastRow - firstRow));
  const line = new Float32Array(source.width);
  const firstColumn = Math.min(...columns.first);
  const lastColumn = Math.max(...columns.first) + columns.count;
  for (let y = firstRow; y < lastRow; y++) {
    const row = Math.min(source.height - 1, Math.max(0, y)) * source.width;
    for (let x = Math.max(0, firstColumn); x < Math.min(source.width, lastColumn); x++) line[x] = at(row + x);
    for (let x = 0, o = (y - firstRow) * width; x < width; x++, o++) {
      let sum = 0;
      for (let k = 0, w = x * columns.count, c = columns.first[x]!; k < columns.count; k++, w++, c++)
        sum += columns.weights[w]! * line[c < 0 ? 0 : c >= source.width ? source.width - 1 : c]!;
      between[o] = sum;
    }
  }
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let k = 0, w = y * rows.count; k < rows.count; k++, w++) {
      const weight = rows.weights[w]!;
      if (weight === 0) continue;
      const from = (rows.first[y]! - firstRow + k) * width;
      for (let x = 0, o = y * width; x < width; x++, o++) out[o]! += weight * between[from + x]!;
    }
  return out;
}

function tapsOf({ from, length }: Span, size: number, source: number): Taps {
  const scale = length / size;
  // Nearly one to one is one to one: a hair of scale would soften some columns and not others.
  const averaged = scale > 1.02;
  const count = averaged ? Math.ceil(scale) + 1 : 4;
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
      for (let k = 0; k < 4; k++) weights[i * 4 + k] = cubic(Math.abs(centre - (first[i]! + k)));
    }
    // Beyond the border by more than the kernel reaches, everything is the border's.
    first[i] = Math.max(-count, Math.min(source, first[i]!));
  }
  return { first, count, weights };
}

const cubic = (x: number): number =>
  x < 1 ? 1.5 * x ** 3 - 2.5 * x ** 2 + 1 : x < 2 ? -0.5 * x ** 3 + 2.5 * x ** 2 - 4 * x + 2 : 0;

/**
 * Symlet with four vanishing moments, low-pass. Daubechies, Ten Lectures on Wavelets (1992), table 6.3 (from memory); held by its own
 * laws: sums to √2, orthonormal to its even shifts.
 */
const LOW = Float64Array.of(
  0.032223100604042702, -0.012603967262037833, -0.099219543576847216, 0.29785779560527736,
  0.80373875180591614, 0.49761866763201545, -0.02963552764599851, -0.075765714789273325,
); // prettier-ignore
const HIGH = LOW.map((_, k) => (k % 2 === 0 ? 1 : -1) * LOW[LOW.length - 1 - k]!);
const LEVELS = 4;

/** How far thresholds go: 1 is the one of least error. */
export interface NoiseReduction {
  strength: number;
  /** Noise of each value; estimated from the finest diagonal band where none is given. */
  sigma?: number | undefined;
}

/**
 * Noise reduced by BayesShrink: soft thresholds σ²/σ_x in each band of an orthonormal wavelet transform of four levels, σ_x² the band's
 * variance less the noise's; σ from the median of the finest diagonal band, |median|/0.6745.
 * Chang, Yu & Vetterli, IEEE Trans. Image Process. 9 (2000) 1532 (from memory). For noise that is alike everywhere; leaves the sum alone.
 * @param plane row by row  @returns a plane of its own
 */
export function denoised(plane: Float32Array, width: number, height: number, { strength, sigma }: NoiseReduction): Float32Array {
  const step = 2 ** LEVELS;
  const [w, h] = [step * Math.ceil(width / step), step * Math.ceil(height / step)];
  const data = new Float32Array(w * h);
  // What is beyond the border mirrors what is before it.
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) data[y * w + x] = plane[mirrored(y, height) * width + mirrored(x, width)]!;
  for (let level = 0; level < LEVELS; level++) transform(data, w, w >> level, h >> level, true);
  const noise = sigma ?? medianOf(data, w, bandOf(w, h, 0, 'diagonal')) / 0.6745;
  for (let level = 0; level < LEVELS; level++)
    for (const band of BANDS) shrink(data, w, bandOf(w, h, level, band), noise, strength);
  for (let level = LEVELS - 1; level >= 0; level--) transform(data, w, w >> level, h >> level, false);
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++) out.set(data.subarray(y * w, y * w + width), y * width);
  return out;
}

const mirrored = (i: number, length: number): number => (i < length ? i : Math.max(0, 2 * length - 1 - i));

const BANDS = ['across', 'down', 'diagonal'] as const;
interface Band {
  left: number;
  top: number;
  width: number;
  height: number;
}

function bandOf(w: number, h: number, level: number, band: (typeof BANDS)[number]): Band {
  const [width, height] = [w >> (level + 1), h >> (level + 1)];
  return { left: band === 'down' ? 0 : width, top: band === 'across' ? 0 : height, width, height };
}

function medianOf(data: Float32Array, stride: number, { left, top, width, height }: Band): number {
  const values = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) values[y * width + x] = Math.abs(data[(top + y) * stride + left + x]!);
  return values.sort()[values.length >> 1]!;
}

function shrink(data: Float32Array, stride: number, { left, top, width, height }: Band, noise: number, strength: number): void {
  let squares = 0;
  for (let y = top; y < top + height; y++)
    for (let i = y * stride + left; i < y * stride + left + width; i++) squares += data[i]! * data[i]!;
  const signal = Math.sqrt(Math.max(0, squares / (width * height) - noise * noise));
  const threshold = signal > 0 ? (strength * noise * noise) / signal : Infinity;
  for (let y = top; y < top + height; y++)
    for (let i = y * stride + left; i < y * stride + left + width; i++) {
      const value = data[i]!;
      data[i] = value > threshold ? value - threshold : value < -threshold ? value + threshold : 0;
    }
}

/** One level, in place, over the upper left part: rows then columns, or back. Periodic at the borders. */
function transform(data: Float32Array, stride: number, width: number, height: number, forth: boolean): void {
  const line = new Float64Array(Math.max(width, height));
  const into = new Float64Array(line.length);
  const along = (start: number, step: number, count: number): void => {
    for (let i = 0; i < count; i++) line[i] = data[start + i * step]!;
    if (forth) split(line, into, count);
    else join(line, into, count);
    for (let i = 0; i < count; i++) data[start + i * step] = into[i]!;
  };
  const rows = (): void => {
    for (let y = 0; y < height; y++) along(y * stride, 1, width);
  };
  const columns = (): void => {
    for (let x = 0; x < width; x++) along(x, stride, height);
  };
  if (forth) rows();
  columns();
  if (!forth) rows();
}

function split(line: Float64Array, into: Float64Array, count: number): void {
  const half = count >> 1;
  for (let i = 0; i < half; i++) {
    let [low, high] = [0, 0];
    for (let k = 0; k < LOW.length; k++) {
      const value = line[(2 * i + k) % count]!;
      low += LOW[k]! * value;
      high += HIGH[k]! * value;
    }
    into[i] = low;
    into[half + i] = high;
  }
}

function join(line: Float64Array, into: Float64Array, count: number): void {
  const half = count >> 1;
  into.fill(0, 0, count);
  for (let i = 0; i < half; i++)
    for (let k = 0; k < LOW.length; k++) into[(2 * i + k) % count]! += LOW[k]! * line[i]! + HIGH[k]! * line[half + i]!;
}

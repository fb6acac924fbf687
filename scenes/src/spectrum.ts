/** What tells a photograph from a drawing: statistics of its detail. */
export interface Detail {
  /** Power against spatial frequency, log over log, from 4 to 90 cycles per window. */
  slope: number;
  /** Share of Σ f·P(f) above 40 cycles per window. */
  fine: number;
  /** Of differences between neighbours: photographs have many small ones and some very large. */
  kurtosis: number;
  /** Share of neighbours that differ by less than half a code value. */
  flat: number;
}

const SIDE = 256;
const SLOPE_FROM = 4;
const SLOPE_TO = 90;
const FINE_FROM = 40;

/**
 * Statistics of an 8-bit picture in linear light: mean power spectrum of half-overlapping windows of 256 px under Hann's taper (Welch,
 * IEEE Trans. Audio Electroacoust. 15 (1967) 70; from memory), each by its own mean; and of its gradients as coded.
 * @param grey code values 0 to 255, row by row  @throws where the picture is smaller than a window
 */
export function detailOf(grey: Float64Array, width: number, height: number): Detail {
  if (width < SIDE || height < SIDE) throw new Error('The picture is smaller than a window of 256 px.');
  const linear = Float64Array.from(grey, (code) => {
    const v = code / 255;
    return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
  });
  const power = powerByFrequency(linear, width, height);
  let [sx, sy, sxx, sxy, n] = [0, 0, 0, 0, 0];
  for (let f = SLOPE_FROM; f < SLOPE_TO; f++, n++) {
    const [x, y] = [Math.log(f), Math.log(power[f]!)];
    sx += x;
    sy += y;
    sxx += x * x;
    sxy += x * y;
  }
  let [fine, all] = [0, 0];
  for (let f = 2; f < SIDE / 2; f++) {
    all += f * power[f]!;
    if (f >= FINE_FROM) fine += f * power[f]!;
  }
  const steps: number[] = [];
  for (let y = 0; y < height; y++) for (let x = 1; x < width; x++) steps.push(grey[y * width + x]! - grey[y * width + x - 1]!);
  const mean = steps.reduce((sum, d) => sum + d, 0) / steps.length;
  const variance = steps.reduce((sum, d) => sum + (d - mean) ** 2, 0) / steps.length;
  const fourth = steps.reduce((sum, d) => sum + (d - mean) ** 4, 0) / steps.length;
  return {
    slope: (n * sxy - sx * sy) / (n * sxx - sx * sx),
    fine: fine / all,
    kurtosis: fourth / variance ** 2,
    flat: steps.filter((d) => Math.abs(d) < 0.5).length / steps.length,
  };
}

function powerByFrequency(linear: Float64Array, width: number, height: number): Float64Array {
  const taper = Float64Array.from({ length: SIDE }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / (SIDE - 1)));
  const sum = new Float64Array(SIDE / 2);
  const count = new Float64Array(SIDE / 2);
  for (let top = 0; top + SIDE <= height; top += SIDE / 2)
    for (let left = 0; left + SIDE <= width; left += SIDE / 2) {
      const re = new Float64Array(SIDE * SIDE);
      let mean = 0;
      for (let j = 0, i = 0; j < SIDE; j++)
        for (let k = 0; k < SIDE; k++, i++) mean += (re[i] = linear[(top + j) * width + left + k]!) / (SIDE * SIDE);
      if (mean < 1e-4) continue;
      for (let j = 0, i = 0; j < SIDE; j++)
        for (let k = 0; k < SIDE; k++, i++) re[i] = (re[i]! / mean - 1) * taper[j]! * taper[k]!;
      const im = new Float64Array(SIDE * SIDE);
      for (let j = 0; j < SIDE; j++) transform(re, im, j * SIDE, 1);
      for (let k = 0; k < SIDE; k++) transform(re, im, k, SIDE);
      for (let j = 0, i = 0; j < SIDE; j++)
        for (let k = 0; k < SIDE; k++, i++) {
          const f = Math.floor(Math.hypot(k < SIDE / 2 ? k : k - SIDE, j < SIDE / 2 ? j : j - SIDE));
          if (f >= SIDE / 2) continue;
          sum[f]! += re[i]! ** 2 + im[i]! ** 2;
          count[f]!++;
        }
    }
  return sum.map((power, f) => power / Math.max(1, count[f]!));
}

const COSINES = Float64Array.from({ length: SIDE / 2 }, (_, k) => Math.cos((2 * Math.PI * k) / SIDE));
const SINES = Float64Array.from({ length: SIDE / 2 }, (_, k) => Math.sin((2 * Math.PI * k) / SIDE));

/** A fast Fourier transform of one row or column, in place. Cooley & Tukey, Math. Comput. 19 (1965) 297 (from memory). */
function transform(re: Float64Array, im: Float64Array, from: number, step: number): void {
  for (let i = 1, j = 0; i < SIDE; i++) {
    let bit = SIDE >> 1;
    for (; j & bit; bit >>= 1) j ^= bit;
    j ^= bit;
    if (i >= j) continue;
    const [a, b] = [from + i * step, from + j * step];
    [re[a], re[b]] = [re[b]!, re[a]!];
    [im[a], im[b]] = [im[b]!, im[a]!];
  }
  for (let length = 2; length <= SIDE; length *= 2) {
    const turn = SIDE / length;
    for (let i = 0; i < SIDE; i += length)
      for (let k = 0; k < length / 2; k++) {
        const wr = COSINES[k * turn]!;
        const wi = -SINES[k * turn]!;
        const a = from + (i + k) * step;
        const b = a + (length / 2) * step;
        const tr = re[b]! * wr - im[b]! * wi;
        const ti = re[b]! * wi + im[b]! * wr;
        re[b] = re[a]! - tr;
        im[b] = im[a]! - ti;
        re[a]! += tr;
        im[a]! += ti;
      }
  }
}

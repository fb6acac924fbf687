import FFT from 'fft.js';

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
  const power = powerByFrequency(grey.map(linearOf), width, height);
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
  const { kurtosis, flat } = gradients(grey, width, height);
  return {
    slope: (n * sxy - sx * sy) / (n * sxx - sx * sx),
    fine: fine / all,
    kurtosis,
    flat,
  };
}

function linearOf(code: number): number {
  const v = code / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
}

/** Of differences between neighbours along rows. */
function gradients(grey: Float64Array, width: number, height: number): Pick<Detail, 'kurtosis' | 'flat'> {
  const count = height * (width - 1);
  let alike = 0;
  // What neighbours differ by adds up to what the ends of a row do.
  let sum = 0;
  for (let y = 0; y < height; y++) sum += grey[(y + 1) * width - 1]! - grey[y * width]!;
  const mean = sum / count;
  let [second, fourth] = [0, 0];
  for (let y = 0; y < height; y++)
    for (let i = y * width + 1, end = (y + 1) * width; i < end; i++) {
      const d = grey[i]! - grey[i - 1]!;
      if (Math.abs(d) < 0.5) alike++;
      const square = (d - mean) * (d - mean);
      second += square;
      fourth += square * square;
    }
  return { kurtosis: fourth / count / (second / count) ** 2, flat: alike / count };
}

function powerByFrequency(linear: Float64Array, width: number, height: number): Float64Array {
  const sum = new Float64Array(SIDE / 2);
  const windows: number[] = [];
  for (let top = 0; top + SIDE <= height; top += SIDE / 2)
    for (let left = 0; left + SIDE <= width; left += SIDE / 2) windows.push(top * width + left);
  let seen = 0;
  // Complex numbers, real and imaginary parts in turn.
  const [square, lying] = [new Float64Array(2 * SIDE * SIDE), new Float64Array(2 * SIDE * SIDE)];
  // Two at once, one as the imaginary part of the other: over a whole ring of frequencies their powers add up.
  for (let n = 0; n < windows.length; n += 2) {
    square.fill(0);
    seen += tapered(linear, width, windows[n]!, square, 0);
    if (n + 1 < windows.length) seen += tapered(linear, width, windows[n + 1]!, square, 1);
    // A spectrum lying on its side has the same rings.
    transformRows(square, lying);
    transformRows(lying, square);
    for (let i = 0; i < RING.length; i++) {
      const f = RING[i]!;
      if (f < SIDE / 2) sum[f]! += square[2 * i]! * square[2 * i]! + square[2 * i + 1]! * square[2 * i + 1]!;
    }
  }
  const count = new Float64Array(SIDE / 2);
  for (const f of RING) if (f < SIDE / 2) count[f]!++;
  return sum.map((power, f) => power / Math.max(1, seen * count[f]!));
}

/**
 * A window by its own mean, tapered.
 * @param part 0 where it becomes the real part of what is transformed, 1 the imaginary one
 * @returns 1, or 0 where it is black and left out
 */
function tapered(linear: Float64Array, width: number, from: number, out: Float64Array, part: 0 | 1): 0 | 1 {
  let mean = 0;
  for (let j = 0; j < SIDE; j++) for (let k = 0; k < SIDE; k++) mean += linear[from + j * width + k]! / (SIDE * SIDE);
  if (mean < 1e-4) return 0;
  for (let j = 0, i = part; j < SIDE; j++)
    for (let k = 0; k < SIDE; k++, i += 2) out[i] = (linear[from + j * width + k]! / mean - 1) * TAPER[j]! * TAPER[k]!;
  return 1;
}

const FOURIER = new FFT(SIDE);
const ROW = FOURIER.createComplexArray();
const ROW_OUT = FOURIER.createComplexArray();

/** The transform of each row, written as a column. */
function transformRows(from: Float64Array, to: Float64Array): void {
  for (let j = 0; j < SIDE; j++) {
    for (let i = 0; i < 2 * SIDE; i++) ROW[i] = from[2 * j * SIDE + i]!;
    FOURIER.transform(ROW_OUT, ROW);
    for (let k = 0; k < SIDE; k++) {
      const at = 2 * (k * SIDE + j);
      to[at] = ROW_OUT[2 * k]!;
      to[at + 1] = ROW_OUT[2 * k + 1]!;
    }
  }
}

const TAPER = Float64Array.from({ length: SIDE }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / (SIDE - 1)));
/** Frequency of each place of a spectrum, cycles per window, whole. */
const RING = Uint16Array.from({ length: SIDE * SIDE }, (_, i) => {
  const [k, j] = [i % SIDE, Math.floor(i / SIDE)];
  return Math.hypot(k < SIDE / 2 ? k : k - SIDE, j < SIDE / 2 ? j : j - SIDE);
});

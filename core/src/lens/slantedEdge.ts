import { sinc } from '../numerics/sinc.ts';

/** A part of a picture in linear light, row by row. */
export interface LinearPlane {
  width: number;
  height: number;
  /** Linear light. Where `taken` says so, what stands between photosites of one colour is their mean. */
  values: Float32Array;
  /** Value at which the picture clips; nothing lies above it. */
  white: number;
  /** Which values were taken and not filled in: every one where unset, else those with x + y of this parity. */
  taken?: { parity: 0 | 1 } | undefined;
}

/** Why a part of a picture says nothing of the lens. */
export type EdgeFault =
  /** Too few rows or columns. */
  | 'small'
  /** No edge goes through it, or too faint a one. */
  | 'contrast'
  /** Upright to within a degree and a half, so that all rows are sampled alike; or slanted by more than twenty. */
  | 'angle'
  /** White or black has reached the end of the scale. */
  | 'clipped'
  /** Noise hides the edge. */
  | 'noisy'
  /** The edge is no straight line. */
  | 'bent'
  /** Brighter beside the edge than far from it: the picture was sharpened. */
  | 'sharpened';

/** What an edge says: the contrast kept by frequency across it. */
export interface SlantedEdge {
  /** Angle off the nearest axis, degrees; its sign tells which way. */
  angleDeg: number;
  /** Contrast kept at {@link EDGE_FREQUENCIES}. */
  sfr: Float64Array;
  /** Where half of it is kept, cycles per px. */
  mtf50: number;
  /** Standard error of it, by leaving out a part of the rows at a time. */
  mtf50Error: number;
  /** The curves with each part of the rows left out, for the error of whatever is fitted to the whole: see {@link leftOutError}. */
  leftOut: Float64Array[];
  /** Noise of the even sides, share of the step. */
  noise: number;
}

/** Frequencies a curve is worked out at, cycles per px: 0 to 0.75. */
export const EDGE_FREQUENCIES: readonly number[] = Array.from({ length: 49 }, (_, i) => i / 64);

/** Parts of a pixel that rows are sorted into: ISO 12233 asks for four. */
const BINS_PER_PX = 4;
const FEWEST_ROWS = 32;
const LEAST_ANGLE_DEG = 1.5;
const MOST_ANGLE_DEG = 20;
/** Least step against the brighter side, most noise against the step, overshoot that only sharpening makes. Ours. */
const LEAST_CONTRAST = 0.2;
const MOST_NOISE = 0.2;
const MOST_OVERSHOOT = 0.05;
/** Share of a side that may stand at the end of the scale, and where black ends. */
const MOST_CLIPPED = 0.02;
const CLIPS_AT = 0.985;
/** Rows' own middles lie as near to the line, px, noise apart. Ours. */
const MOST_BEND_PX = 0.4;
/** The window reaches so many widths of the edge to either side, and no less than so far, px: beyond is noise, and what else is there. Ours. */
const REACHES = 5;
const LEAST_REACH_PX = 8;
/** Parts the rows are left out in, one at a time. */
const PARTS = 20;

/**
 * Contrast kept across a slanted edge: the e-SFR of ISO 12233 (from memory). Each row's middle is the centroid of its slopes; a straight
 * line through them places every pixel by its distance across the edge; sorted into quarters of a pixel they make one fine profile, whose
 * slope is transformed. Against the standard: distances are taken at right angles to the edge, the window is flat in its middle half, and
 * the averaging within a quarter of a pixel is taken out beside that of the differences.
 * Errors: within 2 % of the frequency at half contrast on drawn edges of 0.5 to 3 px of blur; noise adds its own, which is given. What veils the picture beyond the window does not count.
 * @param plane with one edge nearer to upright than to level; for the others turn it first
 */
export function slantedEdge(plane: LinearPlane): { edge: SlantedEdge } | { fault: EdgeFault } {
  const { width, height } = plane;
  if (height < FEWEST_ROWS || width < FEWEST_ROWS) return { fault: 'small' };
  const line = edgeLine(plane);
  if (!line) return { fault: 'contrast' };
  const angleDeg = (Math.atan(line.slope) * 180) / Math.PI;
  if (Math.abs(angleDeg) < LEAST_ANGLE_DEG || Math.abs(angleDeg) > MOST_ANGLE_DEG) return { fault: 'angle' };
  const profile = new Profile(plane, line);
  const { low, high, noise, clippedShare } = sidesOf(plane, line);
  if (!(high > 0) || (high - low) / high < LEAST_CONTRAST) return { fault: 'contrast' };
  if (clippedShare > MOST_CLIPPED) return { fault: 'clipped' };
  if (noise > MOST_NOISE) return { fault: 'noisy' };
  if (line.bendPx > MOST_BEND_PX) return { fault: 'bent' };
  const spread = profile.whole();
  if (overshoot(spread, profile.middle) > MOST_OVERSHOOT) return { fault: 'sharpened' };
  const reach = Math.min(profile.middle, Math.max(LEAST_REACH_PX * BINS_PER_PX, REACHES * widthOf(spread, profile.middle)));
  const sfr = transformed(spread, profile.middle, reach);
  const mtf50 = crossing(sfr, 0.5);
  if (mtf50 === null) return { fault: 'noisy' };
  const leftOut = Array.from({ length: PARTS }, (_, part) => transformed(profile.without(part), profile.middle, reach));
  const mtf50Error = leftOutError(leftOut.map((one) => crossing(one, 0.5) ?? 0));
  return { edge: { angleDeg, sfr, mtf50, mtf50Error, leftOut, noise } };
}

/** Standard error of a figure from its values with each part left out: the jackknife (Quenouille and Tukey; from memory). */
export function leftOutError(values: readonly number[]): number {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  return Math.sqrt(((values.length - 1) / values.length) * squares);
}

/** Where the edge runs: x = at + slope·y, and how far rows' own middles lie off it, px. */
interface Line {
  at: number;
  slope: number;
  bendPx: number;
}

/** Turns of looking for the line, each with a narrower window round the last one, px. */
const WINDOWS_PX = [Infinity, 24, 12] as const;

function edgeLine({ width, height, values }: LinearPlane): Line | null {
  let line: Line | null = null;
  for (const half of WINDOWS_PX) {
    const before: Line | null = line;
    const found: { y: number; x: number; weight: number }[] = [];
    for (let y = 0; y < height; y++) {
      const middle: number = before ? before.at + before.slope * y : width / 2;
      const reach = Math.min(half, width / 2);
      let [sum, moment] = [0, 0];
      for (let x = Math.max(1, Math.ceil(middle - reach)); x < Math.min(width - 1, middle + reach); x++) {
        const slope = values[y * width + x + 1]! - values[y * width + x - 1]!;
        const weight = slope * (0.54 + 0.46 * Math.cos((Math.PI * (x - middle)) / reach));
        sum += weight;
        moment += weight * x;
      }
      if (sum !== 0) found.push({ y, x: moment / sum, weight: Math.abs(sum) });
    }
    line = fitted(found.filter(({ x }) => x > 0 && x < width));
    if (!line) return null;
  }
  return line;
}

/** A straight line by least squares, rows with a clear edge counting most; what lies far off it is left out once. */
function fitted(points: readonly { y: number; x: number; weight: number }[]): Line | null {
  if (points.length < FEWEST_ROWS / 2) return null;
  const fit = (some: typeof points): Line => {
    let [w, wy, wx, wyy, wxy] = [0, 0, 0, 0, 0];
    for (const { y, x, weight } of some) {
      w += weight;
      wy += weight * y;
      wx += weight * x;
      wyy += weight * y * y;
      wxy += weight * x * y;
    }
    const slope = (w * wxy - wx * wy) / (w * wyy - wy * wy);
    const at = (wx - slope * wy) / w;
    const bend = some.reduce((sum, { y, x, weight }) => sum + weight * (x - at - slope * y) ** 2, 0) / w;
    return { at, slope, bendPx: Math.sqrt(bend) };
  };
  const first = fit(points);
  const near = points.filter(({ x, y }) => Math.abs(x - first.at - first.slope * y) <= 3 * first.bendPx + 1e-9);
  const line = near.length >= FEWEST_ROWS / 2 ? fit(near) : first;
  return Number.isFinite(line.slope) ? line : null;
}

const isTaken = ({ taken }: LinearPlane, x: number, y: number): boolean => !taken || ((x + y) & 1) === taken.parity;

/** Level and noise of both sides away from the edge. */
function sidesOf(plane: LinearPlane, { at, slope }: Line) {
  const { width, height, values, white } = plane;
  const sides = [-1, 1].map((side) => {
    let [n, sum, squares, clipped] = [0, 0, 0, 0];
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const off = side * (x - at - slope * y);
        if (off < width / 5 || !isTaken(plane, x, y)) continue;
        const value = values[y * width + x]!;
        n += 1;
        sum += value;
        squares += value * value;
        if (value >= CLIPS_AT * white) clipped += 1;
      }
    const mean = sum / Math.max(1, n);
    return { mean, variance: Math.max(0, squares / Math.max(1, n) - mean * mean), clipped: clipped / Math.max(1, n) };
  });
  const [one, other] = sides as [(typeof sides)[0], (typeof sides)[0]];
  const [low, high] = one.mean < other.mean ? [one, other] : [other, one];
  return {
    low: low.mean,
    high: high.mean,
    noise: Math.sqrt((low.variance + high.variance) / 2) / Math.max(1e-12, high.mean - low.mean),
    clippedShare: high.clipped,
  };
}

/** The profile across the edge, its rows sorted into quarters of a pixel; every twentieth row is in the same part. */
class Profile {
  /** Place of the edge among the bins. */
  readonly middle: number;
  readonly #bins: number;
  readonly #parts: Bins[];
  readonly #all: Bins;

  constructor(plane: LinearPlane, { at, slope }: Line) {
    const { width, height, values } = plane;
    const cos = 1 / Math.hypot(1, slope);
    // As far to either side as every row reaches.
    const ends = [at, at + slope * (height - 1)];
    const reachPx = Math.max(4, Math.min(...ends, width - 1 - Math.max(...ends)) * cos - 1);
    const half = Math.floor(reachPx * BINS_PER_PX);
    this.middle = half;
    this.#bins = 2 * half + 1;
    this.#parts = Array.from({ length: PARTS }, () => emptyBins(this.#bins));
    for (let y = 0; y < height; y++) {
      const { sums, counts } = this.#parts[y % PARTS]!;
      for (let x = 0; x < width; x++) {
        if (!isTaken(plane, x, y)) continue;
        const bin = Math.round((x - at - slope * y) * cos * BINS_PER_PX) + half;
        if (bin < 0 || bin >= this.#bins) continue;
        sums[bin]! += values[y * width + x]!;
        counts[bin]! += 1;
      }
    }
    this.#all = emptyBins(this.#bins);
    for (const { sums, counts } of this.#parts)
      for (let bin = 0; bin < this.#bins; bin++) {
        this.#all.sums[bin]! += sums[bin]!;
        this.#all.counts[bin]! += counts[bin]!;
      }
  }

  /** The mean profile. */
  whole(): Float64Array {
    return meansOf(this.#all);
  }

  /** The mean profile of the rows of all parts but one. */
  without(part: number): Float64Array {
    const { sums, counts } = this.#parts[part]!;
    return meansOf({
      sums: this.#all.sums.map((sum, bin) => sum - sums[bin]!),
      counts: this.#all.counts.map((count, bin) => count - counts[bin]!),
    });
  }
}

/** What fell into each bin: the sum and how many. */
interface Bins {
  sums: Float64Array;
  counts: Float64Array;
}
const emptyBins = (bins: number): Bins => ({ sums: new Float64Array(bins), counts: new Float64Array(bins) });

/** The means of bins; one that is empty is drawn between its neighbours. */
function meansOf({ sums, counts }: Bins): Float64Array {
  const spread = sums.map((sum, bin) => (counts[bin]! > 0 ? sum / counts[bin]! : NaN));
  let last = -1;
  for (let bin = 0; bin < spread.length; bin++) {
    if (Number.isNaN(spread[bin]!)) continue;
    for (let gap = last + 1; gap < bin; gap++) {
      const share = last < 0 ? 1 : (gap - last) / (bin - last);
      spread[gap] = (last < 0 ? 0 : (1 - share) * spread[last]!) + share * spread[bin]!;
    }
    last = bin;
  }
  for (let gap = last + 1; gap < spread.length; gap++) spread[gap] = last < 0 ? 0 : spread[last]!;
  return spread;
}

/** How far the profile goes past its own ends beside the edge, share of its step: the sharpener's halo, the noise of a pixel averaged out. */
function overshoot(spread: Float64Array, middle: number): number {
  const far = Math.floor(middle / 3);
  const meanOf = (from: number, to: number): number => {
    let sum = 0;
    for (let i = from; i < to; i++) sum += spread[i]!;
    return sum / (to - from);
  };
  const [left, right] = [meanOf(0, far), meanOf(spread.length - far, spread.length)];
  const step = right - left;
  const smooth = (i: number): number => meanOf(i - BINS_PER_PX / 2, i + BINS_PER_PX / 2);
  let most = 0;
  for (let i = far; i < spread.length - far; i++) {
    const share = (smooth(i) - left) / step;
    most = Math.max(most, share - 1, -share);
  }
  return most;
}

/** From a tenth to nine tenths of the step, bins: round the middle, in means of a pixel. */
function widthOf(spread: Float64Array, middle: number): number {
  const far = Math.floor(middle / 3);
  const meanOf = (from: number, to: number): number =>
    spread.subarray(from, to).reduce((sum, value) => sum + value, 0) / (to - from);
  const [left, right] = [meanOf(0, far), meanOf(spread.length - far, spread.length)];
  const share = (i: number): number => (meanOf(i - BINS_PER_PX / 2, i + BINS_PER_PX / 2) - left) / (right - left);
  let [from, to] = [middle, middle];
  while (from > far && share(from) > 0.1) from -= 1;
  while (to < spread.length - far && share(to) < 0.9) to += 1;
  return to - from;
}

/**
 * Contrast by frequency of a profile: the transform of its slope in a window, what slopes and quarters of a pixel take put back.
 * @param reach of the window to either side, bins
 */
function transformed(spread: Float64Array, middle: number, reach: number): Float64Array {
  const from = Math.max(1, Math.ceil(middle - reach));
  const to = Math.min(spread.length - 2, Math.floor(middle + reach));
  const windowed = Array.from({ length: to - from + 1 }, (_, n) => {
    const i = from + n;
    return ((spread[i + 1]! - spread[i - 1]!) / 2) * flatWindow((i - middle) / reach);
  });
  const total = windowed.reduce((sum, value) => sum + value, 0);
  return Float64Array.from(EDGE_FREQUENCIES, (frequency) => {
    // From bin to bin the wave turns by as much: multiplied, not worked out anew. Where it begins does not matter.
    const turn = (2 * Math.PI * frequency) / BINS_PER_PX;
    const [stepRe, stepIm] = [Math.cos(turn), -Math.sin(turn)];
    let [re, im] = [0, 0];
    let [waveRe, waveIm] = [1, 0];
    for (let n = 0; n < windowed.length; n++) {
      re += windowed[n]! * waveRe;
      im += windowed[n]! * waveIm;
      const before = waveRe;
      waveRe = before * stepRe - waveIm * stepIm;
      waveIm = before * stepIm + waveIm * stepRe;
    }
    const taken = sinc((2 * frequency) / BINS_PER_PX) * sinc(frequency / BINS_PER_PX);
    return Math.hypot(re, im) / Math.abs(total) / taken;
  });
}

/** 1 over the middle half, falling as a cosine to 0 at the ends. */
function flatWindow(place: number): number {
  const off = Math.abs(place);
  return off <= 0.5 ? 1 : off >= 1 ? 0 : 0.5 + 0.5 * Math.cos(2 * Math.PI * (off - 0.5));
}

/** Frequency at which a curve first falls to a level, cycles per px, between its points in a straight line; null where it does not. */
function crossing(sfr: ArrayLike<number>, level: number): number | null {
  for (let i = 1; i < sfr.length; i++) {
    if (sfr[i]! > level) continue;
    const [before, after] = [sfr[i - 1]!, sfr[i]!];
    const from = EDGE_FREQUENCIES[i - 1]!;
    return from + ((before - level) / (before - after)) * (EDGE_FREQUENCIES[i]! - from);
  }
  return null;
}

/** The same plane lying on its side: level edges become upright ones. */
export function turned({ width, height, values, ...rest }: LinearPlane): LinearPlane {
  const side = new Float32Array(values.length);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) side[x * height + y] = values[y * width + x]!;
  // A place keeps its x + y, and with it whether it was taken.
  return { width: height, height: width, values: side, ...rest };
}

/** A part of a plane. */
export function cut(plane: LinearPlane, left: number, top: number, width: number, height: number): LinearPlane {
  const values = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    values.set(plane.values.subarray((top + y) * plane.width + left, (top + y) * plane.width + left + width), y * width);
  const parity = plane.taken && (((plane.taken.parity + left + top) & 1) as 0 | 1);
  return { width, height, values, white: plane.white, taken: parity === undefined ? undefined : { parity } };
}

import { gaussLegendre } from '../numerics/gaussLegendre.ts';
import { noncentralChiSquare2 } from '../numerics/noncentralChiSquare2.ts';
import { BEST_OF_BURST } from './bestOfBurst.ts';

/**
 * How frames of a burst share one pair of hands. The angular drifts are bivariate normals with correlation 0.5 between frames;
 * the first frame carries the press, every later one is half a stop steadier (half the variance). Ours, and generative: frames can be drawn from it.
 */
export const BURST_CORRELATION = 0.5;
export const LATER_FRAME_VARIANCE = 0.5;

/** Most frames a burst may have: as far as the table of the best of n goes. */
export const MOST_FRAMES = BEST_OF_BURST.length;

/** The shared part Z: |Z|²/2 is exponential with mean 1; nodes in its survival function, where the law is uniform. */
const SHARED = gaussLegendre(24, 0, 1);
const SHARED_NONCENTRALITY = SHARED.nodes.map(
  (survival) => (-2 * Math.log(survival) * BURST_CORRELATION) / (1 - BURST_CORRELATION),
);

/** Above this chance of one frame a burst is as good as certain, and the integral is spared. */
const CERTAIN = 1 - 1e-7;

/** Chances that at least one of n frames is sharp, for n = 1, 2, … */
export interface BurstChances {
  /** @param frames 1 or more */
  ofFrames(frames: number): number;
}

/**
 * Burst chances for hands whose first frame alone is sharp with chance `single`:
 * 1 − E_Z[(1−F₁)(1−F₂)^(n−1)], F the noncentral chi-square law with 2 degrees of freedom. Absolute error below 1e-4.
 */
export function burstChances(single: number): BurstChances {
  if (!(single > 0)) return { ofFrames: () => 0 };
  if (single > CERTAIN) return { ofFrames: (frames) => (frames <= 1 ? single : 1) };
  const radiusSquared = -2 * Math.log1p(-single); // c² in units of a first frame's variance
  const own = 1 - BURST_CORRELATION;
  const missesOf = (variance: number): Float64Array =>
    SHARED_NONCENTRALITY.map((shared) => 1 - noncentralChiSquare2(radiusSquared / variance / own, shared));
  let misses: { first: Float64Array; later: Float64Array } | null = null;
  return {
    ofFrames: (frames) => {
      if (frames <= 1) return single;
      misses ??= { first: missesOf(1), later: missesOf(LATER_FRAME_VARIANCE) };
      const { first, later } = misses;
      let miss = 0;
      for (let i = 0; i < SHARED.weights.length; i++) miss += SHARED.weights[i]! * first[i]! * later[i]! ** (frames - 1);
      return Math.min(1, Math.max(single, 1 - miss));
    },
  };
}

/** Variance of the best of n frames against a single one, v(n) = E[min drift²]/E[first drift²]. @throws RangeError beyond the table. */
export function bestOfBurst(frames: number): number {
  const value = BEST_OF_BURST[frames - 1];
  if (value === undefined) throw new RangeError(`frames must be 1 to ${MOST_FRAMES}, got ${frames}`);
  return value;
}

/** Fewest frames of at most `limit` that reach the confidence; null when none does. */
export function fewestFrames(chances: BurstChances, confidence: number, limit: number): number | null {
  for (let frames = 1; frames <= limit; frames++) if (chances.ofFrames(frames) >= confidence - 1e-9) return frames;
  return null;
}

/** Frames a second the body really makes: never more than one per exposure. */
export const burstRate = (framesPerSecond: number, shutterS: number): number => Math.min(framesPerSecond, 1 / shutterS);

/** Chance to catch a peak that lasts `peakS` at a frame rate: min(1, w·r). */
export const peakChance = (peakS: number, framesPerSecond: number): number => Math.min(1, peakS * framesPerSecond);

/** Frames until the buffer is full: depth/(1 − write rate/shoot rate); Infinity when the card keeps up. */
export function framesUntilFull(bufferFrames: number, writePerSecond: number, shootPerSecond: number): number {
  return writePerSecond >= shootPerSecond ? Infinity : bufferFrames / (1 - writePerSecond / shootPerSecond);
}

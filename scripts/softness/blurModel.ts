import { BLUR_SIGNS, LEAST_VARIANCE_PX2, type BlurModel } from '@hushto/core';
import { evenedTable, evening, taught } from './descent.ts';

const COURSE = { widths: [BLUR_SIGNS, 24, 16, 2], rounds: 14, atOnce: 128, step: 0.003, pull: 1e-5, jitter: 0, seed: 1 };
/** An answer far off says no more of how unsure it should have been than this. */
const MOST_SURPRISE = 6;
const [LEAST_DOUBT, MOST_DOUBT] = [-4, 4];

/** Directions of windows whose blur is known: `BLUR_SIGNS` of each, and its variance, px². */
export interface BlurLessons {
  signs: Float64Array;
  variancesPx2: Float64Array;
}

/**
 * Learns to tell the blur of a window in one direction, and how unsure that is.
 * Reference: Nix & Weigend, IEEE International Conference on Neural Networks (1994) 55 (from memory).
 */
export function learnBlur(lessons: readonly BlurLessons[]): BlurModel {
  const table = Float64Array.from(joined(lessons.map(({ signs }) => signs)));
  const doublings = joined(lessons.map(({ variancesPx2 }) => variancesPx2)).map((v) => Math.log2(v + LEAST_VARIANCE_PX2));
  const even = evening(table, BLUR_SIGNS);
  evenedTable(table, even);
  const layers = taught(
    {
      lessons: doublings.length,
      show: (lesson, inputs) => inputs.set(table.subarray(lesson * BLUR_SIGNS, (lesson + 1) * BLUR_SIGNS)),
      correct(lesson, [said, logDoubt], slopes) {
        // The slopes of (log d + e²/d)/2, which is least where d is the mean squared error.
        const off = said! - doublings[lesson]!;
        const doubt = Math.exp(Math.max(LEAST_DOUBT, Math.min(MOST_DOUBT, logDoubt!)));
        slopes[0] = off / doubt;
        slopes[1] = Math.max(-MOST_SURPRISE, 1 - (off * off) / doubt) / 2;
      },
    },
    COURSE,
  );
  return { ...even, layers };
}

function joined(parts: readonly Float64Array[]): Float64Array {
  const all = new Float64Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

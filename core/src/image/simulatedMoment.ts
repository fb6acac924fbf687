import { normalSource, seededRandom } from '../numerics/seededRandom.ts';

/** What a frame of the simulated camera met with, beside hands and light. */
export interface SimulatedMoment {
  /** How fast the subject was, against its brief. */
  speedTimes: number;
  /** Where the camera focused, against the subject's distance; 1 where it hit. */
  focusTimes: number;
}

/** Spread of a subject's speed, stops. Ours. */
const SPEED_SPREAD = 0.5;
/** Focus is missed in so many frames of a hundred, and how far off it lies then, in shares of the distance. Ours. */
const MISSED_SHARE = 0.06;
const MISSED_BY = [0.12, 0.3] as const;
/** Sets these numbers apart from those the frame's hands and noise are drawn from. */
const APART = 0x5f0c05;

/** The moment of a seed: the same for whoever draws the frame and whoever judges it. */
export function simulatedMoment(seed: number): SimulatedMoment {
  const random = seededRandom((seed ^ APART) >>> 0);
  const speedTimes = 2 ** (SPEED_SPREAD * normalSource(random)());
  const isMissed = random() < MISSED_SHARE;
  const by = MISSED_BY[0] + (MISSED_BY[1] - MISSED_BY[0]) * random();
  const isBehind = random() < 0.6;
  return { speedTimes, focusTimes: isMissed ? (isBehind ? 1 + by : 1 - by) : 1 };
}

/** What was judged on the spot, or a frame of a camera, as far as laying one on the other needs it; times ascend. */
export interface TimedFrame {
  /** By its own clock, ms. */
  atMs: number;
  /** Null where it is not known. */
  shutterS: number | null;
}

/** How far a camera's clock is ahead of the one that judged; negative where it is behind. */
export interface ClockOffset {
  offsetMs: number;
  /** How many of the counts then lie on a frame. */
  matched: number;
}

/** Most from a frame to its count, ms: one looks at the screen, and presses. Ours. */
const WINDOW_MS = 60_000;
/** A count may be before its frame by so much, ms: clocks show whole seconds, and are set by hand. Ours. */
const SLACK_MS = 5000;
/** Clocks of the world differ by at most so much, ms; the zones of one computer lie from UTC−12 to UTC+14 (IANA tz). */
export const FARTHEST_CLOCKS_MS = 26 * 3_600_000;
const STEP_MS = 10_000;
/** Zones are whole quarters of an hour apart: such an offset is a forgotten zone or summer time. */
const QUARTER_MS = 15 * 60_000;
/** From a frame to its count where nothing else says how long, ms: of all offsets that fit as well, that with this delay. Ours. */
const USUAL_DELAY_MS = 8000;
/** Fewer counts fit many offsets. Ours. */
const FEWEST = 5;
/** Of the counts, that must lie on a frame before anything is said. Ours. */
const LEAST_SHARE = 0.6;
/** Any offset further than `NEAR_MS` from the best must fit less well than this part of it. Ours. */
const SECOND_BEST = 0.75;
const NEAR_MS = 3 * 60_000;
/** Shutters that are the same: within a quarter of a stop, for files write 1/60 s as 1/63 or 1/60. */
const SAME_STOPS = 0.25;

/**
 * Lays counts on frames by time alone: each on the last free frame before it, in their order, one to one. No other way lays more of
 * them, for all windows are equally long.
 * @param offsetMs by how much the camera's clock is ahead  @returns for each count the place of its frame; null where none is near
 */
export function framesCounted(counts: readonly TimedFrame[], frames: readonly TimedFrame[], offsetMs: number): (number | null)[] {
  const laid: (number | null)[] = counts.map(() => null);
  let frame = frames.length - 1;
  for (let i = counts.length - 1; i >= 0; i--) {
    const at = counts[i]!.atMs + offsetMs;
    while (frame >= 0 && frames[frame]!.atMs > at + SLACK_MS) frame -= 1;
    if (frame < 0) break;
    if (frames[frame]!.atMs < at - WINDOW_MS) continue;
    laid[i] = frame;
    frame -= 1;
  }
  return laid;
}

/**
 * By how much a camera's clock is ahead, from when frames were taken and when they were judged. A whole quarter of an hour, none among
 * them, is preferred where it fits as well: that is how clocks are wrong. Takes as many passes over both as there are ten seconds in two days.
 * @returns null where the times cannot tell: few counts, few on a frame, or another offset that fits nearly as well
 */
export function clockOffset(counts: readonly TimedFrame[], frames: readonly TimedFrame[]): ClockOffset | null {
  if (counts.length < FEWEST || frames.length === 0) return null;
  const scores: number[] = [];
  for (let offsetMs = -FARTHEST_CLOCKS_MS; offsetMs <= FARTHEST_CLOCKS_MS; offsetMs += STEP_MS) scores.push(fit(counts, frames, offsetMs));
  const best = scores.reduce((most, score) => Math.max(most, score), 0);
  const offsetOf = (i: number): number => i * STEP_MS - FARTHEST_CLOCKS_MS;
  const alike = scores.flatMap((score, i) => (score === best ? [offsetOf(i)] : []));
  const [least, most] = [alike[0]!, alike.at(-1)!];
  // A day that was photographed without a pause fits any clock.
  if (most - least > 2 * NEAR_MS) return null;
  const second = scores.reduce((high, score, i) => (offsetOf(i) < least - NEAR_MS || offsetOf(i) > most + NEAR_MS ? Math.max(high, score) : high), 0);
  if (second > SECOND_BEST * best) return null;
  const quarter = QUARTER_MS * Math.round((least + most) / 2 / QUARTER_MS);
  const offsetMs = quarter >= least - STEP_MS && quarter <= most + STEP_MS ? quarter : usualIn(counts, frames, alike);
  const matched = framesCounted(counts, frames, offsetMs).filter((frame) => frame !== null).length;
  return matched < LEAST_SHARE * counts.length ? null : { offsetMs, matched };
} // prettier-ignore

/** How well counts lie on frames: each one that does counts, and half more where the shutter is the same. */
function fit(counts: readonly TimedFrame[], frames: readonly TimedFrame[], offsetMs: number): number {
  let sum = 0;
  framesCounted(counts, frames, offsetMs).forEach((frame, i) => {
    if (frame !== null) sum += same(counts[i]!.shutterS, frames[frame]!.shutterS) ? 1.5 : 1;
  });
  return sum;
}

const same = (one: number | null, other: number | null): boolean =>
  one !== null && other !== null && Math.abs(Math.log2(one / other)) <= SAME_STOPS;

/** Of offsets that fit equally well, that whose counts come as long after their frames as they usually do. */
function usualIn(counts: readonly TimedFrame[], frames: readonly TimedFrame[], offsets: readonly number[]): number {
  const odd = offsets.map((offsetMs) => {
    const delays = framesCounted(counts, frames, offsetMs).flatMap((frame, i) =>
      frame === null ? [] : [counts[i]!.atMs + offsetMs - frames[frame]!.atMs],
    );
    return Math.abs(delays.sort((a, b) => a - b)[delays.length >> 1]! - USUAL_DELAY_MS);
  });
  return offsets[odd.indexOf(Math.min(...odd))]!;
}

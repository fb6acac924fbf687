import type { LogFrame, LogOuting, StoredTally, Tallied } from '@hushto/contract';
import { FARTHEST_CLOCKS_MS, framesCounted, type ClockOffset, type TimedFrame, type Verdict } from '@hushto/core';
import { ON_THE_SPOT } from './logExchange.ts';

/** A count, the frame it lies on, and what becomes of that. */
export interface LaidCount {
  count: Tallied;
  frame: LogFrame | null;
  /** What the frame is judged as; null where there is none, or it was judged already: what was said at home stays. */
  verdict: Verdict | null;
  /** The frame without a picture that it was taken in as before, if it was. */
  before: LogFrame | null;
}

/** Frames of one body, by how it writes itself. */
export interface CameraFrames {
  camera: string | null;
  frames: readonly LogFrame[];
}

/** When the frames of a tally may have been taken, whatever the camera's clock says; null without a count. */
export function spanOfTally({ document }: StoredTally): { fromMs: number; toMs: number } | null {
  const times = document.frames.map(({ at }) => Date.parse(at));
  if (times.length === 0) return null;
  return { fromMs: Math.min(...times) - FARTHEST_CLOCKS_MS, toMs: Math.max(...times) + FARTHEST_CLOCKS_MS };
}

/** Tallies that were counted while frames of an outing may have been taken. */
export const talliesBeside = (tallies: readonly StoredTally[], outings: readonly LogOuting[]): StoredTally[] =>
  tallies.filter((tally) => {
    const span = spanOfTally(tally);
    return outings.some(({ startedAt, endedAt }) => span && startedAt !== null && endedAt !== null && Date.parse(startedAt) <= span.toMs && Date.parse(endedAt) >= span.fromMs);
  }); // prettier-ignore

/** Counts in their order of time. */
export const countsInOrder = ({ document }: StoredTally): Tallied[] =>
  [...document.frames].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));

/** Frames that counts were taken in as, without a picture: of exactly their moments. No file of a camera is both without a size and right to its millisecond. */
function takenInBefore(counts: readonly Tallied[], frames: readonly LogFrame[]): Map<number, LogFrame> {
  const times = new Set(counts.map(({ at }) => Date.parse(at)));
  return new Map(
    frames.flatMap((frame) => {
      const atMs = frame.takenAt === null ? null : Date.parse(frame.takenAt);
      return atMs !== null && frame.widthPx === null && !frame.preview && times.has(atMs) ? [[atMs, frame] as const] : [];
    }),
  );
}

/**
 * The frames counts may lie on, by body, the one with most first; and those the counts were taken in as before.
 * @param others counts of other tallies: what was taken in for them is no camera's either
 */
export function framesAside(
  counts: readonly Tallied[],
  others: readonly Tallied[],
  frames: readonly LogFrame[],
): { cameras: CameraFrames[]; before: ReadonlyMap<number, LogFrame> } {
  const before = takenInBefore(counts, frames);
  const ofCounts = new Set([before, takenInBefore(others, frames)].flatMap((some) => [...some.values()].map(({ id }) => id)));
  const cameras = new Map<string | null, LogFrame[]>();
  for (const frame of frames)
    if (frame.takenAt !== null && !ofCounts.has(frame.id))
      cameras.set(frame.camera, [...(cameras.get(frame.camera) ?? []), frame]);
  return {
    before,
    cameras: [...cameras]
      .map(([camera, some]) => ({ camera, frames: some.sort((a, b) => Date.parse(a.takenAt!) - Date.parse(b.takenAt!)) }))
      .sort((a, b) => b.frames.length - a.frames.length),
  };
}

export const timedCounts = (counts: readonly Tallied[]): TimedFrame[] =>
  counts.map(({ at, shutterS }) => ({ atMs: Date.parse(at), shutterS }));
export const timedFrames = (frames: readonly LogFrame[]): TimedFrame[] =>
  frames.map(({ takenAt, shutterS }) => ({ atMs: Date.parse(takenAt!), shutterS }));

/** Of several bodies, the one whose times fit the counts best: they were judged on its screen. The first where no times tell. */
export function likeliestCamera(offsets: readonly (ClockOffset | null)[]): number {
  const best = Math.max(...offsets.map((offset) => offset?.matched ?? 0));
  return Math.max(
    0,
    offsets.findIndex((offset) => (offset?.matched ?? 0) === best),
  );
}

/** Lays counts on frames. Both ascend in time. */
export function laidCounts(
  counts: readonly Tallied[],
  frames: readonly LogFrame[],
  before: ReadonlyMap<number, LogFrame>,
  offsetMs: number,
): LaidCount[] {
  const places = framesCounted(timedCounts(counts), timedFrames(frames), offsetMs);
  return counts.map((count, i) => {
    const place = places[i] ?? null;
    const frame = place === null ? null : frames[place]!;
    const own = before.get(Date.parse(count.at)) ?? null;
    // What was said at home of the frame without a picture holds for the one with it.
    const said = own?.verdict ?? ON_THE_SPOT[count.verdict];
    return { count, frame, verdict: frame?.verdict === null ? said : null, before: own };
  });
}

import { shutterMarks } from '../light/marks.ts';
import { STEP_EV, type FocusTry } from './focusSeries.ts';
import type { TestedFrame } from './holdSeries.ts';
import { wilsonInterval } from './wilson.ts';

/** What came out at one shutter speed, with Wilson's 95 % interval of the share. */
export interface ShutterRate {
  shutterS: number;
  frames: number;
  sharp: number;
  low: number;
  high: number;
}

/** Rates by shutter speed, slow to fast. */
export function ratesByShutter(frames: readonly TestedFrame[]): ShutterRate[] {
  const byThird = new Map<number, TestedFrame[]>();
  for (const frame of frames) {
    const third = shutterMarks.nearest(frame.shutterS);
    byThird.set(third, [...(byThird.get(third) ?? []), frame]);
  }
  return [...byThird]
    .sort(([a], [b]) => a - b)
    .map(([third, at]) => {
      const sharp = at.filter((frame) => frame.sharp).length;
      return { shutterS: shutterMarks.value(third), frames: at.length, sharp, ...wilsonInterval(sharp, at.length) };
    });
}

/** What came out at one light, to the half EV: Wilson's 95 % interval, and the median time of the locks that were timed, s. */
export interface LockRate {
  ev100: number;
  tries: number;
  locked: number;
  low: number;
  high: number;
  medianS: number | null;
}

/** Rates by light, dark to bright. */
export function lockRates(tries: readonly FocusTry[]): LockRate[] {
  const byStep = new Map<number, FocusTry[]>();
  for (const one of tries) {
    const step = Math.round(one.ev100 / STEP_EV);
    byStep.set(step, [...(byStep.get(step) ?? []), one]);
  }
  return [...byStep]
    .sort(([a], [b]) => a - b)
    .map(([step, at]) => {
      const locks = at.filter(({ locked }) => locked);
      const times = locks.flatMap(({ seconds }) => (seconds === null ? [] : [seconds]));
      return {
        ev100: step * STEP_EV,
        tries: at.length,
        locked: locks.length,
        ...wilsonInterval(locks.length, at.length),
        medianS: times.length > 0 ? medianOf(times) : null,
      };
    });
}

/** @param values at least one */
function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}

/** Median times from the press to the lock, s: in light two EV over a limit and more, in the last EV over it, and of all; null where none was timed. */
export interface LockTimes {
  easyS: number | null;
  hardS: number | null;
  allS: number | null;
}

/** @param ev the darkest light trusted */
export function lockTimes(tries: readonly FocusTry[], ev: number): LockTimes {
  const median = (of: (one: FocusTry) => boolean): number | null => {
    const times = tries.filter(of).flatMap(({ locked, seconds }) => (locked && seconds !== null ? [seconds] : []));
    return times.length > 0 ? medianOf(times) : null;
  };
  return {
    easyS: median(({ ev100 }) => ev100 >= ev + 2),
    hardS: median(({ ev100 }) => ev100 < ev + 1),
    allS: median(() => true),
  };
}

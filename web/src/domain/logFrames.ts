import type { LogFrame, LogOuting } from '@hushto/contract';
import { apertureLabel, shutterLabel, stopsLabel, type Verdict } from '@hushto/core';
import { isoDigits } from '@hushto/words';

/** The letter of each verdict: all under the left hand, the right one moves on. */
export const VERDICT_KEYS: Record<Verdict, string> = {
  keeper: 'f',
  hands: 'e',
  subject: 's',
  focus: 'w',
  grain: 'r',
  other: 'x',
};
export const UNSAY_KEY = 'z';

/** "1/200 f/2.8 6400", where there is little room: the order is the dial's. */
export const shortSetting = (frame: Pick<LogFrame, 'shutterS' | 'fNumber' | 'iso'>): string =>
  [
    frame.shutterS === null ? '–' : shutterLabel(frame.shutterS),
    frame.fNumber === null ? '–' : apertureLabel(frame.fNumber),
    frame.iso === null ? '–' : isoDigits(frame.iso),
  ].join(' ');

/** "1/200 f/2.8 ISO 6400", as far as its camera wrote it. */
export function settingText({ shutterS, fNumber, iso }: Pick<LogFrame, 'shutterS' | 'fNumber' | 'iso'>): string {
  const parts = [
    shutterS === null ? null : shutterLabel(shutterS),
    fNumber === null ? null : apertureLabel(fNumber),
    iso === null ? null : `ISO\u00a0${isoDigits(iso)}`,
  ].filter((part) => part !== null);
  return parts.length > 0 ? parts.join(' ') : 'no setting written';
}

const DAY = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});

/** "Thu, 14 Jan 2027": by the camera's own clock. */
export const dayOfFrame = ({ wallClock }: Pick<LogFrame, 'wallClock'>): string =>
  wallClock === null ? 'no time written' : DAY.format(new Date(`${wallClock}Z`));

const SHORT_DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
/** "14 Jan 16:20". */
export const whenOfFrame = ({ wallClock }: Pick<LogFrame, 'wallClock'>): string =>
  wallClock === null ? '–' : `${SHORT_DAY.format(new Date(`${wallClock}Z`))} ${wallClock.slice(11, 16)}`;

export const clockOfFrame = ({ wallClock }: Pick<LogFrame, 'wallClock'>): string => wallClock?.slice(11, 19) ?? '';

/** What an outing is called: by its run sheet, else by its day. */
export function outingName({ title, startedAt }: Pick<LogOuting, 'title' | 'startedAt'>): string {
  if (title !== '') return title;
  return startedAt === null ? 'Frames without a time' : DAY.format(new Date(startedAt));
}

/** How far a shutter lies from the planned one: "1⅔ stops slower". Null where it is the same mark. */
export function againstPlanned(shutterS: number, plannedS: number): string | null {
  const stops = Math.log2(shutterS / plannedS);
  const thirds = Math.round(3 * Math.abs(stops));
  if (thirds === 0) return null;
  return `${stopsLabel(Math.abs(stops))}\u00a0${thirds <= 3 ? 'stop' : 'stops'} ${stops > 0 ? 'slower' : 'faster'}`;
}

/** The sharpest of each burst, among frames side by side: by the blur of their edges, and only where it is another's clearly. */
export function sharpestOf(frames: readonly (LogFrame | undefined)[]): ReadonlySet<string> {
  const best = new Map<string, LogFrame>();
  for (const frame of frames) {
    if (!frame?.burstId || frame.sharpness === null) continue;
    const there = best.get(frame.burstId);
    if (!there || frame.sharpness > there.sharpness!) best.set(frame.burstId, frame);
  }
  return new Set([...best.values()].map(({ id }) => id));
}

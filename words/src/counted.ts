import { count } from './numbers.ts';
import { capital, listed } from './text.ts';

/** "7 min", "1 h 2 min", "40 s": how far apart two clocks are, as people say it. @param ms of either sign */
export function clockDistance(ms: number): string {
  const seconds = Math.round(Math.abs(ms) / 1000);
  if (seconds < 60) return `${seconds}\u00a0s`;
  const minutes = Math.round(seconds / 60);
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60];
  return [hours > 0 && `${hours}\u00a0h`, rest > 0 && `${rest}\u00a0min`].filter(Boolean).join(' ');
}

/** How two clocks stand to each other, and how many counts then match a frame. */
export interface CountedFacts {
  /** By how much the camera's clock is taken to be ahead of the one that counted, ms. */
  offsetMs: number;
  /** Where that comes from: the times, somebody who typed it, or nothing, where the times do not tell. */
  from: 'times' | 'typed' | 'nothing';
  matched: number;
  counts: number;
}

/** What is known of the camera's clock, how, and how many counts match a frame then. */
export function countedWords({ offsetMs, from, matched, counts }: CountedFacts): string {
  const match = `${matched === 0 ? 'none' : matched} of ${count(counts, 'count', 'counts')} ${matched < 2 ? 'matches' : 'match'} a frame`;
  const alike = Math.abs(offsetMs) < 1000;
  const clock = alike ? 'the camera’s clock is right' : `the camera’s clock is ${clockDistance(offsetMs)} ${offsetMs > 0 ? 'fast' : 'slow'}`;
  if (from === 'times') return `Going by the times, ${clock}: ${match}.`;
  if (from === 'typed') return `If ${clock}, ${match}.`;
  return `The times do not tell whether the camera’s clock is right. If it is, ${match}; if not, say how fast it is.`;
} // prettier-ignore

/** What is done with counts: how many frames are judged, and how many counts come in without a picture. Null where nothing is. */
export function countedAct(judged: number, alone: number): string | null {
  const parts = [judged > 0 && `judge ${count(judged, 'frame', 'frames')}`, alone > 0 && `take ${alone} in without a picture`];
  return capital(listed(parts.filter((part) => part !== false))) || null;
}

/** Of frames that were taken in without a picture before theirs came. */
export const doubledWords = (doubled: number): string =>
  doubled === 1
    ? 'One frame that was taken in without a picture is removed: its picture is here now.'
    : `${doubled} frames that were taken in without a picture are removed: their pictures are here now.`;

/** The offer to take in what matches no frame. @param rest so many  @param others whether others match one */
export const aloneWords = (rest: number, others: boolean): string =>
  `Take ${!others ? `all ${rest}` : rest === 1 ? 'the other one' : `the other ${rest}`} in without a picture`;

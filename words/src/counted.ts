import { count } from './numbers.ts';

/** "7 min", "1 h 2 min", "40 s": how far apart two clocks are, as people say it. @param ms of either sign */
export function clockDistance(ms: number): string {
  const seconds = Math.round(Math.abs(ms) / 1000);
  if (seconds < 60) return `${seconds}\u00a0s`;
  const minutes = Math.round(seconds / 60);
  const [hours, rest] = [Math.floor(minutes / 60), minutes % 60];
  return [hours > 0 && `${hours}\u00a0h`, rest > 0 && `${rest}\u00a0min`].filter(Boolean).join(' ');
}

/** How two clocks stand to each other, and how many counts then lie on a frame. */
export interface CountedFacts {
  /** By how much the camera's clock is taken to be ahead of the one that counted, ms. */
  offsetMs: number;
  /** Where that comes from: the times, somebody who typed it, or nothing, where the times do not tell. */
  from: 'times' | 'typed' | 'nothing';
  matched: number;
  counts: number;
}

/** The clocks, how that is known, and what lies on a frame then. */
export function countedWords({ offsetMs, from, matched, counts }: CountedFacts): string {
  const lie = `${matched === 0 ? 'none' : matched} of ${count(counts, 'count', 'counts')} ${matched < 2 ? 'lies' : 'lie'} on a frame`;
  const alike = Math.abs(offsetMs) < 1000;
  const stand = alike ? 'agree' : `are ${clockDistance(offsetMs)} apart, the camera’s ${offsetMs > 0 ? 'ahead' : 'behind'}`;
  if (from === 'times') return `The clocks ${stand}, by the times of frames and counts: so ${lie}.`;
  if (from === 'typed') return `Where the clocks ${stand}, ${lie}.`;
  return `The times do not tell how far apart the clocks are. Where they agree, ${lie}; where they do not, say by how much.`;
}

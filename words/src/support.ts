import { count, percent, plainNumber, shutterWords } from './numbers.ts';
import { capital, sentences } from './text.ts';

/** A way of holding and the slowest speed at which next to nothing is lost with it. */
export interface HeldTo {
  /** "standing, elbows in". */
  stance: string;
  shutterS: number;
}

/** What each way of holding one kit keeps, the steadiest first: “Leaning on a wall: you lose next to nothing until 1/4 s; standing: until 1/15 s.” Null for none. */
export function heldToWords(held: readonly HeldTo[]): string | null {
  const [first, ...others] = [...held].sort((a, b) => b.shutterS - a.shutterS);
  if (!first) return null;
  const rest = others.map(({ stance, shutterS }) => `${stance}: until ${shutterWords(shutterS)}`);
  return `${[`${capital(first.stance)}: you lose next to nothing until ${shutterWords(first.shutterS)}`, ...rest].join('; ')}.`;
}

/** Where a support would have served: in the log, where there is one. @param supportedPx blur of a frame from a support, viewed px */
export function supportWords(log: { frames: number; beyond: number } | null, supportedPx: number | null): string {
  const own =
    supportedPx === null
      ? null
      : `Of the blur ${plainNumber(supportedPx)}\u00a0px are lens and focus: a frame from a support has them too.`;
  if (!log || log.frames === 0) return sentences(own, 'Slower than that, use a support.');
  if (log.beyond === 0)
    return sentences(own, `None of the ${count(log.frames, 'frame', 'frames')} of your log was slower: you have not needed a support yet.`);
  const share = percent(log.beyond / log.frames);
  return sentences(own, `Of the ${count(log.frames, 'frame', 'frames')} of your log ${log.beyond} ${log.beyond === 1 ? 'was' : 'were'} slower, ${share}: those asked for a support, or for another stance.`);
} // prettier-ignore

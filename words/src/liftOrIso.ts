import { DEEP_RAW_ISO, type LiftVerdict } from '@hushto/core';
import { fineStopWords, isoWords, stopWords } from './numbers.ts';

const BRIGHT = {
  background: 'The bright lights behind argue for it.',
  phases: 'The bright phases of this light argue for it.',
  channels: 'Saturated lamps, which clip one channel early, argue for it.',
} as const;

/** Whether to raise ISO or to lift, and why. */
export function liftOrIsoWords({
  wins,
  atBase,
  freeFromIso,
  wantedIso,
  headroomStops,
  firstStopCost,
  bright,
}: LiftVerdict): string {
  if (atBase) return 'At base ISO there is nothing to raise and nothing to brighten.';
  if (wins === 'iso')
    return `Raise ISO rather than brighten later: the first stop of that would cost ${fineStopWords(firstStopCost)} of grain on this body.`;
  const kept = stopWords(headroomStops);
  const why = bright ? BRIGHT[bright] : 'Hold back where lamps or signs are in the frame.';
  if (wins === 'yours') return 'This body could be brightened later as cleanly as its ISO is raised, but you allow none of it.';
  const raws = freeFromIso <= DEEP_RAW_ISO ? ' in raws of 14 bits' : '';
  return `This body may be brightened later instead: ${isoWords(freeFromIso)}${raws} brightened ${kept} is as clean as ${isoWords(wantedIso)} within a tenth of a stop, and keeps ${kept} of highlights. ${why}`;
}

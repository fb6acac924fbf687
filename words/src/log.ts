import type { LogLimit, LogSays } from '@hushto/contract';
import { grainWord, LOG_VIEW_CPH, shutterOfDrift, type LimitedBy, type Verdict } from '@hushto/core';
import { count, detailShare, plainNumber, shutterWords } from './numbers.ts';

/** What was said of a frame, as a button and in a sentence: "12 lost to movement". */
export const VERDICT_WORDS: Record<Verdict, { name: string; lost: string; means: string }> = {
  keeper: { name: 'Keeper', lost: 'kept', means: 'You would show it.' },
  hands: { name: 'My hands', lost: 'lost to your hands', means: 'The whole frame is smeared one way.' },
  subject: { name: 'It moved', lost: 'lost to movement', means: 'What moves is smeared; what stands is sharp.' },
  focus: { name: 'Focus', lost: 'lost to focus', means: 'Something else is sharp, or nothing is.' },
  grain: { name: 'Grain', lost: 'lost to grain', means: 'Sharp enough, but too grainy.' },
  other: { name: 'Other', lost: 'lost to something else', means: 'The moment, the framing, a head in front.' },
};

const FULL_FRAME_HEIGHT_MM = 24;
const FAULT_NAMES: Record<LimitedBy, string> = { hands: 'shake', subject: 'smear', grain: 'grain' };

/** The slowest shutter at which a drift in stops is reached, with a full-frame focal length. */
export const shutterOfHold = (hold: number, equivalentMm: number): number =>
  shutterOfDrift(hold, equivalentMm, FULL_FRAME_HEIGHT_MM / LOG_VIEW_CPH);

/** "four frames in five". */
export function frameShare(share: number): string {
  const fifths = Math.round(share * 5);
  return Math.abs(share * 5 - fifths) < 0.01 ? `${['no', 'one', 'two', 'three', 'four', 'five'][fifths]!} frames in five` : `${Math.round(share * 100)} frames in 100`; // prettier-ignore
}

/** A limit in a sentence or two: where it lies, how sure that is, and what would settle it. @param equivalentMm the focal length hands are said for */
export function limitWords(limit: LogLimit, share: number, equivalentMm: number): string {
  return `${limitAlone(limit, share, equivalentMm)} ${sureWords(limit)}`;
}

function limitAlone({ fault, at, low, high }: LogLimit, share: number, equivalentMm: number): string {
  const most = frameShare(share);
  if (fault === 'hands') {
    const shutter = (hold: number): string => shutterWords(shutterOfHold(hold, equivalentMm));
    const lens = `${plainNumber(equivalentMm)}\u00a0mm (full frame)`;
    return `Your hands keep ${most} at ${shutter(at)} with ${lens}${between(low, high, shutter)}.`;
  }
  if (fault === 'subject') {
    const smear = (stops: number): string => `${plainNumber(2 * 2 ** stops)}\u00a0px`;
    return `Movement spares ${most} while the subject smears at most ${smear(at)} at 2048 wide${between(low, high, smear)}.`;
  }
  const snr = (stops: number): string => plainNumber(2 ** -stops);
  return `Grain spares ${most} down to a signal-to-noise ratio of ${snr(at)} at 2048 wide, which is ${grainWord(2 ** -at)} grain${between(high, low, snr)}.`;
}

function between(from: number | null, to: number | null, say: (value: number) => string): string {
  if (from === null || to === null) return '';
  const [one, other] = [say(from), say(to)];
  return one === other ? '' : `; nine times in ten it lies between ${one} and ${other}`;
}

function sureWords({ frames, lost, moreFrames, low }: LogLimit): string {
  const from = `From ${count(frames, 'frame', 'frames')}, ${lost} of them lost.`;
  if (low === null || moreFrames === null) return `${from} They do not bound it yet.`;
  if (moreFrames === 0) return `${from} That settles it to a third of a stop.`;
  return `${from} About ${count(roundish(moreFrames), 'more', 'more')} would settle it to a third of a stop.`;
}

/** As many as anybody would count to: two digits that matter. */
const roundish = (n: number): number => Number(n.toPrecision(2));

/** What frames say beside their limits, each in a sentence; nothing where they say nothing. */
export function logWords(says: Pick<LogSays, 'all' | 'limits' | 'together' | 'calibration' | 'beyondHands'>): string[] {
  const { all, limits, together, calibration, beyondHands } = says;
  const words: string[] = [];
  if (all.judged > 0) words.push(keptWords(all));
  const promised = calibration.reduce((sum, row) => sum + row.promised * row.frames, 0);
  const frames = calibration.reduce((sum, row) => sum + row.frames, 0);
  const held = calibration.reduce((sum, row) => sum + row.held, 0);
  if (frames >= 20) words.push(promiseWords(promised / frames, held / frames, frames));
  if (beyondHands !== null && beyondHands > 0)
    words.push(
      `${count(beyondHands, 'judged frame', 'judged frames')} asked more of your hands than that; a wall, a rail or a support is for those.`,
    );
  const fitted = new Set(limits.map(({ fault }) => fault));
  for (const { one, other, correlation } of together)
    if (Math.abs(correlation) > CONFOUNDED && fitted.has(one) && fitted.has(other))
      words.push(
        correlation > 0
          ? `In these frames ${FAULT_NAMES[one]} and ${FAULT_NAMES[other]} rise together, so the limits of the two are hard to tell apart.`
          : `In these frames ${FAULT_NAMES[other]} falls where ${FAULT_NAMES[one]} rises, as it does along one light: each limit rests on frames that the other hardly touches.`,
      );
  return words;
}

/** Figures that rise and fall together beyond this are said. Ours. */
const CONFOUNDED = 0.7;

function keptWords({ judged, keeper, hands, subject, focus, grain, other }: LogSays['all']): string {
  const lost = (Object.entries({ hands, subject, focus, grain, other }) as [Verdict, number][])
    .filter(([, n]) => n > 0)
    .sort(([, a], [, b]) => b - a)
    .map(([verdict, n]) => `${n} ${VERDICT_WORDS[verdict].lost}`);
  return `${keeper} of ${judged} judged frames are keepers${lost.length > 0 ? `; ${lost.join(', ')}` : ''}.`;
}

/** How far apart promise and outcome may be by luck, in spreads. */
const LUCK = 2;

function promiseWords(promised: number, held: number, frames: number): string {
  const said = `Plans promised ${per100(promised)} of 100 frames without shake, ${per100(held)} came`;
  const spread = Math.sqrt((promised * (1 - promised)) / frames);
  if (Math.abs(held - promised) <= LUCK * Math.max(spread, 0.01)) return `${said}: as promised.`;
  return held < promised ? `${said}: your hands are less steady than plans take them for.` : `${said}: your hands are steadier than plans take them for.`;
} // prettier-ignore

const per100 = (share: number): string => plainNumber(Math.round(share * 100));

/** A run of shutters where most frames were lost to one fault, and what the next faster would have cost. */
export interface LostRun {
  fault: Verdict;
  slowestS: number;
  fastestS: number;
  lost: number;
  judged: number;
  title: string;
  /** A faster shutter that loses little to this, and the share of detail it gives up to grain; null where none was tried. */
  instead: { shutterS: number; toGrain: number } | null;
}

/** "Between 1/60 s and 1/125 s at “Ferry Steps market” 12 of 18 frames were lost to movement; 1/250 s would have cost a tenth of the detail to grain." */
export function lostRunWords({ fault, slowestS, fastestS, lost, judged, title, instead }: LostRun): string {
  const [slow, fast] = [shutterWords(slowestS), shutterWords(fastestS)];
  const where = slow === fast ? `At ${slow}` : `Between ${slow} and ${fast}`;
  const first = `${where} at “${title}” ${lost} of ${judged} frames were ${VERDICT_WORDS[fault].lost}`;
  if (!instead) return `${first}.`;
  const cost = instead.toGrain < 0.03 ? 'would have cost nothing to see' : `would have cost ${detailShare(instead.toGrain)} of the detail to grain`;
  return `${first}; ${shutterWords(instead.shutterS)} ${cost}.`;
} // prettier-ignore

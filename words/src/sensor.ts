import type { MeasuredSensor, SensorAtIso } from '@hushto/core';
import { fineStopWords, isoWords, plainNumber } from './numbers.ts';
import { capital, sentences } from './text.ts';

/** Stripes against the noise of one photosite: from where they show at all, and from where in any lifted shadow. Ours. */
const SHOWS = 0.05;
const STANDS_OUT = 0.15;

/** What of a sensor's noise has a pattern, and which colours are noisier, from its sets at several ISOs. */
export function patternWords(sets: readonly Pick<SensorAtIso, 'pattern' | 'colours' | 'readNoiseE'>[]): string {
  const worst = sets.reduce<{ share: number; what: string } | null>((before, { pattern, readNoiseE }) => {
    if (!pattern) return before;
    const [share, what] = pattern.rowE > pattern.columnE ? [pattern.rowE / readNoiseE.value, 'lying'] : [pattern.columnE / readNoiseE.value, 'upright'];
    return !before || share > before.share ? { share, what } : before;
  }, null);
  const { colours } = sets.find((set) => set.colours) ?? {};
  return sentences(worst && stripesWords(worst), colours ? coloursWords(colours) : null);
} // prettier-ignore

function stripesWords({ share, what }: { share: number; what: string }): string {
  if (share < SHOWS) return 'No stripes to speak of: shadows may be brightened as far as the grain lets you.';
  const amount = `${what} stripes of ${plainNumber(100 * share)}\u00a0% of the read noise`;
  return share < STANDS_OUT
    ? `${capital(amount)}: seen only in even shadows brightened a lot.`
    : `${capital(amount)}: they stand out in brightened shadows before the grain does.`;
}

/** Balanced to grey, the weaker colour is amplified, and its grain with it. */
function coloursWords({ red, blue }: { red: number; blue: number }): string {
  const [name, least] = red < blue ? ['red', red] : ['blue', blue];
  const stops = -Math.log2(Math.min(1, least));
  return stops < 0.3
    ? 'In that light its colours are equally grainy.'
    : `In that light ${name} gets ${fineStopWords(stops)} less than green: its grain is the colour speckle you see first.`;
}

/** Whether the sensor has a second gain. Null where it has one only. */
export const gainWords = ({ highGain }: Pick<MeasuredSensor, 'highGain'>): string | null =>
  highGain
    ? `It has two gains: from ${isoWords(highGain.fromIso)} on it reads with ${plainNumber(highGain.readInE)}\u00a0e⁻ of noise before the amplifier, so just below that ISO is a poor choice.`
    : null;

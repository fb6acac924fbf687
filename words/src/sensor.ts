import { stripesOf, weakColourOf, type MeasuredSensor, type SensorAtIso, type Stripes, type WeakColour } from '@hushto/core';
import { fineStopWords, isoWords, plainNumber } from './numbers.ts';
import { capital, sentences } from './text.ts';

/** What of a sensor's noise has a pattern, and which colours are noisier, from its sets at several ISOs. */
export function patternWords(sets: readonly Pick<SensorAtIso, 'pattern' | 'colours' | 'readNoiseE'>[]): string {
  const stripes = stripesOf(sets);
  const colours = sets.find((set) => set.colours)?.colours;
  return sentences(stripes && stripesWords(stripes), colours ? colourWords(weakColourOf(colours)) : null);
}

function stripesWords({ share, way, seen }: Stripes): string {
  if (seen === 'none') return 'No stripes to speak of: shadows may be brightened as far as the grain lets you.';
  const amount = `${way} stripes of ${plainNumber(100 * share)}\u00a0% of the read noise`;
  return seen === 'shows'
    ? `${capital(amount)}: seen only in even shadows brightened a lot.`
    : `${capital(amount)}: they stand out in brightened shadows before the grain does.`;
}

const colourWords = ({ colour, stops, seen }: WeakColour): string =>
  seen
    ? `In that light ${colour} gets ${fineStopWords(stops)} less than green: its grain is the colour speckle you see first.`
    : 'In that light its colours are equally grainy.';

/** Whether the sensor has a second gain. Null where it has one only. */
export const gainWords = ({ highGain }: Pick<MeasuredSensor, 'highGain'>): string | null =>
  highGain
    ? `It has two gains: from ${isoWords(highGain.fromIso)} on it reads with ${plainNumber(highGain.readInE)}\u00a0e⁻ of noise before the amplifier, so just below that ISO is a poor choice.`
    : null;

import { apertureLabel, lockRates, type DarkestTrusted, type FocusSetup, type FocusTry, type Sensor } from '@hushto/core';
import { plainNumber } from './numbers.ts';
import { evDigits } from './remedies.ts';
import { capital, sentences } from './text.ts';

export const FOCUS_MODES: Record<FocusSetup['mode'], string> = { single: 'single', continuous: 'continuous' };
export const FOCUS_TARGET_WORDS: Record<FocusSetup['target'], string> = {
  edge: 'an edge with contrast',
  lowContrast: 'something with little contrast',
};

/** "Single, on an edge with contrast, f/1.8". */
export const focusSetupWords = ({ mode, target, fNumber }: FocusSetup): string =>
  `${capital(FOCUS_MODES[mode])}, on ${FOCUS_TARGET_WORDS[target]}, ${apertureLabel(fNumber)}`;

/** Tries in the darkest stop that locks, and in light two stops brighter and more. */
const SLOW_WITHIN_EV = 1;
const EASY_FROM_EV = 2;

/** How dark it may be, how sure that is, against the box, and how long it takes. */
export function focusTestWords(
  { ev, lowEv, highEv }: DarkestTrusted,
  setup: FocusSetup,
  tries: readonly FocusTry[],
  confidence: number,
  { focusLimit }: Pick<Sensor, 'focusLimit'>,
): string {
  const tenths = 10 * confidence;
  const share = `${Number.isInteger(tenths) ? `${tenths} tries in 10` : `${Math.round(100 * confidence)} tries in 100`} lock at EV\u00a0${evDigits(ev)}`;
  const [low, high] = [evDigits(lowEv), evDigits(highEv)];
  const sure = `after ${tries.length} the true light lies between EV\u00a0${low} and ${high}, 9 times in 10`;
  const box = focusLimit.ev + 2 * Math.log2(setup.fNumber / focusLimit.fNumber);
  const off = ev - box;
  const against =
    Math.abs(off) < 0.25
      ? 'That is what the shelf says of it.'
      : `The shelf says EV\u00a0${evDigits(box)} for single on an edge: it sees ${plainNumber(Math.abs(off))}\u00a0EV ${off > 0 ? 'less' : 'further'}.`;
  return sentences(`${share}; ${sure}.`, against, timeWords(tries, ev));
}

/** "It locks within 0.3 s in easy light, and takes 1.1 s in the last stop." Null where none was timed. */
function timeWords(tries: readonly FocusTry[], ev: number): string | null {
  const medianIn = (of: (one: FocusTry) => boolean): number | null => {
    const some = tries.filter((one) => one.locked && one.seconds !== null && of(one));
    return some.length > 0 ? (lockRates(some.map((one) => ({ ...one, ev100: 0 })))[0]!.medianS ?? null) : null;
  };
  const easy = medianIn(({ ev100 }) => ev100 >= ev + EASY_FROM_EV);
  const hard = medianIn(({ ev100 }) => ev100 < ev + SLOW_WITHIN_EV);
  const seconds = (value: number): string => `${plainNumber(value)}\u00a0s`;
  if (easy !== null && hard !== null) return `It locks in ${seconds(easy)} where there is light, and takes ${seconds(hard)} in the last stop.`;
  const any = hard ?? easy ?? medianIn(() => true);
  return any === null ? null : `It locks in ${seconds(any)}.`;
} // prettier-ignore

import {
  apertureLabel,
  expectedFocusEv,
  lockTimes,
  type DarkestTrusted,
  type FocusSetup,
  type FocusTry,
  type LockTimes,
  type Sensor,
} from '@hushto/core';
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

/** How dark it may be, how sure that is, against the box, and how long it takes. */
export function focusTestWords(
  { ev, lowEv, highEv }: DarkestTrusted,
  setup: FocusSetup,
  tries: readonly FocusTry[],
  confidence: number,
  sensor: Pick<Sensor, 'focusLimit'>,
): string {
  const tenths = 10 * confidence;
  const share = `${Number.isInteger(tenths) ? `${tenths} tries in 10` : `${Math.round(100 * confidence)} tries in 100`} lock at EV\u00a0${evDigits(ev)}`;
  const [low, high] = [evDigits(lowEv), evDigits(highEv)];
  const sure = `after ${tries.length} the true light lies between EV\u00a0${low} and ${high}, 9 times in 10`;
  const box = expectedFocusEv(sensor, { mode: 'single', target: 'edge', fNumber: setup.fNumber });
  const off = ev - box;
  const against =
    Math.abs(off) < 0.25
      ? 'That is what the shelf says of it.'
      : `The shelf says EV\u00a0${evDigits(box)} for single on an edge: it sees ${plainNumber(Math.abs(off))}\u00a0EV ${off > 0 ? 'less' : 'further'}.`;
  return sentences(`${share}; ${sure}.`, against, timeWords(lockTimes(tries, ev)));
}

/** How long it takes. Null where none was timed. */
function timeWords({ easyS, hardS, allS }: LockTimes): string | null {
  const seconds = (value: number): string => `${plainNumber(value)}\u00a0s`;
  if (easyS !== null && hardS !== null) return `It locks in ${seconds(easyS)} where there is light, and takes ${seconds(hardS)} in the last stop.`;
  return allS === null ? null : `It locks in ${seconds(allS)}.`;
} // prettier-ignore

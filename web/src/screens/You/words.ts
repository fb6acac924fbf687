import type { TasteSeries } from '@hushto/contract';
import { stopsLabel } from '@hushto/core';
import { FINISH_WORDS, lowerFirst } from '@hushto/words';
import { SCENE_LABELS } from '../../workers/scenes/names.ts';

/** "+1⅓": grain bothers more; "−⅔": blur does. */
export const tasteWords = (stops: number): string => (stops > 1 / 6 ? `+${stopsLabel(stops)}` : stopsLabel(stops));

/** What a test was shown on; older ones on drawings. */
export const foundOn = ({ scene, brief }: TasteSeries): string =>
  scene
    ? `Found on “${lowerFirst(SCENE_LABELS[scene])}”, ${FINISH_WORDS[brief.picture.finish ?? 'plain'].goesOn}.`
    : 'It was found on a drawn scene, where grain shows more than on a photograph: look again to be sure.';

import type { Brief, FocusChoice, Sensor } from '../brief/brief.ts';
import { FOCUS_LAG_S } from '../motion/subject.ts';
import { depthOfField } from '../optics/depthOfField.ts';
import type { Picture } from '../optics/picture.ts';
import { gateAbove, type GateState } from './gates.ts';

/** How a setting is focused, and how much light autofocus has to spare, EV. */
export interface Focusing {
  readonly mode: FocusChoice;
  readonly headroomEv: number;
  /** Whether single stands in for continuous, which cannot see here. */
  readonly instead: boolean;
  readonly gate: GateState;
}

/** What continuous autofocus loses against single, EV. Ours, until a body's own focus test. */
const CONTINUOUS_COST_EV = 2;
/** The same of a body, by its own focus test where it had one, EV. */
export const continuousCostEv = ({ focusTested }: Pick<Sensor, 'focusTested'>): number =>
  focusTested?.continuousCostEv ?? CONTINUOUS_COST_EV;
/** What a target of little contrast costs autofocus, EV. Ours. */
const LOW_CONTRAST_COST_EV = 1;
export const lowContrastCostEv = ({ focusTested }: Pick<Sensor, 'focusTested'>): number =>
  focusTested?.lowContrastCostEv ?? LOW_CONTRAST_COST_EV;

/**
 * The mode a brief is focused in at an aperture, whatever the light: its own choice, else continuous where the subject moves along the
 * axis by more than the depth of field between focus and shutter, else single.
 */
export function focusModeAt({ subject, kit, picture: wishes }: Brief, picture: Picture, fNumber: number): FocusChoice {
  if (wishes.focus) return wishes.focus;
  const alongM = subject.speedMps * Math.abs(Math.cos((subject.directionDeg * Math.PI) / 180)) * FOCUS_LAG_S;
  const { nearM, farM } = depthOfField(kit.lens.focalLengthMm, fNumber, picture.toleranceMm, subject.distanceM);
  return farM !== null && alongM > farM - nearM ? 'continuous' : 'single';
}

/** @param spareEv light over the limit of single autofocus on a target of good contrast, EV */
export function focusingOf({ subject, kit, picture }: Brief, mode: FocusChoice, spareEv: number): Focusing {
  const single = spareEv - (subject.lowContrast ? lowContrastCostEv(kit.sensor) : 0);
  // What is set by hand asks nothing of autofocus, where one has chosen to.
  if (mode === 'zone' || mode === 'manual') return { mode, headroomEv: single, instead: false, gate: 'open' };
  if (mode === 'single') return { mode, headroomEv: single, instead: false, gate: gateAbove(single, 1, 0) };
  const following = single - continuousCostEv(kit.sensor);
  // Where the chosen one cannot see the other is taken if it can, unless it was the photographer's own choice.
  if (following < 0 && single >= 0 && !picture.focus)
    return { mode: 'single', headroomEv: single, instead: true, gate: gateAbove(single, 1, 0) };
  return { mode, headroomEv: following, instead: false, gate: gateAbove(following, 1, 0) };
}

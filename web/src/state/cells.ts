import { apertureMarks, type Brief, type PlanAtLight, type PlanAtShutter } from '@hushto/core';

/** How a dial-in value came to be; each has its own line under the value and its own word. */
export type CameToBe = 'computed' | 'looked' | 'limit' | 'impossible';

export interface CellState {
  how: CameToBe;
  /** "Computed.", "At the widest." */
  word: string;
}

type Shown = Pick<PlanAtShutter, 'choice' | 'figures'>;

/** The shutter: the app's answer, or where the user looks. */
export function shutterState(plan: PlanAtLight, shown: Shown, moved: boolean): CellState {
  const { gates } = shown.figures;
  if (gates.freeze === 'shut') return { how: 'impossible', word: 'Too slow.' };
  if (gates.light === 'shut') return { how: 'impossible', word: 'Too fast for this light.' };
  if (gates.hold === 'shut') return { how: 'impossible', word: 'Too slow for your hands.' };
  if (moved) return { how: 'looked', word: 'Looked at.' };
  return plan.possible ? { how: 'computed', word: 'Computed.' } : { how: 'impossible', word: 'Nearest.' };
}

export function apertureState({ kit }: Brief, { choice, figures }: Shown): CellState {
  if (figures.gates.depth === 'shut') return { how: 'impossible', word: 'Too shallow.' };
  const third = apertureMarks.nearest(choice.fNumber);
  if (third === apertureMarks.nearest(kit.lens.widestF)) return { how: 'limit', word: 'At the widest.' };
  if (third === apertureMarks.nearest(kit.lens.narrowestF)) return { how: 'limit', word: 'At the narrowest.' };
  return { how: 'computed', word: 'Computed.' };
}

export function isoState({ kit, picture }: Brief, { choice, figures }: Shown): CellState {
  if (figures.gates.light === 'shut') return { how: 'impossible', word: 'Too dark.' };
  const ceiling = Math.min(picture.isoCeiling, kit.sensor.maxIso);
  if (choice.liftStops > 0 || choice.iso >= ceiling * 0.9) {
    return { how: 'limit', word: ceiling < picture.isoCeiling ? 'At the body’s top.' : 'At your ceiling.' };
  }
  return choice.iso <= kit.sensor.baseIso * 1.1 ? { how: 'limit', word: 'At base ISO.' } : { how: 'computed', word: 'Computed.' };
}

export function burstState({ picture }: Brief, { choice, figures }: Shown): CellState {
  if (figures.gates.hold === 'shut') return { how: 'impossible', word: 'Not enough.' };
  if (choice.burst >= picture.maxBurst && figures.gates.hold !== 'open') return { how: 'limit', word: 'All you allow.' };
  return { how: 'computed', word: 'Computed.' };
}

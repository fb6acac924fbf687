import { BURST_WORDS } from '@hushto/words';
import { apertureMarks, type Brief, type GateName, type PlanAtLight, type PlanAtShutter } from '@hushto/core';

/** How a dial-in value came to be; each has its own line under the value and its own word. */
export type CameToBe = 'computed' | 'looked' | 'pinned' | 'limit' | 'impossible';

export interface CellState {
  how: CameToBe;
  /** "Computed.", "At the widest." */
  word: string;
}

type Shown = Pick<PlanAtShutter, 'choice' | 'figures' | 'relaxed' | 'possible'>;

/** Whether a shut gate was given up knowingly, for a setting that works. */
const gaveWay = ({ relaxed, possible }: Shown, gate: GateName): boolean => possible && relaxed.includes(gate);

const cannot = (word: string): CellState => ({ how: 'impossible', word });
const PINNED: CellState = { how: 'pinned', word: 'Pinned.' };
/** Under an even chance nothing is simply computed. */
const EVEN = 0.5;
const UNDER_EVEN: CellState = { how: 'limit', word: 'Under an even chance.' };

/** The shutter: the app's answer, the user's pin, or where the user looks. */
export function shutterState(brief: Brief, plan: PlanAtLight, shown: Shown, moved: boolean): CellState {
  const { gates } = shown.figures;
  const { aim, pinned } = brief.picture;
  if (gates.freeze === 'shut' && !gaveWay(shown, 'freeze')) return cannot(aim === 'freeze' ? 'Too slow.' : `Not a ${aim}.`);
  if (gates.light === 'shut') return cannot('Too fast for this light.');
  if (gates.hold === 'shut' && !gaveWay(shown, 'hold')) return cannot('Too slow for your hands.');
  if (moved) return { how: 'looked', word: 'Looked at.' };
  if (plan.possible && pinned.shutterS === null && shown.figures.burstProbability < EVEN) return UNDER_EVEN;
  if (!plan.possible && pinned.shutterS === null) return cannot('Nearest.');
  return pinned.shutterS === null ? { how: 'computed', word: 'Computed.' } : PINNED;
}

export function apertureState({ kit, picture }: Brief, shown: Shown): CellState {
  const { choice, figures } = shown;
  if (figures.gates.depth === 'shut' && !gaveWay(shown, 'depth')) return cannot('Too shallow.');
  if (picture.pinned.fNumber !== null) return PINNED;
  const third = apertureMarks.nearest(choice.fNumber);
  if (third === apertureMarks.nearest(kit.lens.widestF)) return { how: 'limit', word: 'At the widest.' };
  if (third === apertureMarks.nearest(kit.lens.narrowestF)) return { how: 'limit', word: 'At the narrowest.' };
  return { how: 'computed', word: 'Computed.' };
}

export function isoState({ kit, picture }: Brief, { choice, figures }: Shown): CellState {
  if (figures.gates.light === 'shut') return cannot('Too dark.');
  if (figures.highlightStops < 0 && figures.overStops > 0) return cannot('Too bright.');
  if (picture.pinned.iso !== null) return PINNED;
  const ceiling = Math.min(picture.isoCeiling, kit.sensor.maxIso);
  if (choice.liftStops > 0 || choice.iso >= ceiling * 0.9) {
    return { how: 'limit', word: ceiling < picture.isoCeiling ? 'At the body’s top.' : 'At your ceiling.' };
  }
  return choice.iso <= kit.sensor.baseIso * 1.1 ? { how: 'limit', word: 'At base ISO.' } : { how: 'computed', word: 'Computed.' };
}

export function burstState({ picture }: Brief, shown: Shown): CellState {
  const { figures } = shown;
  if (figures.gates.hold === 'shut' && !gaveWay(shown, 'hold')) return cannot('Not enough.');
  if (picture.pinned.burst !== null) return PINNED;
  if (figures.burstFor === 'limit') return { how: 'limit', word: BURST_WORDS.limit };
  return { how: 'computed', word: BURST_WORDS[figures.burstFor] };
}

import { GATE_NAMES } from './gates.ts';
import type { Candidate, Situation } from './situation.ts';

/** Settings by shutter, slow to fast, each row wide to narrow and made when first looked at; an empty row where a shutter has none. */
export class Rows {
  readonly length: number;
  readonly #make: (i: number) => readonly Candidate[];
  readonly #made: (readonly Candidate[] | undefined)[] = [];

  constructor(length: number, make: (i: number) => readonly Candidate[]) {
    this.length = length;
    this.#make = make;
  }

  /** Empty beyond the ends. */
  at(i: number): readonly Candidate[] {
    if (i < 0 || i >= this.length) return NONE;
    return (this.#made[i] ??= this.#make(i));
  }

  where(keep: (candidate: Candidate) => boolean): Rows {
    return new Rows(this.length, (i) => this.at(i).filter(keep));
  }

  /** Index of the row nearest to `wanted` that has settings; −1 where none has. */
  nearest(wanted: number): number {
    for (let off = 0; off < this.length; off++) {
      if (this.at(wanted - off).length > 0) return wanted - off;
      if (this.at(wanted + off).length > 0) return wanted + off;
    }
    return -1;
  }

  get isEmpty(): boolean {
    return this.nearest(0) < 0;
  }
}
const NONE: readonly Candidate[] = [];

/** The setting of most detail at one shutter. */
export interface Summit {
  candidate: Candidate;
  bits: number;
}

/** The run of shutters that look alike: as sharp as the best of them within a tenth. */
export interface Floor {
  slowestS: number;
  fastestS: number;
  /** The setting of most detail, and its bits. */
  best: Summit;
  /** Indices of its rows, slow to fast. */
  from: number;
  to: number;
}

/** Share of the best detail that still looks alike. */
export const ALIKE = 0.9;
/** Of the apertures at one shutter, those with at least this share of the best. */
const ALIKE_APERTURES = 0.98;

/** Of a row the aperture of most detail; detail has one summit over aperture in practice, so it is climbed from a neighbour's. */
function summitOf(situation: Situation, row: readonly Candidate[], startAt: number): Summit | null {
  if (row.length === 0) return null;
  const height = (candidate: Candidate): number => situation.detail.roughBits(candidate);
  let at = Math.min(row.length - 1, Math.max(0, startAt - row[0]!.aperture.index));
  let top = height(row[at]!);
  for (const step of [-1, 1]) {
    for (let next = row[at + step]; next; next = row[at + step]) {
      const there = height(next);
      if (there <= top) break;
      top = there;
      at += step;
    }
  }
  const candidate = row[at]!;
  return { candidate, bits: situation.detail.bits(candidate) };
}

/** The best setting of each row, found when asked for; null for an empty one. Asked in order, each climbs from its neighbour's aperture. */
export function summitsOf(situation: Situation, rows: Rows, startAt = 0): (i: number) => Summit | null {
  const found = new Map<number, Summit | null>();
  let start = startAt;
  return (i) => {
    let summit = found.get(i);
    if (summit === undefined) {
      found.set(i, (summit = summitOf(situation, rows.at(i), start)));
      if (summit) start = summit.candidate.aperture.index;
    }
    return summit;
  };
}

/**
 * The floor of some settings: the unbroken run of shutters round the best whose detail is within a tenth of it; null for none.
 * @param near where the best was in a neighbouring light, to climb from; without it every shutter is looked at
 */
export function floorOf(situation: Situation, rows: Rows, near: Candidate | null = null): Floor | null {
  const summits = summitsOf(situation, rows, near?.aperture.index);
  const bits = (i: number): number => summits(i)?.bits ?? -1;
  const top = near ? climbed(bits, rows.nearest(rowOf(situation, near))) : best(bits, rows.length);
  if (top < 0 || bits(top) < 0) return null;
  const [from, to] = runRound(bits, top, ALIKE * bits(top));
  const shutterOf = (i: number): number => summits(i)!.candidate.shutter.shutterS;
  return { slowestS: shutterOf(from), fastestS: shutterOf(to), best: summits(top)!, from, to };
}

/** Index of a setting's row among those of the shutters allowed. */
export const rowOf = (situation: Situation, { shutter }: Candidate): number => shutter.index - situation.marks.allowed[0]!.index;

function best(height: (i: number) => number, length: number): number {
  let top = 0;
  for (let i = 1; i < length; i++) if (height(i) > height(top)) top = i;
  return top;
}

/** The summit climbed to from `at`, either way. */
export function climbed(height: (i: number) => number, at: number): number {
  let top = at;
  for (const step of [-1, 1]) while (height(top + step) > height(top)) top += step;
  return top;
}

/** The unbroken run round `at` that is at least so high. */
export function runRound(height: (i: number) => number, at: number, least: number): [from: number, to: number] {
  let [from, to] = [at, at];
  while (height(from - 1) >= least) from--;
  while (height(to + 1) >= least) to++;
  return [from, to];
}

/**
 * Of a row, the aperture to take: of those within two hundredths of the best, first those that leave every gate open that any of them
 * leaves open, then the widest.
 */
export function widestAlike(situation: Situation, row: readonly Candidate[]): Candidate {
  const { candidate, bits } = summitOf(situation, row, row[0]!.aperture.index)!;
  const at = candidate.aperture.index - row[0]!.aperture.index;
  const [from, to] = runRound((i) => (row[i] ? situation.detail.bits(row[i]) : -1), at, ALIKE_APERTURES * bits);
  const some = row.slice(from, to + 1);
  const opened = GATE_NAMES.filter((gate) => some.some(({ gates }) => gates[gate] === 'open'));
  return some.find(({ gates }) => opened.every((gate) => gates[gate] === 'open')) ?? some[0]!;
}

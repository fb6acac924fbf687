import type { Brief, Sensor } from '../brief/brief.ts';
import type { ShelfLens } from '../optics/zoomLens.ts';
import { kitAtWork } from './kitAtWork.ts';
import { AS_PLANNED } from './withKit.ts';

/** What a lens does for a stretch of an outing. */
export interface LensForSegment {
  /** Why it does not do: too long for the view, too short, or no setting works; null where it does. */
  fails: 'long' | 'short' | 'setting' | null;
  detailBits: number;
  shown: number;
  /** Crop to the view where the lens is too short, linear, ≥ 1. */
  crop: number;
}

/** Lenses by stretches: `[lens][segment]`. */
export type LensTable = readonly (readonly LensForSegment[])[];

/** A view so little narrower that nobody turns back for it. Ours. */
const NEARLY_ALL = 0.95;
/** A crop beyond this leaves a picture for a small screen only: another lens is wanted. Ours. */
const MOST_CROP = 2.5;

/** What one lens does for one stretch with a body. @param handsOf as in {@link kitAtWork} */
export function lensForSegment(brief: Brief, sensor: Sensor, lens: ShelfLens, handsOf?: (brief: Brief) => Brief): LensForSegment {
  const aspect = brief.kit.sensor.widthMm / brief.kit.sensor.heightMm;
  const { plan, view, detailBits } = kitAtWork(brief, { sensor, lens, settled: AS_PLANNED }, aspect, handsOf);
  const { shown, crop } = view;
  const tooShort = crop > MOST_CROP * brief.picture.crop;
  const fails = shown < NEARLY_ALL ? 'long' : tooShort ? 'short' : plan.possible ? null : 'setting';
  return { fails, detailBits, shown, crop };
}

/** What a set of lenses gives in a stretch: the best of those that work, null where none does. */
const bestIn = (table: LensTable, lenses: readonly number[], segment: number): number | null =>
  lenses.reduce<number | null>((best, lens) => {
    const { fails, detailBits } = table[lens]![segment]!;
    return fails === null && detailBits > (best ?? 0) ? detailBits : best;
  }, null);

/** What a set of lenses keeps of an outing. */
export interface LensSet {
  /** Their places in the table, in its order. */
  lenses: number[];
  /** By stretch: which of them is the best there, and the share of the detail that the best of all the lenses would give; null where none works. */
  best: ({ lens: number; share: number } | null)[];
}

function setOf(table: LensTable, lenses: readonly number[]): LensSet {
  const all = table.map((_, lens) => lens);
  return {
    lenses: [...lenses],
    best: (table[0] ?? []).map((_, segment) => {
      const bits = bestIn(table, lenses, segment);
      if (bits === null) return null;
      const lens = lenses.find((one) => table[one]![segment]!.fails === null && table[one]![segment]!.detailBits === bits)!;
      return { lens, share: bits / bestIn(table, all, segment)! };
    }),
  };
}

/** How good a set is: stretches that work first, then the worst share of detail in them. */
function worthOf({ best }: LensSet): [works: number, worst: number, mean: number] {
  const shares = best.flatMap((one) => (one ? [one.share] : []));
  return [shares.length, Math.min(1, ...shares), shares.reduce((sum, share) => sum + share, 0) / Math.max(1, shares.length)];
}

function better(one: LensSet, other: LensSet | null): boolean {
  if (!other) return true;
  const [mine, theirs] = [worthOf(one), worthOf(other)];
  const differing = mine.findIndex((value, i) => Math.abs(value - theirs[i]!) > 1e-9);
  return differing >= 0 && mine[differing]! > theirs[differing]!;
}

function* setsOf(count: number, size: number, from = 0): Generator<number[]> {
  if (size === 0) yield [];
  else for (let lens = from; lens <= count - size; lens++) for (const rest of setsOf(count, size - 1, lens + 1)) yield [lens, ...rest];
} // prettier-ignore

/**
 * The smallest set of lenses that works wherever any of them does; of several as small the one whose worst stretch keeps most detail.
 * Every set is looked at: twenty lenses make some thousands of four.
 */
export function smallestSet(table: LensTable): LensSet {
  const all = table.map((_, lens) => lens);
  const [most] = worthOf(setOf(table, all));
  for (let size = 0; size < table.length; size++) {
    let best: LensSet | null = null;
    for (const lenses of setsOf(table.length, size)) {
      const set = setOf(table, lenses);
      if (worthOf(set)[0] === most && better(set, best)) best = set;
    }
    if (best) return best;
  }
  return setOf(table, all);
}

/** What leaving one lens of a set at home costs: by stretch, the share of the set's detail that is kept; null where nothing works any more. */
export function leavingHome(table: LensTable, { lenses, best }: LensSet, lens: number): (number | null)[] {
  const left = setOf(table, lenses.filter((one) => one !== lens));
  return best.map((one, segment) => {
    const then = left.best[segment]!;
    return one && then ? then.share / one.share : null;
  });
} // prettier-ignore

/** What every lens of a set costs to leave, and what carrying all of them keeps. */
export const setOfLenses = (table: LensTable, lenses: readonly number[]): LensSet => setOf(table, lenses);

import type { School } from '../brief/brief.ts';
import { dialledSetting, type DialledSetting, type Figures } from './figures.ts';
import { hushPoint, runOf, type Choice } from './hushPoint.ts';
import type { Situation } from './situation.ts';

/** How a setting that pins or another school chose stands against the hush point of the same brief. */
export interface AgainstHush {
  /** The hush point with nothing pinned, and the halvings lost there. */
  hush: DialledSetting & { lostGrain: number; lostBlur: number };
  /** Halvings of detail less than at the hush point; below zero where a gate the hush point keeps is given up for more. */
  halvings: number;
  /** Its parts: what more is lost to blur and to grain. They add up to `halvings`. */
  blur: number;
  grain: number;
  /** The floor the hush point stands on. */
  floor: Figures['plateau'];
  /** What chose instead: pins, a look at another shutter, or another school. */
  by: 'pins' | 'cursor' | Exclude<School, 'hush'>;
}

/** Null where nothing is pinned and the school is Hush: the choice is the hush point then, or where no hush point exists. */
export function againstHush(situation: Situation, { candidate }: Choice): AgainstHush | null {
  const { school, pinned } = situation.brief.picture;
  const isPinned = Object.values(pinned).some((pin) => pin !== null);
  if (school === 'hush' && !isPinned) return null;
  const free = situation.unpinned;
  const best = hushPoint(free, candidate.ev100);
  if (!best.possible) return null;
  const [here, there] = [situation.detail.losses(candidate), free.detail.losses(best.candidate)];
  const blur = here.lostBlur - there.lostBlur;
  const grain = here.lostGrain - there.lostGrain;
  const hush = dialledSetting(free, best.candidate);
  return {
    hush: { ...hush, ...there },
    halvings: blur + grain,
    blur,
    grain,
    floor: runOf(free, best),
    by: school === 'hush' ? 'pins' : school,
  };
}

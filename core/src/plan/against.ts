import { dialledSetting, type DialledSetting } from './figures.ts';
import { hushPoint, type Choice } from './hushPoint.ts';
import { SCHOOL_WORDS } from './schools.ts';
import type { Situation } from './situation.ts';
import { plainNumber, shutterWords } from './words.ts';

/** How a setting that pins or another school chose stands against the hush point of the same brief. */
export interface AgainstHush {
  /** The hush point with nothing pinned, and the halvings lost there. */
  hush: DialledSetting & { lostGrain: number; lostBlur: number };
  /** Halvings of detail less than at the hush point; below zero where a gate the hush point keeps is given up for more. */
  halvings: number;
  /** Its parts: what more is lost to blur and to grain. They add up to `halvings`. */
  blur: number;
  grain: number;
  say: string;
}

/** Null where nothing is pinned and the school is Hush: the choice is the hush point then, or where no hush point exists. */
export function againstHush(situation: Situation, { candidate }: Choice): AgainstHush | null {
  const { school, pinned } = situation.brief.picture;
  const isPinned = Object.values(pinned).some((pin) => pin !== null);
  if (school === 'hush' && !isPinned) return null;
  const free = situation.unpinned;
  const best = hushPoint(free, candidate.ev100);
  if (!best.possible) return null;
  const [here, there] = [situation.losses(candidate), free.losses(best.candidate)];
  const blur = here.lostBlur - there.lostBlur;
  const grain = here.lostGrain - there.lostGrain;
  const hush = dialledSetting(free, best.candidate);
  const who = school === 'hush' ? 'Your pins' : SCHOOL_WORDS[school].label;
  return { hush: { ...hush, ...there }, halvings: blur + grain, blur, grain, say: sentence(who, hush, blur, grain) };
}

/** Halvings too small to speak of. */
const NOTHING = 0.05;

function sentence(who: string, hush: DialledSetting, blur: number, grain: number): string {
  const total = blur + grain;
  const there = `the hush point, ${shutterWords(hush.shutterS)} at ${hush.labels.aperture}`;
  if (Math.abs(total) < NOTHING) return `${who}: the same detail as at ${there}.`;
  const parts = [part(blur, 'blur'), part(grain, 'grain')].filter(Boolean).join(', ');
  const cost = `${plainNumber(Math.abs(total))} halvings`;
  return total > 0
    ? `${who}: ${cost} less detail than at ${there}: ${parts}.`
    : `${who}: ${cost} more detail than at ${there}, which keeps to its gates: ${parts}.`;
}

function part(halvings: number, what: string): string {
  if (Math.abs(halvings) < NOTHING) return '';
  return `${plainNumber(Math.abs(halvings))} ${halvings > 0 ? 'more' : 'less'} to ${what}`;
}

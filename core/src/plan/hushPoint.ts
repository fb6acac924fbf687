import { HIGHLIGHT_STOPS } from '../sensor/sensor.ts';
import { AIMS } from './aims.ts';
import type { GateName } from './gates.ts';
import type { ShutterOption } from './marks.ts';
import type { Candidate, Situation } from './situation.ts';

/** A chosen setting and how it was come by. */
export interface Choice {
  candidate: Candidate;
  /** Gates that had to give way, most easily given first. */
  relaxed: GateName[];
  possible: boolean;
  /** Why nothing works, when nothing does. */
  reason: 'none' | 'tooBright' | 'tooDark' | 'blocked';
}

/** Two settings whose detail differs by less are the same to the eye. */
const TIE = 0.005;

/**
 * The hush point in a light: of the settings no gate forbids, the one that keeps most detail.
 * Where every setting is forbidden the gates give way in a fixed order (focus, flicker, depth, then the rest), each named;
 * light never gives way silently. With shutter, aperture and ISO pinned there is nothing to find: what they give is said.
 */
export function hushPoint(situation: Situation, ev100: number, { among = any, choose = mostDetail }: HushOptions = {}): Choice {
  if (situation.evaluatesOnly) return asPinned(situation, ev100);
  const usable = usableSettings(situation, ev100, among);
  return (
    nothingRelaxedBut(situation, usable, choose) ??
    withoutDepth(situation, usable, choose) ??
    nearestSetting(situation, ev100, among)
  );
}

/** Settings that get the light, hold and do not shut Freeze: these never give way here. */
export function usableSettings(situation: Situation, ev100: number, among: NonNullable<HushOptions['among']> = any): Candidate[] {
  // Most shutters need not be looked at. Light is best wide open.
  const widest = situation.marks.apertures[0]!;
  return situation.marks.allowed
    .filter(
      (shutter) =>
        shutter.freeze !== 'shut' && situation.exposure(shutter, widest, ev100).light !== 'shut' && situation.holds(shutter),
    )
    .flatMap((shutter) => situation.candidatesAt(shutter, ev100))
    .filter((candidate) => !candidate.overExposed && candidate.gates.light !== 'shut' && among(candidate));
}

/** Focus gives way first, then flicker. Where motion is to show, it is tried within the range wanted before beside it. */
function nothingRelaxedBut(situation: Situation, usable: readonly Candidate[], choose: Chooser): Choice | null {
  const tiers = showsMotion(situation) ? [usable.filter(({ gates }) => gates.freeze === 'open'), usable] : [usable];
  for (const tier of tiers) {
    for (const relaxed of [[], ['focus'], ['flicker'], ['focus', 'flicker']] satisfies GateName[][]) {
      const passing = tier.filter((candidate) => passes(candidate, [...relaxed, ...situation.waived]));
      if (passing.length > 0) return chosen(situation, choose(situation, passing), relaxed);
    }
  }
  return null;
}

/** A setting that works, with what gave way for it; gates a wish waives are named where they are not open. */
export function chosen(situation: Situation, candidate: Candidate, relaxed: readonly GateName[]): Choice {
  const waived = situation.waived.filter((gate) => candidate.gates[gate] !== 'open');
  return { candidate, relaxed: [...relaxed.filter((gate) => !waived.includes(gate)), ...waived], possible: true, reason: 'none' };
}

const showsMotion = ({ brief }: Situation): boolean => AIMS[brief.picture.aim].wanted !== null;

/** The nearest setting where no other works: among those asked for, else any; the fastest and narrowest where all are too bright. */
export function nearestSetting(situation: Situation, ev100: number, among: NonNullable<HushOptions['among']> = any): Choice {
  return (
    (showsMotion(situation) ? nearestShowing(situation, ev100, among) : null) ??
    nearest(situation, ev100, among) ??
    nearest(situation, ev100, any) ??
    tooBright(situation, ev100)
  );
}

type Chooser = (situation: Situation, passing: readonly Candidate[]) => Candidate;

export interface HushOptions {
  /** Which settings may be chosen; where none of them gets any light, all. */
  among?: (setting: Pick<Candidate, 'shutter' | 'aperture'>) => boolean;
  /** How the best of those that pass is found. */
  choose?: Chooser;
}

const any = (): boolean => true;

/**
 * Whether some setting works in this light, without working out any detail. Of the shutters that get the light and do not shut
 * Freeze the fastest shakes least, so Hold is asked of that one alone.
 */
export function isPossible(situation: Situation, ev100: number): boolean {
  if (situation.evaluatesOnly) return asPinned(situation, ev100).possible;
  const steadiest = situation.marks.allowed.findLast(
    (shutter) =>
      shutter.freeze !== 'shut' &&
      situation.marks.apertures.some((aperture) => {
        const { overExposed, light } = situation.exposure(shutter, aperture, ev100);
        return !overExposed && light !== 'shut';
      }),
  );
  if (steadiest && situation.holds(steadiest)) return true;
  return nearestSetting(situation, ev100).possible;
}

/** Every shutter and aperture body, lens and pins allow, in one light. */
export const allCandidates = (situation: Situation, ev100: number): Candidate[] =>
  situation.marks.allowed.flatMap((shutter) => situation.candidatesAt(shutter, ev100));

/** Hold open and every other gate not shut, leaving out the relaxed ones. */
export function passes({ gates }: Candidate, relaxed: readonly GateName[]): boolean {
  if (gates.hold !== 'open' && !relaxed.includes('hold')) return false;
  return (Object.keys(gates) as GateName[]).every((gate) => gates[gate] !== 'shut' || relaxed.includes(gate));
}

/** The candidate of most detail; among those within a tie, the aperture nearer the middle of the lens, then the faster shutter. */
function mostDetail(situation: Situation, candidates: readonly Candidate[]): Candidate {
  const best = Math.max(...candidates.map((candidate) => situation.detail.bits(candidate)));
  const { widestF, narrowestF } = situation.brief.kit.lens;
  const middle = Math.log2(widestF * narrowestF) / 2;
  const off = (candidate: Candidate): number => Math.abs(Math.log2(candidate.aperture.fNumber) - middle);
  return candidates
    .filter((candidate) => situation.detail.bits(candidate) >= best * (1 - TIE))
    .reduce((kept, other) => {
      const difference = off(other) - off(kept);
      if (Math.abs(difference) > 1e-9) return difference < 0 ? other : kept;
      return other.shutter.shutterS < kept.shutter.shutterS ? other : kept;
    });
}

/** Depth gives way: the narrowest aperture at which a setting remains, and of its shutters the one of most detail. */
export function withoutDepth(situation: Situation, usable: readonly Candidate[], choose: Chooser = mostDetail): Choice | null {
  const passing = usable.filter((candidate) => passes(candidate, ['focus', 'flicker', 'depth', ...situation.waived]));
  if (passing.length === 0) return null;
  const narrowest = Math.max(...passing.map((candidate) => candidate.aperture.fNumber));
  const candidate = choose(
    situation,
    passing.filter((other) => other.aperture.fNumber === narrowest),
  );
  return chosen(situation, candidate, shutGates(candidate));
}

/**
 * The nearest setting: the widest aperture and the fastest shutter at which Light is not shut, with the whole burst.
 * It works only while Hold is at least marginal and Freeze not shut. Null when every mark is over-exposed.
 */
function nearest(situation: Situation, ev100: number, among: NonNullable<HushOptions['among']>): Choice | null {
  for (const aperture of situation.marks.apertures) {
    const exposed = (shutter: ShutterOption, lit: boolean): boolean => {
      if (!among({ shutter, aperture })) return false;
      const { overExposed, light } = situation.exposure(shutter, aperture, ev100);
      return !overExposed && (!lit || light !== 'shut');
    };
    // The fastest that gets the light, else the slowest there is.
    const shutter =
      situation.marks.allowed.findLast((option) => exposed(option, true)) ??
      situation.marks.allowed.find((option) => exposed(option, false));
    if (!shutter) continue;
    const candidate = situation.candidate(withWholeBurst(situation, shutter), aperture, ev100);
    return lastResort(situation, candidate);
  }
  return null;
}

/** Where motion is to show, the nearest setting is first of all one that shows it: of those that get the light the steadiest. */
function nearestShowing(situation: Situation, ev100: number, among: NonNullable<HushOptions['among']>): Choice | null {
  const showing = situation.marks.allowed.filter(({ freeze }) => freeze !== 'shut').reverse(); // fastest first
  for (const shutter of showing) {
    for (const aperture of situation.marks.apertures) {
      if (!among({ shutter, aperture })) continue;
      const { overExposed, light } = situation.exposure(shutter, aperture, ev100);
      if (!overExposed && light !== 'shut')
        return lastResort(situation, situation.candidate(withWholeBurst(situation, shutter), aperture, ev100));
    }
  }
  return null;
}

/** It works only while Hold is at least marginal and neither Light nor Freeze is shut. */
function lastResort(situation: Situation, candidate: Candidate): Choice {
  const { gates } = candidate;
  const holds = gates.hold !== 'shut' || situation.waived.includes('hold');
  const relaxed = shutGates(candidate);
  if (gates.hold === 'marginal') relaxed.push('hold');
  if (gates.light !== 'shut' && holds && gates.freeze !== 'shut') return chosen(situation, candidate, relaxed);
  return { candidate, relaxed, possible: false, reason: gates.light === 'shut' ? 'tooDark' : 'blocked' };
}

/** Shutter, aperture and ISO as pinned: what they give, whatever it is. Mid grey itself must not clip. */
function asPinned(situation: Situation, ev100: number): Choice {
  const candidate = situation.candidate(situation.marks.allowed[0]!, situation.marks.apertures[0]!, ev100);
  if (candidate.overStops > HIGHLIGHT_STOPS)
    return { candidate, relaxed: shutGates(candidate), possible: false, reason: 'tooBright' };
  return lastResort(situation, candidate);
}

function tooBright(situation: Situation, ev100: number): Choice {
  const all = allCandidates(situation, ev100);
  const narrowest = Math.max(...all.map((candidate) => candidate.aperture.fNumber));
  const candidate = fastest(all.filter((other) => other.aperture.fNumber === narrowest));
  return { candidate, relaxed: shutGates(candidate), possible: false, reason: 'tooBright' };
}

/** The same shutter with every frame the brief allows in its burst. */
function withWholeBurst(situation: Situation, shutter: ShutterOption): ShutterOption {
  const { maxBurst, pinned } = situation.brief.picture;
  if (pinned.burst !== null || shutter.hands().frames === maxBurst) return shutter;
  return situation.marks.shutterWith(shutter, maxBurst);
}

const fastest = (candidates: readonly Candidate[]): Candidate =>
  candidates.reduce((a, b) => (b.shutter.shutterS < a.shutter.shutterS ? b : a));

export const shutGates = ({ gates }: Candidate): GateName[] =>
  (['focus', 'flicker', 'depth', 'hold', 'freeze', 'light'] as const).filter((gate) => gates[gate] === 'shut');

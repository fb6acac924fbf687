import type { GateName } from './gates.ts';
import type { Candidate, ShutterOption, Situation } from './situation.ts';

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
 * light never gives way silently.
 */
export function hushPoint(situation: Situation, ev100: number, { among = any, choose = mostDetail }: HushOptions = {}): Choice {
  // Freeze and Light never give way here, nor does Hold: most shutters need not be looked at. Light is best wide open.
  const widest = situation.apertures[0]!;
  const usable = situation.shutters
    .filter(
      (shutter) =>
        shutter.freeze !== 'shut' &&
        situation.exposure(shutter, widest, ev100).light !== 'shut' &&
        shutter.hands().hold === 'open',
    )
    .flatMap((shutter) => situation.candidatesAt(shutter, ev100))
    .filter((candidate) => !candidate.overExposed && candidate.gates.light !== 'shut' && among(candidate));
  for (const relaxed of [[], ['focus'], ['flicker'], ['focus', 'flicker']] satisfies GateName[][]) {
    const passing = usable.filter((candidate) => passes(candidate, relaxed));
    if (passing.length > 0) return { candidate: choose(situation, passing), relaxed, possible: true, reason: 'none' };
  }
  return (
    withoutDepth(situation, usable, choose) ??
    nearest(situation, ev100, among) ??
    nearest(situation, ev100, any) ??
    tooBright(situation, ev100)
  );
}

interface HushOptions {
  /** Which settings may be chosen; where none of them gets any light, all. */
  among?: (setting: Pick<Candidate, 'shutter' | 'aperture'>) => boolean;
  /** How the best of those that pass is found. */
  choose?: (situation: Situation, passing: readonly Candidate[]) => Candidate;
}

const any = (): boolean => true;

/**
 * Whether some setting works in this light, without working out any detail. Of the shutters that get the light and do not shut
 * Freeze the fastest shakes least, so Hold is asked of that one alone.
 */
export function isPossible(situation: Situation, ev100: number): boolean {
  const works = situation.shutters.filter(
    (shutter) =>
      shutter.freeze !== 'shut' &&
      situation.apertures.some((aperture) => {
        const { overExposed, light } = situation.exposure(shutter, aperture, ev100);
        return !overExposed && light !== 'shut';
      }),
  );
  if (works.at(-1)?.hands().hold === 'open') return true;
  return nearest(situation, ev100, any)?.possible ?? false;
}

/** Every shutter and aperture body, lens and pins allow, in one light. */
export const allCandidates = (situation: Situation, ev100: number): Candidate[] =>
  situation.shutters.flatMap((shutter) => situation.candidatesAt(shutter, ev100));

/** Hold open and every other gate not shut, leaving out the relaxed ones. */
export function passes({ gates }: Candidate, relaxed: readonly GateName[]): boolean {
  if (gates.hold !== 'open') return false;
  return (Object.keys(gates) as GateName[]).every((gate) => gates[gate] !== 'shut' || relaxed.includes(gate));
}

/** The candidate of most detail; among those within a tie, the aperture nearer the middle of the lens, then the faster shutter. */
export function mostDetail(situation: Situation, candidates: readonly Candidate[]): Candidate {
  const best = Math.max(...candidates.map((candidate) => situation.bits(candidate)));
  const { widestF, narrowestF } = situation.brief.kit.lens;
  const middle = Math.log2(widestF * narrowestF) / 2;
  const off = (candidate: Candidate): number => Math.abs(Math.log2(candidate.aperture.fNumber) - middle);
  return candidates
    .filter((candidate) => situation.bits(candidate) >= best * (1 - TIE))
    .reduce((kept, other) => {
      const difference = off(other) - off(kept);
      if (Math.abs(difference) > 1e-9) return difference < 0 ? other : kept;
      return other.shutter.shutterS < kept.shutter.shutterS ? other : kept;
    });
}

/** Depth gives way: the narrowest aperture at which a setting remains, and of its shutters the one of most detail. */
function withoutDepth(
  situation: Situation,
  usable: readonly Candidate[],
  choose: NonNullable<HushOptions['choose']>,
): Choice | null {
  const passing = usable.filter((candidate) => passes(candidate, ['focus', 'flicker', 'depth']));
  if (passing.length === 0) return null;
  const narrowest = Math.max(...passing.map((candidate) => candidate.aperture.fNumber));
  const candidate = choose(
    situation,
    passing.filter((other) => other.aperture.fNumber === narrowest),
  );
  return { candidate, relaxed: shutGates(candidate), possible: true, reason: 'none' };
}

/**
 * The nearest setting: the widest aperture and the fastest shutter at which Light is not shut, with the whole burst.
 * It works only while Hold is at least marginal and Freeze not shut. Null when every mark is over-exposed.
 */
function nearest(situation: Situation, ev100: number, among: NonNullable<HushOptions['among']>): Choice | null {
  for (const aperture of situation.apertures) {
    const allowed = situation.shutters.filter((shutter) => among({ shutter, aperture }));
    const exposed = allowed.map((shutter) => ({ shutter, ...situation.exposure(shutter, aperture, ev100) }));
    const open = exposed.filter((exposure) => !exposure.overExposed);
    if (open.length === 0) continue;
    const lit = open.filter((exposure) => exposure.light !== 'shut');
    const { shutter } = lit.at(-1) ?? open[0]!; // the fastest that gets the light, else the slowest there is
    const candidate = situation.candidate(withWholeBurst(situation, shutter), aperture, ev100);
    const possible = lit.length > 0 && candidate.gates.hold !== 'shut' && candidate.gates.freeze !== 'shut';
    const relaxed = shutGates(candidate);
    if (candidate.gates.hold === 'marginal') relaxed.push('hold');
    if (possible) return { candidate, relaxed, possible, reason: 'none' };
    return { candidate, relaxed, possible, reason: candidate.gates.light === 'shut' ? 'tooDark' : 'blocked' };
  }
  return null;
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
  return situation.shutterWith(shutter, maxBurst);
}

const fastest = (candidates: readonly Candidate[]): Candidate =>
  candidates.reduce((a, b) => (b.shutter.shutterS < a.shutter.shutterS ? b : a));

const shutGates = ({ gates }: Candidate): GateName[] =>
  (['focus', 'flicker', 'depth', 'hold', 'freeze', 'light'] as const).filter((gate) => gates[gate] === 'shut');

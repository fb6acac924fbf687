import { viewedPixels } from '../optics/picture.ts';
import { AIMS, type Aim } from './aims.ts';
import { dialledSetting, type DialledSetting } from './figures.ts';
import { GATE_NAMES, type GateName } from './gates.ts';
import { chosen, lastResort, passes, type Choice } from './hushPoint.ts';
import type { Crispness } from './reasons.ts';
import { moreLight, onTheSpot, type Remedy } from './remedies.ts';
import { choiceOf } from './schools.ts';
import type { Candidate, Situation } from './situation.ts';

/** How a rung stands: nothing at its edge, a gate only marginal, something given way, or nothing works. */
export type RungState = 'works' | 'edge' | 'relaxed' | 'past';

/** A run of light over which one thing gives: the settings are those at its brighter end. */
export interface Rung extends DialledSetting {
  /** Brighter and darker end, EV at ISO 100. */
  evFrom: number;
  evTo: number;
  /** What gives from this rung on. */
  change: RungChange;
  state: RungState;
  /** Whether the present light lies here. */
  now: boolean;
}

/** The one thing that changes at a rung against the brighter one before it, with the figures its sentence names. */
export type RungChange =
  | { code: 'tooBright'; remedy: Remedy | null }
  /** Nothing works: how far the subject smears where that is why, what would help, and how much light is missing, stops. */
  | { code: 'past'; smear: Smear | null; remedy: Remedy | null; shortStops: number | null }
  | { code: 'gaveWay'; gate: 'hold' | 'depth' | 'focus' | 'flicker' }
  | { code: 'pastCrisp'; smear: Smear; crisp: Crispness }
  | { code: 'depthSoftens' }
  | { code: 'liftLimit' | 'baseIso'; onward: Onward }
  | { code: 'lift'; liftStops: number }
  | { code: 'isoCeiling'; liftFollows: boolean; onward: Onward }
  | { code: 'isoFalls'; roomStops: number; smear: Smear };

/** How far the subject smears, in the measure of the aim: viewed px, or a share of the height. */
export interface Smear {
  aim: Aim;
  px: number;
  share: number;
}

/** How the setting moves until the rung's darker end; null where it does not. */
export interface Onward {
  shutterS: number | null;
  iso: number | null;
}

/** Light a ladder spans either side of the present, in thirds of EV. */
export interface LadderSpan {
  brighterThirds: number;
  darkerThirds: number;
}
const USUAL_SPAN: LadderSpan = { brighterThirds: 9, darkerThirds: 12 };

/** One third of a stop of light: the choice there. */
interface Step {
  ev100: number;
  offset: number;
  choice: Choice;
}

/**
 * What to change, rung by rung, as the light falls or rises from the present choice. A third of a stop darker has three successors
 * (shutter slower, aperture wider, ISO higher), a third brighter the opposite three; of those that need no relaxation the one nearest in
 * shutter to that light's own answer is taken, else the one that gives up least beyond that answer. So a ladder never asks for a faster
 * shutter, a narrower aperture or a lower ISO as the light falls. It ends where there is no successor.
 */
export function ladderOf(situation: Situation, now: Choice, { brighterThirds, darkerThirds } = USUAL_SPAN): Rung[] {
  const brighter = walk(situation, now, -1, brighterThirds).reverse();
  const darker = walk(situation, now, 1, darkerThirds);
  const steps: Step[] = [...brighter, { ev100: now.candidate.ev100, offset: 0, choice: now }, ...darker];
  return grouped(situation, steps);
}

/** @param towards 1 darker, −1 brighter */
function walk(situation: Situation, from: Choice, towards: 1 | -1, thirds: number): Step[] {
  const steps: Step[] = [];
  let last = from.candidate;
  let answer = from;
  for (let i = 1; i <= thirds; i++) {
    const ev100 = from.candidate.ev100 - (towards * i) / 3;
    answer = choiceOf(situation, ev100, answer);
    const choice = situation.evaluatesOnly ? answer : successor(situation, last, answer, towards);
    if (!choice) break;
    steps.push({ ev100, offset: -towards * i, choice });
    last = choice.candidate;
  }
  return steps;
}

/** @param answer what the school would choose in the light that is stepped to */
function successor(situation: Situation, last: Candidate, answer: Choice, towards: 1 | -1): Choice | null {
  const { shutters, apertures, allowed } = situation.marks;
  const { ev100 } = answer.candidate;
  const [shutter, aperture] = [shutters[last.shutter.index], apertures[last.aperture.index]];
  // Shutters run slow to fast and apertures wide to narrow: darker means one back in either.
  const options = [
    { shutter: shutters[last.shutter.index - towards], aperture },
    { shutter, aperture: apertures[last.aperture.index - towards] },
    { shutter, aperture },
  ]
    .flatMap((option) =>
      option.shutter && option.aperture && allowed.includes(option.shutter)
        ? [situation.candidate(option.shutter, option.aperture, ev100)]
        : [],
    )
    .filter(({ overExposed }) => !overExposed);
  if (options.length === 0) return null;
  const target = answer.candidate.shutter.index;
  const free = options.filter((option) => passes(option, situation.waived));
  if (free.length > 0) return chosen(situation, nearestTo(situation, free, target));
  const givesUp = ({ gates }: Candidate): number =>
    GATE_NAMES.filter((gate) => gates[gate] === 'shut' && answer.candidate.gates[gate] !== 'shut').length;
  const least = Math.min(...options.map(givesUp));
  const kept = options.filter((option) => givesUp(option) === least);
  return lastResort(situation, nearestTo(situation, kept, target));
}

/** Of some settings the one nearest in shutter to a mark; first those that show motion as wanted, then those of more detail, then the widest. */
function nearestTo(situation: Situation, options: readonly Candidate[], target: number): Candidate {
  const wants = AIMS[situation.brief.picture.aim].wanted !== null;
  const off = ({ shutter }: Candidate): number => Math.abs(shutter.index - target);
  const beside = ({ gates }: Candidate): number => (wants && gates.freeze !== 'open' ? 1 : 0);
  return options.reduce((kept, other) => {
    const difference =
      beside(other) - beside(kept) ||
      off(other) - off(kept) ||
      situation.detail.bits(kept) - situation.detail.bits(other) ||
      other.aperture.index - kept.aperture.index;
    return difference < 0 ? other : kept;
  });
}

/** Neighbouring steps whose limits are the same make one rung; the present light begins one of its own. */
function grouped(situation: Situation, steps: readonly Step[]): Rung[] {
  const runs: Step[][] = [];
  for (const step of steps) {
    const run = runs.at(-1);
    const begins = !run || step.offset === 0 || limitsOf(situation, run[0]!) !== limitsOf(situation, step);
    if (begins) runs.push([step]);
    else run.push(step);
  }
  return runs.map((run, i) => rungOf(situation, run, runs[i - 1]?.at(-1) ?? null));
}

/** What holds a setting, as a key: the same key, the same rung. */
function limitsOf(situation: Situation, { choice }: Step): string {
  const { candidate, relaxed, possible } = choice;
  const { gates } = candidate;
  return [possible, relaxed.join(), gates.freeze, gates.hold, gates.depth, ...exposureLimits(situation, candidate)].join('/');
}

function exposureLimits(
  situation: Situation,
  { meteredIso, liftStops }: Candidate,
): [atBase: boolean, atCeiling: boolean, lifted: boolean, atLift: boolean] {
  const { from, to } = situation.isoRange;
  const atLift = liftStops > situation.brief.picture.liftCeilingStops - 1 / 3 + 1e-6 && liftStops > 0.1;
  return [meteredIso < from * 2 ** (1 / 3 - 1e-6), meteredIso > to * 2 ** (-1 / 3 + 1e-6), liftStops > 0.1, atLift];
}

function rungOf(situation: Situation, run: readonly Step[], before: Step | null): Rung {
  const [first, last] = [run[0]!, run.at(-1)!];
  const { candidate } = first.choice;
  return {
    evFrom: first.ev100,
    evTo: last.ev100,
    ...dialledSetting(situation, candidate),
    change: changeAt(situation, first, before, last),
    state: stateOf(first.choice),
    now: first.offset === 0,
  };
}

function stateOf({ candidate, relaxed, possible }: Choice): RungState {
  if (!possible) return 'past';
  if (relaxed.length > 0) return 'relaxed';
  const { freeze, hold, depth } = candidate.gates;
  return freeze === 'open' && hold === 'open' && depth === 'open' ? 'works' : 'edge';
}

/** Gates whose giving way is what a rung is about. */
const GIVES_WAY = ['hold', 'depth', 'focus', 'flicker'] as const satisfies readonly GateName[];
const givesWay = (gate: GateName): gate is (typeof GIVES_WAY)[number] => (GIVES_WAY as readonly GateName[]).includes(gate);

function changeAt(situation: Situation, step: Step, before: Step | null, last: Step): RungChange {
  const { choice } = step;
  const { candidate } = choice;
  const smear = smearOf(situation, candidate);
  if (choice.reason === 'tooBright') return { code: 'tooBright', remedy: onTheSpot(situation, choice) };
  if (!choice.possible)
    return {
      code: 'past',
      smear: candidate.gates.freeze === 'shut' ? smear : null,
      remedy: onTheSpot(situation, choice),
      shortStops: moreLight(situation, candidate.ev100)?.stops ?? null,
    };
  const was = before?.choice.candidate;
  const newly = (gate: GateName): boolean => candidate.gates[gate] !== 'open' && (!was || was.gates[gate] === 'open');
  const gaveWay = choice.relaxed
    .filter(givesWay)
    .find((gate) => !before?.choice.relaxed.includes(gate) && !situation.waived.includes(gate));
  if (gaveWay) return { code: 'gaveWay', gate: gaveWay };
  if (newly('freeze')) return { code: 'pastCrisp', smear, crisp: candidate.gates.freeze === 'marginal' ? 'justPast' : 'smeared' };
  if (newly('depth')) return { code: 'depthSoftens' };
  const [atBase, atCeiling, lifted, atLift] = exposureLimits(situation, candidate);
  const onward = onwardOf(candidate, last.choice.candidate);
  if (atLift) return { code: 'liftLimit', onward };
  if (lifted) return { code: 'lift', liftStops: candidate.liftStops };
  if (atCeiling) return { code: 'isoCeiling', liftFollows: situation.brief.picture.liftCeilingStops > 0, onward };
  if (atBase) return { code: 'baseIso', onward };
  return { code: 'isoFalls', roomStops: Math.log2(situation.isoRange.to / candidate.meteredIso), smear };
}

function smearOf({ brief, picture }: Situation, { shutter: { smearMm } }: Candidate): Smear {
  return { aim: brief.picture.aim, px: viewedPixels(smearMm, picture), share: smearMm / picture.heightMm };
}

function onwardOf(from: Candidate, to: Candidate): Onward {
  return {
    shutterS: to.shutter.index === from.shutter.index ? null : to.shutter.shutterS,
    iso: Math.log2(to.cameraIso / from.cameraIso) > 0.2 ? to.cameraIso : null,
  };
}

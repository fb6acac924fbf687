import type { School } from '../brief/brief.ts';
import { MARK_RESIDUE_STOPS } from './exposure.ts';
import { BOUND_SLACK } from './gates.ts';
import { chosen, hushPoint, nearestSetting, type Choice } from './hushPoint.ts';
import type { ApertureOption } from './marks.ts';
import type { Candidate, Situation } from './situation.ts';

/**
 * The setting a brief's school chooses in a light. Pins are kept by all of them.
 * @param near its answer in a neighbouring light, from where this one is found sooner
 */
export function choiceOf(situation: Situation, ev100: number, near: Choice | null = null): Choice {
  if (situation.evaluatesOnly) return hushPoint(situation, ev100);
  return RULES[situation.brief.picture.school](situation, ev100, near);
}

const RULES: Record<School, (situation: Situation, ev100: number, near: Choice | null) => Choice> = {
  hush: hushPoint,
  moment: momentFirst,
  clean: cleanFirst,
  depth: depthFirst,
};

/**
 * Moment first: the slowest shutter with Freeze and Hold open and the widest aperture with Depth not shut; ISO floats to its ceiling,
 * then lift, then Freeze gives way as little as it must. Too bright, a faster shutter, then a smaller aperture.
 */
function momentFirst(situation: Situation, ev100: number): Choice {
  const from = firstAperture(situation, ({ depth }) => depth !== 'shut');
  const works = firstExposed(situation, ev100, from, ({ gates }) => gates.freeze !== 'shut');
  // Where nothing freezes it in this light, as little of it as must be gives way.
  const setting = works.find(({ gates }) => gates.freeze === 'open') ?? works.at(-1);
  return setting ? chosen(situation, setting) : nearestSetting(situation, ev100);
}

/**
 * Clean first: base ISO (or the wished one), the aperture of Hush, the slowest shutter that does not over-expose there. While the hands
 * do not hold it: more frames, then faster shutters. Before ISO rises for that, the aperture opens as far as Depth allows.
 * Freeze is not asked for.
 */
function cleanFirst(situation: Situation, ev100: number, near: Choice | null): Choice {
  const clean = situation.brief.picture.cleanIso ?? situation.brief.kit.sensor.baseIso;
  const hush = hushPoint(situation, ev100, near);
  const { aperture: hushAperture } = hush.candidate;
  // Where Hush itself has given up the depth, nothing is lost by opening all the way.
  const widest = hushAperture.depth === 'shut' ? 0 : firstAperture(situation, ({ depth }) => depth !== 'shut');
  let best: Candidate | null = null;
  for (let i = hushAperture.index; i >= Math.min(widest, hushAperture.index); i--) {
    const setting = held(situation, ev100, i).find(({ meteredIso }) => meteredIso >= clean * 2 ** -MARK_RESIDUE_STOPS);
    if (!setting) continue;
    if (best === null || setting.meteredIso < best.meteredIso * (1 - BOUND_SLACK)) best = setting;
    if (best.meteredIso <= clean * 2 ** (MARK_RESIDUE_STOPS + BOUND_SLACK)) break;
  }
  return best === null ? nearestSetting(situation, ev100) : chosen(situation, best, hush.floor);
}

/**
 * Depth first: the smallest f-number with Depth open and the slowest shutter with Freeze not shut and Hold open; ISO floats. Too bright,
 * a faster shutter, then a smaller aperture; too dark, Freeze may shut, then Depth may come to its edge, then what Hush would do.
 */
function depthFirst(situation: Situation, ev100: number, near: Choice | null): Choice {
  const from = firstAperture(situation, ({ depth }) => depth === 'open');
  const works = firstExposed(situation, ev100, from, () => true);
  const setting = works.find(({ gates }) => gates.freeze !== 'shut') ?? works.at(-1);
  if (setting) return chosen(situation, setting);
  // Depth at its edge before what Hush would do.
  const edge = firstAperture(situation, ({ depth }) => depth !== 'shut');
  for (let i = from - 1; i >= edge; i--) {
    const wider = held(situation, ev100, i);
    if (wider.length > 0) return chosen(situation, wider.find(({ gates }) => gates.freeze !== 'shut') ?? wider.at(-1)!);
  }
  return hushPoint(situation, ev100, near);
}

/** Index of the widest aperture that satisfies a wish; of the narrowest where none does. */
function firstAperture({ marks: { apertures } }: Situation, wish: (aperture: ApertureOption) => boolean): number {
  const first = apertures.findIndex(wish);
  return first < 0 ? apertures.length - 1 : first;
}

/** The settings at an aperture that get the light and that the hands hold, slow to fast. */
function held(situation: Situation, ev100: number, aperture: number): Candidate[] {
  return exposed(situation, ev100, aperture).filter(({ gates, shutter }) => gates.light !== 'shut' && situation.holds(shutter));
}

/** The settings at an aperture that are not over-exposed, slow to fast. */
function exposed(situation: Situation, ev100: number, aperture: number): Candidate[] {
  return situation.marks.allowed
    .map((shutter) => situation.candidatesAt(shutter, ev100)[aperture]!)
    .filter(({ overExposed }) => !overExposed);
}

/** From an aperture on, the first at which anything is exposed at all: what of it gets the light, is held and satisfies a wish, slow to fast. */
function firstExposed(
  situation: Situation,
  ev100: number,
  from: number,
  wish: (candidate: Candidate) => boolean,
): readonly Candidate[] {
  for (let i = from; i < situation.marks.apertures.length; i++)
    if (exposed(situation, ev100, i).length > 0) return held(situation, ev100, i).filter(wish);
  return [];
}

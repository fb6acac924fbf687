import {
  hushPoint,
  nearestSetting,
  shutGates,
  usableSettings,
  withoutDepth,
  chosen,
  type Choice,
  type HushOptions,
} from './hushPoint.ts';
import { BOUND_SLACK } from './gates.ts';
import type { ApertureOption } from './marks.ts';
import type { Candidate, Situation } from './situation.ts';

type Among = NonNullable<HushOptions['among']>;
/** One shutter at the aperture a school has settled on, not over-exposed. */
type Setting = Pick<Candidate, 'shutter' | 'aperture'> & { light: Candidate['gates']['light'] };

/** The setting a brief's school chooses in a light. Pins are kept by all of them. */
export function choiceOf(situation: Situation, ev100: number, options: HushOptions = {}): Choice {
  if (situation.evaluatesOnly) return hushPoint(situation, ev100, options);
  const { among = () => true } = options;
  switch (situation.brief.picture.school) {
    case 'hush':
      return hushPoint(situation, ev100, options);
    case 'moment':
      return momentFirst(situation, ev100, among);
    case 'clean':
      return cleanFirst(situation, ev100, options);
    case 'depth':
      return depthFirst(situation, ev100, options);
  }
}

/**
 * Moment first: the slowest shutter with Freeze and Hold open and the widest aperture with Depth not shut; ISO floats to its ceiling,
 * then lift, then Freeze gives way as little as it must. Too bright, a faster shutter, then a smaller aperture.
 */
function momentFirst(situation: Situation, ev100: number, among: Among): Choice {
  const from = firstAperture(situation, ({ depth }) => depth !== 'shut');
  for (const aperture of situation.marks.apertures.slice(from)) {
    const settings = exposed(situation, aperture, ev100, among);
    if (settings.length === 0) continue;
    const works = settings.filter(
      ({ shutter, light }) => light !== 'shut' && shutter.freeze !== 'shut' && situation.holds(shutter),
    );
    const open = works.find(({ shutter }) => shutter.freeze === 'open');
    const setting = open ?? works.at(-1);
    if (setting) return taken(situation, setting, ev100);
    break;
  }
  return nearestSetting(situation, ev100, among);
}

/**
 * Clean first: base ISO (or the wished one), the aperture of Hush, the slowest shutter that does not over-expose there. While the hands
 * do not hold it: more frames, then faster shutters. Before ISO rises for that, the aperture opens as far as Depth allows.
 * Freeze is not asked for.
 */
function cleanFirst(situation: Situation, ev100: number, options: HushOptions): Choice {
  const { among = () => true } = options;
  const hush = hushPoint(situation, ev100, options);
  const clean = situation.brief.picture.cleanIso ?? situation.brief.kit.sensor.baseIso;
  const { aperture: hushAperture } = hush.candidate;
  // Where Hush itself has given up the depth, nothing is lost by opening all the way.
  const widest = hushAperture.depth === 'shut' ? 0 : firstAperture(situation, ({ depth }) => depth !== 'shut');
  let best: Candidate | null = null;
  for (let i = hushAperture.index; i >= Math.min(widest, hushAperture.index); i--) {
    const setting = exposed(situation, situation.marks.apertures[i]!, ev100, among).find(
      ({ shutter, aperture, light }) =>
        light !== 'shut' &&
        situation.holds(shutter) &&
        situation.exposure(shutter, aperture, ev100).meteredIso >= clean * (1 - BOUND_SLACK),
    );
    if (!setting) continue;
    const candidate = situation.candidatesAt(setting.shutter, ev100)[setting.aperture.index]!;
    if (best === null || candidate.meteredIso < best.meteredIso * (1 - BOUND_SLACK)) best = candidate;
    if (best.meteredIso < clean * 2 ** (1 / 3 - BOUND_SLACK)) break;
  }
  return best === null ? nearestSetting(situation, ev100, among) : chosen(situation, best, shutGates(best));
}

/**
 * Depth first: the smallest f-number with Depth open and the slowest shutter with Freeze not shut and Hold open; ISO floats. Too bright,
 * a faster shutter, then a smaller aperture; too dark, Freeze may shut, and then what Hush would give up.
 */
function depthFirst(situation: Situation, ev100: number, { among = () => true, choose }: HushOptions): Choice {
  const from = firstAperture(situation, ({ depth }) => depth === 'open');
  for (const aperture of situation.marks.apertures.slice(from)) {
    const settings = exposed(situation, aperture, ev100, among);
    if (settings.length === 0) continue;
    const works = settings.filter(({ shutter, light }) => light !== 'shut' && situation.holds(shutter));
    const setting = works.find(({ shutter }) => shutter.freeze !== 'shut') ?? works.at(-1);
    if (setting) return taken(situation, setting, ev100);
    break;
  }
  return withoutDepth(situation, usableSettings(situation, ev100, among), choose) ?? nearestSetting(situation, ev100, among);
}

/** Index of the widest aperture that satisfies a wish; of the narrowest where none does. */
function firstAperture({ marks: { apertures } }: Situation, wish: (aperture: ApertureOption) => boolean): number {
  const first = apertures.findIndex(wish);
  return first < 0 ? apertures.length - 1 : first;
}

/** The shutters at an aperture that are not over-exposed, slow to fast. */
function exposed(situation: Situation, aperture: ApertureOption, ev100: number, among: Among): Setting[] {
  return situation.marks.allowed.flatMap((shutter) => {
    if (!among({ shutter, aperture })) return [];
    const { overExposed, light } = situation.exposure(shutter, aperture, ev100);
    return overExposed ? [] : [{ shutter, aperture, light }];
  });
}

function taken(situation: Situation, { shutter, aperture }: Setting, ev100: number): Choice {
  const candidate = situation.candidatesAt(shutter, ev100)[aperture.index]!;
  return chosen(situation, candidate, shutGates(candidate));
}

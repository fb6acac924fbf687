import { HIGHLIGHT_STOPS } from '../sensor/sensor.ts';
import { AIMS } from './aims.ts';
import { ALIKE, climbed, floorOf, Rows, rowOf, runRound, widestAlike, type Floor } from './floor.ts';
import { GATE_NAMES, type GateName } from './gates.ts';
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
  /** The run of shutters that look like the best; null where nothing passes. */
  floor: Floor | null;
  /** The gate that gave way though something passes it, for it would cost more than half of the detail; null where none did. */
  dear: 'flicker' | 'depth' | null;
}

/**
 * The hush point in a light: the slow end of the valley's floor, the slowest shutter that still looks as sharp as the best, at the widest
 * aperture that looks alike there. Where every setting is forbidden the gates give way in a fixed order (focus, flicker, depth, then the
 * rest), each named; light never gives way silently. With shutter, aperture and ISO pinned there is nothing to find: what they give is said.
 * @param near the answer in a neighbouring light, from where this one is climbed to; without it every shutter is looked at
 */
export function hushPoint(situation: Situation, ev100: number, near: Choice | null = null): Choice {
  if (situation.evaluatesOnly) return asPinned(situation, ev100);
  const rows = withinWish(situation, usableRows(situation, ev100));
  const start = near?.floor?.best.candidate ?? null;
  return nothingRelaxedBut(situation, rows, start) ?? withoutDepth(situation, rows, start) ?? nearestSetting(situation, ev100);
}

/** The run of shutters that look alike, as figures give it. */
export const runOf = ({ detail }: Situation, { floor }: Choice): { slowestS: number; fastestS: number; lost: number } | null =>
  floor && {
    slowestS: floor.slowestS,
    fastestS: floor.fastestS,
    lost: Math.log2(detail.model.idealBits / floor.best.bits),
  };

/** By shutter the settings that get the light, hold and do not shut Freeze: these never give way here. */
function usableRows(situation: Situation, ev100: number): Rows {
  const { allowed, apertures } = situation.marks;
  return new Rows(allowed.length, (i) => {
    const shutter = allowed[i]!;
    // Most shutters need not be looked at. Light is best wide open.
    if (
      shutter.freeze === 'shut' ||
      situation.exposure(shutter, apertures[0]!, ev100).light === 'shut' ||
      !situation.holds(shutter)
    )
      return [];
    return situation.candidatesAt(shutter, ev100).filter(({ overExposed, gates }) => !overExposed && gates.light !== 'shut');
  });
}

/** Where motion is to show, the settings within the range wanted; those beside it only where there are none. */
function withinWish(situation: Situation, usable: Rows): Rows {
  if (!showsMotion(situation)) return usable;
  const within = usable.where(({ gates }) => gates.freeze === 'open');
  return within.isEmpty ? usable : within;
}

/** Focus gives way first, then flicker; and a gate that passes something gives way where keeping it would cost more than half the detail. */
function nothingRelaxedBut(situation: Situation, usable: Rows, near: Candidate | null): Choice | null {
  for (const relaxed of [[], ['focus'], ['flicker'], ['focus', 'flicker']] satisfies GateName[][]) {
    const rows = passing(situation, usable, relaxed);
    const floor = floorOf(situation, rows, near);
    if (!floor) continue;
    return tooDear(situation, usable, relaxed, floor) ?? onFloor(situation, rows, floor, null);
  }
  return null;
}

function passing({ waived }: Situation, rows: Rows, relaxed: readonly GateName[]): Rows {
  const given = [...relaxed, ...waived];
  return rows.where((candidate) => passes(candidate, given));
}

/**
 * The other answer of a brief that stands at a gate's edge: with that gate kept at any price, or given up although it can be kept.
 * Null where there is none, or where nothing else forbids the same settings.
 */
export function otherSide(situation: Situation, ev100: number, gate: GateName, keep: boolean): Choice | null {
  if (situation.evaluatesOnly) return null;
  const rows = withinWish(situation, usableRows(situation, ev100));
  for (const also of [[], ['focus'], ['flicker'], ['focus', 'flicker']] satisfies GateName[][]) {
    if (keep && also.some((one) => one === gate)) continue;
    const allowed = passing(situation, rows, keep ? also : [...also, gate]);
    const floor = floorOf(situation, allowed, null);
    if (!floor) continue;
    return gate === 'depth' && !keep ? deepest(situation, allowed, null, null) : onFloor(situation, allowed, floor, null);
  }
  return null;
}

/** No gate at any price: detail it may cost at most, as a factor. */
const DEAR = 2;

function tooDear(situation: Situation, usable: Rows, relaxed: readonly GateName[], { best }: Floor): Choice | null {
  const { allowed, apertures } = situation.marks;
  for (const gate of ['flicker', 'depth'] as const) {
    const forbids = gate === 'flicker' ? allowed.some(({ flicker }) => flicker === 'shut') : apertures[0]!.depth === 'shut';
    if (!forbids || relaxed.includes(gate)) continue;
    const rows = passing(situation, usable, [...relaxed, gate]);
    // Climbed to from the best with the gate: only where that is far higher is the whole of it looked at.
    const nearby = floorOf(situation, rows, best.candidate);
    if (!nearby || nearby.best.bits <= DEAR * best.bits) continue;
    return gate === 'depth' ? deepest(situation, rows, null, gate) : onFloor(situation, rows, floorOf(situation, rows)!, gate);
  }
  return null;
}

/** The slow end of a floor; where motion is to show, its middle: that lies inside the range wanted, not at its edge. */
function onFloor(situation: Situation, rows: Rows, floor: Floor, dear: Choice['dear']): Choice {
  const row = rows.at(showsMotion(situation) ? (floor.from + floor.to) >> 1 : floor.from);
  return chosen(situation, widestAlike(situation, row), floor, dear);
}

/** A setting that works, with the gates that gave way for it. */
export function chosen(
  situation: Situation,
  candidate: Candidate,
  floor: Floor | null = null,
  dear: Choice['dear'] = null,
): Choice {
  const waived = situation.waived.filter((gate) => candidate.gates[gate] !== 'open');
  const relaxed = [...shutGates(candidate).filter((gate) => !waived.includes(gate)), ...waived];
  return { candidate, relaxed, possible: true, reason: 'none', floor, dear };
}

const showsMotion = ({ brief }: Situation): boolean => AIMS[brief.picture.aim].wanted !== null;

/**
 * The nearest setting where no other works: of those that get the light the widest aperture and its fastest shutter, and where motion is
 * to show the one nearest to showing it; too dark for all, the widest at the slowest; too bright, the narrowest at the fastest.
 */
export function nearestSetting(situation: Situation, ev100: number): Choice {
  return (
    (showsMotion(situation) ? nearestShowing(situation, ev100) : null) ??
    nearestLit(situation, ev100) ??
    darkest(situation, ev100) ??
    tooBright(situation, ev100)
  );
}

/**
 * Whether some setting works in this light, without working out any detail. Of the shutters that get the light and do not shut
 * Freeze the fastest shakes least, so Hold is asked of that one alone.
 */
export function isPossible(situation: Situation, ev100: number): boolean {
  if (situation.evaluatesOnly) return asPinned(situation, ev100).possible;
  const steadiest = situation.marks.allowed.findLast(
    (shutter) => shutter.freeze !== 'shut' && isLitSomewhere(situation, shutter, ev100),
  );
  if (steadiest && situation.holds(steadiest)) return true;
  return nearestSetting(situation, ev100).possible;
}

function isLit(situation: Situation, shutter: ShutterOption, aperture: Candidate['aperture'], ev100: number): boolean {
  const { overExposed, light } = situation.exposure(shutter, aperture, ev100);
  return !overExposed && light !== 'shut';
}

function isLitSomewhere(situation: Situation, shutter: ShutterOption, ev100: number): boolean {
  for (const aperture of situation.marks.apertures) {
    const { overExposed, light } = situation.exposure(shutter, aperture, ev100);
    // A narrower aperture has less light still.
    if (light === 'shut') return false;
    if (!overExposed) return true;
  }
  return false;
}

/** Every shutter and aperture body, lens and pins allow, in one light. */
export const allCandidates = (situation: Situation, ev100: number): Candidate[] =>
  situation.marks.allowed.flatMap((shutter) => situation.candidatesAt(shutter, ev100));

/** Hold open and every other gate not shut, leaving out the relaxed ones. */
export function passes({ gates }: Candidate, relaxed: readonly GateName[]): boolean {
  if (gates.hold !== 'open' && !relaxed.includes('hold')) return false;
  // A loop, for it is asked of hundreds of settings.
  for (const gate of GATE_NAMES) if (gates[gate] === 'shut' && !relaxed.includes(gate)) return false;
  return true;
}

/** Depth gives way, and with it Focus and Flicker are no longer asked. */
function withoutDepth(situation: Situation, usable: Rows, near: Candidate | null): Choice | null {
  const rows = passing(situation, usable, ['focus', 'flicker', 'depth']);
  return rows.isEmpty ? null : deepest(situation, rows, near, null);
}

/**
 * As much depth as costs nothing anybody sees: the narrowest aperture that still has a setting within a tenth of the most detail, and of its
 * shutters the slow end of the run within that tenth. Never the noisiest corner.
 */
function deepest(situation: Situation, rows: Rows, near: Candidate | null, dear: Choice['dear']): Choice {
  const floor = floorOf(situation, rows, near)!;
  const { candidate: best, bits } = floor.best;
  const settingAt = (aperture: number, i: number): Candidate | undefined =>
    rows.at(i).find((candidate) => candidate.aperture.index === aperture);
  const slowEnd = (aperture: number, from: number): Candidate | null => {
    const height = (i: number): number => {
      const candidate = settingAt(aperture, i);
      return candidate ? situation.detail.bits(candidate) : -1;
    };
    const top = climbed(height, from);
    if (height(top) < ALIKE * bits) return null;
    const [slow] = runRound(height, top, ALIKE * bits);
    return settingAt(aperture, slow)!;
  };
  // Detail has one summit over aperture in practice: the last that is within the tenth ends the search.
  let found = slowEnd(best.aperture.index, rowOf(situation, best)) ?? best;
  for (let aperture = best.aperture.index + 1; aperture < situation.marks.apertures.length; aperture++) {
    const next = slowEnd(
      aperture,
      nearestWith(rows, rowOf(situation, found), (i) => settingAt(aperture, i) !== undefined),
    );
    if (!next) break;
    found = next;
  }
  return chosen(situation, found, floor, dear);
}

/** The row nearest to `wanted` that has something; `wanted` itself where none has. */
function nearestWith(rows: Rows, wanted: number, has: (i: number) => boolean): number {
  for (let off = 0; off < rows.length; off++) {
    if (has(wanted - off)) return wanted - off;
    if (has(wanted + off)) return wanted + off;
  }
  return wanted;
}

function nearestLit(situation: Situation, ev100: number): Choice | null {
  for (const aperture of situation.marks.apertures) {
    const shutter = situation.marks.allowed.findLast((option) => isLit(situation, option, aperture, ev100));
    if (shutter) return lastResort(situation, situation.candidate(withWholeBurst(situation, shutter), aperture, ev100));
  }
  return null;
}

/** Nothing gets the light: the widest aperture at the slowest shutter that is not over-exposed. */
function darkest(situation: Situation, ev100: number): Choice | null {
  for (const aperture of situation.marks.apertures) {
    const shutter = situation.marks.allowed.find((option) => !situation.exposure(option, aperture, ev100).overExposed);
    if (shutter) return lastResort(situation, situation.candidate(withWholeBurst(situation, shutter), aperture, ev100));
  }
  return null;
}

/** Where motion is to show: of what gets the light the shutter whose smear is nearest in stops to the range wanted, then of most detail. */
function nearestShowing(situation: Situation, ev100: number): Choice | null {
  const { wanted } = AIMS[situation.brief.picture.aim];
  if (!wanted) return null;
  const off = ({ smearMm }: ShutterOption): number => {
    const share = Math.max(smearMm / situation.picture.heightMm, 1e-12);
    return Math.max(0, Math.log2(wanted.from / share), Math.log2(share / wanted.to));
  };
  let nearest: { shutter: ShutterOption; off: number } | null = null;
  // Faster first: among equally near ones the hands hold it better.
  for (const shutter of [...situation.marks.allowed].reverse())
    if ((nearest === null || off(shutter) < nearest.off - 1e-9) && isLitSomewhere(situation, shutter, ev100))
      nearest = { shutter, off: off(shutter) };
  if (!nearest) return null;
  const shutter = withWholeBurst(situation, nearest.shutter);
  const lit = situation.marks.apertures
    .filter((aperture) => isLit(situation, shutter, aperture, ev100))
    .map((aperture) => situation.candidate(shutter, aperture, ev100));
  return lastResort(situation, widestAlike(situation, lit));
}

/** It works only while Hold is at least marginal and neither Light nor Freeze is shut. */
export function lastResort(situation: Situation, candidate: Candidate): Choice {
  const { gates } = candidate;
  const holds = gates.hold !== 'shut' || situation.waived.includes('hold');
  const relaxed = shutGates(candidate);
  if (gates.hold === 'marginal') relaxed.push('hold');
  if (gates.light !== 'shut' && holds && gates.freeze !== 'shut') {
    const works = chosen(situation, candidate);
    return { ...works, relaxed: [...new Set([...works.relaxed, ...relaxed])] };
  }
  return { ...NOTHING_WORKS, candidate, relaxed, reason: gates.light === 'shut' ? 'tooDark' : 'blocked' };
}

const NOTHING_WORKS = { possible: false, floor: null, dear: null } as const;

/** Shutter, aperture and ISO as pinned: what they give, whatever it is. Mid grey itself must not clip. */
function asPinned(situation: Situation, ev100: number): Choice {
  const candidate = situation.candidate(situation.marks.allowed[0]!, situation.marks.apertures[0]!, ev100);
  if (candidate.overStops > HIGHLIGHT_STOPS)
    return { ...NOTHING_WORKS, candidate, relaxed: shutGates(candidate), reason: 'tooBright' };
  return lastResort(situation, candidate);
}

function tooBright(situation: Situation, ev100: number): Choice {
  const aperture = situation.marks.apertures.at(-1)!;
  const candidate = situation.candidate(situation.marks.allowed.at(-1)!, aperture, ev100);
  return { ...NOTHING_WORKS, candidate, relaxed: shutGates(candidate), reason: 'tooBright' };
}

/** The same shutter with every frame the brief allows in its burst. */
function withWholeBurst(situation: Situation, shutter: ShutterOption): ShutterOption {
  const { maxBurst, pinned } = situation.brief.picture;
  if (pinned.burst !== null || shutter.hands().frames === maxBurst) return shutter;
  return situation.marks.shutterWith(shutter, maxBurst);
}

const shutGates = ({ gates }: Candidate): GateName[] =>
  (['focus', 'flicker', 'depth', 'hold', 'freeze', 'light'] as const).filter((gate) => gates[gate] === 'shut');

import { apertureMarks } from '../light/marks.ts';
import { fullFrameEquivalentMm } from '../optics/depthOfField.ts';
import type { Brief, Place, SubjectKind } from '../brief/brief.ts';
import { AIMS } from './aims.ts';
import { isPossible, type Choice } from './hushPoint.ts';
import type { Situation } from './situation.ts';

/** One thing that would make the picture possible, how many stops of help it is, and how far it has to go. */
export type Remedy = { stops: number } & (
  | { code: 'light'; fromEv: number }
  | { code: 'isoCeiling'; iso: number }
  | { code: 'lift'; liftStops: number }
  | { code: 'wider'; focalLengthMm: number }
  | { code: 'fasterLens'; fNumber: number }
  /** Because every mark over-exposes, or for the slow shutter that shows motion. */
  | { code: 'filter'; why: 'everyMark' | 'slowShutter' }
  | { code: 'follow' | 'brace' | 'askStill' | 'stillPhase' | 'nearer' | 'confidence' | 'unpin' | 'stop' }
);

/** Where nobody goes nearer, whatever the picture. */
const NEVER_NEARER_PLACES: readonly Place[] = ['stage', 'pit', 'ring', 'edge', 'water', 'road'];
const NEVER_NEARER_KINDS: readonly SubjectKind[] = ['animal', 'athlete', 'vehicle'];

/** Whether the photographer may be told to go nearer. */
const mayGoNearer = (brief: Brief): boolean =>
  !NEVER_NEARER_KINDS.includes(brief.subject.kind ?? 'person') && !NEVER_NEARER_PLACES.includes(brief.place ?? 'open');

/** Whether the subject may be asked to keep still: persons only, and not while they perform or race. */
const mayAsk = (brief: Brief): boolean => (brief.subject.kind ?? 'person') === 'person';

/**
 * What would make an impossible brief possible. Each remedy is tried on the brief itself and offered only if it then works;
 * none contradicts the kind of subject or the place.
 */
export function remediesFor(situation: Situation, choice: Choice): Remedy[] {
  const ev = choice.candidate.ev100;
  if (choice.reason === 'tooBright') return [filterFor(situation, choice)];
  if (situation.evaluatesOnly) return [{ code: 'unpin', stops: 0 }];
  const tries = [follow, moreIso, moreLift, brace, stillness, wider, fasterLens, nearer, lessSure, moreLight, lessLight];
  const remedies = tries.map((attempt) => attempt(situation, ev, choice)).filter((remedy) => remedy !== null);
  return remedies.length > 0 ? remedies : [{ code: 'stop', stops: 0 }];
}

/** The first remedy that can be had on the spot and works; null when none does. */
export function onTheSpot(situation: Situation, choice: Choice): Remedy | null {
  if (choice.reason === 'tooBright') return filterFor(situation, choice);
  if (situation.evaluatesOnly) return null;
  for (const attempt of [follow, brace, stillness, moreIso, moreLift, nearer, lessSure, lessLight]) {
    const remedy = attempt(situation, choice.candidate.ev100, choice);
    if (remedy) return remedy;
  }
  return null;
}

function filterFor(situation: Situation, { candidate }: Choice): Remedy {
  const stops =
    fewestThirds(12, (darker) => isPossible(situation, candidate.ev100 - darker)) ??
    Math.log2(situation.isoRange.from / candidate.meteredIso);
  return { code: 'filter', stops, why: 'everyMark' };
}

/** Where motion is to show, the shutter it needs may over-expose at every aperture. */
function lessLight(situation: Situation, ev: number): Remedy | null {
  if (AIMS[situation.brief.picture.aim].smearCosts) return null;
  const stops = fewestThirds(10, (darker) => isPossible(situation, ev - darker));
  return stops === null ? null : { code: 'filter', stops, why: 'slowShutter' };
}

function moreIso(situation: Situation, ev: number): Remedy | null {
  const { kit, picture } = situation.brief;
  const room = Math.log2(kit.sensor.maxIso / picture.isoCeiling);
  const raised = (stops: number): Situation =>
    situation.withCeilings({ isoCeiling: Math.min(kit.sensor.maxIso, picture.isoCeiling * 2 ** stops) });
  const stops = room > 0.01 ? fewestThirds(room, (more) => isPossible(raised(more), ev)) : null;
  return stops === null ? null : { code: 'isoCeiling', stops, iso: picture.isoCeiling * 2 ** stops };
}

function moreLift(situation: Situation, ev: number): Remedy | null {
  const now = situation.brief.picture.liftCeilingStops;
  const stops = fewestThirds(Math.max(0, 3 - now), (more) =>
    isPossible(situation.withCeilings({ liftCeilingStops: now + more }), ev),
  );
  return stops === null ? null : { code: 'lift', stops, liftStops: now + stops };
}

/** Turning with what crosses the frame: first of all remedies for it. */
function follow(situation: Situation, ev: number): Remedy | null {
  const { aim } = situation.brief.picture;
  const { motion, smearRateMmPerS } = situation.geometry;
  if (!situation.geometry.moves || motion.followed || !AIMS[aim].canFollow) return null;
  const turning = situation.changed((brief) => ({ ...brief, hold: { ...brief.hold, follow: true } }));
  const stops = Math.log2(smearRateMmPerS / turning.geometry.smearRateMmPerS);
  return stops > 1 / 3 && isPossible(turning, ev) ? { code: 'follow', stops } : null;
}

function brace(situation: Situation, ev: number): Remedy | null {
  const { conditions } = situation.brief.hold;
  if (conditions.includes('rail')) return null;
  const braced = situation.changed((brief) => ({ ...brief, hold: { ...brief.hold, conditions: [...conditions, 'rail'] } }));
  if (!isPossible(braced, ev)) return null;
  return { code: 'brace', stops: braced.geometry.hands.threshold - situation.geometry.hands.threshold };
}

function stillness(situation: Situation, ev: number, { candidate }: Choice): Remedy | null {
  const { brief } = situation;
  // What is to show its movement must not stand still, and water or wind never does.
  if (!situation.geometry.moves || brief.subject.kind === 'nature' || !AIMS[brief.picture.aim].smearCosts) return null;
  const still = situation.changed((b) => ({ ...b, subject: { ...b.subject, speedMps: 0 } }));
  if (!isPossible(still, ev)) return null;
  const stops = Math.max(0, Math.log2(candidate.shutter.smearMm / (2 * situation.picture.toleranceMm)));
  return { code: mayAsk(brief) ? 'askStill' : 'stillPhase', stops };
}

/** Wider than this, as a full-frame equivalent, few lenses are made: mm. Common practice. */
const WIDEST_EQUIVALENT_MM = 14;

/** A wider lens from the same place smears and shakes less; the subject is smaller. */
function wider(situation: Situation, ev: number): Remedy | null {
  const { sensor, lens } = situation.brief.kit;
  const equivalentMm = fullFrameEquivalentMm(lens.focalLengthMm, sensor.widthMm, sensor.heightMm);
  const room = Math.min(2, Math.log2(equivalentMm / WIDEST_EQUIVALENT_MM));
  const focalAt = (stops: number): number => situation.brief.kit.lens.focalLengthMm / 2 ** stops;
  const stops = fewestThirds(room, (more) => isPossible(withLens(situation, { focalLengthMm: focalAt(more) }), ev));
  return stops === null ? null : { code: 'wider', stops, focalLengthMm: focalAt(stops) };
}

function fasterLens(situation: Situation, ev: number): Remedy | null {
  const widest = apertureMarks.nearest(situation.brief.kit.lens.widestF);
  const opened = (stops: number): number => apertureMarks.value(widest - Math.round(stops * 3));
  const room = (widest - apertureMarks.nearest(1.4)) / 3;
  const stops = fewestThirds(room, (more) => isPossible(withLens(situation, { widestF: opened(more) }), ev));
  return stops === null ? null : { code: 'fasterLens', stops, fNumber: opened(stops) };
}

/** Half as far with a lens half as long: the same picture, and hands matter half as much. */
function nearer(situation: Situation, ev: number): Remedy | null {
  const { brief } = situation;
  if (!mayGoNearer(brief)) return null;
  const half = situation.changed((b) => ({
    ...b,
    subject: { ...b.subject, distanceM: b.subject.distanceM / 2 },
    kit: { ...b.kit, lens: { ...b.kit.lens, focalLengthMm: b.kit.lens.focalLengthMm / 2 } },
  }));
  if (brief.subject.distanceM < 1 || !isPossible(half, ev)) return null;
  return { code: 'nearer', stops: 1 };
}

function lessSure(situation: Situation, ev: number): Remedy | null {
  if (!isPossible(withPicture(situation, { confidence: 0.5 }), ev)) return null;
  return { code: 'confidence', stops: 0 };
}

/** From starlight to full sun, in thirds of a stop. */
const MOST_LIGHT_THIRDS = 72;

/** How much more light would do; null when no light would. */
export function moreLight(situation: Situation, ev: number): Remedy | null {
  // In widening steps up to the first light that does: far more would be too bright again.
  let fails = 0;
  let works = 1;
  while (works <= MOST_LIGHT_THIRDS && !isPossible(situation, ev + works / 3)) {
    fails = works;
    works += Math.ceil(works / 2);
  }
  if (works > MOST_LIGHT_THIRDS) return null;
  const stops = (fails + bisected(works - fails, (more) => isPossible(situation, ev + (fails + more) / 3))) / 3;
  return { code: 'light', stops, fromEv: ev + stops };
}

/** Fewest whole thirds of a stop, from one up to `most`, at which something works; null when none does. */
function fewestThirds(most: number, works: (stops: number) => boolean): number | null {
  const last = Math.floor(most * 3 + 1e-9);
  if (last < 1 || !works(last / 3)) return null;
  return bisected(last, (thirds) => works(thirds / 3)) / 3;
}

/** The fewest of 1 to `last` at which something works, given that it works at `last`. */
function bisected(last: number, works: (thirds: number) => boolean): number {
  let fails = 0;
  let succeeds = last;
  while (succeeds - fails > 1) {
    const middle = (fails + succeeds) >> 1;
    if (works(middle)) succeeds = middle;
    else fails = middle;
  }
  return succeeds;
}

const withPicture = (situation: Situation, change: Partial<Brief['picture']>): Situation =>
  situation.changed((brief) => ({ ...brief, picture: { ...brief.picture, ...change } }));
const withLens = (situation: Situation, change: Partial<Brief['kit']['lens']>): Situation =>
  situation.changed((brief) => ({ ...brief, kit: { ...brief.kit, lens: { ...brief.kit.lens, ...change } } }));

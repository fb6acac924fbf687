import { apertureMarks, shutterMarks, type MarkSeries } from '../light/marks.ts';
import { DEFAULT_STREAK_SHARE, panShutterS } from '../motion/pan.ts';
import { AIMS } from '../plan/aims.ts';
import type { Brief } from './brief.ts';
import { panOf } from './panOf.ts';

/** What cannot be together, with the figures that show it; lengths in mm, distances in m, times in s. */
export type BriefFault =
  | { code: 'insideLens'; distanceM: number; focalLengthMm: number; leastM: number }
  | { code: 'depthReachesCamera'; depthM: number; distanceM: number; underM: number }
  | { code: 'aperturesSwapped'; widestF: number; narrowestF: number }
  | { code: 'shuttersSwapped' }
  | { code: 'isosSwapped'; baseIso: number }
  | { code: 'ceilingUnderBase'; isoCeiling: number; baseIso: number }
  | { code: 'shutterOutside'; fastestS: number; slowestS: number }
  | { code: 'apertureOutside'; widestF: number; narrowestF: number }
  | { code: 'isoOutside'; baseIso: number; maxIso: number }
  | { code: 'burstOverLimit'; burst: number; maxBurst: number }
  | { code: 'nothingMoves' }
  | { code: 'nothingToPanWith' }
  | { code: 'streakOutOfReach'; share: number; shutterS: number; fastestS: number; slowestS: number }
  | { code: 'testedLengthsDiffer' }
  | { code: 'testedWithoutWeight' };

/** Something in a brief that cannot be, with the field's path. */
export type BriefProblem = BriefFault & { path: string[] };

/** A distance must exceed the focal length by this much, as a factor: no lens focuses nearer. */
const FOCAL_LENGTHS = 1.05;
/** Room either side of a body's ISO range for its nominal names, as a factor. */
const ISO_ROOM = 1.1;

/**
 * What cannot be in a brief whose fields are each in range by themselves: distances inside the lens, depths behind the camera,
 * marks the lens or body does not have. Empty when the brief can be planned.
 */
export function briefProblems(brief: Brief): BriefProblem[] {
  const problems: BriefProblem[] = [];
  const refuse = (path: string, fault: BriefFault): void => void problems.push({ path: path.split('.'), ...fault });
  refuseSubject(brief, refuse);
  refuseKit(brief, refuse);
  refusePins(brief, refuse);
  refuseStillMotion(brief, refuse);
  refusePan(brief, refuse);
  refuseTested(brief, refuse);
  return problems;
}

type Refuse = (path: string, fault: BriefFault) => void;

function refuseSubject({ subject: { distanceM, depthM }, kit: { lens } }: Brief, refuse: Refuse): void {
  const { focalLengthMm } = lens;
  const focalM = focalLengthMm / 1000;
  const leastM = focalM * FOCAL_LENGTHS;
  const underM = 2 * (distanceM - focalM);
  if (distanceM <= leastM) refuse('subject.distanceM', { code: 'insideLens', distanceM, focalLengthMm, leastM });
  else if (depthM >= underM) refuse('subject.depthM', { code: 'depthReachesCamera', depthM, distanceM, underM });
}

function refuseKit({ kit: { sensor, lens }, picture: { isoCeiling } }: Brief, refuse: Refuse): void {
  const { widestF, narrowestF } = lens;
  const { baseIso, maxIso, fastestS, slowestS } = sensor;
  if (apertureMarks.nearest(narrowestF) < apertureMarks.nearest(widestF))
    refuse('kit.lens.narrowestF', { code: 'aperturesSwapped', widestF, narrowestF });
  if (fastestS > slowestS) refuse('kit.sensor.fastestS', { code: 'shuttersSwapped' });
  if (maxIso < baseIso) refuse('kit.sensor.maxIso', { code: 'isosSwapped', baseIso });
  if (isoCeiling < baseIso) refuse('picture.isoCeiling', { code: 'ceilingUnderBase', isoCeiling, baseIso });
}

function refusePins({ kit: { sensor, lens }, picture: { pinned, maxBurst } }: Brief, refuse: Refuse): void {
  const { widestF, narrowestF } = lens;
  const { baseIso, maxIso, fastestS, slowestS } = sensor;
  const outside = (marks: MarkSeries, value: number, first: number, last: number): boolean =>
    marks.nearest(value) < marks.nearest(first) || marks.nearest(value) > marks.nearest(last);
  if (pinned.shutterS !== null && outside(shutterMarks, pinned.shutterS, slowestS, fastestS))
    refuse('picture.pinned.shutterS', { code: 'shutterOutside', fastestS, slowestS });
  if (pinned.fNumber !== null && outside(apertureMarks, pinned.fNumber, widestF, narrowestF))
    refuse('picture.pinned.fNumber', { code: 'apertureOutside', widestF, narrowestF });
  if (pinned.iso !== null && (pinned.iso * ISO_ROOM < baseIso || pinned.iso > maxIso * ISO_ROOM))
    refuse('picture.pinned.iso', { code: 'isoOutside', baseIso, maxIso });
  if (pinned.burst !== null && pinned.burst > maxBurst)
    refuse('picture.pinned.burst', { code: 'burstOverLimit', burst: pinned.burst, maxBurst });
}

/** What is to show its movement must move. */
function refuseStillMotion({ subject, picture }: Brief, refuse: Refuse): void {
  if (AIMS[picture.aim].wanted && subject.speedMps === 0) refuse('picture.aim', { code: 'nothingMoves' });
}

/** A pan needs something that crosses the frame, and a shutter the body has. */
function refusePan(brief: Brief, refuse: Refuse): void {
  const { kit, picture } = brief;
  if (!AIMS[picture.aim].follows || picture.pinned.shutterS !== null) return;
  const pan = panOf(brief);
  if (pan === null) return refuse('picture.aim', { code: 'nothingToPanWith' });
  const { fastestS, slowestS } = kit.sensor;
  const share = picture.streakShare ?? DEFAULT_STREAK_SHARE;
  const shutterS = panShutterS(pan, (share * kit.sensor.widthMm) / picture.crop);
  const third = Math.round(-3 * Math.log2(shutterS));
  if (third < shutterMarks.nearest(slowestS) || third > shutterMarks.nearest(fastestS))
    refuse('picture.streakShare', { code: 'streakOutOfReach', share, shutterS, fastestS, slowestS });
}

function refuseTested({ hold: { tested } }: Brief, refuse: Refuse): void {
  if (!tested) return;
  const { thetas, slopes, weights } = tested;
  if (thetas.length !== slopes.length || thetas.length !== weights.length) refuse('hold.tested', { code: 'testedLengthsDiffer' });
  if (!(weights.reduce((sum, weight) => sum + weight, 0) > 0)) refuse('hold.tested.weights', { code: 'testedWithoutWeight' });
}

import { apertureMarks, shutterLabel, shutterMarks } from '../light/marks.ts';
import { DEFAULT_STREAK_SHARE, panShutterS } from '../motion/pan.ts';
import type { Brief } from './brief.ts';
import { panOf } from './situation.ts';
import { plainNumber } from './words.ts';

/** Something in a brief that cannot be, with the field's path and what to do about it. */
export interface BriefProblem {
  path: (string | number)[];
  message: string;
}

/**
 * What cannot be in a brief whose fields are each in range by themselves: distances inside the lens, depths behind the camera,
 * marks the lens or body does not have. Empty when the brief can be planned.
 */
export function briefProblems(brief: Brief): BriefProblem[] {
  const { subject, kit, picture, hold } = brief;
  const { lens, sensor } = kit;
  const { pinned } = picture;
  const problems: BriefProblem[] = [];
  const refuse = (path: string, message: string): void => void problems.push({ path: path.split('.'), message });

  const focalM = lens.focalLengthMm / 1000;
  if (subject.distanceM <= focalM * 1.05) {
    refuse(
      'subject.distanceM',
      `${plainNumber(subject.distanceM)} m is inside the ${lens.focalLengthMm} mm lens; it needs more than ${(focalM * 1.05).toFixed(2)} m.`,
    );
  } else if (subject.depthM >= 2 * (subject.distanceM - focalM)) {
    refuse(
      'subject.depthM',
      `A depth of ${plainNumber(subject.depthM)} m reaches back to the camera; at ${plainNumber(subject.distanceM)} m keep it under ${plainNumber(2 * (subject.distanceM - focalM))} m.`,
    );
  }
  if (apertureMarks.nearest(lens.narrowestF) < apertureMarks.nearest(lens.widestF)) {
    refuse('kit.lens.narrowestF', `f/${lens.narrowestF} is wider than the lens's widest, f/${lens.widestF}; swap them.`);
  }
  if (sensor.fastestS > sensor.slowestS)
    refuse('kit.sensor.fastestS', 'The fastest shutter is slower than the slowest; swap them.');
  if (sensor.maxIso < sensor.baseIso) refuse('kit.sensor.maxIso', `The top ISO lies under the base ISO of ${sensor.baseIso}.`);
  if (picture.isoCeiling < sensor.baseIso) {
    refuse(
      'picture.isoCeiling',
      `A ceiling of ISO ${picture.isoCeiling} lies under the body's base ISO of ${sensor.baseIso}; set it to that or more.`,
    );
  }
  if (pinned.shutterS !== null) {
    const mark = shutterMarks.nearest(pinned.shutterS);
    if (mark < shutterMarks.nearest(sensor.slowestS) || mark > shutterMarks.nearest(sensor.fastestS)) {
      refuse(
        'picture.pinned.shutterS',
        `This body goes from ${shutterLabel(sensor.slowestS)} to ${shutterLabel(sensor.fastestS)} s; pin a shutter between them.`,
      );
    }
  }
  if (pinned.fNumber !== null) {
    const mark = apertureMarks.nearest(pinned.fNumber);
    if (mark < apertureMarks.nearest(lens.widestF) || mark > apertureMarks.nearest(lens.narrowestF)) {
      refuse(
        'picture.pinned.fNumber',
        `This lens goes from f/${lens.widestF} to f/${lens.narrowestF}; pin an aperture between them.`,
      );
    }
  }
  if (pinned.iso !== null && (pinned.iso < sensor.baseIso * 0.9 || pinned.iso > sensor.maxIso * 1.1)) {
    refuse('picture.pinned.iso', `This body goes from ISO ${sensor.baseIso} to ${sensor.maxIso}; pin an ISO between them.`);
  }
  if (pinned.burst !== null && pinned.burst > picture.maxBurst) {
    refuse(
      'picture.pinned.burst',
      `The pinned burst of ${pinned.burst} is over your limit of ${picture.maxBurst}; raise the limit or unpin it.`,
    );
  }
  refusePan(brief, refuse);
  const { tested } = hold;
  if (tested && (tested.thetas.length !== tested.slopes.length || tested.thetas.length !== tested.weights.length)) {
    refuse('hold.tested', 'thetas, slopes and weights must have the same length.');
  }
  if (tested && !(tested.weights.reduce((sum, weight) => sum + weight, 0) > 0))
    refuse('hold.tested.weights', 'At least one weight must be above 0.');
  return problems;
}

/** A pan needs something that crosses the frame, and a shutter the body has. */
function refusePan(brief: Brief, refuse: (path: string, message: string) => void): void {
  const { kit, picture } = brief;
  if (picture.aim !== 'pan' || picture.pinned.shutterS !== null) return;
  const pan = panOf(brief);
  if (pan === null) {
    refuse('picture.aim', 'Nothing moves across the frame, so there is nothing to pan with: choose another aim or direction.');
    return;
  }
  const share = picture.streakShare ?? DEFAULT_STREAK_SHARE;
  const shutterS = panShutterS(pan, (share * kit.sensor.widthMm) / picture.crop);
  const third = Math.round(-3 * Math.log2(shutterS));
  if (third < shutterMarks.nearest(kit.sensor.slowestS) || third > shutterMarks.nearest(kit.sensor.fastestS)) {
    const wanted = shutterS >= 0.3 ? `${plainNumber(shutterS)} s` : `1/${Math.round(1 / shutterS)} s`;
    refuse(
      'picture.streakShare',
      `A streak of ${plainNumber(share * 100)} % of the width would take ${wanted}; this body goes from ${shutterLabel(kit.sensor.slowestS)} to ${shutterLabel(kit.sensor.fastestS)} s. Ask for a ${shutterS > kit.sensor.slowestS ? 'shorter' : 'longer'} streak.`,
    );
  }
}

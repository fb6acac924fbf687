import type { Brief } from '../brief/brief.ts';
import { swayMmPerS } from '../motion/hands.ts';
import { depthToCoverM, smearRateMmPerS, type SubjectMotion } from '../motion/subject.ts';
import { magnification } from '../optics/depthOfField.ts';
import { pictureOf, type Picture } from '../optics/picture.ts';
import { AIMS } from './aims.ts';
import { handsOfBrief, type BriefHands } from './handsOfBrief.ts';

/** What a brief's subject, kit and hands are in the picture, whatever marks and light. */
export interface Geometry {
  readonly picture: Picture;
  /** Depth that has to be sharp, its approach included, m; 0 for a flat subject. */
  readonly depthM: number;
  readonly moves: boolean;
  /** The subject's movement as the camera sees it, standing still or following. */
  readonly motion: SubjectMotion;
  readonly magnification: number;
  /** Sway of the body, mm/s at the eye. */
  readonly swayMmPerS: number;
  /** Smear of the part that must hold still, mm on the sensor per second of exposure. */
  readonly smearRateMmPerS: number;
  readonly hands: BriefHands;
}

export function geometryOf(brief: Brief): Geometry {
  const { subject, kit, picture: wishes } = brief;
  const { sensor, lens } = kit;
  const picture = pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, wishes.crop, wishes.viewCph);
  const depthM = depthToCoverM(subject.depthM, subject.speedMps, subject.directionDeg);
  const motion = motionOf(brief);
  return {
    picture,
    motion,
    magnification: magnification(lens.focalLengthMm, subject.distanceM),
    swayMmPerS: swayMmPerS(brief.hold.conditions),
    depthM: depthM < 1e-9 ? 0 : depthM, // straight across leaves cos 90° = 6e-17
    moves: subject.speedMps > 0,
    smearRateMmPerS: smearRateMmPerS(motion, lens.focalLengthMm, picture.heightMm),
    hands: handsOfBrief(brief),
  };
}

/** How a brief's subject moves for its camera; only a frozen subject can be followed, a pan has rules of its own. */
export function motionOf({ subject, hold, picture }: Pick<Brief, 'subject' | 'hold' | 'picture'>): SubjectMotion {
  return { ...subject, followed: followsSubject({ hold, picture }) };
}

/** Whether the camera turns with a subject that is to be frozen. */
export const followsSubject = ({ hold, picture }: Pick<Brief, 'hold' | 'picture'>): boolean =>
  (hold.follow ?? false) && AIMS[picture.aim].canFollow;

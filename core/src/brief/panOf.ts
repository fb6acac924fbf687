import { DEFAULT_TRACKING_ERROR, type Pan } from '../motion/pan.ts';
import { AIMS } from '../plan/aims.ts';
import type { Brief } from './brief.ts';

/** The pan a brief asks for; null for any other aim and where nothing moves across the frame. */
export const panOf = (brief: Brief): Pan | null => (AIMS[brief.picture.aim].follows ? turningWith(brief) : null);

/** How the camera turns with a brief's subject, whatever for; null where nothing moves across the frame. */
export function turningWith({ subject, kit, hold }: Brief): Pan | null {
  const acrossMps = subject.speedMps * Math.abs(Math.sin((subject.directionDeg * Math.PI) / 180));
  if (acrossMps < 1e-9) return null;
  const { trackingError = DEFAULT_TRACKING_ERROR } = hold;
  return { focalLengthMm: kit.lens.focalLengthMm, acrossMps, distanceM: subject.distanceM, trackingError };
}

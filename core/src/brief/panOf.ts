import { DEFAULT_TRACKING_ERROR, type Pan } from '../motion/pan.ts';
import { AIMS } from '../plan/aims.ts';
import type { Brief } from './brief.ts';

/** The pan a brief asks for; null for any other aim and where nothing moves across the frame. */
export function panOf({ subject, kit, hold, picture }: Brief): Pan | null {
  const acrossMps = subject.speedMps * Math.abs(Math.sin((subject.directionDeg * Math.PI) / 180));
  if (!AIMS[picture.aim].follows || acrossMps < 1e-9) return null;
  const { trackingError = DEFAULT_TRACKING_ERROR } = hold;
  return { focalLengthMm: kit.lens.focalLengthMm, acrossMps, distanceM: subject.distanceM, trackingError };
}

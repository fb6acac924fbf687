import { requireRange } from '../numerics/require.ts';
import type { SkyState } from './sky.ts';

/** From where the sun falls on what the camera looks at. */
export type SunSide = 'front' | 'side' | 'back' | 'down';

/** Where the sun stands against the camera, and the lift the lit-from-behind side of a subject may need. */
export interface SunAgainstCamera {
  side: SunSide;
  /** Angle between the camera's direction and the sun's, level, degrees, 0 to 180. */
  apartDeg: number;
  /** Lift for the shaded side, stops, least and most; both 0 when the sun lights it. */
  liftStops: readonly [least: number, most: number];
}

/** Up to this angle the sun is behind the subject; beyond the other it is behind the camera. Ours: thirds of the half circle. */
const BACK_WITHIN_DEG = 60;
const FRONT_BEYOND_DEG = 120;
/** Backlight can need 3 to 5 stops under a clear sky: common practice. Clouds fill the shadows; their figures are ours. */
const BACKLIT_LIFT = { clear: [3, 5], thinCloud: [1.5, 3], averageCloud: [0.5, 1.5], darkOvercast: [0, 0.5] } as const;
/** Half of it from the side. Ours. */
const SIDE_SHARE = 0.5;

/**
 * @param sunAzimuthDeg, facingDeg from north over east, any turn; the camera looks towards `facingDeg`
 * @param sunAltitudeDeg −90 to 90; a sun below the horizon has no side
 */
export function sunSide(sunAltitudeDeg: number, sunAzimuthDeg: number, facingDeg: number, sky: SkyState): SunAgainstCamera {
  requireRange('sunAltitudeDeg', sunAltitudeDeg, -90, 90);
  const apartDeg = Math.abs(((((sunAzimuthDeg - facingDeg) % 360) + 540) % 360) - 180);
  // The upper limb is gone at −0.833°: 34' of refraction and 16' of radius.
  if (sunAltitudeDeg < -0.833) return { side: 'down', apartDeg, liftStops: [0, 0] };
  const [least, most] = BACKLIT_LIFT[sky];
  if (apartDeg <= BACK_WITHIN_DEG) return { side: 'back', apartDeg, liftStops: [least, most] };
  if (apartDeg < FRONT_BEYOND_DEG) return { side: 'side', apartDeg, liftStops: [least * SIDE_SHARE, most * SIDE_SHARE] };
  return { side: 'front', apartDeg, liftStops: [0, 0] };
}

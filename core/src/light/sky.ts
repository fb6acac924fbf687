import { requireRange } from '../numerics/require.ts';

/** Cloud over the sun: what a clear sky's illuminance is divided by. Janiczek & DeYoung (1987) (from memory). */
export const SKY_DIVISOR = { clear: 1, thinCloud: 2, averageCloud: 3, darkOvercast: 10 } as const;
export type SkyState = keyof typeof SKY_DIVISOR;

/** log10 E = a + b·x + c·x² + d·x³ with x = altitude/90, each row from its altitude upward. */
const ROWS = [
  { fromDeg: 20, a: 3.74, b: 3.97, c: -4.07, d: 1.47 },
  { fromDeg: 5, a: 3.05, b: 13.28, c: -45.98, d: 64.33 },
  { fromDeg: -0.8, a: 2.88, b: 22.26, c: -207.64, d: 1034.3 },
  { fromDeg: -5, a: 2.88, b: 21.81, c: -258.11, d: -858.36 },
  { fromDeg: -12, a: 2.7, b: 12.17, c: -431.69, d: -1899.83 },
  { fromDeg: -18, a: 13.84, b: 262.72, c: 1447.42, d: 2797.93 },
] as const;

/** Night sky without moon, lx, below −18°. Janiczek & DeYoung (1987) (from memory). */
const NIGHT_SKY_LUX = 6.5e-4;

/**
 * Illuminance of a horizontal surface from sun and sky, lx, good to about 10 % for a clear sky; clouds are far rougher.
 * Leaves out moon, terrain and street light.
 * @param sunAltitudeDeg −90 to 90.  @throws RangeError outside.
 * Reference: Janiczek & DeYoung, U.S. Naval Observatory Circular 171 (1987) (from memory).
 */
export function skyIlluminanceLux(sunAltitudeDeg: number, sky: SkyState = 'clear'): number {
  requireRange('sunAltitudeDeg', sunAltitudeDeg, -90, 90);
  const row = ROWS.find((candidate) => sunAltitudeDeg >= candidate.fromDeg);
  if (!row) return NIGHT_SKY_LUX / SKY_DIVISOR[sky];
  const x = sunAltitudeDeg / 90;
  return 10 ** (row.a + x * (row.b + x * (row.c + x * row.d))) / SKY_DIVISOR[sky];
}

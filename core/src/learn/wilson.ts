import { requirePositive, requireRange } from '../numerics/require.ts';

/**
 * Wilson's score interval of a share. Wilson, J. Am. Stat. Assoc. 22 (1927) 209 (from memory).
 * @param hits of `tries`, whole, 0 ≤ hits ≤ tries  @param z normal quantile, 1.959964 for 95 %
 * @throws RangeError outside those ranges
 */
export function wilsonInterval(hits: number, tries: number, z = 1.959963984540054): { low: number; high: number } {
  requirePositive('tries', tries);
  requireRange('hits', hits, 0, tries);
  const share = hits / tries;
  const spread = (z * z) / tries;
  const centre = (share + spread / 2) / (1 + spread);
  const half = (z * Math.sqrt((share * (1 - share)) / tries + spread / (4 * tries))) / (1 + spread);
  return { low: Math.max(0, centre - half), high: Math.min(1, centre + half) };
}

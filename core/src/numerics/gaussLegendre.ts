/** Nodes and weights of a quadrature rule on an interval. */
export interface QuadratureRule {
  nodes: Float64Array;
  weights: Float64Array;
}

/**
 * Gauss–Legendre rule with `count` nodes on [from, to]; exact for polynomials up to degree 2·count − 1.
 * Nodes by Newton's method on the Legendre recurrence, to about 1e-15 of the interval.
 * @throws RangeError unless count is a whole number of at least 1.
 * Reference: Abramowitz & Stegun, Handbook of Mathematical Functions (1964), 25.4.29–25.4.30.
 */
export function gaussLegendre(count: number, from: number, to: number): QuadratureRule {
  if (!(Number.isInteger(count) && count >= 1)) throw new RangeError(`count must be a whole number >= 1, got ${count}`);
  const nodes = new Float64Array(count);
  const weights = new Float64Array(count);
  const middle = (from + to) / 2;
  const half = (to - from) / 2;
  for (let i = 0; i < (count + 1) / 2; i++) {
    const { root, slope } = legendreRoot(count, Math.cos((Math.PI * (i + 0.75)) / (count + 0.5)));
    const weight = (2 / ((1 - root * root) * slope * slope)) * half;
    nodes[i] = middle - half * root;
    nodes[count - 1 - i] = middle + half * root;
    weights[i] = weights[count - 1 - i] = weight;
  }
  return { nodes, weights };
}

function legendreRoot(count: number, start: number): { root: number; slope: number } {
  let root = start;
  let slope = 1;
  for (let step = 0; step < 50; step++) {
    let current = 1;
    let previous = 0;
    for (let j = 1; j <= count; j++) {
      [current, previous] = [((2 * j - 1) * root * current - (j - 1) * previous) / j, current];
    }
    slope = (count * (root * current - previous)) / (root * root - 1);
    const move = current / slope;
    root -= move;
    if (Math.abs(move) < 1e-15) break;
  }
  return { root, slope };
}

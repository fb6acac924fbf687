import { requirePositive, requireRange } from '../numerics/require.ts';

/** Tries that share their figures: how many there were, and how many of them were hits. */
export interface LogisticRow {
  /** Figures without the constant. */
  x: readonly number[];
  hits: number;
  tries: number;
}

export interface LogisticFit {
  /** The constant first, then one for each figure. */
  coefficients: number[];
  /** Of the coefficients: the inverse of the penalised information. Row by row. */
  covariance: number[][];
  iterations: number;
  /** Whether the last step was small; where not, the best found is given all the same. */
  converged: boolean;
}

interface LogisticOptions {
  /** Standard deviation of the normal prior on every coefficient but the constant's; Infinity for none, which is maximum likelihood. */
  priorSd?: number;
  /** The same for the constant. */
  constantSd?: number;
  maxIterations?: number;
  /** Largest step of a coefficient that counts as none. */
  tolerance?: number;
}

/**
 * Fits logit P = b₀ + b·x by penalised maximum likelihood (Newton's method, which is iteratively reweighted least squares). The prior keeps
 * coefficients finite where hits and misses are cleanly apart.
 * Leaves out that frames of one burst resemble each other: intervals are too narrow then.
 * @throws RangeError where a row has more hits than tries, or rows differ in length
 * Reference: McCullagh & Nelder, Generalized Linear Models, 2nd ed. (1989), 2.5 and 4.4 (from memory).
 */
export function logisticFit(
  rows: readonly LogisticRow[],
  { priorSd = Infinity, constantSd = Infinity, maxIterations = 60, tolerance = 1e-9 }: LogisticOptions = {},
): LogisticFit {
  const width = (rows[0]?.x.length ?? 0) + 1;
  for (const { x, hits, tries } of rows) {
    requirePositive('tries', tries);
    requireRange('hits', hits, 0, tries);
    if (x.length + 1 !== width || !x.every(Number.isFinite))
      throw new RangeError('Every row needs as many figures as the first.');
  }
  const precision = Array.from({ length: width }, (_, i) => (i === 0 ? constantSd : priorSd) ** -2);
  let beta = new Array<number>(width).fill(0);
  let value = penalisedLikelihood(rows, beta, precision);
  for (let iterations = 1; iterations <= maxIterations; iterations++) {
    const { gradient, information } = derivatives(rows, beta, precision);
    const inverse = inverted(information);
    const step = inverse.map((row) => row.reduce((sum, entry, j) => sum + entry * gradient[j]!, 0));
    // A whole step may leap over the top where hits and misses are nearly apart: halve it until it rises.
    let share = 1;
    let next = beta;
    for (; share > 1e-6; share /= 2) {
      next = beta.map((b, i) => b + share * step[i]!);
      const there = penalisedLikelihood(rows, next, precision);
      if (there >= value - 1e-12) {
        value = there;
        break;
      }
    }
    beta = next;
    if (Math.max(...step.map(Math.abs)) < tolerance)
      return { coefficients: beta, covariance: inverse, iterations, converged: true };
  }
  return {
    coefficients: beta,
    covariance: inverted(derivatives(rows, beta, precision).information),
    iterations: maxIterations,
    converged: false,
  };
}

/** The chance a fit gives for figures. */
export const fittedChance = ({ coefficients }: Pick<LogisticFit, 'coefficients'>, x: readonly number[]): number =>
  chanceOf(scoreOf(coefficients, x));

const chanceOf = (score: number): number => 1 / (1 + Math.exp(-score));
const scoreOf = ([constant, ...slopes]: readonly number[], x: readonly number[]): number =>
  slopes.reduce((sum, slope, i) => sum + slope * x[i]!, constant!);

/** ln(1 + e^s) without overflow. */
const softPlus = (score: number): number => Math.max(0, score) + Math.log1p(Math.exp(-Math.abs(score)));

function penalisedLikelihood(rows: readonly LogisticRow[], beta: readonly number[], precision: readonly number[]): number {
  const prior = beta.reduce((sum, b, i) => sum - (precision[i]! * b * b) / 2, 0);
  return rows.reduce((sum, { x, hits, tries }) => {
    const score = scoreOf(beta, x);
    return sum + hits * score - tries * softPlus(score);
  }, prior);
}

function derivatives(rows: readonly LogisticRow[], beta: readonly number[], precision: readonly number[]) {
  const gradient = beta.map((b, i) => -precision[i]! * b);
  const information = beta.map((_, i) => beta.map((__, j) => (i === j ? precision[i]! : 0)));
  for (const { x, hits, tries } of rows) {
    const chance = chanceOf(scoreOf(beta, x));
    const weight = tries * chance * (1 - chance);
    for (let i = 0; i < beta.length; i++) {
      const xi = i === 0 ? 1 : x[i - 1]!;
      gradient[i]! += xi * (hits - tries * chance);
      for (let j = 0; j < beta.length; j++) information[i]![j]! += weight * xi * (j === 0 ? 1 : x[j - 1]!);
    }
  }
  return { gradient, information };
}

/** Inverse of a small positive matrix, by Gauss and Jordan with pivots. @throws RangeError where the figures say the same thing twice */
function inverted(matrix: readonly (readonly number[])[]): number[][] {
  const size = matrix.length;
  const work = matrix.map((row, i) => [...row, ...Array.from({ length: size }, (_, j) => (i === j ? 1 : 0))]);
  for (let column = 0; column < size; column++) {
    let pivot = column;
    for (let row = column + 1; row < size; row++)
      if (Math.abs(work[row]![column]!) > Math.abs(work[pivot]![column]!)) pivot = row;
    [work[column], work[pivot]] = [work[pivot]!, work[column]!];
    const head = work[column]![column]!;
    if (!(Math.abs(head) > 1e-14)) throw new RangeError('The figures cannot be told apart: one follows from the others.');
    work[column] = work[column]!.map((entry) => entry / head);
    for (let row = 0; row < size; row++) {
      const factor = work[row]![column]!;
      if (row !== column && factor !== 0) work[row] = work[row]!.map((entry, j) => entry - factor * work[column]![j]!);
    }
  }
  return work.map((row) => row.slice(size));
}

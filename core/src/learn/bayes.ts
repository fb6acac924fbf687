/** Entropy of an outcome of two, bits. */
export const entropyBits = (chance: number): number =>
  chance <= 0 || chance >= 1 ? 0 : -(chance * Math.log2(chance) + (1 - chance) * Math.log2(1 - chance));

/** Weights that sum to 1; the fallback where all of them vanish. */
export function normalised(weights: Float64Array, fallback = weights): Float64Array {
  let sum = 0;
  for (let i = 0; i < weights.length; i++) sum += weights[i]!;
  if (!(sum > 0 && Number.isFinite(sum))) return fallback;
  const shares = new Float64Array(weights.length);
  for (let i = 0; i < weights.length; i++) shares[i] = weights[i]! / sum;
  return shares;
}

/**
 * Bits an outcome is expected to teach about the rows of a table of weights, what stands within a row averaged out.
 * @param chances of the outcome, in the table's order  @param each weights in a row
 */
export function rowInformation(weights: Float64Array, chances: Float64Array, each: number): number {
  let [mean, within] = [0, 0];
  for (let row = 0; row * each < weights.length; row++) {
    let [mass, hit] = [0, 0];
    for (let i = row * each; i < (row + 1) * each; i++) {
      mass += weights[i]!;
      hit += weights[i]! * chances[i]!;
    }
    mean += hit;
    if (mass > 0) within += mass * entropyBits(hit / mass);
  }
  return entropyBits(mean) - within;
}

/** Value below which a share of the weight lies, for rows `step` apart, evenly within the step a row stands for. */
export function rowQuantile(weights: Float64Array, values: readonly number[], step: number, share: number): number {
  const each = weights.length / values.length;
  let sum = 0;
  for (const [row, value] of values.entries()) {
    const mass = weights.subarray(row * each, (row + 1) * each).reduce((total, weight) => total + weight, 0);
    if (mass > 0 && sum + mass >= share - 1e-12) return value + step * ((share - sum) / mass - 0.5);
    sum += mass;
  }
  return values.at(-1)!;
}

/**
 * Share of answers at either end that have nothing to do with what is seen: without it one slip would rule out the truth, and intervals
 * promise too much. Wichmann & Hill, Percept. Psychophys. 63 (2001) 1293 (from memory).
 */
const SLIPS = 0.05;

/** The chance of an answer by somebody who slips now and then: λ + (1−2λ)·P. */
export const withSlips = (chance: number): number => SLIPS + (1 - 2 * SLIPS) * chance;

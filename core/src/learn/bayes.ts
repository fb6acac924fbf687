/** Entropy of an outcome of two, bits. */
export const entropyBits = (chance: number): number =>
  chance <= 0 || chance >= 1 ? 0 : -(chance * Math.log2(chance) + (1 - chance) * Math.log2(1 - chance));

/** Weights that sum to 1; the fallback where all of them vanish. */
export function normalised(weights: Float64Array, fallback = weights): Float64Array {
  const sum = weights.reduce((total, weight) => total + weight, 0);
  return sum > 0 && Number.isFinite(sum) ? weights.map((weight) => weight / sum) : fallback;
}

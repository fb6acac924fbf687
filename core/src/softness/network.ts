/** Weights of a layer: a row for each of its units, the constant last. */
export type Layer = readonly (readonly number[])[];

/** Of each input: mean and spread where it was learnt. */
export interface Evening {
  means: readonly number[];
  spreads: readonly number[];
}

/** Small networks that are asked alike, and whose answers are averaged. */
export interface Ensemble extends Evening {
  nets: readonly (readonly Layer[])[];
}

/** Inputs lie within so many spreads: what was never seen must not speak loudest. */
const WIDEST = 4;

/** Inputs as a network takes them: by how many spreads they are off the mean. */
export const evened = ({ means, spreads }: Evening, inputs: ArrayLike<number>): number[] =>
  means.map((mean, i) => Math.max(-WIDEST, Math.min(WIDEST, (inputs[i]! - mean) / spreads[i]!)));

/** What a network of layers with tanh between them answers. */
export function answered(layers: readonly Layer[], inputs: readonly number[]): number[] {
  let values = inputs as number[];
  layers.forEach((rows, l) => {
    const sums = rows.map((row) => weighted(row, values));
    values = l + 1 < layers.length ? sums.map(Math.tanh) : sums;
  });
  return values;
}

function weighted(row: readonly number[], values: readonly number[]): number {
  let sum = row[values.length]!;
  for (let i = 0; i < values.length; i++) sum += row[i]! * values[i]!;
  return sum;
}

import { evened, normalSource, seededRandom, type Evening, type NetworkLayer } from '@hushto/core';

/** What a network is taught: so many lessons, what each shows, and how its loss changes with each answer. */
export interface Teaching {
  lessons: number;
  show(lesson: number, inputs: Float64Array): void;
  correct(lesson: number, answers: Float64Array, slopes: Float64Array): void;
}

export interface Course {
  /** Inputs, inner units layer by layer, answers. */
  widths: readonly number[];
  rounds: number;
  /** Lessons taken at once, and the first step, which shrinks to a twentieth. */
  atOnce: number;
  step: number;
  /** Pull of the weights towards 0, and spread of what is added to the inputs each time. */
  pull: number;
  jitter: number;
  seed: number;
}

interface Learning {
  from: number;
  to: number;
  /** Rows of `from` weights and a constant. */
  weights: Float64Array;
  slopes: Float64Array;
  mean: Float64Array;
  square: Float64Array;
}

/**
 * Teaches a network of layers with tanh between them, by stochastic descent.
 * Reference: Kingma & Ba, Adam, ICLR (2015) (from memory).
 */
export function taught(teaching: Teaching, { widths, rounds, atOnce, step, pull, jitter, seed }: Course): NetworkLayer[] {
  const random = seededRandom(seed);
  const normal = normalSource(random);
  const layers = widths.slice(1).map((to, l): Learning => {
    const [from, length] = [widths[l]!, (widths[l]! + 1) * to];
    const weights = Float64Array.from({ length }, () => normal() / Math.sqrt(from));
    return { from, to, weights, slopes: new Float64Array(length), mean: new Float64Array(length), square: new Float64Array(length) };
  }); // prettier-ignore
  const values = widths.map((width) => new Float64Array(width));
  const backs = widths.map((width) => new Float64Array(width));
  const order = Int32Array.from({ length: teaching.lessons }, (_, i) => i);
  let steps = 0;
  for (let round = 0; round < rounds; round++) {
    shuffle(order, random);
    const stepNow = step * (1 - (0.95 * round) / rounds);
    for (let begin = 0; begin < order.length; begin += atOnce) {
      const some = order.subarray(begin, begin + atOnce);
      for (const { slopes } of layers) slopes.fill(0);
      for (const lesson of some) {
        teaching.show(lesson, values[0]!);
        if (jitter > 0) for (let i = 0; i < values[0]!.length; i++) values[0]![i]! += jitter * normal();
        layers.forEach((layer, l) => forward(layer, values[l]!, values[l + 1]!, l + 1 === layers.length));
        teaching.correct(lesson, values.at(-1)!, backs.at(-1)!);
        for (let l = layers.length - 1; l >= 0; l--) backward(layers[l]!, values[l]!, backs[l + 1]!, backs[l]!, l === 0);
      }
      steps += 1;
      for (const layer of layers) stepped(layer, { step: stepNow, steps, pull, share: 1 / some.length });
    }
  }
  return layers.map(({ from, to, weights }) =>
    Array.from({ length: to }, (_, j) => Array.from(weights.subarray(j * (from + 1), (j + 1) * (from + 1)), short)),
  );
}

/** As many digits as a weight is worth. */
const short = (value: number): number => Number(value.toPrecision(4));

function shuffle(order: Int32Array, random: () => number): void {
  for (let i = order.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [order[i], order[j]] = [order[j]!, order[i]!];
  }
}

function forward({ from, to, weights }: Learning, inputs: Float64Array, outputs: Float64Array, isLast: boolean): void {
  for (let j = 0, row = 0; j < to; j++, row += from + 1) {
    let sum = weights[row + from]!;
    for (let i = 0; i < from; i++) sum += weights[row + i]! * inputs[i]!;
    outputs[j] = isLast ? sum : Math.tanh(sum);
  }
}

/** Adds to the slopes of a layer's weights, and hands back how the loss changes with what went into the tanh before it. */
function backward({ from, to, weights, slopes }: Learning, inputs: Float64Array, after: Float64Array, before: Float64Array, isFirst: boolean): void {
  before.fill(0);
  for (let j = 0, row = 0; j < to; j++, row += from + 1) {
    for (let i = 0; i < from; i++) {
      slopes[row + i]! += after[j]! * inputs[i]!;
      before[i]! += after[j]! * weights[row + i]!;
    }
    slopes[row + from]! += after[j]!;
  }
  if (!isFirst) for (let i = 0; i < from; i++) before[i]! *= 1 - inputs[i]! ** 2;
} // prettier-ignore

function stepped(
  { weights, slopes, mean, square }: Learning,
  { step, steps, pull, share }: { step: number; steps: number; pull: number; share: number },
): void {
  const [meanSoFar, squareSoFar] = [1 - 0.9 ** steps, 1 - 0.999 ** steps];
  for (let i = 0; i < weights.length; i++) {
    const slope = share * slopes[i]! + pull * weights[i]!;
    mean[i] = 0.9 * mean[i]! + 0.1 * slope;
    square[i] = 0.999 * square[i]! + 0.001 * slope * slope;
    weights[i]! -= (step * (mean[i]! / meanSoFar)) / (Math.sqrt(square[i]! / squareSoFar) + 1e-8);
  }
}

/** Mean and spread of each of `width` columns of a table. */
export function evening(table: Float64Array, width: number): Evening {
  const rows = table.length / width;
  const [means, squares] = [new Float64Array(width), new Float64Array(width)];
  for (let at = 0; at < table.length; at++) means[at % width]! += table[at]! / rows;
  for (let at = 0; at < table.length; at++) squares[at % width]! += (table[at]! - means[at % width]!) ** 2 / rows;
  return { means: Array.from(means, short), spreads: Array.from(squares, (square) => short(Math.sqrt(square) || 1)) };
}

/** Its rows brought to what a network takes, in place. */
export function evenedTable(table: Float64Array, even: Evening): void {
  const width = even.means.length;
  for (let at = 0; at < table.length; at += width) table.set(evened(even, table.subarray(at, at + width)), at);
}

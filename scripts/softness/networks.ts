import { normalSource, seededRandom, SOFT_CAUSES, type SoftnessModel } from '@hushto/core';
import { isPlain, type Example } from './features.ts';

/** Inner units of a network, networks, rounds through all examples, and how many at once. */
const [HIDDEN, NETS, ROUNDS, AT_ONCE] = [8, 3, 30, 64];
/** Pull of the weights towards 0, spread of what is added to the features in each round, and the first step. */
const [PULL, JITTER, STEP] = [0.003, 0.2, 0.004];
/** Examples that are neither sharp nor plainly lost count less. */
const IN_BETWEEN = 0.4;

interface Lesson {
  x: number[];
  answer: number;
  counts: number;
}

/**
 * Learns small networks of one inner layer from examples, every cause counting alike, by stochastic descent.
 * Reference: Kingma & Ba, Adam, ICLR (2015) (from memory).
 */
export function learn(examples: readonly Example[]): SoftnessModel {
  const raw = examples.flatMap((example) =>
    [example.told, example.untold, example.upright].map((x) => ({
      x,
      answer: SOFT_CAUSES.indexOf(example.cause),
      counts: isPlain(example) ? 1 : IN_BETWEEN,
    })),
  );
  const width = raw[0]!.x.length;
  const means = Array.from({ length: width }, (_, i) => raw.reduce((sum, { x }) => sum + x[i]!, 0) / raw.length);
  const spreads = means.map((mean, i) => Math.sqrt(raw.reduce((sum, { x }) => sum + (x[i]! - mean) ** 2, 0) / raw.length) || 1);
  const all = raw.reduce((sum, { counts }) => sum + counts, 0);
  const shares = SOFT_CAUSES.map((_, k) => raw.reduce((sum, { answer, counts }) => sum + (answer === k ? counts : 0), 0) / all);
  const lessons = raw.map(({ x, answer, counts }): Lesson => ({
    x: x.map((value, i) => Math.max(-3, Math.min(3, (value - means[i]!) / spreads[i]!))),
    answer,
    counts: counts / (shares[answer]! * SOFT_CAUSES.length),
  })); // prettier-ignore
  const nets = Array.from({ length: NETS }, (_, n) => learnOne(lessons, width, n + 1));
  return { means: means.map(short), spreads: spreads.map(short), nets };
}

const short = (value: number): number => Number(value.toPrecision(4));

function learnOne(lessons: readonly Lesson[], width: number, seed: number): SoftnessModel['nets'][number] {
  const random = seededRandom(seed);
  const normal = normalSource(random);
  const causes = SOFT_CAUSES.length;
  const inner = (width + 1) * HIDDEN;
  const weights = Float64Array.from(
    { length: inner + (HIDDEN + 1) * causes },
    (_, i) => normal() / Math.sqrt(i < inner ? width : HIDDEN),
  );
  const [slope, mean, square] = [0, 0, 0].map(() => new Float64Array(weights.length)) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const [x, h, back] = [new Float64Array(width), new Float64Array(HIDDEN), new Float64Array(HIDDEN)];
  const outAt = (k: number): number => inner + k * (HIDDEN + 1);
  let steps = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const order = lessons.map((lesson) => ({ lesson, at: random() })).sort((a, b) => a.at - b.at);
    for (let from = 0; from < order.length; from += AT_ONCE) {
      slope.fill(0);
      const some = order.slice(from, from + AT_ONCE);
      for (const { lesson } of some) {
        for (let i = 0; i < width; i++) x[i] = lesson.x[i]! + JITTER * normal();
        for (let j = 0; j < HIDDEN; j++) {
          let sum = weights[j * (width + 1) + width]!;
          for (let i = 0; i < width; i++) sum += weights[j * (width + 1) + i]! * x[i]!;
          h[j] = Math.tanh(sum);
        }
        const scores = SOFT_CAUSES.map((_, k) => {
          let sum = weights[outAt(k) + HIDDEN]!;
          for (let j = 0; j < HIDDEN; j++) sum += weights[outAt(k) + j]! * h[j]!;
          return Math.exp(sum);
        });
        const total = scores.reduce((sum, score) => sum + score, 0);
        back.fill(0);
        scores.forEach((score, k) => {
          const off = (lesson.counts * (score / total - (lesson.answer === k ? 1 : 0))) / some.length;
          for (let j = 0; j < HIDDEN; j++) {
            slope[outAt(k) + j]! += off * h[j]!;
            back[j]! += off * weights[outAt(k) + j]!;
          }
          slope[outAt(k) + HIDDEN]! += off;
        });
        for (let j = 0; j < HIDDEN; j++) {
          const off = back[j]! * (1 - h[j]! ** 2);
          for (let i = 0; i < width; i++) slope[j * (width + 1) + i]! += off * x[i]!;
          slope[j * (width + 1) + width]! += off;
        }
      }
      steps += 1;
      const step = STEP * (1 - (0.9 * round) / ROUNDS);
      for (let i = 0; i < weights.length; i++) {
        const pulled = slope[i]! + PULL * weights[i]!;
        mean[i] = 0.9 * mean[i]! + 0.1 * pulled;
        square[i] = 0.999 * square[i]! + 0.001 * pulled * pulled;
        weights[i]! -= (step * (mean[i]! / (1 - 0.9 ** steps))) / (Math.sqrt(square[i]! / (1 - 0.999 ** steps)) + 1e-8);
      }
    }
  }
  const row = (from: number, length: number): number[] => Array.from(weights.subarray(from, from + length), short);
  return {
    hidden: Array.from({ length: HIDDEN }, (_, j) => row(j * (width + 1), width + 1)),
    out: SOFT_CAUSES.map((_, k) => row(outAt(k), HIDDEN + 1)),
  };
}

import { evenedTable, evening, taught } from './descent.ts';
import { SOFT_CAUSES, type Ensemble } from '@hushto/core';
import { isPlain, type Example } from './features.ts';

/** Inner units of a network, and networks. */
const [HIDDEN, NETS] = [8, 6];
const COURSE = { rounds: 30, atOnce: 64, step: 0.004, pull: 0.006, jitter: 0.2 };
/** Examples that are neither sharp nor plainly lost count less. */
const IN_BETWEEN = 0.4;

/** Learns what tells the causes apart from examples, every kind of picture counting alike, and every cause within it. */
export function learnCauses(kinds: readonly (readonly Example[])[]): Ensemble {
  const raw = kinds.flatMap((examples, kind) =>
    examples.flatMap((example) =>
      [example.told, example.untold, example.upright].map((x) => ({
        x,
        kind,
        answer: SOFT_CAUSES.indexOf(example.cause),
        counts: isPlain(example) ? 1 : IN_BETWEEN,
      })),
    ),
  );
  const width = raw[0]!.x.length;
  const table = Float64Array.from(raw.flatMap(({ x }) => x));
  const even = evening(table, width);
  evenedTable(table, even);
  const all = raw.reduce((sum, { counts }) => sum + counts, 0);
  const counted = kinds.map(() => SOFT_CAUSES.map(() => 0));
  for (const { kind, answer, counts } of raw) counted[kind]![answer]! += counts;
  const weights = raw.map(
    ({ kind, answer, counts }) => (counts * all) / (counted[kind]![answer]! * SOFT_CAUSES.length * kinds.length),
  );
  const nets = Array.from({ length: NETS }, (_, n) =>
    taught(
      {
        lessons: raw.length,
        show: (lesson, inputs) => inputs.set(table.subarray(lesson * width, (lesson + 1) * width)),
        correct(lesson, scores, slopes) {
          // The slope of the cross entropy: the share given less the share that is right.
          const raised = scores.map((score) => Math.exp(score));
          const total = raised.reduce((sum, value) => sum + value, 0);
          for (let k = 0; k < scores.length; k++)
            slopes[k] = weights[lesson]! * (raised[k]! / total - (raw[lesson]!.answer === k ? 1 : 0));
        },
      },
      { ...COURSE, widths: [width, HIDDEN, SOFT_CAUSES.length], seed: n + 1 },
    ),
  );
  return { ...even, nets };
}

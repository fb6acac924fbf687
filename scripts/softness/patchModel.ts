import { PATCH_ANSWERS, type Ensemble } from '@hushto/core';
import { evenedTable, evening, taught } from './descent.ts';
import type { Looked } from './features.ts';

const COURSE = { rounds: 5, atOnce: 64, step: 0.003, pull: 0.003, jitter: 0.15 };
const HIDDEN = 12;
/** Patches on which nothing is to be found, of each frame at most. */
const MOST_PLAIN = 40;
/** A patch is of the subject from this much cover on, and of the rest up to that. */
const [SUBJECT_FROM, REST_TO] = [0.6, 0.05];
/** Blur of the subject is looked for from so many tolerances on. */
const LEAST_SIZE = 1.8;
/** What patches of the subject count together against all others. */
const SUBJECT_SHARE = 0.5;

/** Groups of pictures; no network learns from its own. */
const GROUPS = 5;

/**
 * Learns what tells of a patch that it moved, or is out of focus alone: a network for each group of pictures left out, so that what their
 * patches say of them was not learnt from them.
 */
export function learnPatches(frames: readonly Looked[]): { model: Ensemble; without: (scene: string) => Ensemble } {
  const scenes = [...new Set(frames.map(({ scene }) => scene))];
  const lessons = frames.flatMap((frame) => lessonsOf(frame).map((lesson) => ({ ...lesson, group: scenes.indexOf(frame.scene) % GROUPS })));
  const width = lessons[0]!.signs.length;
  const table = new Float64Array(width * lessons.length);
  lessons.forEach(({ signs }, i) => table.set(signs, i * width));
  const even = evening(table, width);
  evenedTable(table, even);
  const nets = Array.from({ length: GROUPS }, (_, group) => {
    const own = [...lessons.keys()].filter((i) => lessons[i]!.group !== group);
    const counted = PATCH_ANSWERS.map((_, k) => own.filter((i) => lessons[i]!.answer === k).length);
    const weights = counted.map((count, k) => (k === 0 ? 1 : (SUBJECT_SHARE * counted[0]!) / count));
    return taught(
      {
        lessons: own.length,
        show: (lesson, inputs) => inputs.set(table.subarray(own[lesson]! * width, (own[lesson]! + 1) * width)),
        correct(lesson, scores, slopes) {
          const { answer } = lessons[own[lesson]!]!;
          const raised = scores.map((score) => Math.exp(score));
          const total = raised.reduce((sum, value) => sum + value, 0);
          for (let k = 0; k < scores.length; k++) slopes[k] = weights[answer]! * (raised[k]! / total - (answer === k ? 1 : 0));
        },
      },
      { ...COURSE, widths: [width, HIDDEN, PATCH_ANSWERS.length], seed: group + 1 },
    );
  });
  return {
    model: { ...even, nets },
    without: (scene) => ({ ...even, nets: [nets[scenes.indexOf(scene) % GROUPS]!] }),
  };
} // prettier-ignore

/** What the patches of a frame teach. Where all of it is as soft, or it is grain, none of the subject is told from the rest. */
function lessonsOf({ cause, size, patches }: Looked): { signs: number[]; answer: number }[] {
  if (cause === 'grain') return [];
  const isLocal = cause === 'subject' || cause === 'focus';
  const own = isLocal && size >= LEAST_SIZE ? patches.filter(({ covered }) => covered >= SUBJECT_FROM) : [];
  const plain = patches.filter(({ covered }) => !isLocal || covered < REST_TO);
  const step = Math.max(1, plain.length / MOST_PLAIN);
  const some = Array.from({ length: Math.floor(plain.length / step) }, (_, i) => plain[Math.floor(i * step)]!);
  return [
    ...own.map(({ signs }) => ({ signs, answer: PATCH_ANSWERS.indexOf(cause as 'subject' | 'focus') })),
    ...some.map(({ signs }) => ({ signs, answer: 0 })),
  ];
}

import { answersOf, NoAnswer } from './answers.ts';
import type { LensAsked, LensFound } from './lensProtocol.ts';

const ask = answersOf<LensAsked, LensFound>(() => new Worker(new URL('./lens.worker.ts', import.meta.url), { type: 'module' }));

/** How long looking for edges in one photo may take, ms: five parts of a hundred megapixels. */
const PATIENCE_MS = 60_000;

type Question = LensAsked extends infer Asked ? (Asked extends unknown ? Omit<Asked, 'ticket'> : never) : never;

/** Looks for edges in a photo. What is wrong with it comes as words that follow its name. */
export async function askEdges(question: Question, signal: AbortSignal): Promise<LensFound> {
  try {
    return await ask(question, [], { patienceMs: PATIENCE_MS, signal });
  } catch (error) {
    if (error instanceof NoAnswer) return { ticket: 0, problem: error.message };
    throw error;
  }
}

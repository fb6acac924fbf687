import { answersOf, NoAnswer } from './answers.ts';
import { FILE_PATIENCE_MS } from './fences.ts';
import type { DrawnPixels, HeaderFound, LogFileAsked, LogFileFound } from './logProtocol.ts';

const ask = answersOf<LogFileAsked, LogFileFound>(
  () => new Worker(new URL('./log.worker.ts', import.meta.url), { type: 'module' }),
);

/** Reads the heads of files in a worker, all at once. What is wrong with one comes as words that follow its name. */
export async function askHeaders(files: readonly File[], signal?: AbortSignal): Promise<HeaderFound[]> {
  const found = await asked({ what: 'headers', files }, [], signal);
  if ('headers' in found) return found.headers;
  const problem = 'problem' in found ? found.problem : '';
  if (files.length === 1 || signal?.aborted) return files.map(() => ({ problem }));
  // One of them ended the worker: asked for alone, it is the only one that is lost.
  const alone: HeaderFound[] = [];
  for (const file of files) alone.push(...(await askHeaders([file], signal)));
  return alone;
}

/** Reads a file for the log in a worker. What is wrong with it comes as words that follow its name. */
export const askLogFile = (what: 'preview' | 'why', file: File, signal?: AbortSignal): Promise<LogFileFound> =>
  asked({ what, file }, [], signal);

/** Why a frame that was drawn is soft. Its pixels go to the worker. */
export const askWhyDrawn = (drawn: DrawnPixels, signal?: AbortSignal): Promise<LogFileFound> =>
  asked({ what: 'why', drawn }, [drawn.pixels], signal);

type Question = LogFileAsked extends infer Asked ? (Asked extends unknown ? Omit<Asked, 'ticket'> : never) : never;

async function asked(question: Question, transfer: Transferable[], signal?: AbortSignal): Promise<LogFileFound> {
  try {
    return await ask(question, transfer, { patienceMs: FILE_PATIENCE_MS, signal });
  } catch (error) {
    if (error instanceof NoAnswer) return { ticket: 0, problem: error.message };
    throw error;
  }
}

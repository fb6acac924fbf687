import { answersOf, NoAnswer } from './answers.ts';
import { FILE_PATIENCE_MS } from './fences.ts';
import type { LogFileAsked, LogFileFound } from './logProtocol.ts';

const ask = answersOf<LogFileAsked, LogFileFound>(
  () => new Worker(new URL('./log.worker.ts', import.meta.url), { type: 'module' }),
);

/** Reads a file for the log in a worker. What is wrong with it comes as words that follow its name. */
export async function askLogFile(what: LogFileAsked['what'], file: File, signal?: AbortSignal): Promise<LogFileFound> {
  try {
    return await ask({ what, file }, [], { patienceMs: FILE_PATIENCE_MS, signal });
  } catch (error) {
    if (error instanceof NoAnswer) return { ticket: 0, problem: error.message };
    throw error;
  }
}

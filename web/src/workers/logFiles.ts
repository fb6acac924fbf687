import type { ClockOffset, TimedFrame } from '@hushto/core';
import pLimit, { type LimitFunction } from 'p-limit';
import { answersOf, NoAnswer } from './answers.ts';
import { FILE_PATIENCE_MS } from './fences.ts';
import type { DrawnPixels, HeaderFound, LogFileAsked, LogFileFound } from './logProtocol.ts';

/** Most workers that read at once: each may hold a large picture. Ours. */
const MOST_READERS = 3;

/** How many files are read at once: a core each, and one for the page; one where the browser does not say how many there are. */
export const readersAtOnce = (): number => Math.max(1, Math.min(MOST_READERS, (navigator.hardwareConcurrency || 1) - 1));

/** The readers, and their turns: each has one question at a time, so that one that is ended takes nobody else's answer with it. */
let readers: { free: ReturnType<typeof newReader>[]; turn: LimitFunction } | null = null;
const newReader = () =>
  answersOf<LogFileAsked, LogFileFound>(() => new Worker(new URL('./log.worker.ts', import.meta.url), { type: 'module' }));

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

/** How far the clock of each body is ahead of the one that counted; null where its times do not tell. */
export async function askClocks(
  counts: readonly TimedFrame[],
  bodies: readonly (readonly TimedFrame[])[],
): Promise<(ClockOffset | null)[]> {
  const found = await asked({ what: 'clocks', counts, bodies }, []);
  return 'clocks' in found ? found.clocks : bodies.map(() => null);
}

type Question = LogFileAsked extends infer Asked ? (Asked extends unknown ? Omit<Asked, 'ticket'> : never) : never;

function asked(question: Question, transfer: Transferable[], signal?: AbortSignal): Promise<LogFileFound> {
  readers ??= { free: Array.from({ length: readersAtOnce() }, newReader), turn: pLimit(readersAtOnce()) };
  const { free, turn } = readers;
  return turn(async () => {
    const ask = free.pop()!;
    try {
      return await ask(question, transfer, { patienceMs: FILE_PATIENCE_MS, signal });
    } catch (error) {
      if (error instanceof NoAnswer) return { ticket: 0, problem: error.message };
      throw error;
    } finally {
      free.push(ask);
    }
  });
}

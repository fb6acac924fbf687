import { answersOf, NoAnswer } from './answers.ts';
import { FILE_PATIENCE_MS } from './fences.ts';
import type { RawAsked, RawFound } from './rawProtocol.ts';

const ask = answersOf<RawAsked, RawFound>(() => new Worker(new URL('./raw.worker.ts', import.meta.url), { type: 'module' }));

/** Reads a raw file in a worker, which is ended when it takes too long or is stopped; the file's bytes are given away. */
export async function readRaw(name: string, file: ArrayBuffer, signal?: AbortSignal): Promise<RawFound> {
  try {
    return await ask({ name, file }, [file], { patienceMs: FILE_PATIENCE_MS, signal });
  } catch (error) {
    if (error instanceof NoAnswer) return { ticket: 0, problem: error.message };
    throw error;
  }
}

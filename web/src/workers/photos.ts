import { answersOf, NoAnswer } from './answers.ts';
import { FILE_PATIENCE_MS } from './fences.ts';
import type { PhotoAsked, PhotoFound } from './photoProtocol.ts';

const ask = answersOf<PhotoAsked, PhotoFound>(
  () => new Worker(new URL('./photo.worker.ts', import.meta.url), { type: 'module' }),
);

/** Reads a photo in a worker, which is ended when it takes too long or is stopped. What is wrong with it comes as words that follow its name. */
export async function askPhoto(what: PhotoAsked['what'], file: File, signal?: AbortSignal): Promise<PhotoFound> {
  try {
    return await ask({ what, file }, [], { patienceMs: FILE_PATIENCE_MS, signal });
  } catch (error) {
    if (error instanceof NoAnswer) return { ticket: 0, problem: error.message };
    throw error;
  }
}

import { answersOf } from './answers.ts';
import type { EdgesAsked, EdgesFound } from './edges.worker.ts';

const ask = answersOf<EdgesAsked, EdgesFound>(
  () => new Worker(new URL('./edges.worker.ts', import.meta.url), { type: 'module' }),
);

/** Blur of a photo's edges, measured in a worker; the photo is given away. */
export const measureEdges = (bitmap: ImageBitmap): Promise<EdgesFound> => ask({ bitmap }, [bitmap]);

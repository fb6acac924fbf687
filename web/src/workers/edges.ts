import type { EdgesAsked, EdgesFound } from './edges.worker.ts';

let worker: Worker | null = null;
let tickets = 0;

/** Blur of a photo's edges, measured in a worker; the photo is given away. */
export function measureEdges(bitmap: ImageBitmap): Promise<EdgesFound> {
  worker ??= new Worker(new URL('./edges.worker.ts', import.meta.url), { type: 'module' });
  const own = worker;
  const ticket = ++tickets;
  return new Promise((resolve, reject) => {
    const heard = ({ data }: MessageEvent<EdgesFound>): void => {
      if (data.ticket !== ticket) return;
      own.removeEventListener('message', heard);
      resolve(data);
    };
    own.addEventListener('message', heard);
    own.addEventListener('error', () => reject(new Error('the worker does not run here')), { once: true });
    own.postMessage({ ticket, bitmap } satisfies EdgesAsked, [bitmap]);
  });
}

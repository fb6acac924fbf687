import type { DrawnFrame, FailedFrame, FrameJob, FrameSlot, ToWorker } from './frameProtocol.ts';

type Listener = (frame: DrawnFrame | FailedFrame) => void;

/** The worker that draws frames, begun when the first is wanted. */
let worker: Worker | null = null;
let tickets = 0;
let photoIds = 0;
const listeners = new Map<FrameSlot, { ticket: number; heard: Listener }>();

function theWorker(): Worker {
  if (worker) return worker;
  worker = new Worker(new URL('./frame.worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<DrawnFrame | FailedFrame>) => {
    const listener = listeners.get(data.slot);
    // What was drawn for an older wish is let go, but for what follows a drag: there the next wish is always made already.
    const follows = data.failed === undefined && data.follows;
    if (listener && (listener.ticket === data.ticket || follows)) listener.heard(data);
  };
  // It did not even begin: whoever waits is told.
  worker.onerror = ({ message }) =>
    listeners.forEach(({ ticket, heard }, slot) => heard({ slot, ticket, failed: message || 'the worker does not run here' }));
  return worker;
}

const tell = (message: ToWorker, transfer: Transferable[] = []): void => theWorker().postMessage(message, transfer);

/** Asks for a frame; what comes is heard, coarse before fine, until another is asked for in the same place. Returns how to stop hearing. */
export function drawFrame(slot: FrameSlot, job: FrameJob, heard: Listener): () => void {
  const ticket = ++tickets;
  listeners.set(slot, { ticket, heard });
  tell({ type: 'draw', slot, ticket, job });
  return () => {
    if (listeners.get(slot)?.ticket !== ticket) return;
    listeners.delete(slot);
    tell({ type: 'forget', slot });
  };
}

/** Gives the worker what moves in a photo. */
export const lendMask = (id: number, bitmap: ImageBitmap): void => tell({ type: 'mask', id, bitmap }, [bitmap]);

/** Gives a photo to the worker; it stays in this browser. Returns its id. */
export function lendPhoto(bitmap: ImageBitmap): number {
  const id = ++photoIds;
  tell({ type: 'photo', id, bitmap }, [bitmap]);
  return id;
}

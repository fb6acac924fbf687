/** Why a worker gave no answer. */
export class NoAnswer extends Error {
  readonly why: 'stopped' | 'slow' | 'broken';

  constructor(why: NoAnswer['why']) {
    super(
      { stopped: 'was stopped.', slow: 'takes too long to read; it may be damaged.', broken: 'could not be read here.' }[why],
    );
    this.why = why;
  }
}

interface Patience {
  /** How long an answer may take, ms. Then the worker is ended, whatever it is doing. */
  patienceMs?: number;
  /** Ends the worker as well. */
  signal?: AbortSignal | undefined;
}

/**
 * Asks a worker questions by ticket, and hears the answer to each. @param make begins the worker when it is first asked, and anew after
 * it was ended
 */
export function answersOf<Asked extends { ticket: number }, Found extends { ticket: number }>(make: () => Worker) {
  let worker: Worker | null = null;
  let tickets = 0;
  /** @throws NoAnswer */
  return (question: Omit<Asked, 'ticket'>, transfer: Transferable[], { patienceMs, signal }: Patience = {}): Promise<Found> => {
    worker ??= make();
    const own = worker;
    const ticket = ++tickets;
    return new Promise((resolve, reject) => {
      const end = (why: NoAnswer['why']): void => {
        forget();
        own.terminate();
        if (worker === own) worker = null;
        reject(new NoAnswer(why));
      };
      const heard = ({ data }: MessageEvent<Found>): void => {
        if (data.ticket !== ticket) return;
        forget();
        resolve(data);
      };
      const stop = (): void => end('stopped');
      const broken = (): void => end('broken');
      const timer = patienceMs === undefined ? undefined : setTimeout(() => end('slow'), patienceMs);
      function forget(): void {
        clearTimeout(timer);
        own.removeEventListener('message', heard);
        own.removeEventListener('error', broken);
        signal?.removeEventListener('abort', stop);
      }
      own.addEventListener('message', heard);
      own.addEventListener('error', broken, { once: true });
      if (signal?.aborted) return stop();
      signal?.addEventListener('abort', stop, { once: true });
      own.postMessage({ ...question, ticket }, transfer);
    });
  };
}

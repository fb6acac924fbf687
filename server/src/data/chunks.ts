import { once } from 'node:events';
import { Readable } from 'node:stream';
import type { MessagePort } from 'node:worker_threads';

/** What goes over the port: a chunk, the end, or why there is no more. */
type Message = { chunk: string | Uint8Array } | { end: true } | { failed: string };

/** Gives chunks out over a port, each when it is asked for; ends early where the other side is gone. */
export async function giveChunks(port: MessagePort, chunks: AsyncIterable<string | Uint8Array>): Promise<void> {
  let gone = false;
  const closed = once(port, 'close').then(() => (gone = true));
  const asked = (): Promise<unknown> => Promise.race([once(port, 'message'), closed]);
  const say = (message: Message): void => port.postMessage(message);
  try {
    await asked();
    for await (const chunk of chunks) {
      if (gone) break;
      say({ chunk });
      await asked();
    }
    say({ end: true });
  } catch (error) {
    say({ failed: String(error) });
  } finally {
    port.close();
  }
}

/** What another thread gives out, as a stream that asks for no more than it can pass on. */
export function takeChunks(port: MessagePort): Readable {
  async function* chunks(): AsyncGenerator<string | Uint8Array> {
    try {
      for (;;) {
        const answer = once(port, 'message');
        port.postMessage('more');
        const [message] = (await answer) as [Message];
        if ('failed' in message) throw new Error(message.failed);
        if ('end' in message) return;
        yield message.chunk;
      }
    } finally {
      port.close();
    }
  }
  return Readable.from(chunks());
}

import equal from 'fast-deep-equal';
import { isWaiting, type Entry, type PendingWrite } from './entry.ts';
import type { Disk, LocalWrites } from './localWrites.ts';
import { AWAY, codeOf, LATER, serverAfter, type Alone, type Remote, said } from './remote.ts';
import { answered, sending, type Outcome } from './replies.ts';

interface SenderParts {
  local: LocalWrites;
  disk: Pick<Disk, 'waiting'>;
  remote: Remote;
  alone: Alone;
}

/** Tries to merge one document with what is changed elsewhere at the same moment. */
const MOST_ROUNDS = 6;

/** Sends pending writes of every window, oldest first, until the server does not answer. */
export class Sender {
  readonly #parts: SenderParts;
  #running: Promise<void> | null = null;
  #again = false;

  constructor(parts: SenderParts) {
    this.#parts = parts;
  }

  /** Sends all that waits. Called while it runs, it goes round once more. */
  send(): Promise<void> {
    if (this.#running) {
      this.#again = true;
      return this.#running;
    }
    this.#running = this.#rounds().finally(() => (this.#running = null));
    return this.#running;
  }

  async #rounds(): Promise<void> {
    const { alone, local } = this.#parts;
    do {
      this.#again = false;
      await alone('send', () => this.#sendAll());
    } while (this.#again && local.store.getState().server !== 'away');
  }

  async #waiting(): Promise<string[]> {
    const { local, disk } = this.#parts;
    const here = [...local.store.getState().entries].filter(([, entry]) => isWaiting(entry)).map(([key]) => key);
    const there = await disk.waiting().catch(() => []);
    return [...new Set([...there, ...here])];
  }

  async #sendAll(): Promise<void> {
    for (const key of await this.#waiting()) if ((await this.#sendOne(key)) === 'away') return;
  }

  async #sendOne(key: string): Promise<'done' | 'away'> {
    const { local } = this.#parts;
    for (let round = 0; round < MOST_ROUNDS; round++) {
      // Another window's write may not have been announced here yet.
      await local.reread([key]);
      const entry = local.view(key);
      if (!entry?.pending) return 'done';
      const { pending } = entry;
      let outcome: Outcome;
      try {
        outcome = await this.#outcomeOf(entry, pending, key);
        local.store.setState({ server: 'answers', trouble: null });
      } catch (error) {
        const code = codeOf(error);
        if (code === null || AWAY.has(code)) {
          local.store.setState({ server: serverAfter(code) });
          return 'away';
        }
        // The trouble of one document must not keep the others from going.
        if (LATER.has(code)) {
          local.store.setState({ server: serverAfter(code), trouble: code });
          return 'done';
        }
        outcome = { result: 'refused', message: said(error) };
      }
      await local.commit([[key, (now) => answered(now, pending, outcome)]]);
    }
    return 'done';
  }

  async #outcomeOf({ kind, id }: Entry, pending: PendingWrite, key: string): Promise<Outcome> {
    const { remote, local } = this.#parts;
    const { document, base, undelete } = pending;
    const markSent = () => local.commit([[key, (entry) => sending(entry, pending)]]);
    // Revision 0 is that of a document brought back of which nobody knows whether it was ever there.
    const there = base?.revision ? base : null;
    if (document === null && !there && pending.sent.length === 0) return { result: 'deleted' };
    try {
      if (document === null) {
        await markSent();
        await remote.delete(kind, id, base?.revision ?? null);
        return { result: 'deleted' };
      }
      if (undelete) {
        await markSent();
        const theirs = await remote.restore(kind, id, document);
        return equal(theirs.document, document) ? { result: 'stored', stored: theirs } : { result: 'conflict', theirs };
      }
      // An earlier state was sent and its answer lost: ask whether it arrived, rather than learn it from a refusal.
      const [earlier] = pending.sent;
      if (earlier && !equal(earlier, document)) {
        const theirs = there ? await remote.read(kind, id) : await remote.create(kind, id, earlier);
        if (theirs.revision !== there?.revision) return { result: 'conflict', theirs };
      }
      await markSent();
      const stored = there ? await remote.change(kind, id, document, there.revision) : await remote.create(kind, id, document);
      return { result: 'stored', stored };
    } catch (error) {
      if (codeOf(error) === 'NOT_FOUND') return document === null ? { result: 'deleted' } : { result: 'conflict', theirs: null };
      if (codeOf(error) !== 'CONFLICT') throw error;
      return { result: 'conflict', theirs: await remote.read(kind, id).catch(nullIfGone) };
    }
  }
}

function nullIfGone(error: unknown): null {
  if (codeOf(error) === 'NOT_FOUND') return null;
  throw error;
}

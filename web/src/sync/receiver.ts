import { kindOf, openDocument, type Changes, type DocumentOf, type KindName } from '@hushto/contract';
import { keyOf } from './entry.ts';
import type { KeyedStep } from './localEntries.ts';
import type { Disk, LocalWrites, ReadUpTo } from './localWrites.ts';
import { codeOf, serverAfter, type Alone, type Remote } from './remote.ts';
import { absent, pulled, pulledAnew, pulledAway } from './replies.ts';

interface ReceiverParts {
  local: LocalWrites;
  disk: Disk;
  remote: Pick<Remote, 'changes'>;
  alone: Alone;
}

/** Takes in what changed on the server. */
export class Receiver {
  readonly #parts: ReceiverParts;
  /** How far this window read, while nothing can be written down. */
  #readHere: ReadUpTo | null = null;

  constructor(parts: ReceiverParts) {
    this.#parts = parts;
  }

  /**
   * Takes in what changed since the last time; after a restore, everything. Resolves when all of it is shown; writing it down goes on.
   * @throws what the server failed with
   */
  pull(): Promise<void> {
    const { alone, local } = this.#parts;
    return new Promise((resolve, reject) => {
      alone('pull', async () => {
        const written = await this.#pullAll().catch((error: unknown) => {
          local.store.setState({ server: serverAfter(codeOf(error)) });
          throw error;
        });
        resolve();
        await written();
      }).catch(reject);
    });
  }

  /** @returns waits until all of it is on the disk, and notes then how far was read */
  async #pullAll(): Promise<() => Promise<void>> {
    const { local, disk, remote } = this.#parts;
    let upTo = local.store.getState().diskTrouble === null ? await disk.readUpTo().catch(() => null) : this.#readHere;
    // Reading from the beginning: of nothing before, or of another history than before.
    let fromStart = upTo ? null : await this.#beginning();
    let otherHistory = false;
    const staged: KeyedStep[] = [];
    const stage = (steps: readonly KeyedStep[]): void => {
      local.stage(steps);
      staged.push(...steps);
    };
    for (let more = true; more;) {
      const reply = await remote.changes(upTo?.revision ?? 0);
      local.store.setState({ server: 'answers' });
      if (upTo && reply.history !== upTo.history) {
        upTo = null;
        otherHistory = true;
        fromStart = await this.#beginning();
        continue;
      }
      const steps = stepsOf(reply, otherHistory);
      for (const [key] of steps) fromStart?.delete(key);
      stage(steps);
      upTo = { history: reply.history, revision: reply.revision };
      more = reply.more;
    }
    // Only when everything was read is it known what the server does not have.
    stage([...(fromStart ?? [])].map((key): KeyedStep => [key, absent]));
    this.#readHere = upTo;
    return async () => {
      // What is not on the disk must be asked for again by the next page.
      for (const step of staged) if (!(await local.written(step))) return;
      if (upTo) await disk.setReadUpTo(upTo).catch(() => undefined);
    };
  }

  /** Keys of all that is here or on the disk: what is left of them after reading everything, the server does not have. */
  async #beginning(): Promise<Set<string>> {
    const { local, disk } = this.#parts;
    const there = (await disk.all().catch(() => [])).map(({ kind, id }) => keyOf(kind, id));
    return new Set([...local.store.getState().entries.keys(), ...there]);
  }
}

function stepsOf({ changes, formats }: Changes, otherHistory: boolean): KeyedStep[] {
  return changes.map(({ kind, id, deleted, document, ...beside }): KeyedStep => {
    const key = keyOf(kind, id);
    const opened = deleted ? null : fromServer(kind, formats[kind] ?? 0, document);
    if (!opened) return [key, (entry) => pulledAway(entry, beside.revision)];
    // A newer server's form: this page does not understand it, and leaves it alone. It is there, all the same.
    if (!('document' in opened)) return [key, (entry) => entry];
    const stored = { ...beside, id, document: opened.document };
    const take = otherHistory ? pulledAnew : pulled;
    return [key, (entry) => take(entry, { kind, id }, stored)];
  });
}

/** In today's form it was checked by the very schema that would check it here; over thousands that takes noticeable time. */
function fromServer(kind: KindName, format: number, document: unknown): ReturnType<typeof openDocument> {
  if (format === kindOf(kind).format && typeof document === 'object' && document !== null)
    return { document: document as DocumentOf<KindName> };
  return openDocument(kind, format, document);
}

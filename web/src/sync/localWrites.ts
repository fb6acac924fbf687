import { createStore } from 'zustand';
import { keyOf, type Action, type Entry } from './entry.ts';
import type { ServerState } from './remote.ts';
import { LocalEntries, type KeyedStep, type Step } from './localEntries.ts';
import { said } from './remote.ts';

/** Up to which revision the server's changes were read, and in which history of the server. */
export interface ReadUpTo {
  history: string;
  revision: number;
}

/** What this browser keeps on disk. Every call fails when it cannot. */
export interface Disk {
  all(): Promise<Entry[]>;
  /** Keys of what waits to be sent, from any window, oldest first. */
  waiting(): Promise<string[]>;
  read(key: string): Promise<Entry | null>;
  /** Applies steps to entries, all in one transaction that is on the disk when this resolves. */
  commit(steps: readonly KeyedStep[]): Promise<(Entry | null)[]>;
  readUpTo(): Promise<ReadUpTo | null>;
  setReadUpTo(to: ReadUpTo): Promise<void>;
}

/** What the page sees of documents and of how safe they are. */
export interface SyncState {
  entries: ReadonlyMap<string, Entry>;
  server: ServerState;
  /** Why the server, though it answers, takes no changes just now: the code of its error. */
  trouble: string | null;
  /** How many changes are not on the disk yet. */
  unwritten: number;
  /** Why the disk takes nothing; null while it does. Then edits go straight to the server. */
  diskTrouble: string | null;
}

interface LocalWritesParts {
  disk: Disk;
  /** Tells the other windows which entries changed. */
  tell: (keys: readonly string[]) => void;
  /** How long a moving hand may go on before its next step is written. */
  rest: () => Promise<void>;
}

/** Entries written in one transaction. */
const MOST_WRITTEN = 500;

/** Shows every change at once and writes it to the disk a moment later. Reading and writing follow one another. */
export class LocalWrites {
  readonly store = createStore<SyncState>()((): SyncState => ({
    entries: new Map(),
    server: 'answers',
    trouble: null,
    unwritten: 0,
    diskTrouble: null,
  }));
  readonly #parts: LocalWritesParts;
  readonly #entries = new LocalEntries();
  #writing: Promise<void> | null = null;
  #resting: Promise<void> = Promise.resolve();
  /** What is read later is never older than what was written before. */
  #last: Promise<unknown> = Promise.resolve();

  constructor(parts: LocalWritesParts) {
    this.#parts = parts;
  }

  view = (key: string): Entry | null => this.#entries.view(key);
  unwrittenActions = (): Action[] => this.#entries.unwrittenActions();

  /** Reads all that the disk has. @returns whether it could be read */
  async open(): Promise<boolean> {
    try {
      await this.#inTurn(async () => {
        const entries = await this.#parts.disk.all();
        for (const entry of entries) this.#entries.setOnDisk(keyOf(entry.kind, entry.id), entry);
        this.#show(entries.map(({ kind, id }) => keyOf(kind, id)));
      });
      return true;
    } catch (error) {
      this.store.setState({ diskTrouble: said(error) });
      return false;
    }
  }

  /** Reads entries that another window wrote. Where that fails, this window goes on with what it has; the server merges the two. */
  reread = (keys: readonly string[]): Promise<void> =>
    this.#inTurn(async () => {
      for (const key of keys) this.#entries.setOnDisk(key, await this.#parts.disk.read(key));
      this.#show(keys);
    }).catch(() => undefined);

  /** Shows steps at once, without writing them: the caller waits for {@link written}. */
  stage(steps: readonly KeyedStep[]): void {
    for (const step of steps) this.#entries.stage(step);
    this.#show(steps.map(([key]) => key));
  }

  /** Shows steps at once and writes them. @returns whether they are on the disk */
  commit(steps: readonly KeyedStep[]): Promise<boolean> {
    this.stage(steps);
    return this.#writtenLast(steps);
  }

  /** Does what the user did: shown at once, then written. @returns whether it is on the disk */
  commitActions(actions: readonly Action[], apply: (entry: Entry | null, action: Action) => Entry | null): Promise<boolean> {
    const steps = actions.map((action): KeyedStep => {
      const keyed: KeyedStep = [keyOf(action.kind, action.id), (entry) => apply(entry, action)];
      this.#entries.stage(keyed, action);
      return keyed;
    });
    this.#show(steps.map(([key]) => key));
    return this.#writtenLast(steps);
  }

  /** Waits until a step is on the disk. @returns whether it is; false while the disk takes nothing */
  async written(keyed: KeyedStep): Promise<boolean> {
    // While a hand goes on moving, its steps are written now and then, not each of them.
    if (this.#entries.isAction(keyed[1])) await this.#resting;
    // One transaction after the other; what gathers meanwhile goes together.
    while (this.#entries.isUnwritten(keyed)) {
      this.#writing ??= this.#inTurn(() => this.#write()).finally(() => (this.#writing = null));
      await this.#writing;
      if (this.store.getState().diskTrouble !== null) break;
    }
    return !this.#entries.isUnwritten(keyed);
  }

  /** Tries again to write what the disk did not take before. */
  async retry(): Promise<void> {
    const first = this.#entries.firstUnwritten();
    if (first) await this.written(first);
  }

  async #writtenLast(steps: readonly KeyedStep[]): Promise<boolean> {
    const last = steps.at(-1);
    return last ? this.written(last) : true;
  }

  async #write(): Promise<void> {
    const batch = this.#entries.batch(MOST_WRITTEN);
    if (batch.length === 0) return;
    try {
      const entries = await this.#parts.disk.commit(batch.map(({ key, steps }) => [key, inOrder(steps)]));
      this.#entries.markWritten(batch.map((one, i) => ({ ...one, entry: entries[i] ?? null })));
      this.store.setState({ diskTrouble: null });
      const keys = batch.map(({ key }) => key);
      this.#show(keys);
      this.#parts.tell(keys);
      this.#resting = this.#parts.rest();
    } catch (error) {
      this.store.setState({ diskTrouble: said(error) });
    }
  }

  #show(keys: Iterable<string>): void {
    this.#entries.refresh(keys);
    const { shown } = this.#entries;
    const unwritten = this.#entries.countUnwritten();
    this.store.setState(shown === this.store.getState().entries ? { unwritten } : { entries: shown, unwritten });
  }

  #inTurn<Result>(work: () => Promise<Result>): Promise<Result> {
    const next = this.#last.then(work, work);
    this.#last = next.catch(() => undefined);
    return next;
  }
}

const inOrder =
  (steps: readonly Step[]): Step =>
  (entry) =>
    steps.reduce((now, step) => step(now), entry);

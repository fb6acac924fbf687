import { kindOf, openDocument, type Changes, type DocumentOf, type KindName, type Stored } from '@hushto/contract';
import equal from 'fast-deep-equal';
import { createStore } from 'zustand';
import {
  answered,
  chosen,
  done,
  forgotten,
  isWaiting,
  pulled,
  pulledAway,
  sending,
  subjectOf,
  type Deed,
  type Draft,
  type Entry,
  type Keep,
  type Outcome,
  type Want,
} from './record.ts';

/** One thing that happened to a document, to be laid over whatever is on the disk by then. */
export type Step = (entry: Entry | null) => Entry | null;

/** Where the server's changes were read up to, and in which past of its. */
export interface ReadUpTo {
  history: string;
  revision: number;
}

/** What this browser keeps on disk. Every call fails when it cannot. */
export interface Disk {
  all(): Promise<Entry[]>;
  /** What waits to be sent, from any window, oldest first. */
  waiting(): Promise<string[]>;
  read(key: string): Promise<Entry | null>;
  /** Lays steps over entries, all in one transaction that is on the disk when this resolves. */
  lay(steps: readonly (readonly [key: string, step: Step])[]): Promise<(Entry | null)[]>;
  readUpTo(): Promise<ReadUpTo | null>;
  setReadUpTo(to: ReadUpTo): Promise<void>;
}

/** The server, as far as documents go. Failures are told apart by their `code`. */
export interface Remote {
  changes(since: number): Promise<Changes>;
  create(kind: KindName, id: string, document: unknown): Promise<Stored>;
  change(kind: KindName, id: string, document: unknown, revision: number): Promise<Stored>;
  read(kind: KindName, id: string): Promise<Stored>;
  delete(kind: KindName, id: string, revision: number | null): Promise<unknown>;
  /** Brings back what was deleted, as it was; makes it where it was never there. */
  restore(kind: KindName, id: string, document: unknown): Promise<Stored>;
}

interface KeepingParts {
  disk: Disk;
  remote: Remote;
  /** One of all windows at a time does what has this name. */
  alone: <Result>(name: 'send' | 'pull', work: () => Promise<Result>) => Promise<Result>;
  /** Tells the other windows which entries changed. */
  tell: (keys: readonly string[]) => void;
  now: () => number;
  newId: () => string;
  /** How long the hand may go on before the next of its steps is written down. */
  rest: () => Promise<void>;
}

export interface Keeping {
  entries: ReadonlyMap<string, Entry>;
  /** Whether the last thing asked of the server was answered. */
  reached: boolean;
  /** Why the server, though it answers, takes no changes just now: the code of its error. */
  trouble: string | null;
  /** Edits that are not on the disk yet. */
  inHand: number;
  /** Why the disk takes nothing; null while it does. Then edits go straight to the server. */
  unsafe: string | null;
}

export const keyOf = (kind: KindName, id: string): string => `${kind}/${id}`;

/** Failures of the way to the server: nothing else gets through either. */
const AWAY = new Set(['OFFLINE', 'NOT_PAIRED', 'HOST_REFUSED', 'ORIGIN_REFUSED']);
/** Failures after which the same may be sent again later; any other is the change's own fault. */
const LATER = new Set(['INTERNAL', 'TOO_MANY', 'BUSY', 'TOO_SLOW', 'TIMED_OUT', 'DISK_FULL', 'CANNOT_WRITE', 'DATA_DAMAGED']);
/** Entries written in one transaction. */
const MOST_WRITTEN = 500;
/** Tries to bring one document together with what is changed elsewhere at the same moment. */
const MOST_ROUNDS = 6;

/**
 * Keeps documents in this browser and brings them to the server. What is edited is shown at once, on the disk a moment later, and
 * on the server when that answers; each stage may fail, be repeated or meet another window without a loss.
 */
export function createKeeping({ disk, remote, alone, tell, now, newId, rest }: KeepingParts) {
  const store = createStore<Keeping>()(() => ({ entries: new Map(), reached: true, trouble: null, inHand: 0, unsafe: null }));
  /** As on the disk, as far as this window knows. */
  const onDisk = new Map<string, Entry | null>();
  /** What happened here and is not on the disk yet, in order. */
  const inHand = new Map<string, Step[]>();
  /** Which of that the user did. */
  const deeds = new Map<Step, Deed>();
  let writing: Promise<void> | null = null;
  let resting: Promise<void> = Promise.resolve();
  /** Reading and writing follow one another: what is read later is never older than what was written before. */
  let last: Promise<unknown> = Promise.resolve();
  const inTurn = <Result>(work: () => Promise<Result>): Promise<Result> => {
    const next = last.then(work, work);
    last = next.catch(() => undefined);
    return next;
  };
  let tags = 0;
  const windowId = newId();
  const stamp = () => ({ tag: `${windowId}.${++tags}`, atMs: now() });

  const viewOf = (key: string): Entry | null =>
    (inHand.get(key) ?? []).reduce((entry, step) => step(entry), onDisk.get(key) ?? null);

  function show(keys: Iterable<string>): void {
    const { entries } = store.getState();
    let next: Map<string, Entry> | null = null;
    for (const key of keys) {
      const entry = viewOf(key);
      const before = entries.get(key) ?? null;
      // What is the same stays the same thing: nobody need look at it again.
      if (equal(entry, before)) continue;
      next ??= new Map(entries);
      if (entry) next.set(key, entry);
      else next.delete(key);
    }
    let count = 0;
    for (const steps of inHand.values()) count += steps.length;
    store.setState(next ? { entries: next, inHand: count } : { inHand: count });
  }

  /** Lays steps over entries for the eye alone: whoever calls sees them to the disk. */
  function hold(steps: readonly (readonly [string, Step])[]): void {
    for (const [key, step] of steps) inHand.set(key, [...(inHand.get(key) ?? []), step]);
    show(steps.map(([key]) => key));
  }

  /** Lays a step over an entry: at once for the eye, then on the disk. Resolves to whether it is there. */
  function lay(key: string, step: Step): Promise<boolean> {
    hold([[key, step]]);
    return toDisk(key, step);
  }

  async function toDisk(key: string, step: Step): Promise<boolean> {
    // A hand that goes on moving is written down now and then, not at each of its steps.
    if (deeds.has(step)) await resting;
    // Written one after the other; what gathers meanwhile goes together.
    while (inHand.get(key)?.includes(step)) {
      if (!writing) writing = inTurn(write).finally(() => (writing = null));
      await writing;
      if (store.getState().unsafe !== null) break;
    }
    return !inHand.get(key)?.includes(step);
  }

  async function write(): Promise<void> {
    const batch = [...inHand].slice(0, MOST_WRITTEN).map(([key, steps]) => [key, [...steps]] as const);
    if (batch.length === 0) return;
    try {
      const laid = await disk.lay(batch.map(([key, steps]) => [key, (entry) => steps.reduce((e, step) => step(e), entry)]));
      batch.forEach(([key, steps], i) => {
        onDisk.set(key, laid[i] ?? null);
        const rest = (inHand.get(key) ?? []).filter((step) => !steps.includes(step));
        for (const step of steps) deeds.delete(step);
        if (rest.length > 0) inHand.set(key, rest);
        else inHand.delete(key);
      });
      const keys = batch.map(([key]) => key);
      store.setState({ unsafe: null });
      show(keys);
      tell(keys);
      resting = rest();
    } catch (error) {
      store.setState({ unsafe: error instanceof Error ? error.message : String(error) });
    }
  }

  /** What other windows wrote. */
  const reread = (keys: readonly string[]): Promise<void> =>
    inTurn(async () => {
      for (const key of keys) onDisk.set(key, await disk.read(key));
      show(keys);
    }).catch(() => {
      // Then this window goes on with what it has; the server brings the two together.
    });

  /** Reads what the disk has; true where it could be read. */
  async function open(): Promise<boolean> {
    try {
      await inTurn(async () => {
        for (const entry of await disk.all()) onDisk.set(keyOf(entry.kind, entry.id), entry);
        show([...onDisk.keys()]);
      });
      return true;
    } catch (error) {
      store.setState({ unsafe: error instanceof Error ? error.message : String(error) });
      return false;
    }
  }

  // ---- to the server ----

  async function current(key: string): Promise<Entry | null> {
    // Another window's writing may not have been told here yet.
    await reread([key]);
    return viewOf(key);
  }

  async function waiting(): Promise<string[]> {
    const here = [...store.getState().entries].filter(([, entry]) => isWaiting(entry)).map(([key]) => key);
    const there = await disk.waiting().catch(() => []);
    return [...new Set([...there, ...here])];
  }

  let running: Promise<void> | null = null;
  let again = false;
  /** Sends what waits, of every window, oldest first; stops where the server does not answer. */
  function send(): Promise<void> {
    if (running) {
      again = true;
      return running;
    }
    running = (async () => {
      do {
        again = false;
        await alone('send', sendAll);
      } while (again && store.getState().reached);
    })().finally(() => (running = null));
    return running;
  }

  async function sendAll(): Promise<void> {
    for (const key of await waiting()) {
      for (let round = 0; round < MOST_ROUNDS; round++) {
        const entry = await current(key);
        if (!entry?.want) break;
        const { want } = entry;
        let outcome: Outcome;
        try {
          outcome = await sent(entry, want, key);
          store.setState({ reached: true, trouble: null });
        } catch (error) {
          const code = codeOf(error);
          if (code === null || AWAY.has(code)) return store.setState({ reached: code !== 'OFFLINE' });
          // What one document meets must not keep the others from going.
          if (LATER.has(code)) {
            store.setState({ trouble: code });
            break;
          }
          outcome = { came: 'refused', message: error instanceof Error ? error.message : String(error) };
        }
        await lay(key, (now_) => answered(now_, want, outcome));
      }
    }
  }

  async function sent({ kind, id }: Entry, want: Want, key: string): Promise<Outcome> {
    const { document, base, undelete } = want;
    const mark = () => lay(key, (entry) => sending(entry, want));
    // Revision 0 is that of a document brought back of which nobody knows whether it was ever there.
    const there = base?.revision ? base : null;
    if (document === null && !there && want.sent.length === 0) return { came: 'deleted' };
    try {
      if (document === null) {
        await mark();
        await remote.delete(kind, id, base?.revision ?? null);
        return { came: 'deleted' };
      }
      if (undelete) {
        await mark();
        const theirs = await remote.restore(kind, id, document);
        return equal(theirs.document, document) ? { came: 'stored', stored: theirs } : { came: 'conflict', theirs };
      }
      // An earlier state was sent and its answer lost: whether it came is asked, not found out by a refusal.
      const [earlier] = want.sent;
      if (earlier && !equal(earlier, document)) {
        const theirs = there ? await remote.read(kind, id) : await remote.create(kind, id, earlier);
        if (theirs.revision !== there?.revision) return { came: 'conflict', theirs };
      }
      await mark();
      const stored = there ? await remote.change(kind, id, document, there.revision) : await remote.create(kind, id, document);
      return { came: 'stored', stored };
    } catch (error) {
      if (codeOf(error) === 'NOT_FOUND') return document === null ? { came: 'deleted' } : { came: 'conflict', theirs: null };
      if (codeOf(error) !== 'CONFLICT') throw error;
      return { came: 'conflict', theirs: await remote.read(kind, id).catch(unless('NOT_FOUND')) };
    }
  }

  // ---- from the server ----

  /**
   * Takes in what changed on the server since the last time; on another past of its, everything. Resolves when all of it is shown;
   * writing it down goes on. @throws what the server failed with
   */
  function pull(): Promise<void> {
    return new Promise((resolve, reject) => {
      alone('pull', async () => {
        const written = await pullAll();
        resolve();
        await written();
      }).catch(reject);
    });
  }

  let readHere: ReadUpTo | null = null;

  /** @returns waits until it is on the disk, and notes then how far was read */
  async function pullAll(): Promise<() => Promise<void>> {
    // While nothing can be written down, this window alone knows how far it read.
    let upTo = store.getState().unsafe === null ? await disk.readUpTo().catch(() => null) : readHere;
    let seen: Set<string> | null = upTo ? null : new Set();
    const before = upTo ? [] : await keysHere();
    const held: (readonly [string, Step])[] = [];
    for (let more = true; more;) {
      const reply = await remote.changes(upTo?.revision ?? 0);
      store.setState({ reached: true });
      if (upTo && reply.history !== upTo.history) {
        upTo = null;
        seen = new Set();
        before.push(...(await keysHere()));
        continue;
      }
      const steps = stepsOf(reply);
      for (const [key] of steps) seen?.add(key);
      hold(steps);
      held.push(...steps);
      upTo = { history: reply.history, revision: reply.revision };
      more = reply.more;
    }
    // Only when all of a beginning is here is it known what is not there any more.
    const gone = before.filter((key) => !seen!.has(key)).map((key): [string, Step] => [key, (entry) => forgotten(entry)]);
    hold(gone);
    held.push(...gone);
    readHere = upTo;
    return async () => {
      // What is not on the disk is to be asked for again by the next page.
      for (const [key, step] of held) if (!(await toDisk(key, step))) return;
      if (upTo) await disk.setReadUpTo(upTo).catch(() => undefined);
    };
  }

  function stepsOf({ changes, formats }: Changes): [string, Step][] {
    const steps: [string, Step][] = [];
    for (const { kind, id, deleted: gone, document, ...beside } of changes) {
      const key = keyOf(kind, id);
      const opened = gone ? null : fromServer(kind, formats[kind] ?? 0, document);
      if (!opened) steps.push([key, (entry) => pulledAway(entry, beside.revision)]);
      else if ('document' in opened) {
        const stored = { ...beside, id, document: opened.document };
        steps.push([key, (entry) => pulled(entry, { kind, id }, stored)]);
      }
      // A newer server's form: this page does not understand it, and leaves it alone. It is there, all the same.
      else steps.push([key, (entry) => entry]);
    }
    return steps;
  }

  /** In today's form it was checked by the very schema that would check it here; thousands of times that is felt. */
  function fromServer(kind: KindName, format: number, document: unknown): ReturnType<typeof openDocument> {
    if (format === kindOf(kind).format && typeof document === 'object' && document !== null)
      return { document: document as DocumentOf<KindName> };
    return openDocument(kind, format, document);
  }

  /** What is here or on the disk. */
  async function keysHere(): Promise<string[]> {
    const there = (await disk.all().catch(() => [])).map(({ kind, id }) => keyOf(kind, id));
    return [...new Set([...store.getState().entries.keys(), ...there])];
  }

  async function layAll(steps: readonly (readonly [string, Step])[]): Promise<boolean> {
    if (steps.length === 0) return true;
    hold(steps);
    const [key, step] = steps.at(-1)!;
    return toDisk(key, step);
  }

  // ---- what the page does ----

  return {
    store,
    open,
    reread,
    send,
    pull,
    /** Writes again what the disk did not take before. */
    retry: async () => {
      const [first] = inHand;
      if (first) await toDisk(first[0], first[1][0]!);
    },
    /** @param seen what was edited, as it was shown; null for a new document. Resolves to whether it is on the disk */
    edit: (kind: KindName, id: string, seen: unknown, after: unknown, draft: Draft | null = null): Promise<boolean> =>
      layDeeds([{ did: 'edit', edit: { kind, id, seen, after, draft, ...stamp() } }]),
    /** Several new documents at once: all on the disk, or none. */
    make: async (kind: KindName, documents: readonly unknown[]): Promise<string[]> => {
      const made = documents.map((after) => newDocument(kind, after));
      await layDeeds(made);
      return made.map(({ edit }) => edit.id);
    },
    /** What was typed but cannot be used yet. */
    draft: (kind: KindName, id: string, draft: Draft): Promise<boolean> => layDeeds([{ did: 'draft', kind, id, draft }]),
    delete: (kind: KindName, id: string, seen: unknown): Promise<boolean> => {
      const clashing = viewOf(keyOf(kind, id))?.clash ?? null;
      return layDeeds([{ did: 'delete', kind, id, at: { seen, clashing, ...stamp() } }]);
    },
    bringBack: (kind: KindName, id: string, createdAt: string, document: unknown): Promise<boolean> =>
      layDeeds([{ did: 'bringBack', back: { kind, id, createdAt, document, ...stamp() } }]),
    /** The user says which of two states is to live. */
    choose: async (kind: KindName, id: string, keep: Keep): Promise<void> => {
      const entry = viewOf(keyOf(kind, id));
      if (!entry?.clash) return;
      const at = stamp();
      const copies = chosen(entry, keep, at).copies.map((after) => newDocument(kind, after));
      await layDeeds([...copies, { did: 'choose', kind, id, clash: entry.clash, keep, at }]);
    },
    /** What the user did that is not on the disk yet: for a page that is about to go. */
    unwritten: (): Deed[] => [...inHand.values()].flat().flatMap((step) => deeds.get(step) ?? []),
    /** Does again what a page that went had not written. What did reach the disk is not changed by it. */
    redo: (list: readonly Deed[]): Promise<boolean> => layDeeds(list),
  };

  function newDocument(kind: KindName, after: unknown) {
    return { did: 'edit' as const, edit: { kind, id: newId(), seen: null, after, ...stamp() } };
  }

  function layDeeds(list: readonly Deed[]): Promise<boolean> {
    return layAll(
      list.map((deed) => {
        const { kind, id } = subjectOf(deed);
        const step: Step = (entry) => done(entry, deed);
        deeds.set(step, deed);
        return [keyOf(kind, id), step];
      }),
    );
  }
}

const codeOf = (error: unknown): string | null =>
  typeof error === 'object' && error !== null && 'code' in error && typeof error.code === 'string' ? error.code : null;

/** Takes one failure for "there is none". */
const unless =
  (code: string) =>
  (error: unknown): null => {
    if (codeOf(error) === code) return null;
    throw error;
  };

import { KIND_NAMES, kindOf, type DocumentOf, type KindName, type Stored, type StoredOf } from '@hushto/contract';
import equal from 'fast-deep-equal';
import { createStore } from 'zustand';
import { keyOf, type createKeeping, type Keeping } from './keeping.ts';
import { isWaiting, shownOf, type Clash, type Deed, type Entry, type Keep } from './record.ts';

type Lists = { [Name in KindName]: readonly StoredOf<Name>[] };

export interface Library extends Lists {
  status: 'idle' | 'loading' | 'ready' | 'failed' | 'unpaired';
  /** Whether the server has been asked what is new, and has answered or is away: before that, what is not here may still come. */
  heard: boolean;
  /** Why it could not be loaded, in a sentence. */
  failure: string | null;
}

interface LibraryParts {
  keeping: ReturnType<typeof createKeeping>;
  /** What came before this: brought over from earlier releases before anything is read. */
  takeOverEarlier: () => Promise<unknown>;
  /** What a page that went a moment ago had not written yet. */
  unwritten: () => readonly Deed[];
  /** That is on the disk now. */
  written: () => void;
  /** Whether the server's lists were ever seen here. */
  everSeen: () => Promise<boolean>;
  newId: () => string;
}

const NOTHING = Object.fromEntries(KIND_NAMES.map((kind) => [kind, []])) as unknown as Lists;

/** What is kept, as lists for the page: as the server last said, with what is on its way to it. */
export function createLibrary({ keeping, takeOverEarlier, unwritten, written, everSeen, newId }: LibraryParts) {
  const store = createStore<Library>()(() => ({ status: 'idle', heard: false, failure: null, ...NOTHING }));
  let opened: Promise<boolean> | null = null;
  keeping.store.subscribe(listing(store));

  /** Reads what this browser has. @returns whether it ever saw the server's lists */
  async function open(): Promise<boolean> {
    // A disk that cannot be read is said by what comes next.
    await takeOverEarlier().catch(() => undefined);
    if (!(await keeping.open())) return false;
    if (await keeping.redo(unwritten())) written();
    return everSeen();
  }

  /** Shows what was seen before at once, then what changed since. */
  async function load(): Promise<void> {
    store.setState(({ status }) => ({ status: status === 'ready' ? status : 'loading', failure: null }));
    opened ??= open();
    if (await opened) store.setState({ status: 'ready' });
    try {
      await keeping.pull();
      store.setState({ status: 'ready', heard: true });
      void keeping.send();
    } catch (error) {
      const code = codeOf(error);
      if (code === 'NOT_PAIRED') return store.setState({ status: 'unpaired' });
      if (code === 'OFFLINE') keeping.store.setState({ reached: false });
      store.setState({ heard: true });
      if (store.getState().status !== 'ready')
        store.setState({ status: 'failed', failure: error instanceof Error ? error.message : String(error) });
    }
  }

  const entryOf = (kind: KindName, id: string): Entry | null => keeping.store.getState().entries.get(keyOf(kind, id)) ?? null;

  /** A document as it is planned with and sent; null where there is none. */
  const documentOf = <Name extends KindName>(kind: Name, id: string): DocumentOf<Name> | null => {
    const entry = entryOf(kind, id);
    return entry && (shownOf(entry) as DocumentOf<Name> | null);
  };

  return {
    store,
    load,
    documentOf,
    /** What was typed and cannot be used yet; null where all of it can. */
    draftOf: (kind: KindName, id: string): Entry['draft'] => entryOf(kind, id)?.draft ?? null,

    /** Keeps a document as a whole: a new one, or in place of the one under this id. It is shown at once. */
    keep: async <Name extends KindName>(
      kind: Name,
      document: DocumentOf<Name>,
      id: string = newId(),
    ): Promise<{ stored: StoredOf<Name> }> => {
      const kept = keeping.edit(kind, id, documentOf(kind, id), kindOf(kind).schema.parse(document));
      const stored = (store.getState()[kind] as readonly Stored[]).find((one) => one.id === id) as StoredOf<Name>;
      await kept;
      void keeping.send();
      return { stored };
    },

    /** Keeps several new documents, all of them or none. @returns their ids */
    keepAll: async <Name extends KindName>(kind: Name, documents: readonly DocumentOf<Name>[]): Promise<string[]> => {
      const ids = await keeping.make(kind, documents);
      void keeping.send();
      return ids;
    },

    /** Deletes a document; `bringBack` undoes it. */
    discard: async (kind: KindName, id: string): Promise<void> => {
      await keeping.delete(kind, id, documentOf(kind, id));
      void keeping.send();
    },

    /** Undoes a deletion, sent or not. @param deleted as it was */
    bringBack: async <Name extends KindName>(kind: Name, deleted: StoredOf<Name>): Promise<void> => {
      await keeping.bringBack(kind, deleted.id, deleted.createdAt, deleted.document);
      void keeping.send();
    },

    settleClash: async ({ kind, id }: Clashing, choice: Keep): Promise<void> => {
      await keeping.choose(kind, id, choice);
      void keeping.send();
    },
  };
}

const codeOf = (error: unknown): unknown => (typeof error === 'object' && error !== null && 'code' in error ? error.code : null);

// ---- lists, from entries ----

/** Makes the lists anew of the kinds whose entries changed. A document that did not change stays the same thing. */
function listing(store: { getState: () => Library; setState: (lists: Partial<Lists>) => void }) {
  const listed = new WeakMap<Entry, Stored>();
  let before: ReadonlyMap<string, Entry> = new Map();

  function storedOf(entry: Entry, known: Stored | undefined): Stored | null {
    const at = listed.get(entry);
    if (at) return at;
    const shown = typedOf(entry) ?? shownOf(entry);
    if (shown === null) return null;
    const { id, createdAt, server } = entry;
    // The same document stays the same thing, whatever happened round it: nothing is worked out again.
    const document = known && equal(known.document, shown) ? known.document : shown;
    const stored = { id, createdAt, updatedAt: server?.updatedAt ?? createdAt, revision: server?.revision ?? 0, document };
    listed.set(entry, stored);
    return stored;
  }

  return ({ entries }: Keeping): void => {
    if (entries === before) return;
    const changed = new Set<KindName>();
    for (const [key, entry] of entries) if (before.get(key) !== entry) changed.add(entry.kind);
    for (const [key, { kind }] of before) if (!entries.has(key)) changed.add(kind);
    before = entries;
    if (changed.size === 0) return;
    const library = store.getState();
    const lists = [...changed].map((kind) => {
      const known = new Map((library[kind] as readonly Stored[]).map((stored) => [stored.id, stored]));
      const list: Stored[] = [];
      for (const entry of entries.values()) {
        if (entry.kind !== kind) continue;
        const stored = storedOf(entry, known.get(entry.id));
        if (stored) list.push(stored);
      }
      list.sort((a, b) => order(a.createdAt, b.createdAt) || order(a.id, b.id));
      return [kind, list] as const;
    });
    store.setState(Object.fromEntries(lists));
  };
}

/** A document as typed, where it can be used as typed: with the space at the end of a name that is still being written. */
function typedOf({ kind, draft, ...entry }: Entry): unknown {
  if (!draft) return null;
  const parsed = kindOf(kind).schema.safeParse(draft.typed);
  return parsed.success && equal(parsed.data, shownOf({ kind, draft, ...entry })) ? draft.typed : null;
}

const order = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** How many changes wait for the server. */
export function waitingIn({ entries }: Keeping): number {
  let count = 0;
  for (const entry of entries.values()) if (isWaiting(entry)) count += 1;
  return count;
}

// ---- what could not be brought together ----

export interface Clashing {
  kind: KindName;
  id: string;
  clash: Clash;
}

/** Every clash there is, in the order of kinds. */
export function clashesIn(entries: Keeping['entries']): Clashing[] {
  const found: Clashing[] = [];
  for (const { kind, id, clash } of entries.values()) if (clash) found.push({ kind, id, clash });
  return found.sort((a, b) => KIND_NAMES.indexOf(a.kind) - KIND_NAMES.indexOf(b.kind));
}

/** Title of a clashing document, for people. */
export function clashTitle({ kind, clash: { mine, others } }: Clashing): string {
  const document = mine ?? others[0];
  return document ? kindOf(kind).titleOf(document) : 'Without a name';
}

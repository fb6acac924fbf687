import { KIND_NAMES, kindOf, type DocumentOf, type KindName, type Stored, type StoredOf } from '@hushto/contract';
import equal from 'fast-deep-equal';
import { createStore } from 'zustand';
import type { DocumentSync } from './documentSync.ts';
import { isWaiting, keyOf, shownOf, type Choice, type Conflict, type Entry } from './entry.ts';
import type { SyncState } from './localWrites.ts';
import { codeOf, said } from './remote.ts';

type Lists = { [Name in KindName]: readonly StoredOf<Name>[] };

export interface Library extends Lists {
  status: 'idle' | 'loading' | 'ready' | 'failed' | 'unpaired';
  /** Whether the server has been asked what is new, and has answered or is away: before that, what is not here may still come. */
  heard: boolean;
  /** Why it could not be loaded, in a sentence. */
  failure: string | null;
}

interface LibraryParts {
  sync: DocumentSync;
  /** Brings over what the first release left, before anything is read. */
  readFirstRelease: () => Promise<unknown>;
  /** Whether the server's lists were ever read here. */
  everRead: () => Promise<boolean>;
  newId: () => string;
}

const NO_DOCUMENTS = Object.fromEntries(KIND_NAMES.map((kind) => [kind, []])) as unknown as Lists;

/** The documents as lists for the page: as the server last said, with what is on its way to it. */
export function createLibrary({ sync, readFirstRelease, everRead, newId }: LibraryParts) {
  const store = createStore<Library>()(() => ({ status: 'idle', heard: false, failure: null, ...NO_DOCUMENTS }));
  let opened: Promise<boolean> | null = null;
  sync.store.subscribe(listing(store));

  /** Reads what this browser has. @returns whether it ever read the server's lists */
  async function open(): Promise<boolean> {
    // A disk that cannot be read is reported by the next step.
    await readFirstRelease().catch(() => undefined);
    if (!(await sync.open())) return false;
    await sync.redoUnsaved();
    return everRead();
  }

  /** Shows what was seen before at once, then what changed since. */
  async function load(): Promise<void> {
    store.setState(({ status }) => ({ status: status === 'ready' ? status : 'loading', failure: null }));
    opened ??= open();
    if (await opened) store.setState({ status: 'ready' });
    try {
      await sync.pull();
      store.setState({ status: 'ready', heard: true });
      void sync.send();
    } catch (error) {
      if (codeOf(error) === 'NOT_PAIRED') return store.setState({ status: 'unpaired' });
      store.setState({ heard: true });
      if (store.getState().status !== 'ready') store.setState({ status: 'failed', failure: said(error) });
    }
  }

  const entryOf = (kind: KindName, id: string): Entry | null => sync.store.getState().entries.get(keyOf(kind, id)) ?? null;

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

    /** A new document, shown at once. Resolves when it is written down. */
    create: async <Name extends KindName>(
      kind: Name,
      document: DocumentOf<Name>,
      id: string = newId(),
    ): Promise<{ stored: StoredOf<Name> }> => {
      const written = sync.edit(kind, id, null, kindOf(kind).schema.parse(document));
      const stored = (store.getState()[kind] as readonly Stored[]).find((one) => one.id === id) as StoredOf<Name>;
      await written;
      void sync.send();
      return { stored };
    },

    /** Several new documents, all of them or none. @returns their ids */
    createAll: async <Name extends KindName>(kind: Name, documents: readonly DocumentOf<Name>[]): Promise<string[]> => {
      const ids = await sync.createAll(kind, documents);
      void sync.send();
      return ids;
    },

    /**
     * Changes a document. What changed is the difference between the two states given, whatever the document has become since.
     * @param seen the state the change was made on
     */
    change: async <Name extends KindName>(
      kind: Name,
      id: string,
      { seen, after }: { seen: DocumentOf<Name>; after: DocumentOf<Name> },
    ): Promise<boolean> => {
      const written = await sync.edit(kind, id, seen, kindOf(kind).schema.parse(after));
      void sync.send();
      return written;
    },

    /** As {@link change}, or from `seen` null a new document, for what must live through a page killed the moment after. */
    changeSafely: async <Name extends KindName>(
      kind: Name,
      id: string,
      { seen, after }: { seen: DocumentOf<Name> | null; after: DocumentOf<Name> },
    ): Promise<boolean> => {
      const written = await sync.editSafely(kind, id, seen, kindOf(kind).schema.parse(after));
      void sync.send();
      return written;
    },

    /** Deletes a document; `bringBack` undoes it. */
    discard: async (kind: KindName, id: string): Promise<void> => {
      await sync.delete(kind, id, documentOf(kind, id));
      void sync.send();
    },

    /** Undoes a deletion, sent or not. @param deleted as it was */
    bringBack: async <Name extends KindName>(kind: Name, deleted: StoredOf<Name>): Promise<void> => {
      await sync.bringBack(kind, deleted.id, deleted.createdAt, deleted.document);
      void sync.send();
    },

    settleConflict: async ({ kind, id }: InConflict, choice: Choice): Promise<void> => {
      await sync.choose(kind, id, choice);
      void sync.send();
    },
  };
}

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

  return ({ entries }: SyncState): void => {
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
export function waitingIn({ entries }: SyncState): number {
  let count = 0;
  for (const entry of entries.values()) if (isWaiting(entry)) count += 1;
  return count;
}

// ---- what could not be merged ----

export interface InConflict {
  kind: KindName;
  id: string;
  conflict: Conflict;
}

/** Every document in conflict, in the order of kinds. */
export function conflictsIn(entries: SyncState['entries']): InConflict[] {
  const found: InConflict[] = [];
  for (const { kind, id, conflict } of entries.values()) if (conflict) found.push({ kind, id, conflict });
  return found.sort((a, b) => KIND_NAMES.indexOf(a.kind) - KIND_NAMES.indexOf(b.kind));
}

/** Title of a document in conflict, for people. */
export function conflictTitle({ kind, conflict: { mine, others } }: InConflict): string {
  const document = mine ?? others[0];
  return document ? kindOf(kind).titleOf(document) : 'Without a name';
}

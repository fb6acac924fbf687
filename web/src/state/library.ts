import { KIND_NAMES, kindOf, type DocumentOf, type KindName, type Stored, type StoredOf } from '@hushto/contract';
import equal from 'fast-deep-equal';
import { create, useStore } from 'zustand';
import { api, RequestError } from '../api/client.ts';
import { browserDisk, browserLock } from '../sync/browserDisk.ts';
import { takeOverEarlier } from '../sync/earlierQueue.ts';
import { handedOver, handOver, takeOver } from '../sync/handover.ts';
import { createKeeping, keyOf, type Keeping } from '../sync/keeping.ts';
import { isWaiting, shownOf, type Clash, type Entry, type Keep } from '../sync/record.ts';

type Lists = { [Name in KindName]: readonly StoredOf<Name>[] };

interface Library extends Lists {
  status: 'idle' | 'loading' | 'ready' | 'failed' | 'unpaired';
  /** Whether the server has been asked what is new, and has answered or is away: before that, what is not here may still come. */
  heard: boolean;
  /** Why it could not be loaded, in a sentence. */
  failure: string | null;
  load: () => Promise<void>;
  /** Adds Port Alder: its briefs, places, tests and run sheet. */
  addDemo: () => Promise<void>;
}

/** Between two steps of a moving hand that are written down, ms. A page that goes hands on what was not. */
const REST_MS = 200;
const disk = browserDisk();
const windows = new BroadcastChannel('hushto.entries');

/** What this browser keeps, and brings to the server. */
export const keeping = createKeeping({
  disk,
  remote: api,
  alone: browserLock(),
  tell: (keys) => windows.postMessage(keys),
  now: Date.now,
  newId: () => crypto.randomUUID(),
  rest: () => new Promise((resolve) => setTimeout(resolve, REST_MS)),
});
export const useKeeping = <Selected>(select: (keeping: Keeping) => Selected): Selected => useStore(keeping.store, select);
/** What stands aside in this browser because it could not be understood. */
export const strangeEntries = { read: () => disk.aside(), clear: () => disk.clearAside() };

const NOTHING = Object.fromEntries(KIND_NAMES.map((kind) => [kind, []])) as unknown as Lists;
let opened: Promise<boolean> | null = null;

/** What is kept: as the server last said, with what is on its way to it. */
export const useLibrary = create<Library>()((set, get) => ({
  status: 'idle',
  heard: false,
  failure: null,
  ...NOTHING,
  load: async () => {
    set(({ status }) => ({ status: status === 'ready' ? status : 'loading', failure: null }));
    opened ??= open();
    // What was seen before is shown at once; what changed since follows.
    if (await opened) set({ status: 'ready' });
    try {
      await keeping.pull();
      set({ status: 'ready', heard: true });
      void keeping.send();
    } catch (error) {
      const code = error instanceof RequestError ? error.code : null;
      if (code === 'NOT_PAIRED') return set({ status: 'unpaired' });
      if (code === 'OFFLINE') keeping.store.setState({ reached: false });
      set({ heard: true });
      if (get().status !== 'ready') set({ status: 'failed', failure: error instanceof Error ? error.message : String(error) });
    }
  },
  addDemo: async () => {
    await api.addDemo();
    await get().load();
  },
}));

/** Reads what this browser has. @returns whether it ever saw the server's lists */
async function open(): Promise<boolean> {
  const local = localStorageOf();
  // A disk that cannot be read is said by what comes next.
  if (local) await takeOverEarlier(local, disk).catch(() => undefined);
  if (!(await keeping.open())) return false;
  // What a page that went a moment ago had not written yet.
  if (local && (await keeping.redo(takeOver(local)))) handedOver(local);
  return (await disk.readUpTo().catch(() => null)) !== null;
}

/** The browser may forbid it; asking alone fails then. */
function localStorageOf(): Storage | null {
  try {
    return localStorage;
  } catch {
    return null;
  }
}

// ---- lists, from entries ----

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

/** A document as typed, where it can be used as typed: with the space at the end of a name that is still being written. */
function typedOf({ kind, draft, ...entry }: Entry): unknown {
  if (!draft) return null;
  const parsed = kindOf(kind).schema.safeParse(draft.typed);
  return parsed.success && equal(parsed.data, shownOf({ kind, draft, ...entry })) ? draft.typed : null;
}

keeping.store.subscribe(({ entries }) => {
  if (entries === before) return;
  const changed = new Set<KindName>();
  for (const [key, entry] of entries) if (before.get(key) !== entry) changed.add(entry.kind);
  for (const [key, { kind }] of before) if (!entries.has(key)) changed.add(kind);
  before = entries;
  if (changed.size === 0) return;
  const library = useLibrary.getState();
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
  useLibrary.setState(Object.fromEntries(lists));
});

const order = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** How many changes wait for the server. */
export function waitingIn({ entries }: Keeping): number {
  let count = 0;
  for (const entry of entries.values()) if (isWaiting(entry)) count += 1;
  return count;
}

const entryOf = (kind: KindName, id: string): Entry | null => keeping.store.getState().entries.get(keyOf(kind, id)) ?? null;

/** A document as it is planned with and sent; null where there is none. */
export const documentOf = <Name extends KindName>(kind: Name, id: string): DocumentOf<Name> | null => {
  const entry = entryOf(kind, id);
  return entry && (shownOf(entry) as DocumentOf<Name> | null);
};
export const draftOf = (kind: KindName, id: string): Entry['draft'] => entryOf(kind, id)?.draft ?? null;

/** Keeps a document as a whole: a new one, or in place of the one under this id. It is shown at once. */
export async function keep<Name extends KindName>(
  kind: Name,
  document: DocumentOf<Name>,
  id: string = crypto.randomUUID(),
): Promise<{ stored: StoredOf<Name> }> {
  const kept = keeping.edit(kind, id, documentOf(kind, id), kindOf(kind).schema.parse(document));
  const stored = (useLibrary.getState()[kind] as readonly Stored[]).find((one) => one.id === id) as StoredOf<Name>;
  await kept;
  void keeping.send();
  return { stored };
}

/** Keeps several new documents, all of them or none. @returns their ids */
export async function keepAll<Name extends KindName>(kind: Name, documents: readonly DocumentOf<Name>[]): Promise<string[]> {
  const ids = await keeping.make(kind, documents);
  void keeping.send();
  return ids;
}

/** Deletes a document; {@link bringBack} undoes it. */
export async function discard(kind: KindName, id: string): Promise<void> {
  await keeping.delete(kind, id, documentOf(kind, id));
  void keeping.send();
}

/** Undoes a deletion, sent or not. @param deleted as it was */
export async function bringBack<Name extends KindName>(kind: Name, deleted: StoredOf<Name>): Promise<void> {
  await keeping.bringBack(kind, deleted.id, deleted.createdAt, deleted.document);
  void keeping.send();
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

export async function settleClash({ kind, id }: Clashing, choice: Keep): Promise<void> {
  await keeping.choose(kind, id, choice);
  void keeping.send();
}

/** Title of a clashing document, for people. */
export function clashTitle({ kind, clash: { mine, others } }: Clashing): string {
  const document = mine ?? others[0];
  return document ? kindOf(kind).titleOf(document) : 'Without a name';
}

// ---- while the page runs ----

const RETRY_MS = 5000;
const LOOK_MS = 20_000;

/** Sends what waits when there is a chance, and follows other windows and what is changed elsewhere. Runs while the page does. */
export function startKeeping(): void {
  const send = (): void => {
    const { reached, inHand } = keeping.store.getState();
    if (inHand > 0) void keeping.retry();
    if (waitingIn(keeping.store.getState()) > 0) void keeping.send();
    else if (!reached) void useLibrary.getState().load();
  };
  const look = (): void => {
    if (!document.hidden && useLibrary.getState().status === 'ready') void keeping.pull().catch(() => undefined);
  };
  windows.addEventListener('message', ({ data }: MessageEvent<string[]>) => void keeping.reread(data));
  addEventListener('pagehide', () => {
    const local = localStorageOf();
    if (local) handOver(local, keeping.unwritten());
  });
  addEventListener('online', send);
  document.addEventListener('visibilitychange', () => {
    send();
    look();
  });
  setInterval(send, RETRY_MS);
  setInterval(look, LOOK_MS);
  keeping.store.subscribe(({ reached }, was) => {
    if (reached && !was.reached) void useLibrary.getState().load();
  });
  // Asked for early: without it a browser short of room may throw away what it keeps.
  void navigator.storage?.persist?.().catch(() => false);
}

import {
  StoredBodySchema,
  StoredBriefSchema,
  StoredHoldSchema,
  StoredLensSchema,
  StoredPlaceSchema,
  StoredRunSheetSchema,
  StoredTallySchema,
  StoredTasteSchema,
  type StoredBody,
  type StoredBrief,
  type StoredHold,
  type StoredLens,
  type StoredPlace,
  type StoredRunSheet,
  type StoredTally,
  type StoredTaste,
} from '@hushto/contract';
import equal from 'fast-deep-equal';
import { get as readCopy, set as writeCopy } from 'idb-keyval';
import type { z } from 'zod';
import { create } from 'zustand';
import { api, RequestError } from '../api/client.ts';
import { createOutbox, SHELVES, type Clash, type Shelf, type Stored } from './outbox.ts';

export interface Kept {
  briefs: StoredBrief;
  bodies: StoredBody;
  lenses: StoredLens;
  places: StoredPlace;
  runSheets: StoredRunSheet;
  tallies: StoredTally;
  holds: StoredHold;
  tastes: StoredTaste;
}
type Documents = { [Name in Shelf]: Kept[Name]['document'] };
type Lists = { [Name in Shelf]: readonly Kept[Name][] };

interface Library extends Lists {
  status: 'idle' | 'loading' | 'ready' | 'failed' | 'unpaired';
  /** Why it could not be loaded, in a sentence. */
  failure: string | null;
  load: () => Promise<void>;
  put: <Name extends Shelf>(shelf: Name, stored: Kept[Name]) => void;
  remove: (shelf: Shelf, id: string) => void;
  /** Adds Port Alder: its briefs, places, tests and run sheet. */
  addDemo: () => Promise<void>;
}

const SCHEMAS: { [Name in Shelf]: z.ZodType<Kept[Name]> } = {
  briefs: StoredBriefSchema,
  bodies: StoredBodySchema,
  lenses: StoredLensSchema,
  places: StoredPlaceSchema,
  runSheets: StoredRunSheetSchema,
  tallies: StoredTallySchema,
  holds: StoredHoldSchema,
  tastes: StoredTasteSchema,
};
const NOTHING: Lists = { briefs: [], bodies: [], lenses: [], places: [], runSheets: [], tallies: [], holds: [], tastes: [] };

/** What the server keeps, as last seen, with the changes that are on their way to it. */
export const useLibrary = create<Library>()((set) => ({
  status: 'idle',
  failure: null,
  ...NOTHING,
  load: async () => {
    set(({ status }) => ({ status: status === 'ready' ? status : 'loading', failure: null }));
    try {
      const lists = await listsFrom((shelf) => api[shelf].list());
      outbox.setState({ reached: true });
      set({ status: 'ready', ...withWaiting(lists) });
      // What an earlier page could not hear the answer to goes again, before anything is changed on top of it.
      if (outbox.getState().changes.length > 0) void outbox.getState().send();
    } catch (error) {
      const code = error instanceof RequestError ? error.code : null;
      if (code === 'NOT_PAIRED') return set({ status: 'unpaired' });
      if (code === 'OFFLINE') outbox.setState({ reached: false });
      const copy = await ownCopy();
      if (copy) return set({ status: 'ready', ...withWaiting(copy) });
      set({ status: 'failed', failure: error instanceof Error ? error.message : String(error) });
    }
  },
  put: (shelf, stored) =>
    set((library) => {
      const others = (library[shelf] as readonly Stored[]).filter(({ id }) => id !== stored.id);
      return { [shelf]: inOrder([...others, stored as Stored]) };
    }),
  remove: (shelf, id) =>
    set((library) => ({ [shelf]: (library[shelf] as readonly Stored[]).filter((stored) => stored.id !== id) })),
  addDemo: async () => {
    await api.addDemo();
    await useLibrary.getState().load();
  },
}));

const inOrder = <One extends Stored>(list: readonly One[]): One[] =>
  [...list].sort((a, b) => a.createdAt.localeCompare(b.createdAt));

async function listsFrom(read: (shelf: Shelf) => Promise<unknown>): Promise<Lists> {
  const lists = await Promise.all(SHELVES.map(async (shelf) => [shelf, await read(shelf)] as const));
  return Object.fromEntries(lists) as unknown as Lists;
}

/** The changes that wait for the server; each is on disk before anything else happens. */
export const outbox = createOutbox({
  storage: () => localStorage,
  remote: {
    create: (shelf, id, document) => api[shelf].create(id, document as never),
    change: (shelf, id, document, revision) => api[shelf].change(id, document as never, revision),
    read: (shelf, id) => api[shelf].read(id),
    delete: (shelf, id) => api[shelf].delete(id),
    restore: (shelf, id) => api[shelf].restore(id),
  },
  now: Date.now,
  newId: () => crypto.randomUUID(),
  onStored: (shelf, id, stored) => {
    const library = useLibrary.getState();
    if (stored) library.put(shelf, stored as never);
    else library.remove(shelf, id);
  },
});

/** Lists of the server with what waits laid over them: what was done here is never out of sight. */
function withWaiting(lists: Lists): Lists {
  const { changes, clashes } = outbox.getState();
  const over: Record<Shelf, Stored[]> = structuredClone(lists) as never;
  const lay = (shelf: Shelf, id: string, document: unknown, revision: number, atMs: number): void => {
    const there = over[shelf].find((stored) => stored.id === id);
    const at = new Date(atMs).toISOString();
    if (there) Object.assign(there, { document, revision });
    else over[shelf].push({ id, revision, createdAt: at, updatedAt: at, document });
  };
  for (const { shelf, id, kind, document, base, atMs } of changes)
    if (kind !== 'delete') lay(shelf, id, document, base?.revision ?? 0, atMs);
    else over[shelf] = over[shelf].filter((stored) => stored.id !== id);
  for (const { shelf, id, mine, theirs } of clashes) if (theirs) lay(shelf, id, mine, theirs.revision, 0);
  for (const shelf of SHELVES) over[shelf] = inOrder(over[shelf]);
  return over as never;
}

const COPY = 'library';

/** What this browser last saw, as far as this version still understands it; null where it never saw anything. */
async function ownCopy(): Promise<Lists | null> {
  const copy = await readCopy<Lists>(COPY).catch(() => undefined);
  if (!copy) return null;
  return listsFrom((shelf) =>
    Promise.resolve(((copy[shelf] ?? []) as readonly unknown[]).filter((stored) => SCHEMAS[shelf].safeParse(stored).success)),
  );
}

export type Sent = 'sent' | 'waiting' | 'clash';

/**
 * Keeps a document: in this browser at once, at the server as soon as it answers. Without an id it is a new one.
 * @param began the document as it was when it was first edited, where that may be long ago; what others did since is merged against it
 */
export async function keep<Name extends Shelf>(
  shelf: Name,
  document: Documents[Name],
  id: string = crypto.randomUUID(),
  began?: Documents[Name],
): Promise<{ stored: Kept[Name]; sent: Sent }> {
  const stored = keepHere(shelf, document, id, began);
  return { stored, sent: await sentNow(shelf, id) };
}

/** The first half of {@link keep}: in this browser at once, to be sent by whoever calls. */
export function keepHere<Name extends Shelf>(
  shelf: Name,
  document: Documents[Name],
  id: string,
  began?: Documents[Name],
): Kept[Name] {
  const library = useLibrary.getState();
  const before = (library[shelf] as readonly Stored[]).find((stored) => stored.id === id);
  const at = new Date().toISOString();
  const known = before && before.revision > 0 ? { revision: before.revision, document: before.document } : null;
  // Of a revision nobody has: the server says what it has, and the two are brought together.
  const base = known && began && !equal(began, known.document) ? { revision: 0, document: began } : known;
  outbox.getState().add({ shelf, id, kind: 'put', document, base });
  const stored = { createdAt: at, revision: 0, ...before, id, updatedAt: at, document } as unknown as Kept[Name];
  library.put(shelf, stored);
  return stored;
}

/** Deletes a document; {@link bringBack} undoes it. */
export async function discard(shelf: Shelf, id: string): Promise<void> {
  const before = (useLibrary.getState()[shelf] as readonly Stored[]).find((stored) => stored.id === id);
  outbox.getState().add({ shelf, id, kind: 'delete', document: before?.document ?? null, base: null });
  useLibrary.getState().remove(shelf, id);
  await sentNow(shelf, id);
}

/** Undoes a deletion, sent or not. @param deleted as it was */
export async function bringBack<Name extends Shelf>(shelf: Name, deleted: Kept[Name]): Promise<void> {
  const { changes, add, takeBack } = outbox.getState();
  const { id, document, revision } = deleted;
  const waits = changes.some((change) => change.shelf === shelf && change.id === id && change.kind === 'delete');
  if (revision === 0) add({ shelf, id, kind: 'put', document, base: null });
  else if (waits) takeBack(shelf, id);
  else add({ shelf, id, kind: 'restore', document, base: null });
  useLibrary.getState().put(shelf, deleted);
  await sentNow(shelf, id);
}

async function sentNow(shelf: Shelf, id: string): Promise<Sent> {
  const ours = (one: { shelf: Shelf; id: string }): boolean => one.shelf === shelf && one.id === id;
  await outbox.getState().send();
  const { changes, clashes } = outbox.getState();
  if (clashes.some(ours)) return 'clash';
  return changes.some(ours) ? 'waiting' : 'sent';
}

/** What became of a change, in a sentence. */
export const sentWords = (sent: Sent): string =>
  ({
    sent: 'Saved.',
    waiting: 'Saved in this browser; it goes to the server when that answers again.',
    clash: 'It was changed elsewhere too; see “Changed twice” above for both.',
  })[sent];

/** Title of a clashing document, for people. */
export function clashTitle({ mine, theirs }: Clash): string {
  const document = (mine ?? theirs?.document ?? {}) as { title?: string; label?: string };
  return document.title ?? document.label ?? 'Without a name';
}

const RETRY_MS = 5000;
const COPY_AFTER_MS = 300;

/** Sends what waits when there is a chance, keeps this browser's own copy, and follows what other windows do. Runs while the page does. */
export function startKeeping(): void {
  const send = (): void => {
    const { changes, reached } = outbox.getState();
    if (changes.length > 0) void outbox.getState().send();
    else if (!reached) void useLibrary.getState().load();
  };
  addEventListener('online', send);
  document.addEventListener('visibilitychange', send);
  setInterval(send, RETRY_MS);
  addEventListener('storage', ({ key }) => {
    if (key?.startsWith('hushto.c')) outbox.getState().reread();
  });
  outbox.subscribe(({ reached }, before) => {
    if (reached && !before.reached) void useLibrary.getState().load();
  });
  let timer = 0;
  useLibrary.subscribe((library) => {
    if (library.status !== 'ready') return;
    clearTimeout(timer);
    timer = window.setTimeout(() => {
      const lists = Object.fromEntries(SHELVES.map((shelf) => [shelf, library[shelf]]));
      void writeCopy(COPY, lists).catch(() => undefined);
    }, COPY_AFTER_MS);
  });
}

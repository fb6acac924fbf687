import { openDocument, kindOf } from '@hushto/contract';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { z } from 'zod';
import { EntrySchema, isWaiting, keyOf, type Base, type Entry } from './entry.ts';
import type { Disk, ReadUpTo } from './localWrites.ts';

/** Raised with a step in `inTodaysForm`, and with the version of the database, when the form of what is kept here changes. */
const FORMAT = 2;
/** Version of the database. Raised with `FORMAT`: a window of an earlier release lets go of it, and cannot write its own form over ours. */
const DATABASE_VERSION = 2;

const StoredEntrySchema = z.object({
  key: z.string(),
  format: z.number().int(),
  /** Format of the documents within. */
  documents: z.number().int(),
  /** Marks what waits to be sent, for the index. */
  waiting: z.literal(1).optional(),
  entry: EntrySchema,
});
/** An entry as it lies in the browser: with its format, the format of its documents, and a mark while it waits to be sent. */
type StoredEntry = z.infer<typeof StoredEntrySchema>;

interface Shelves extends DBSchema {
  entries: { key: string; value: StoredEntry; indexes: { waiting: number } };
  /** What lay here and could not be understood: kept for whoever can, out of everybody's way. */
  aside: { key: number; value: unknown };
  facts: { key: 'readUpTo'; value: ReadUpTo };
}

/** More than this are not all checked before the page is shown. */
const MANY = 1000;

type Fields = Record<string, unknown>;
const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null;

/** A stored entry brought to today's format; what is none is left for the schema to refuse. */
function inTodaysForm(stored: unknown): unknown {
  if (!isFields(stored) || stored['format'] !== 1 || !isFields(stored['entry'])) return stored;
  return { ...stored, format: 2, entry: renamed(stored['entry']) };
}

/** Entries 1 to 2: plain names for what waits, what conflicts and when it was deleted. */
function renamed({ want, clash, goneAt, ...entry }: Fields): Fields {
  const before = isFields(want) && isFields(want['before']) ? want['before'] : null;
  const undone = before && isFields(before['want']) ? { ...before['want'], before: null } : null;
  const pending = isFields(want) ? { ...want, before: before && { pending: undone, conflict: before['clash'] ?? null } } : want;
  return { ...entry, pending, conflict: clash, deletedRevision: goneAt };
}

/**
 * Opens an entry of any format up to today's; null for what cannot be understood, its documents included.
 * @param trusting whether a document that only the server had, in today's form, is taken as it is: it was checked when it came
 */
export function openStored(stored: unknown, trusting = false): Entry | null {
  const parsed = StoredEntrySchema.safeParse(inTodaysForm(stored));
  if (!parsed.success || parsed.data.format > FORMAT) return null;
  const { entry, documents, key } = parsed.data;
  if (key !== keyOf(entry.kind, entry.id)) return null;
  if (trusting && documents === kindOf(entry.kind).format && !entry.pending && !entry.conflict && entry.server) return entry;
  let unreadable = false;
  const open = (document: unknown): unknown => {
    if (document === null || document === undefined) return null;
    const found = openDocument(entry.kind, documents, document);
    if ('document' in found) return found.document;
    unreadable = true;
    return document;
  };
  const withBase = <Based extends { base: Base | null }>(one: Based): Based => ({
    ...one,
    base: one.base && { ...one.base, document: open(one.base.document) },
  });
  const { server, pending, conflict } = entry;
  const opened: Entry = {
    ...entry,
    server: server && { ...server, document: open(server.document) },
    pending: pending && { ...withBase(pending), document: open(pending.document) },
    conflict: conflict && { ...withBase(conflict), mine: open(conflict.mine), others: conflict.others.map(open) },
  };
  return unreadable ? null : opened;
}

export const storedOf = (entry: Entry): StoredEntry => ({
  key: keyOf(entry.kind, entry.id),
  format: FORMAT,
  documents: kindOf(entry.kind).format,
  ...(isWaiting(entry) ? { waiting: 1 as const } : {}),
  entry,
});

export interface BrowserDisk extends Disk {
  /** What stands aside, to be looked at and taken out. */
  aside(): Promise<unknown[]>;
  clearAside(): Promise<void>;
  putAside(what: unknown): Promise<void>;
}

/** The browser's own database. Every call fails where it cannot be had: storage that is full, or forbidden. */
export function browserDisk(name = 'hushto'): BrowserDisk {
  let opening: Promise<IDBPDatabase<Shelves>> | null = null;
  const database = (): Promise<IDBPDatabase<Shelves>> => {
    opening ??= openDB<Shelves>(name, DATABASE_VERSION, {
      upgrade: (database, before) => {
        // Version 2 has the same shelves: entries are brought to today's form as they are read.
        if (before >= 1) return;
        database.createObjectStore('entries', { keyPath: 'key' }).createIndex('waiting', 'waiting');
        database.createObjectStore('aside', { autoIncrement: true });
        database.createObjectStore('facts');
      },
      // Another window brings a newer form: this one lets go, and opens anew with the next call.
      blocking: () => void opening?.then((open) => open.close()).finally(() => (opening = null)),
      terminated: () => (opening = null),
    }).catch((error: unknown) => {
      opening = null;
      throw error;
    });
    return opening;
  };

  return {
    all: async () => {
      const open = await database();
      const found: Entry[] = [];
      const strange: StoredEntry[] = [];
      const all = await open.getAll('entries');
      for (const stored of all) {
        const entry = openStored(stored, all.length > MANY);
        if (entry) found.push(entry);
        else strange.push(stored);
      }
      for (const stored of strange) {
        const moving = open.transaction(['entries', 'aside'], 'readwrite');
        await Promise.all([
          moving.objectStore('aside').add(stored),
          moving.objectStore('entries').delete(stored.key),
          moving.done,
        ]);
      }
      return found;
    },
    waiting: async () => {
      const stored = await (await database()).getAllFromIndex('entries', 'waiting');
      return stored
        .flatMap((one) => openStored(one) ?? [])
        .sort((a, b) => (a.pending?.atMs ?? 0) - (b.pending?.atMs ?? 0))
        .map(({ kind, id }) => keyOf(kind, id));
    },
    read: async (key) => openStored(await (await database()).get('entries', key)),
    commit: async (steps) => {
      const transaction = (await database()).transaction('entries', 'readwrite', { durability: 'strict' });
      const entries = await Promise.all(
        steps.map(async ([key, step]) => {
          const entry = step(openStored(await transaction.store.get(key)));
          await (entry ? transaction.store.put(storedOf(entry)) : transaction.store.delete(key));
          return entry;
        }),
      );
      await transaction.done;
      return entries;
    },
    readUpTo: async () => (await (await database()).get('facts', 'readUpTo')) ?? null,
    setReadUpTo: async (to) => void (await (await database()).put('facts', to, 'readUpTo')),
    aside: async () => (await database()).getAll('aside'),
    clearAside: async () => (await database()).clear('aside'),
    putAside: async (what) => void (await (await database()).add('aside', what)),
  };
}

/** One of all windows at a time; where the browser has no locks, one after the other in this window. */
export function browserLock(): <Result>(name: string, work: () => Promise<Result>) => Promise<Result> {
  const last = new Map<string, Promise<unknown>>();
  return <Result>(name: string, work: () => Promise<Result>): Promise<Result> => {
    const locks = globalThis.navigator?.locks as LockManager | undefined;
    if (locks) return locks.request(`hushto.${name}`, work);
    const next = (last.get(name) ?? Promise.resolve()).then(work, work);
    last.set(
      name,
      next.catch(() => undefined),
    );
    return next;
  };
}

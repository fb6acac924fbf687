import { KIND_NAMES, openDocument, kindOf, type KindName } from '@hushto/contract';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { z } from 'zod';
import { keyOf, type Disk, type ReadUpTo } from './keeping.ts';
import { isWaiting, type Entry } from './record.ts';

/** Raised with a step in `opened`, when the form of what is kept here changes. */
const FORMAT = 1;

/** An entry as it lies in the browser: with its format, the formats of its documents, and a mark while it waits to be sent. */
interface Kept {
  key: string;
  format: number;
  documents: number;
  waiting?: 1;
  entry: Entry;
}

interface Shelves extends DBSchema {
  entries: { key: string; value: Kept; indexes: { waiting: number } };
  /** What lay here and could not be understood: kept for whoever can, out of everybody's way. */
  aside: { key: number; value: unknown };
  facts: { key: 'readUpTo'; value: ReadUpTo };
}

/** More than this are not all looked into before the page is shown. */
const MANY = 1000;

const BaseSchema = z.object({ revision: z.number(), document: z.unknown() }).nullable();
const WantSchema: z.ZodType<Entry['want']> = z
  .object({
    document: z.unknown(),
    base: BaseSchema,
    sent: z.array(z.unknown()),
    undelete: z.boolean(),
    tag: z.string(),
    atMs: z.number(),
    before: z.any(),
  })
  // What is missing is not what is to be deleted.
  .refine((want) => 'document' in want)
  .nullable();
const KeptSchema = z.object({
  key: z.string(),
  format: z.number().int(),
  documents: z.number().int(),
  entry: z.object({
    kind: z.enum(KIND_NAMES as [KindName, ...KindName[]]),
    id: z.string().min(1),
    createdAt: z.string(),
    server: z.object({ revision: z.number(), updatedAt: z.string(), document: z.unknown() }).nullable(),
    goneAt: z.number(),
    want: WantSchema,
    clash: z
      .object({
        why: z.enum(['edited', 'deleted', 'refused']),
        mine: z.unknown(),
        others: z.array(z.unknown()),
        fields: z.array(z.string()),
        base: BaseSchema,
        refusal: z.string().nullable(),
      })
      .nullable(),
    draft: z.object({ typed: z.unknown(), on: z.unknown() }).nullable(),
  }),
});

/**
 * Opens an entry of any format up to today's; null for what cannot be understood, its documents included.
 * @param trusting whether a document that only the server had, in today's form, is taken as it is: it was checked when it came
 */
export function openKept(kept: unknown, trusting = false): Entry | null {
  const parsed = KeptSchema.safeParse(kept);
  if (!parsed.success || parsed.data.format > FORMAT) return null;
  const { entry, documents, key } = parsed.data as unknown as Kept;
  if (key !== keyOf(entry.kind, entry.id)) return null;
  if (trusting && documents === kindOf(entry.kind).format && !entry.want && !entry.clash && entry.server) return entry;
  let strange = false;
  const open = (document: unknown): unknown => {
    if (document === null || document === undefined) return null;
    const found = openDocument(entry.kind, documents, document);
    if ('document' in found) return found.document;
    strange = true;
    return document;
  };
  const base = <Based extends { base: { revision: number; document: unknown } | null }>(one: Based): Based => ({
    ...one,
    base: one.base && { ...one.base, document: open(one.base.document) },
  });
  const { server, want, clash } = entry;
  const opened: Entry = {
    ...entry,
    server: server && { ...server, document: open(server.document) },
    want: want && { ...base(want), document: open(want.document), before: want.before ?? null },
    clash: clash && { ...base(clash), mine: open(clash.mine), others: clash.others.map(open) },
  };
  return strange ? null : opened;
}

export const keptOf = (entry: Entry): Kept => ({
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
    opening ??= openDB<Shelves>(name, 1, {
      upgrade: (fresh) => {
        fresh.createObjectStore('entries', { keyPath: 'key' }).createIndex('waiting', 'waiting');
        fresh.createObjectStore('aside', { autoIncrement: true });
        fresh.createObjectStore('facts');
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
      const strange: Kept[] = [];
      const all = await open.getAll('entries');
      for (const kept of all) {
        const entry = openKept(kept, all.length > MANY);
        if (entry) found.push(entry);
        else strange.push(kept);
      }
      for (const kept of strange) {
        const moving = open.transaction(['entries', 'aside'], 'readwrite');
        await Promise.all([moving.objectStore('aside').add(kept), moving.objectStore('entries').delete(kept.key), moving.done]);
      }
      return found;
    },
    waiting: async () => {
      const kept = await (await database()).getAllFromIndex('entries', 'waiting');
      return kept
        .map((one) => openKept(one))
        .filter((entry) => entry?.want !== null && entry !== null)
        .sort((a, b) => a!.want!.atMs - b!.want!.atMs)
        .map((entry) => keyOf(entry!.kind, entry!.id));
    },
    read: async (key) => openKept(await (await database()).get('entries', key)),
    lay: async (steps) => {
      const transaction = (await database()).transaction('entries', 'readwrite', { durability: 'strict' });
      const entries = await Promise.all(
        steps.map(async ([key, step]) => {
          const entry = step(openKept(await transaction.store.get(key)));
          await (entry ? transaction.store.put(keptOf(entry)) : transaction.store.delete(key));
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

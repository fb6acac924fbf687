import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { z } from 'zod';

/** How a photo of one's own is used: what lies beside it on the shelf. */
const UsedSchema = z.object({
  equivalentMm: z.number().positive(),
  known: z.enum(['written', 'guessed', 'own']),
  moves: z.enum(['all', 'brushed', 'none']),
});
export type PhotoUse = z.infer<typeof UsedSchema>;

/** A photo kept for a brief; everything of it stays in this browser. */
export interface ShelvedPhoto {
  name: string;
  /** The file as it was given. */
  file: Blob;
  use: PhotoUse;
  /** What is brushed on it, as a picture; null where nothing is. */
  mask: Blob | null;
}

interface Shelf extends DBSchema {
  photos: { key: string; value: ShelvedPhoto & { format: number; at: number } };
}

/** Raised when the form of what is kept changes. */
const FORMAT = 1;
/** So many are kept, the ones last looked at: they are large. */
export const MOST_SHELVED = 8;

const KeptSchema = z.object({
  format: z.literal(FORMAT),
  name: z.string(),
  file: z.instanceof(Blob),
  use: UsedSchema,
  mask: z.instanceof(Blob).nullable(),
});

/** Photos kept over a reload, one for each brief. Every call fails where the browser keeps nothing. */
export function photoShelf(name = 'hushto-photos') {
  let opening: Promise<IDBPDatabase<Shelf>> | null = null;
  const database = (): Promise<IDBPDatabase<Shelf>> =>
    (opening ??= openDB<Shelf>(name, 1, {
      upgrade: (fresh) => void fresh.createObjectStore('photos'),
      blocking: () => void opening?.then((open) => open.close()).finally(() => (opening = null)),
      terminated: () => (opening = null),
    }).catch((error: unknown) => {
      opening = null;
      throw error;
    }));
  return {
    /** Keeps a photo for a brief in the place of the one before, and lets the oldest go. */
    async keep(briefId: string, photo: ShelvedPhoto, at = Date.now()): Promise<void> {
      const open = await database();
      await open.put('photos', { ...photo, format: FORMAT, at }, briefId);
      const keys = await open.getAllKeys('photos');
      if (keys.length <= MOST_SHELVED) return;
      const kept = await Promise.all(keys.map(async (key) => ({ key, at: (await open.get('photos', key))?.at ?? 0 })));
      kept.sort((a, b) => b.at - a.at);
      await Promise.all(kept.slice(MOST_SHELVED).map(({ key }) => open.delete('photos', key)));
    },
    /** Changes what is known of a kept photo; nothing where none is. */
    async change(briefId: string, change: Partial<Pick<ShelvedPhoto, 'use' | 'mask'>>, at = Date.now()): Promise<void> {
      const transaction = (await database()).transaction('photos', 'readwrite');
      const kept = await transaction.store.get(briefId);
      if (kept) await transaction.store.put({ ...kept, ...change, at }, briefId);
      await transaction.done;
    },
    /** The photo kept for a brief; null where there is none, or it cannot be understood. */
    async find(briefId: string): Promise<ShelvedPhoto | null> {
      const found = KeptSchema.safeParse(await (await database()).get('photos', briefId));
      return found.success ? found.data : null;
    },
    async drop(briefId: string): Promise<void> {
      await (await database()).delete('photos', briefId);
    },
  };
}

import { KIND_NAMES, kindOf, STARTER_BODIES, STARTER_LENSES, type DocumentOf, type KindName } from '@hushto/contract';
import {
  PORT_ALDER_BRIEFS,
  PORT_ALDER_EVENING,
  PORT_ALDER_HOLDS,
  PORT_ALDER_PLACES,
  PORT_ALDER_TASTES,
  portAlderRunSheet,
} from '@hushto/demo';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import { Documents } from './documents.ts';

/** A store for each kind of document. */
export type Stores = { [Name in KindName]: Documents<Name> };

export const storesWith = (now: () => Date): Stores =>
  Object.fromEntries(KIND_NAMES.map((name) => [name, new Documents(name, now)])) as unknown as Stores;

/** What an untouched shelf begins with. */
const STARTERS = { bodies: STARTER_BODIES, lenses: STARTER_LENSES } as const;
/** What belongs to Port Alder, before its evening, which speaks of it. */
const PORT_ALDER = {
  briefs: PORT_ALDER_BRIEFS,
  places: PORT_ALDER_PLACES,
  holds: PORT_ALDER_HOLDS,
  tastes: PORT_ALDER_TASTES,
} as const;

/** Puts the starter bodies and lenses on an untouched shelf; with `demo`, what belongs to Port Alder where nothing of its kind ever was. */
export async function fillShelf(orm: MikroORM, stores: Stores, { demo }: { demo: boolean }): Promise<void> {
  const em = orm.em.fork();
  await addAll(em, stores, STARTERS, (name) => stores[name].isUntouched(em));
  if (!demo) return;
  await addAll(em, stores, PORT_ALDER, (name) => stores[name].isUntouched(em));
  if (await stores.runSheets.isUntouched(em)) await addEvening(em, stores);
}

/** Adds what belongs to Port Alder and is not there by title. */
export async function addDemo(em: EntityManager, stores: Stores): Promise<void> {
  await addAll(em, stores, PORT_ALDER, async () => true);
  const sheets = await stores.runSheets.list(em);
  if (!sheets.some(({ document }) => document.title === PORT_ALDER_EVENING)) await addEvening(em, stores);
}

/** The lantern evening, with the briefs and the place it speaks of as they are stored. */
async function addEvening(em: EntityManager, stores: Stores): Promise<void> {
  const [briefs, places] = [await stores.briefs.list(em), await stores.places.list(em)];
  await stores.runSheets.create(em, portAlderRunSheet(briefs, places));
}

type Goods = { readonly [Name in KindName]?: readonly DocumentOf<Name>[] };

async function addAll(
  em: EntityManager,
  stores: Stores,
  goods: Goods,
  wanted: (name: KindName) => Promise<boolean>,
): Promise<void> {
  for (const name of KIND_NAMES) {
    const documents: readonly unknown[] = goods[name] ?? [];
    if (documents.length === 0 || !(await wanted(name))) continue;
    const titleOf = kindOf(name).titleOf;
    const store = stores[name] as unknown as Documents<'briefs'>;
    const there = new Set((await store.list(em)).map(({ document }) => titleOf(document)));
    for (const document of documents) if (!there.has(titleOf(document))) await store.create(em, document as DocumentOf<'briefs'>);
  }
}

import { KIND_NAMES, kindOf, STARTER_BODIES, STARTER_LENSES, type DocumentOf, type KindName } from '@hushto/contract';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import type { Documents } from './documents.ts';
import type { LogBook } from './log/logBook.ts';
import type { Stores } from './stores.ts';

/** What an untouched shelf begins with. */
const STARTERS = { bodies: STARTER_BODIES, lenses: STARTER_LENSES } as const;
/** What belongs to Port Alder, before its evening, which speaks of it; worked out only where it is wanted: most starts want none of it. */
async function portAlder() {
  const demo = await import('@hushto/demo');
  const goods = {
    briefs: demo.PORT_ALDER_BRIEFS,
    places: demo.PORT_ALDER_PLACES,
    holds: demo.PORT_ALDER_HOLDS,
    tastes: demo.PORT_ALDER_TASTES,
    focusTests: demo.PORT_ALDER_FOCUS,
  } as const;
  return { goods, eveningTitle: demo.PORT_ALDER_EVENING, eveningOf: demo.portAlderRunSheet, logOf: demo.portAlderLog };
}

/** Puts the starter bodies and lenses on an untouched shelf; with `demo`, what belongs to Port Alder where nothing of its kind ever was; its frames only where a log is given. */
export async function fillShelf(orm: MikroORM, stores: Stores, log: LogBook | null, { demo }: { demo: boolean }): Promise<void> {
  const em = orm.em.fork();
  await addAll(em, stores, STARTERS, (name) => stores[name].isUntouched(em));
  if (!demo) return;
  const { goods } = await portAlder();
  await addAll(em, stores, goods, (name) => stores[name].isUntouched(em));
  if (await stores.runSheets.isUntouched(em)) await addEvening(em, stores);
  if (log && (await log.isUntouched(em))) await addLog(em, stores, log);
}

/** Adds what belongs to Port Alder and is not there by title. */
export async function addDemo(em: EntityManager, stores: Stores, log: LogBook): Promise<void> {
  const { goods, eveningTitle } = await portAlder();
  await addAll(em, stores, goods, async () => true);
  const sheets = await stores.runSheets.list(em);
  if (!sheets.some(({ document }) => document.title === eveningTitle)) await addEvening(em, stores);
  await addLog(em, stores, log);
}

/** Frames taken in at once. */
const FRAMES_AT_ONCE = 200;

/** The frames of the lantern evening; those that are there are left. */
async function addLog(em: EntityManager, stores: Stores, log: LogBook): Promise<void> {
  const { eveningTitle, logOf } = await portAlder();
  const evening = (await stores.runSheets.list(em)).find(({ document }) => document.title === eveningTitle);
  if (!evening) return;
  const frames = logOf(evening.document, await stores.briefs.list(em));
  for (let from = 0; from < frames.length; from += FRAMES_AT_ONCE) await log.add(em, frames.slice(from, from + FRAMES_AT_ONCE));
}

/** The lantern evening, with the briefs and the place it speaks of as they are stored. */
async function addEvening(em: EntityManager, stores: Stores): Promise<void> {
  const { eveningOf } = await portAlder();
  const [briefs, places] = [await stores.briefs.list(em), await stores.places.list(em)];
  await stores.runSheets.create(em, eveningOf(briefs, places));
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

import type { Body, HoldSeries, Place, RunSheet, ShelfLensDocument, Tally, TasteSeries } from '@hushto/contract';
import { STARTER_BODIES, STARTER_LENSES } from '@hushto/contract';
import type { Brief } from '@hushto/core';
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
import {
  BodyEntity,
  BriefEntity,
  HoldEntity,
  LensEntity,
  PlaceEntity,
  RunSheetEntity,
  TallyEntity,
  TasteEntity,
} from './entities/document.entity.ts';

/** The kinds of document the server keeps. */
export interface Stores {
  briefs: Documents<Brief>;
  bodies: Documents<Body>;
  lenses: Documents<ShelfLensDocument>;
  places: Documents<Place>;
  runSheets: Documents<RunSheet>;
  tallies: Documents<Tally>;
  holds: Documents<HoldSeries>;
  tastes: Documents<TasteSeries>;
}

export function storesWith(now: () => Date): Stores {
  return {
    briefs: new Documents<Brief>(BriefEntity, (brief) => brief.title, now),
    bodies: new Documents<Body>(BodyEntity, (body) => body.label, now),
    lenses: new Documents<ShelfLensDocument>(LensEntity, (lens) => lens.label, now),
    places: new Documents<Place>(PlaceEntity, (place) => place.label, now),
    runSheets: new Documents<RunSheet>(RunSheetEntity, (sheet) => sheet.title, now),
    tallies: new Documents<Tally>(TallyEntity, (tally) => tally.title, now),
    holds: new Documents<HoldSeries>(HoldEntity, (series) => series.title, now),
    tastes: new Documents<TasteSeries>(TasteEntity, (series) => series.title, now),
  };
}

/** Puts the starter bodies and lenses on an untouched shelf; with `demo`, what belongs to Port Alder where nothing of its kind ever was. */
export async function fillShelf(orm: MikroORM, stores: Stores, { demo }: { demo: boolean }): Promise<void> {
  const em = orm.em.fork();
  if (await stores.bodies.isUntouched(em)) for (const body of STARTER_BODIES) await stores.bodies.create(em, body);
  if (await stores.lenses.isUntouched(em)) for (const lens of STARTER_LENSES) await stores.lenses.create(em, lens);
  if (!demo) return;
  if (await stores.briefs.isUntouched(em)) await addMissing(em, stores.briefs, PORT_ALDER_BRIEFS, ({ title }) => title);
  if (await stores.places.isUntouched(em)) await addMissing(em, stores.places, PORT_ALDER_PLACES, ({ label }) => label);
  if (await stores.holds.isUntouched(em)) await addMissing(em, stores.holds, PORT_ALDER_HOLDS, ({ title }) => title);
  if (await stores.tastes.isUntouched(em)) await addMissing(em, stores.tastes, PORT_ALDER_TASTES, ({ title }) => title);
  if (await stores.runSheets.isUntouched(em)) await addEvening(em, stores);
}

/** Adds what belongs to Port Alder and is not there by title. */
export async function addDemo(em: EntityManager, stores: Stores): Promise<void> {
  await addMissing(em, stores.briefs, PORT_ALDER_BRIEFS, ({ title }) => title);
  await addMissing(em, stores.places, PORT_ALDER_PLACES, ({ label }) => label);
  await addMissing(em, stores.holds, PORT_ALDER_HOLDS, ({ title }) => title);
  await addMissing(em, stores.tastes, PORT_ALDER_TASTES, ({ title }) => title);
  const sheets = await stores.runSheets.list(em);
  if (!sheets.some(({ document }) => document.title === PORT_ALDER_EVENING)) await addEvening(em, stores);
}

/** The lantern evening, with the briefs and the place it speaks of as they are stored. */
async function addEvening(em: EntityManager, stores: Stores): Promise<void> {
  const [briefs, places] = [await stores.briefs.list(em), await stores.places.list(em)];
  await stores.runSheets.create(em, portAlderRunSheet(briefs, places));
}

async function addMissing<Document>(
  em: EntityManager,
  store: Documents<Document>,
  documents: readonly Document[],
  nameOf: (document: Document) => string,
): Promise<void> {
  const there = new Set((await store.list(em)).map(({ document }) => nameOf(document)));
  for (const document of documents) if (!there.has(nameOf(document))) await store.create(em, document);
}

import type { Body, ShelfLensDocument } from '@hushto/contract';
import { STARTER_BODIES, STARTER_LENSES } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import { Documents } from './documents.ts';
import { BodyEntity, BriefEntity, LensEntity } from './entities/document.entity.ts';

/** The three kinds of document the server keeps. */
export interface Stores {
  briefs: Documents<Brief>;
  bodies: Documents<Body>;
  lenses: Documents<ShelfLensDocument>;
}

export function storesWith(now: () => Date): Stores {
  return {
    briefs: new Documents<Brief>(BriefEntity, (brief) => brief.title, now),
    bodies: new Documents<Body>(BodyEntity, (body) => body.label, now),
    lenses: new Documents<ShelfLensDocument>(LensEntity, (lens) => lens.label, now),
  };
}

/** Puts the starter bodies and lenses on an untouched shelf; with `demo`, Port Alder's briefs among untouched briefs. */
export async function fillShelf(orm: MikroORM, stores: Stores, { demo }: { demo: boolean }): Promise<void> {
  const em = orm.em.fork();
  if (await stores.bodies.isUntouched(em)) for (const body of STARTER_BODIES) await stores.bodies.create(em, body);
  if (await stores.lenses.isUntouched(em)) for (const lens of STARTER_LENSES) await stores.lenses.create(em, lens);
  if (demo && (await stores.briefs.isUntouched(em))) await addDemo(em, stores);
}

/** Adds Port Alder's briefs that are not there by title. */
export async function addDemo(em: EntityManager, stores: Stores): Promise<void> {
  const titles = new Set((await stores.briefs.list(em)).map(({ document }) => document.title));
  for (const brief of PORT_ALDER_BRIEFS) if (!titles.has(brief.title)) await stores.briefs.create(em, brief);
}

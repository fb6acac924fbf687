import type { FramesTakenIn, Judged, LogFilter, LogPage, LogShelf, NewFrame } from '@hushto/contract';
import type { Softness } from '@hushto/core';
import type { EntityManager } from '@mikro-orm/libsql';
import { LogFrameEntity } from '../entities/log.entity.ts';
import { nextRevision } from '../ledger.ts';
import type { Planner } from '../planner/planner.ts';
import type { Stores } from '../stores.ts';
import { Figures } from './figures.ts';
import { pageOfFrames } from './frameRows.ts';
import { dropPreviews, previewOf, putLook, putLooks, softnessOf, type Look } from './looks.ts';
import { outingShelf } from './outingShelf.ts';
import { KnownReader } from './readKnown.ts';
import { chunks, marks } from './statements.ts';
import { takeIn } from './takeIn.ts';
import { judge } from './verdicts.ts';
import { query } from '../query.ts';

/** Frames really taken, by outing and burst, with what was said of them. Each change is one transaction; each concern has a file. */
export class LogBook {
  readonly #stores: Stores;
  readonly #now: () => Date;
  readonly #reader: KnownReader;
  readonly #figures: Figures;

  constructor(stores: Stores, planner: Pick<Planner, 'takes'>, now: () => Date) {
    this.#stores = stores;
    this.#now = now;
    this.#reader = new KnownReader(stores, planner);
    this.#figures = new Figures(this.#reader);
  }

  add(em: EntityManager, frames: readonly NewFrame[]): Promise<FramesTakenIn['frames']> {
    return takeIn({ stores: this.#stores, reader: this.#reader, now: this.#now }, em, frames);
  }

  shelf(em: EntityManager): Promise<LogShelf> {
    return outingShelf(em);
  }

  page(em: EntityManager, filter: LogFilter, offset: number, limit: number): Promise<LogPage> {
    return pageOfFrames(em, filter, offset, limit);
  }

  judge(em: EntityManager, judged: Judged): Promise<Judged> {
    return judge(em, this.#now, judged);
  }

  assign(em: EntityManager, ids: readonly string[], briefId: string | null): Promise<{ id: string; briefId: string | null }[]> {
    return this.#figures.assign(em, ids, briefId);
  }

  figure(em: EntityManager, briefId?: string): Promise<number> {
    return this.#figures.anew(em, briefId);
  }

  putLooks(em: EntityManager, looks: readonly Look[]): Promise<number> {
    return putLooks(em, looks);
  }

  putLook(em: EntityManager, look: Look): Promise<void> {
    return putLook(em, look);
  }

  preview(em: EntityManager, frameId: string): Promise<Buffer | null> {
    return previewOf(em, frameId);
  }

  softness(em: EntityManager, frameId: string): Promise<Softness | null> {
    return softnessOf(em, frameId);
  }

  dropPreviews(em: EntityManager): Promise<void> {
    return dropPreviews(em);
  }

  /** Deletes frames, or brings deleted ones back. */
  async remove(em: EntityManager, ids: readonly string[], remove: boolean): Promise<void> {
    await em.transactional(async (inner) => {
      await nextRevision(inner);
      for (const some of chunks(ids))
        await query(inner, `update log_frame set deleted_at = ? where id in (${marks(some)})`, [
          remove ? this.#now().getTime() : null,
          ...some,
        ]);
    });
  }

  async isUntouched(em: EntityManager): Promise<boolean> {
    return (await em.count(LogFrameEntity)) === 0;
  }

  /** How many frames there are, and how many small pictures of them. */
  async counts(em: EntityManager): Promise<{ frames: number; previews: number }> {
    const [previews] = await query<{ n: number }[]>(em, 'select count(*) as n from log_preview');
    return { frames: await em.count(LogFrameEntity, { deletedAt: null }), previews: previews!.n };
  }
}

import { ApiError } from '@hushto/contract';
import type { EntityManager } from '@mikro-orm/libsql';
import { LogFrameEntity } from '../entities/log.entity.ts';
import { nextRevision } from '../ledger.ts';
import { query } from '../query.ts';
import { figuresOf, writtenOf } from './frameFigures.ts';
import type { KnownReader } from './readKnown.ts';
import { chunks, marks } from './statements.ts';

/** Frames whose figures are worked out in one transaction. */
const AT_ONCE = 500;

/** Keeps the figures of frames in step with bodies and briefs. */
export class Figures {
  readonly #reader: KnownReader;

  constructor(reader: KnownReader) {
    this.#reader = reader;
  }

  /** Works them out anew, as after a body was completed or a brief changed. @param briefId only of frames taken for it  @returns how many */
  async anew(em: EntityManager, briefId?: string): Promise<number> {
    let done = 0;
    for (let after = ''; ;) {
      const where = { id: { $gt: after }, ...(briefId === undefined ? {} : { briefId }) };
      const slice = await em.fork().find(LogFrameEntity, where, { orderBy: { id: 'asc' }, limit: AT_ONCE, fields: ['id', 'camera', 'briefId'] }); // prettier-ignore
      const known = await this.#reader.read(em.fork(), slice.map(({ camera }) => camera ?? null), slice.map((row) => row.briefId ?? null)); // prettier-ignore
      await em.fork().transactional(async (inner) => {
        await nextRevision(inner);
        for (const row of await inner.find(LogFrameEntity, { id: { $in: slice.map(({ id }) => id) } }))
          Object.assign(row, figuresOf(writtenOf(row), row.briefId ?? null, known));
      });
      done += slice.length;
      if (slice.length < AT_ONCE) return done;
      after = slice.at(-1)!.id;
    }
  }

  /** Which brief frames were taken for; their figures follow. @returns of each the brief it had before  @throws ApiError NOT_FOUND */
  async assign(
    em: EntityManager,
    ids: readonly string[],
    briefId: string | null,
  ): Promise<{ id: string; briefId: string | null }[]> {
    const cameras: (string | null)[] = [];
    for (const some of chunks(ids))
      cameras.push(...(await query<{ camera: string | null }[]>(em, `select distinct camera from log_frame where id in (${marks(some)})`, some)).map(({ camera }) => camera)); // prettier-ignore
    const known = await this.#reader.read(em, cameras, [briefId]);
    if (briefId !== null && !known.briefs.has(briefId)) throw new ApiError('NOT_FOUND');
    return em.transactional(async (inner) => {
      await nextRevision(inner);
      const before: { id: string; briefId: string | null }[] = [];
      for (const some of chunks(ids)) {
        for (const row of await inner.find(LogFrameEntity, { id: { $in: some } })) {
          before.push({ id: row.id, briefId: row.briefId ?? null });
          Object.assign(row, { briefId }, figuresOf(writtenOf(row), briefId, known));
        }
        await inner.flush();
        inner.clear();
      }
      if (before.length !== new Set(ids).size) throw new ApiError('NOT_FOUND');
      return before;
    });
  }
}

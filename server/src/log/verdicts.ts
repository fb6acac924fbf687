import { ApiError, type Judged } from '@hushto/contract';
import { VERDICTS, type Verdict } from '@hushto/core';
import type { EntityManager } from '@mikro-orm/libsql';
import { LogVerdictEntity } from '../entities/log.entity.ts';
import { nextRevision } from '../ledger.ts';
import { chunks, marks } from './statements.ts';
import { query } from '../query.ts';

/** Says what became of frames. @returns what was said of them before, to be sent to undo it  @throws ApiError NOT_FOUND */
export async function judge(em: EntityManager, now: () => Date, { verdicts }: Judged): Promise<Judged> {
  return em.transactional(async (inner) => {
    await nextRevision(inner);
    const before = new Map<string, Verdict | null>();
    for (const some of chunks(verdicts.map(({ id }) => id)))
      for (const { id, verdict } of await query<{ id: string; verdict: Verdict | null }[]>(
        inner,
        `select id, verdict from log_frame where id in (${marks(some)})`,
        some,
      ))
        before.set(id, verdict);
    if (verdicts.some(({ id }) => !before.has(id))) throw new ApiError('NOT_FOUND');
    for (const verdict of [...VERDICTS, null])
      for (const some of chunks(verdicts.filter((one) => one.verdict === verdict).map(({ id }) => id)))
        await query(inner, `update log_frame set verdict = ? where id in (${marks(some)})`, [verdict, ...some]);
    const said = verdicts.map(({ id, verdict }) => ({ frame: id, verdict, judgedAt: now() }));
    for (const some of chunks(said)) await inner.insertMany(LogVerdictEntity, some);
    return { verdicts: verdicts.map(({ id }) => ({ id, verdict: before.get(id)! })) };
  });
}

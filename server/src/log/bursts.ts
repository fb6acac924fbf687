import { burstsAmong } from '@hushto/core';
import type { EntityManager } from '@mikro-orm/libsql';
import { randomUUID } from 'node:crypto';
import { LogBurstEntity } from '../entities/log.entity.ts';
import { chunks, marks } from './statements.ts';
import { query } from '../query.ts';

interface Grouped {
  id: string;
  atMs: number;
  shutterS: number | null;
  focalLengthMm: number | null;
  likeness: string | null;
  burst_id: string | null;
}

/** Groups frames of outings into bursts and near duplicates anew. A burst that stays as it was keeps its id. Call it inside a transaction. */
export async function groupOutings(inner: EntityManager, outings: Iterable<string>): Promise<void> {
  for (const outing of outings) await groupOuting(inner, outing);
}

async function groupOuting(inner: EntityManager, outingId: string): Promise<void> {
  const frames = await query<Grouped[]>(
    inner,
    `select f.id, f.taken_at as atMs, f.shutter_s as shutterS, f.focal_length_mm as focalLengthMm, p.likeness, f.burst_id
     from log_frame f left join log_preview p on p.frame_id = f.id
     where f.outing_id = ? and f.taken_at is not null and f.deleted_at is null order by f.taken_at, f.name`,
    [outingId],
  );
  const before = new Map<string, number>();
  for (const { burst_id } of frames) if (burst_id !== null) before.set(burst_id, (before.get(burst_id) ?? 0) + 1);
  const runs = burstsAmong(frames).map((run) => {
    const id = run[0]!.burst_id;
    const same = id !== null && before.get(id) === run.length && run.every(({ burst_id }) => burst_id === id);
    return { id: same ? id : randomUUID(), same, run };
  });
  const stay = new Set(runs.flatMap(({ id, same }) => (same ? [id] : [])));
  const gone = [...before.keys()].filter((id) => !stay.has(id));
  for (const some of chunks(gone)) {
    await query(inner, `update log_frame set burst_id = null where burst_id in (${marks(some)})`, some);
    await query(inner, `delete from log_burst where id in (${marks(some)})`, some);
  }
  const fresh = runs.filter(({ same }) => !same);
  for (const some of chunks(fresh, 100))
    await inner.insertMany(
      LogBurstEntity,
      some.map(({ id, run }) => ({ id, outing: outingId, startedAt: new Date(run[0]!.atMs), frames: run.length })),
    );
  for (const { id, run } of fresh)
    for (const some of chunks(run.map((frame) => frame.id)))
      await query(inner, `update log_frame set burst_id = ? where id in (${marks(some)})`, [id, ...some]);
}

import { BURST_GAP_MS, burstsAmong, splitByPauses } from '@hushto/core';
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

/** A frame whose coming, or whose picture, may make other bursts: where it lies. */
export interface Changed {
  outing: string;
  /** Null without a time: such frames are in no burst. */
  atMs: number | null;
}

/** How far to each side it is looked at first for the pauses between which frames are grouped, ms. Ours. */
const REACH_MS = 60_000;

/**
 * Groups frames into bursts and near duplicates anew, as far round those that changed as bursts can reach: no burst goes over a pause. A
 * burst that stays as it was keeps its id. Call it inside a transaction.
 */
export async function groupRound(inner: EntityManager, changed: Iterable<Changed>): Promise<void> {
  const moments = new Map<string, { atMs: number }[]>();
  for (const { outing, atMs } of changed) if (atMs !== null) moments.set(outing, [...(moments.get(outing) ?? []), { atMs }]);
  for (const [outing, times] of moments) {
    times.sort((a, b) => a.atMs - b.atMs);
    for (const some of splitByPauses(times, REACH_MS))
      await regroup(inner, outing, await framesRound(inner, outing, some[0]!.atMs, some.at(-1)!.atMs));
  }
}

/** Frames of an outing from the last pause before a moment to the first after another, and whole bursts of before. */
async function framesRound(inner: EntityManager, outing: string, first: number, last: number): Promise<Grouped[]> {
  for (let reach = REACH_MS; ; reach *= 4) {
    const [from, to] = [first - reach, last + reach];
    const read = await query<Grouped[]>(
      inner,
      `select f.id, f.taken_at as atMs, f.shutter_s as shutterS, f.focal_length_mm as focalLengthMm, p.likeness, f.burst_id
       from log_frame f left join log_preview p on p.frame_id = f.id
       where f.outing_id = ? and f.taken_at between ? and ? and f.deleted_at is null order by f.taken_at, f.name`,
      [outing, from, to],
    );
    const near = splitByPauses(read, BURST_GAP_MS).filter((part) => part[0]!.atMs <= last && part.at(-1)!.atMs >= first).flat(); // prettier-ignore
    if (near.length === 0) return near;
    const whole = near[0]!.atMs - BURST_GAP_MS > from && near.at(-1)!.atMs + BURST_GAP_MS < to;
    if (!whole) continue;
    // A frame that was deleted in its middle may have left a pause in a burst.
    const bursts = await burstsReach(inner, near);
    if (bursts.first >= near[0]!.atMs && bursts.last <= near.at(-1)!.atMs) return near;
    [first, last] = [Math.min(first, bursts.first), Math.max(last, bursts.last)];
  }
}

async function burstsReach(inner: EntityManager, frames: readonly Grouped[]): Promise<{ first: number; last: number }> {
  const bursts = [...new Set(frames.flatMap(({ burst_id }) => burst_id ?? []))];
  let [first, last] = [Infinity, -Infinity];
  for (const some of chunks(bursts)) {
    const [row] = await query<{ first: number | null; last: number | null }[]>(
      inner,
      `select min(taken_at) as first, max(taken_at) as last from log_frame where burst_id in (${marks(some)}) and deleted_at is null`,
      some,
    );
    [first, last] = [Math.min(first, row?.first ?? Infinity), Math.max(last, row?.last ?? -Infinity)];
  }
  return { first, last };
}

async function regroup(inner: EntityManager, outingId: string, frames: readonly Grouped[]): Promise<void> {
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

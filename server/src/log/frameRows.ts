import { LOG_FIGURE_NAMES, LOG_FIGURES, type LogFilter, type LogFrame, type LogPage } from '@hushto/contract';
import type { Softness, TakeCode, Verdict } from '@hushto/core';
import type { EntityManager } from '@mikro-orm/libsql';
import { setImmediate as breathe } from 'node:timers/promises';
import { whereOf } from './where.ts';
import { query } from '../query.ts';

type FrameRow = Record<string, string | number | null>;

/** Frames read at once where all are gone through. */
const AT_ONCE = 500;
/** Frames without a time come before all others: of a moment that none has, ms. */
const NO_TIME = -9e15;

const FRAME_SQL = `select f.*, p.frame_id is not null as preview, p.sharpness, s.cause
  from log_frame f left join log_preview p on p.frame_id = f.id left join log_softness s on s.frame_id = f.id`;

/** Newest first; those without a time last. */
export async function pageOfFrames(em: EntityManager, filter: LogFilter, offset: number, limit: number): Promise<LogPage> {
  const { sql, bound } = whereOf(filter);
  const from = `log_frame f where ${sql}`;
  const [count] = await query<{ n: number }[]>(em, `select count(*) as n from ${from}`, bound);
  // The ids first, by the index alone: what is skipped is not read.
  const rows = await query<FrameRow[]>(
    em,
    `${FRAME_SQL} where f.id in (select f.id from ${from} order by f.taken_at desc, f.id desc limit ? offset ?)
     order by f.taken_at desc, f.id desc`,
    [...bound, limit, offset],
  );
  return { total: count!.n, frames: rows.map(frameOf) };
}

/** Every frame of a filter, a slice at a time, oldest first. Each slice goes on where the one before ended: nothing is skipped over again. */
export async function* framesOf(em: EntityManager, filter: LogFilter): AsyncGenerator<LogFrame> {
  const { sql, bound } = whereOf(filter);
  const order = `coalesce(f.taken_at, ${NO_TIME}), f.id`;
  for (let after: [atMs: number, id: string] = [NO_TIME, '']; ;) {
    const rows = await query<FrameRow[]>(
      em,
      `${FRAME_SQL} where f.id in (select f.id from log_frame f where ${sql} and (${order}) > (?, ?) order by ${order} limit ?) order by ${order}`,
      [...bound, ...after, AT_ONCE],
    );
    yield* rows.map(frameOf);
    const last = rows.at(-1);
    if (!last || rows.length < AT_ONCE) return;
    after = [(last['taken_at'] as number | null) ?? NO_TIME, last['id'] as string];
    await breathe();
  }
}

const isoOf = (ms: number | null): string | null => (ms === null ? null : new Date(ms).toISOString());

function frameOf(row: FrameRow): LogFrame {
  const text = (column: string): string | null => row[column] as string | null;
  const figure = (column: string): number | null => row[column] as number | null;
  return {
    id: text('id')!,
    name: text('name')!,
    takenAt: isoOf(figure('taken_at')),
    wallClock: text('wall_clock'),
    outingId: text('outing_id')!,
    burstId: text('burst_id'),
    widthPx: figure('width_px'),
    heightPx: figure('height_px'),
    camera: text('camera'),
    lens: text('lens'),
    focalLengthMm: figure('focal_length_mm'),
    ...(Object.fromEntries(LOG_FIGURE_NAMES.map((name) => [name, figure(LOG_FIGURES[name])])) as Record<
      (typeof LOG_FIGURE_NAMES)[number],
      number | null
    >),
    heldChance: figure('held_chance'),
    briefId: text('brief_id'),
    take: row['take'] as TakeCode | null,
    verdict: row['verdict'] as Verdict | null,
    preview: row['preview'] === 1,
    sharpness: figure('sharpness'),
    cause: row['cause'] as Softness['cause'] | null,
    seed: figure('seed'),
  };
}

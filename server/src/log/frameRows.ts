import { LOG_FIGURE_NAMES, LOG_FIGURES, type LogFilter, type LogFrame, type LogPage } from '@hushto/contract';
import type { Softness, TakeCode, Verdict } from '@hushto/core';
import type { EntityManager } from '@mikro-orm/libsql';
import { setImmediate as breathe } from 'node:timers/promises';
import { marks } from './statements.ts';
import { whereOf } from './where.ts';
import { query } from '../query.ts';

type FrameRow = Record<string, string | number | null>;

/** Frames read at once where all are gone through. */
const AT_ONCE = 500;

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

/**
 * Every frame of a filter, a slice at a time, those without a time first, then oldest first. Each slice goes on behind the last frame of
 * the one before, by the index of times.
 */
export async function* framesOf(em: EntityManager, filter: LogFilter): AsyncGenerator<LogFrame> {
  yield* slices(em, filter, 'f.taken_at is null', 'f.id', ({ id }) => [id!]);
  yield* slices(em, filter, 'f.taken_at is not null', 'f.taken_at, f.id', ({ taken_at, id }) => [taken_at!, id!]);
}

async function* slices(
  em: EntityManager,
  filter: LogFilter,
  which: string,
  order: string,
  placeOf: (row: FrameRow) => (string | number)[],
): AsyncGenerator<LogFrame> {
  const { sql, bound } = whereOf(filter);
  for (let after: (string | number)[] | null = null; ;) {
    const beyond = after ? ` and (${order}) > (${marks(after)})` : '';
    const rows: FrameRow[] = await query<FrameRow[]>(
      em,
      `${FRAME_SQL} where f.id in (select f.id from log_frame f where ${sql} and ${which}${beyond} order by ${order} limit ?) order by ${order}`,
      [...bound, ...(after ?? []), AT_ONCE],
    );
    yield* rows.map(frameOf);
    if (rows.length < AT_ONCE) return;
    after = placeOf(rows.at(-1)!);
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

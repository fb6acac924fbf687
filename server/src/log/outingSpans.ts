import { OUTING_GAP_MS } from '@hushto/core';
import type { EntityManager } from '@mikro-orm/libsql';
import { randomUUID } from 'node:crypto';
import { LogOutingEntity } from '../entities/log.entity.ts';
import type { Stretch } from './matching.ts';
import { query } from '../query.ts';

/** When an outing began and ended, with what is new about it. */
export interface Span {
  id: string;
  title: string;
  runSheetId: string | null;
  startedMs: number;
  endedMs: number;
  isNew: boolean;
  moved: boolean;
}

export async function outingSpans(em: EntityManager): Promise<Span[]> {
  const rows = await query<
    { id: string; title: string; started_at: number | null; ended_at: number | null; run_sheet_id: string | null }[]
  >(em, 'select * from log_outing');
  return rows.map(({ id, title, started_at, ended_at, run_sheet_id }) => ({
    id,
    title,
    runSheetId: run_sheet_id,
    startedMs: started_at ?? Number.NaN,
    endedMs: ended_at ?? Number.NaN,
    isNew: false,
    moved: false,
  }));
}

/** The outing a frame belongs to: one it lies in or no long pause away from; a new one otherwise. Frames without a time share one. */
export function outingFor(spans: Span[], atMs: number | null, stretch: Stretch | null): string {
  const found = spans.find(({ startedMs, endedMs }) =>
    atMs === null ? Number.isNaN(startedMs) : startedMs - OUTING_GAP_MS <= atMs && atMs <= endedMs + OUTING_GAP_MS,
  );
  if (!found) {
    const at = atMs ?? Number.NaN;
    spans.push({ id: randomUUID(), title: stretch?.title ?? '', runSheetId: stretch?.sheetId ?? null, startedMs: at, endedMs: at, isNew: true, moved: false });
    return spans.at(-1)!.id;
  }
  if (atMs !== null && (atMs < found.startedMs || atMs > found.endedMs)) {
    found.startedMs = Math.min(found.startedMs, atMs);
    found.endedMs = Math.max(found.endedMs, atMs);
    found.moved = true;
  }
  if (stretch && found.runSheetId === null) Object.assign(found, { title: stretch.title, runSheetId: stretch.sheetId, moved: true });
  return found.id;
} // prettier-ignore

export async function writeSpans(inner: EntityManager, spans: readonly Span[]): Promise<void> {
  const timeOf = (ms: number): Date | null => (Number.isNaN(ms) ? null : new Date(ms));
  const row = ({ id, title, runSheetId, startedMs, endedMs }: Span) => ({ id, title, runSheetId, startedAt: timeOf(startedMs), endedAt: timeOf(endedMs) }); // prettier-ignore
  const fresh = spans.filter(({ isNew }) => isNew).map(row);
  if (fresh.length > 0) await inner.insertMany(LogOutingEntity, fresh);
  for (const span of spans.filter(({ isNew, moved }) => moved && !isNew))
    await inner.nativeUpdate(LogOutingEntity, { id: span.id }, row(span));
}

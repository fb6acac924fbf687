import type { LogShelf } from '@hushto/contract';
import type { EntityManager } from '@mikro-orm/libsql';
import { query } from '../query.ts';

const isoOf = (ms: number | null): string | null => (ms === null ? null : new Date(ms).toISOString());

/** Outings, newest first, and the bodies and lenses that frames name. */
export async function outingShelf(em: EntityManager): Promise<LogShelf> {
  const outings = await query<
    {
      id: string;
      title: string;
      started_at: number | null;
      ended_at: number | null;
      run_sheet_id: string | null;
      frames: number;
      judged: number;
      keepers: number;
    }[]
  >(
    em,
    `select o.*, c.frames, c.judged, c.keepers from log_outing o join
       (select outing_id, count(*) as frames, count(verdict) as judged, sum(verdict = 'keeper') as keepers
        from log_frame where deleted_at is null group by outing_id) c on c.outing_id = o.id
       order by o.started_at is null, o.started_at desc`,
  );
  const gear = await query<{ kind: 'body' | 'lens'; written_as: string; document_id: string | null }[]>(
    em,
    'select * from log_gear order by kind, written_as',
  );
  const [undrawn] = await query<{ n: number }[]>(
    em,
    `select count(*) as n from log_frame f where f.seed is not null and f.deleted_at is null
       and not exists (select 1 from log_preview p where p.frame_id = f.id)`,
  );
  return {
    frames: outings.reduce((sum, { frames }) => sum + frames, 0),
    undrawn: undrawn!.n,
    outings: outings.map(({ id, title, started_at, ended_at, run_sheet_id, frames, judged, keepers }) => ({
      id,
      title,
      startedAt: isoOf(started_at),
      endedAt: isoOf(ended_at),
      runSheetId: run_sheet_id,
      frames,
      judged,
      keepers: keepers ?? 0,
    })),
    gear: gear.map(({ kind, written_as, document_id }) => ({ kind, writtenAs: written_as, documentId: document_id })),
  };
}

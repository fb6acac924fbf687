import type { EntityManager } from '@mikro-orm/libsql';
import { setImmediate as breathe } from 'node:timers/promises';
import { z } from 'zod';
import { LOG_TABLES, type LogTable } from './logRows.ts';
import { query } from '../query.ts';

const SLICE = 200;

/** A row of the log as a line of an archive: its columns, pictures in base 64. What they hold is looked at table by table. */
export const LogLineSchema = z.strictObject({
  log: z.enum(LOG_TABLES as [LogTable, ...LogTable[]]),
  row: z.record(z.string().regex(/^[a-z_0-9]{1,40}$/), z.union([z.string(), z.number(), z.null()])),
});
export type LogLine = z.infer<typeof LogLineSchema>;

/** Every row of the log. @param previews whether the small pictures go along */
export async function* logLines(em: EntityManager, previews: boolean): AsyncGenerator<LogLine> {
  for (const log of LOG_TABLES) {
    if (log === 'log_preview' && !previews) continue;
    for (let after = 0; ;) {
      const rows = await query<(LogLine['row'] & { rowid_: number; webp?: unknown })[]>(
        em,
        `select rowid as rowid_, * from \`${log}\` where rowid > ? order by rowid limit ${SLICE}`,
        [after],
      );
      for (const { rowid_, ...row } of rows) {
        after = rowid_;
        if (log === 'log_preview') row.webp = Buffer.from(row.webp as Uint8Array).toString('base64');
        yield { log, row };
      }
      if (rows.length < SLICE) break;
      await breathe();
    }
  }
}

import type { Brought } from '@hushto/contract';
import type { EntityManager } from '@mikro-orm/libsql';
import { setImmediate as breathe } from 'node:timers/promises';
import { z } from 'zod';

/** Tables of the log as an archive has them, those that are pointed at first, and by what their rows are told apart. */
const TABLES = {
  log_outing: ['id'],
  log_burst: ['id'],
  log_frame: ['id', 'digest'],
  log_verdict: [],
  log_preview: ['frame_id'],
  log_softness: ['frame_id'],
  log_gear: ['kind', 'written_as'],
} as const;
type Table = keyof typeof TABLES;
export const LOG_TABLES = Object.keys(TABLES) as Table[];
const SLICE = 200;

/** A row of the log as a line of an archive: its columns, pictures in base 64. */
export const LogLineSchema = z.strictObject({
  log: z.enum(LOG_TABLES as [Table, ...Table[]]),
  row: z.record(z.string().regex(/^[a-z_0-9]{1,40}$/), z.union([z.string(), z.number(), z.null()])),
});
export type LogLine = z.infer<typeof LogLineSchema>;

/** Every row of the log. @param previews whether the small pictures go along */
export async function* logLines(em: EntityManager, previews: boolean): AsyncGenerator<LogLine> {
  for (const log of LOG_TABLES) {
    if (log === 'log_preview' && !previews) continue;
    for (let after = 0; ;) {
      const rows = await em.execute<(LogLine['row'] & { rowid_: number; webp?: unknown })[]>(
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

/**
 * Brings rows of the log in. What is there already stays as it is; verdicts and pictures come with the frames that came.
 * @param came ids of frames that came from this archive, which this adds to
 */
export async function putLogLines(inner: EntityManager, lines: readonly LogLine[], came: Set<string>, brought: Brought): Promise<void> {
  for (const { log, row } of lines) {
    const columns = await columnsOf(inner, log);
    const names = Object.keys(row).filter((name) => columns.has(name) && !(log === 'log_verdict' && name === 'id'));
    const belongs = !('frame_id' in row) || came.has(String(row['frame_id']));
    if (!belongs || (await isThere(inner, log, row))) {
      if (log === 'log_frame') brought.same += 1;
      continue;
    }
    const values = names.map((name) => (name === 'webp' ? Buffer.from(String(row[name]), 'base64') : row[name]!));
    await inner.execute(
      `insert into \`${log}\` (${names.map((name) => `\`${name}\``).join(', ')}) values (${names.map(() => '?').join(', ')})`,
      values,
    );
    if (log !== 'log_frame') continue;
    came.add(String(row['id']));
    brought.added += 1;
  }
} // prettier-ignore

async function isThere(inner: EntityManager, log: Table, row: LogLine['row']): Promise<boolean> {
  const keys: readonly string[] = TABLES[log];
  if (keys.length === 0) return false;
  // A frame is there under its id or under what it shows; a name of gear only with both its columns.
  const joint = log === 'log_frame' ? ' or ' : ' and ';
  const [found] = await inner.execute<unknown[]>(
    `select 1 from \`${log}\` where ${keys.map((key) => `\`${key}\` = ?`).join(joint)} limit 1`,
    keys.map((key) => row[key] ?? ''),
  );
  return found !== undefined;
}

const known = new Map<Table, Set<string>>();
async function columnsOf(em: EntityManager, log: Table): Promise<Set<string>> {
  const there = known.get(log);
  if (there) return there;
  const rows = await em.execute<{ name: string }[]>(`select name from pragma_table_info('${log}')`);
  const names = new Set(rows.map(({ name }) => name));
  known.set(log, names);
  return names;
}

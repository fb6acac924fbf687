import type { Brought } from '@hushto/contract';
import type { EntityManager } from '@mikro-orm/libsql';
import { setImmediate as breathe } from 'node:timers/promises';
import { z } from 'zod';
import { LOG_ROWS, LOG_TABLES, type LogRow, type LogTable } from './logRows.ts';
import { query, type Value } from '../query.ts';

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

/**
 * Brings rows of the log in. What is there stays as it is; where it says nothing (a verdict, a cause, a picture), what the archive says
 * is filled in; where the two differ, that is counted. A row that does not fit its table is left out and named.
 */
export class LogBringer {
  readonly #inner: EntityManager;
  readonly #brought: Brought;
  /** Under which id each frame of the archive stands here, and what may be added to it. */
  readonly #frames = new Map<string, { here: string; isNew: boolean; tookVerdict: boolean }>();

  constructor(inner: EntityManager, brought: Brought) {
    this.#inner = inner;
    this.#brought = brought;
  }

  /** @param lines of one table, each with its number in the archive */
  async put(table: LogTable, lines: readonly { row: LogLine['row']; number: number }[]): Promise<void> {
    const fitting = lines.flatMap(({ row, number }) => {
      const parsed = LOG_ROWS[table].safeParse(row);
      if (parsed.success) return [{ row: parsed.data, number }];
      this.#leaveOut(number, parsed.error.issues[0]?.path.join('.') ?? '');
      return [];
    });
    const rows = fitting.map(({ row }) => row);
    switch (table) {
      case 'log_outing':
      case 'log_burst':
        return this.#insert(table, await this.#withParents(table, fitting));
      case 'log_frame':
        return this.#putFrames(fitting as { row: LogRow<'log_frame'>; number: number }[]);
      case 'log_verdict':
        return this.#insert(
          table,
          this.#ofFrames(rows as LogRow<'log_verdict'>[], ({ isNew, tookVerdict }) => isNew || tookVerdict),
        );
      case 'log_preview':
      case 'log_softness':
        return this.#fill(table, rows as LogRow<'log_preview' | 'log_softness'>[]);
      case 'log_gear':
        return this.#insert(table, rows);
    }
  }

  #leaveOut(line: number, field: string): void {
    this.#brought.leftOut += 1;
    if (this.#brought.lines.length < MOST_NAMED) this.#brought.lines.push({ line, field });
  }

  /** Bursts whose outing is there; outings have no parents. */
  async #withParents(table: LogTable, fitting: readonly { row: object; number: number }[]): Promise<object[]> {
    if (table === 'log_outing') return fitting.map(({ row }) => row);
    const outings = await this.#there(
      'log_outing',
      'id',
      fitting.map(({ row }) => (row as LogRow<'log_burst'>).outing_id),
    );
    return fitting.flatMap(({ row, number }) => {
      if (outings.has((row as LogRow<'log_burst'>).outing_id)) return [row];
      this.#leaveOut(number, 'outing_id');
      return [];
    });
  }

  async #putFrames(fitting: readonly { row: LogRow<'log_frame'>; number: number }[]): Promise<void> {
    const known = await this.#knownFrames(fitting.map(({ row }) => row));
    const outings = await this.#there(
      'log_outing',
      'id',
      fitting.map(({ row }) => row.outing_id),
    );
    const bursts = await this.#there(
      'log_burst',
      'id',
      fitting.flatMap(({ row }) => row.burst_id ?? []),
    );
    const fresh: LogRow<'log_frame'>[] = [];
    const took: { here: string; verdict: string }[] = [];
    for (const { row, number } of fitting) {
      const there = known.byId.get(row.id) ?? known.byDigest.get(row.digest);
      if (there) {
        this.#brought.same += 1;
        const tookVerdict = there.verdict === null && row.verdict !== null;
        if (tookVerdict) took.push({ here: there.id, verdict: row.verdict! });
        else if (row.verdict !== null && row.verdict !== there.verdict) this.#brought.differing += 1;
        this.#frames.set(row.id, { here: there.id, isNew: false, tookVerdict });
      } else if (!outings.has(row.outing_id)) this.#leaveOut(number, 'outing_id');
      else {
        const added = { ...row, burst_id: row.burst_id !== null && bursts.has(row.burst_id) ? row.burst_id : null };
        fresh.push(added);
        const found = { id: row.id, digest: row.digest, verdict: row.verdict };
        known.byId.set(row.id, found);
        known.byDigest.set(row.digest, found);
        this.#frames.set(row.id, { here: row.id, isNew: true, tookVerdict: false });
      }
    }
    await this.#insert('log_frame', fresh);
    this.#brought.added += fresh.length;
    this.#brought.filled += took.length;
    for (const { here, verdict } of took)
      await query(this.#inner, 'update log_frame set verdict = ? where id = ?', [verdict, here]);
  }

  async #knownFrames(rows: readonly LogRow<'log_frame'>[]) {
    type Known = { id: string; digest: string; verdict: string | null };
    const found = await query<Known[]>(
      this.#inner,
      `select id, digest, verdict from log_frame where id in (${marks(rows)}) or digest in (${marks(rows)})`,
      [...rows.map(({ id }) => id), ...rows.map(({ digest }) => digest)],
    );
    return { byId: new Map(found.map((one) => [one.id, one])), byDigest: new Map(found.map((one) => [one.digest, one])) };
  }

  /** Pictures and causes of frames that have none. */
  async #fill(table: 'log_preview' | 'log_softness', rows: readonly LogRow<'log_preview' | 'log_softness'>[]): Promise<void> {
    const mine = this.#ofFrames(rows, () => true);
    const there = await this.#there(
      table,
      'frame_id',
      mine.map(({ frame_id }) => frame_id),
    );
    const missing = mine.filter(({ frame_id }) => !there.has(frame_id) && there.add(frame_id));
    await this.#insert(table, missing);
    const ofKnown = new Set([...this.#frames.values()].flatMap(({ here, isNew }) => (isNew ? [] : [here])));
    this.#brought.filled += missing.filter(({ frame_id }) => ofKnown.has(frame_id)).length;
  }

  /** Rows of frames that came or are known, under the ids these have here. */
  #ofFrames<Row extends { frame_id: string }>(rows: readonly Row[], wanted: (frame: { isNew: boolean; tookVerdict: boolean }) => boolean): Row[] {
    return rows.flatMap((row) => {
      const frame = this.#frames.get(row.frame_id);
      return frame && wanted(frame) ? [{ ...row, frame_id: frame.here }] : [];
    });
  } // prettier-ignore

  async #there(table: LogTable, column: 'id' | 'frame_id', values: readonly string[]): Promise<Set<string>> {
    const wanted = [...new Set(values)];
    if (wanted.length === 0) return new Set();
    const found = await query<Record<string, string>[]>(
      this.#inner,
      `select ${column} from \`${table}\` where ${column} in (${marks(wanted)})`,
      wanted,
    );
    return new Set(found.map((row) => row[column]!));
  }

  /** Rows that are there under the same key stay as they are. */
  async #insert(table: LogTable, rows: readonly object[]): Promise<void> {
    if (rows.length === 0) return;
    const names = Object.keys(rows[0]!);
    const values = `(${names.map(() => '?').join(', ')})`;
    await query(
      this.#inner,
      `insert into \`${table}\` (${names.map((name) => `\`${name}\``).join(', ')}) values ${rows.map(() => values).join(', ')} on conflict do nothing`,
      rows.flatMap((row) => names.map((name) => (row as Record<string, Value>)[name] ?? null)),
    );
  }
}

/** Lines named in the answer; more are only counted. */
const MOST_NAMED = 20;
const marks = (some: readonly unknown[]): string => some.map(() => '?').join(', ');

import type { Brought } from '@hushto/contract';
import type { EntityManager } from '@mikro-orm/libsql';
import { query } from '../query.ts';
import type { LogLine } from './logLines.ts';
import { LOG_ROWS, type LogRow, type LogTable } from './logRows.ts';
import { insertRows, marks, valuesThere } from './statements.ts';

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
        return insertRows(this.#inner, table, await this.#withParents(table, fitting));
      case 'log_frame':
        return this.#putFrames(fitting as { row: LogRow<'log_frame'>; number: number }[]);
      case 'log_verdict':
        return insertRows(
          this.#inner,
          table,
          this.#ofFrames(rows as LogRow<'log_verdict'>[], ({ isNew, tookVerdict }) => isNew || tookVerdict),
        );
      case 'log_preview':
      case 'log_softness':
        return this.#fill(table, rows as LogRow<'log_preview' | 'log_softness'>[]);
      case 'log_gear':
        return insertRows(this.#inner, table, rows);
    }
  }

  #leaveOut(line: number, field: string): void {
    this.#brought.leftOut += 1;
    if (this.#brought.lines.length < MOST_NAMED) this.#brought.lines.push({ line, field });
  }

  /** Bursts whose outing is there; outings have no parents. */
  async #withParents(table: LogTable, fitting: readonly { row: object; number: number }[]): Promise<object[]> {
    if (table === 'log_outing') return fitting.map(({ row }) => row);
    const outings = await valuesThere(
      this.#inner,
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
    const outings = await valuesThere(
      this.#inner,
      'log_outing',
      'id',
      fitting.map(({ row }) => row.outing_id),
    );
    const bursts = await valuesThere(
      this.#inner,
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
    await insertRows(this.#inner, 'log_frame', fresh);
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
    const there = await valuesThere(
      this.#inner,
      table,
      'frame_id',
      mine.map(({ frame_id }) => frame_id),
    );
    const missing = mine.filter(({ frame_id }) => !there.has(frame_id) && there.add(frame_id));
    await insertRows(this.#inner, table, missing);
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
}

/** Lines named in the answer; more are only counted. */
const MOST_NAMED = 20;

import { sensorOf } from '@hushto/contract';
import type { Brief, PlannedTake, Sensor } from '@hushto/core';
import type { EntityManager } from '@mikro-orm/libsql';
import type { Planner } from '../planner/planner.ts';
import { query } from '../query.ts';
import type { Stores } from '../stores.ts';
import type { Known } from './frameFigures.ts';
import { chunks, marks } from './statements.ts';

/** Briefs whose takes are remembered. */
const MOST_REMEMBERED = 2000;

/** Reads what frames are read against. */
export class KnownReader {
  readonly #stores: Stores;
  readonly #planner: Pick<Planner, 'takes'>;
  /** Takes of briefs, by id and revision: a plan is not worked out twice. */
  readonly #takes = new Map<string, Promise<PlannedTake[]>>();

  constructor(stores: Stores, planner: Pick<Planner, 'takes'>) {
    this.#stores = stores;
    this.#planner = planner;
  }

  /** Reads bodies and briefs that frames name; plans are made in threads. Call it before a transaction, not within. */
  async read(em: EntityManager, cameras: Iterable<string | null>, briefIds: Iterable<string | null>): Promise<Known> {
    const [bodies, briefs] = [await this.#bodies(em, unique(cameras)), await this.#briefs(em, unique(briefIds))];
    return { bodies, briefs };
  }

  async #bodies(em: EntityManager, cameras: readonly string[]): Promise<Map<string, Sensor>> {
    const bodies = new Map<string, Sensor>();
    for (const some of chunks(cameras)) {
      const gear = await query<{ written_as: string; document_id: string }[]>(
        em,
        `select written_as, document_id from log_gear where kind = 'body' and document_id is not null and written_as in (${marks(some)})`,
        some,
      );
      const rows = await this.#stores.bodies.findRows(em, gear.map(({ document_id }) => document_id)); // prettier-ignore
      for (const { written_as, document_id } of gear) {
        const row = rows.get(document_id);
        const opened = row && row.deletedAt === null ? this.#stores.bodies.open(row) : null;
        if (opened && 'stored' in opened) bodies.set(written_as, sensorOf(opened.stored.document));
      }
    }
    return bodies;
  }

  async #briefs(em: EntityManager, ids: readonly string[]): Promise<Known['briefs']> {
    const briefs = new Map<string, { brief: Brief; takes: readonly PlannedTake[] }>();
    for (const some of chunks(ids))
      for (const [id, row] of await this.#stores.briefs.findRows(em, some)) {
        const opened = row.deletedAt === null ? this.#stores.briefs.open(row) : null;
        if (!opened || !('stored' in opened)) continue;
        const { document: brief, revision } = opened.stored;
        briefs.set(id, { brief, takes: await this.#takesOf(`${id} ${revision}`, brief) });
      }
    return briefs;
  }

  #takesOf(key: string, brief: Brief): Promise<PlannedTake[]> {
    const known = this.#takes.get(key);
    if (known) return known;
    if (this.#takes.size >= MOST_REMEMBERED) this.#takes.clear();
    const takes = this.#planner.takes(brief);
    this.#takes.set(key, takes);
    // One that failed is asked for again.
    takes.catch(() => this.#takes.delete(key));
    return takes;
  }
}

const unique = (values: Iterable<string | null>): string[] => [...new Set([...values].filter((value) => value !== null))];

import { ApiError, sensorOf, type NewFrame } from '@hushto/contract';
import { nearestTake, takenFigures, type Brief, type PlannedTake, type Sensor, type TakeCode } from '@hushto/core';
import type { InferEntity } from '@mikro-orm/core';
import type { EntityManager } from '@mikro-orm/libsql';
import { LogFrameEntity } from '../entities/log.entity.ts';
import { nextRevision } from '../ledger.ts';
import type { Planner } from '../planner/planner.ts';
import type { Stores } from '../stores.ts';
import { chunks, marks } from './statements.ts';
import { query } from '../query.ts';

/** Frames whose figures are worked out in one transaction. */
const AT_ONCE = 500;
/** Briefs whose takes are remembered. */
const MOST_REMEMBERED = 2000;

/** What a file says of how its frame was taken. */
export type Written = Pick<NewFrame, 'shutterS' | 'fNumber' | 'iso' | 'focalLengthMm' | 'equivalentMm' | 'camera' | 'take'>;

/** What frames are read against: only what they name. */
export interface Known {
  /** By the name a camera writes. */
  bodies: ReadonlyMap<string, Sensor>;
  briefs: ReadonlyMap<string, { brief: Brief; takes: readonly PlannedTake[] }>;
}

/** Works out what a frame's setting meant: its figures by body and brief, and which take of the brief it was. */
export class Figures {
  readonly #stores: Stores;
  readonly #planner: Pick<Planner, 'takes'>;
  /** Takes of briefs, by id and revision: a plan is not worked out twice. */
  readonly #takes = new Map<string, Promise<PlannedTake[]>>();

  constructor(stores: Stores, planner: Pick<Planner, 'takes'>) {
    this.#stores = stores;
    this.#planner = planner;
  }

  /** Reads bodies and briefs that frames name; plans are made in threads. Call it before a transaction, not within. */
  async known(em: EntityManager, cameras: Iterable<string | null>, briefIds: Iterable<string | null>): Promise<Known> {
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

  /** The figures of a frame, with their classes in parts of a stop. */
  of(taken: Written, briefId: string | null, known: Known) {
    const found = briefId === null ? null : (known.briefs.get(briefId) ?? null);
    const brief = found?.brief ?? null;
    const sensor = taken.camera === null ? null : (known.bodies.get(taken.camera) ?? null);
    const take = taken.take ?? takeOf(taken, found?.takes ?? null);
    const figures = finite(takenFigures(taken, { sensor, brief, noSmear: take === 'still' || take === 'streak' }));
    const distanceM = brief?.subject.distanceM ?? null;
    return {
      ...figures,
      distanceM,
      take,
      shutterThirds: classOf(taken.shutterS, 3),
      isoThirds: classOf(taken.iso, 3, 100),
      focalHalves: classOf(figures.equivalentMm, 2),
      distanceHalves: classOf(distanceM, 2),
      holdThirds: figures.hold === null ? null : Math.round(3 * figures.hold),
      smearThirds: classOf(figures.smear, 3),
      grainThirds: figures.snr === null ? null : Math.round(-3 * Math.log2(figures.snr)),
    };
  }

  /** Works them out anew, as after a body was completed or a brief changed. @param briefId only of frames taken for it  @returns how many */
  async anew(em: EntityManager, briefId?: string): Promise<number> {
    let done = 0;
    for (let after = ''; ;) {
      const where = { id: { $gt: after }, ...(briefId === undefined ? {} : { briefId }) };
      const slice = await em.fork().find(LogFrameEntity, where, { orderBy: { id: 'asc' }, limit: AT_ONCE, fields: ['id', 'camera', 'briefId'] }); // prettier-ignore
      const known = await this.known(em.fork(), slice.map(({ camera }) => camera ?? null), slice.map((row) => row.briefId ?? null)); // prettier-ignore
      await em.fork().transactional(async (inner) => {
        await nextRevision(inner);
        for (const row of await inner.find(LogFrameEntity, { id: { $in: slice.map(({ id }) => id) } }))
          Object.assign(row, this.of(writtenOf(row), row.briefId ?? null, known));
      });
      done += slice.length;
      if (slice.length < AT_ONCE) return done;
      after = slice.at(-1)!.id;
    }
  }

  /** Which brief frames were taken for; their figures follow. @returns of each the brief it had before  @throws ApiError NOT_FOUND */
  async assign(
    em: EntityManager,
    ids: readonly string[],
    briefId: string | null,
  ): Promise<{ id: string; briefId: string | null }[]> {
    const cameras: (string | null)[] = [];
    for (const some of chunks(ids))
      cameras.push(...(await query<{ camera: string | null }[]>(em, `select distinct camera from log_frame where id in (${marks(some)})`, some)).map(({ camera }) => camera)); // prettier-ignore
    const known = await this.known(em, cameras, [briefId]);
    if (briefId !== null && !known.briefs.has(briefId)) throw new ApiError('NOT_FOUND');
    return em.transactional(async (inner) => {
      await nextRevision(inner);
      const before: { id: string; briefId: string | null }[] = [];
      for (const some of chunks(ids)) {
        for (const row of await inner.find(LogFrameEntity, { id: { $in: some } })) {
          before.push({ id: row.id, briefId: row.briefId ?? null });
          Object.assign(row, { briefId }, this.of(writtenOf(row), briefId, known));
        }
        await inner.flush();
        inner.clear();
      }
      if (before.length !== new Set(ids).size) throw new ApiError('NOT_FOUND');
      return before;
    });
  }
}

function takeOf(
  { shutterS, fNumber }: Pick<NewFrame, 'shutterS' | 'fNumber'>,
  takes: readonly PlannedTake[] | null,
): TakeCode | null {
  return takes === null || shutterS === null ? null : nearestTake(takes, shutterS, fNumber);
}

/** What its file said of a frame that is kept. */
function writtenOf(row: InferEntity<typeof LogFrameEntity>): Written {
  const figure = (value: unknown): number | null => (typeof value === 'number' ? value : null);
  return {
    shutterS: figure(row.shutterS),
    fNumber: figure(row.fNumber),
    iso: figure(row.iso),
    focalLengthMm: figure(row.focalLengthMm),
    equivalentMm: figure(row.writtenEquivalentMm),
    camera: row.camera ?? null,
    // That a subject stood still no setting tells.
    ...(row.take === 'still' ? { take: row.take } : {}),
  };
}

/** The class of a figure in parts of a stop; null where there is none. */
const classOf = (value: number | null, parts: number, of = 1): number | null =>
  value === null || !(value > 0) ? null : Math.round(parts * Math.log2(value / of));

/** Figures without an end or a value are none. */
function finite<Figures extends object>(figures: Figures): Figures {
  const entries = Object.entries(figures) as [string, unknown][];
  return Object.fromEntries(
    entries.map(([name, value]) => [name, typeof value === 'number' && !Number.isFinite(value) ? null : value]),
  ) as Figures;
}

const unique = (values: Iterable<string | null>): string[] => [...new Set([...values].filter((value) => value !== null))];

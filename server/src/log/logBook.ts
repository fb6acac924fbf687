import {
  ApiError,
  LOG_FIGURE_NAMES,
  LOG_FIGURES,
  sensorOf,
  type Judged,
  type LogFilter,
  type LogFrame,
  type LogPage,
  type LogShelf,
  type NewFrame,
} from '@hushto/contract';
import {
  burstsAmong,
  nearestTake,
  OUTING_GAP_MS,
  plannedTakes,
  SOFT_CAUSES,
  takenFigures,
  type Brief,
  type PlannedTake,
  type Sensor,
  type Softness,
  type TakeCode,
  VERDICTS,
  type Verdict,
} from '@hushto/core';
import type { InferEntity } from '@mikro-orm/core';
import type { EntityManager } from '@mikro-orm/libsql';
import { randomUUID } from 'node:crypto';
import {
  LogBurstEntity,
  LogFrameEntity,
  LogGearEntity,
  LogOutingEntity,
  LogSoftnessEntity,
  LogVerdictEntity,
} from '../entities/log.entity.ts';
import { nextRevision } from '../ledger.ts';
import type { Stores } from '../shelf.ts';
import { draftBody, draftLens, isLens } from './gear.ts';
import { stretchAt, stretchesOf, type Stretch } from './matching.ts';
import { whereOf } from './where.ts';

/** Ids bound in one statement. */
const AT_ONCE = 500;

/** What frames are read against: read once for all that are taken in together. */
interface Known {
  bodies: ReadonlyMap<string, Sensor>;
  briefs: ReadonlyMap<string, Brief>;
  takes: Map<string, PlannedTake[]>;
  stretches: readonly Stretch[];
}

interface Span {
  id: string;
  title: string;
  runSheetId: string | null;
  startedMs: number;
  endedMs: number;
  isNew: boolean;
  moved: boolean;
}

type Written = Pick<NewFrame, 'shutterS' | 'fNumber' | 'iso' | 'focalLengthMm' | 'equivalentMm' | 'camera' | 'take'>;
type FrameRow = Record<string, string | number | null>;

/** Frames really taken, by outing and burst, with what was said of them. Each change is one transaction. */
export class LogBook {
  readonly #stores: Stores;
  readonly #now: () => Date;

  constructor(stores: Stores, now: () => Date) {
    this.#stores = stores;
    this.#now = now;
  }

  /** Takes frames in, each once however often it is sent; one that was deleted comes back. @returns under which ids, in the order sent */
  async add(em: EntityManager, frames: readonly NewFrame[]): Promise<{ id: string; known: boolean }[]> {
    return em.transactional(async (inner) => {
      await nextRevision(inner);
      const there = new Map<string, { id: string; deleted_at: number | null }>();
      for (const some of chunks(frames.map(({ digest }) => digest)))
        for (const row of await inner.execute<{ id: string; digest: string; deleted_at: number | null }[]>(
          `select id, digest, deleted_at from log_frame where digest in (${marks(some)})`,
          some,
        ))
          there.set(row.digest, row);
      const fresh = new Map<string, NewFrame>();
      for (const frame of frames) if (!there.has(frame.digest)) fresh.set(frame.digest, frame);
      await this.#noteGear(inner, [...fresh.values()]);
      const known = await this.#known(inner);
      const spans = await outingSpans(inner);
      const rows = [...fresh.values()].map((frame) => this.#newRow(frame, known, spans));
      await writeSpans(inner, spans);
      for (const some of chunks(rows, 100)) await inner.insertMany(LogFrameEntity, some);
      const judged = rows.flatMap(({ id, digest }) => {
        const { verdict } = fresh.get(digest)!;
        return verdict ? [{ frame: id, verdict, judgedAt: this.#now() }] : [];
      });
      for (const some of chunks(judged)) await inner.insertMany(LogVerdictEntity, some);
      const back = [...there.values()].filter(({ deleted_at }) => deleted_at !== null).map(({ id }) => id);
      for (const some of chunks(back)) await inner.execute(`update log_frame set deleted_at = null where id in (${marks(some)})`, some);
      const made = new Map(rows.map(({ digest, id }) => [digest, id]));
      return frames.map(({ digest }) => {
        const before = there.get(digest);
        if (before) return { id: before.id, known: before.deleted_at === null };
        const id = made.get(digest)!;
        // Sent twice together, it is known the second time.
        return { id, known: !fresh.delete(digest) };
      });
    });
  } // prettier-ignore

  async shelf(em: EntityManager): Promise<LogShelf> {
    const outings = await em.execute<
      { id: string; title: string; started_at: number | null; ended_at: number | null; run_sheet_id: string | null; frames: number; judged: number; keepers: number }[]
    >(
      `select o.*, c.frames, c.judged, c.keepers from log_outing o join
       (select outing_id, count(*) as frames, count(verdict) as judged, sum(verdict = 'keeper') as keepers
        from log_frame where deleted_at is null group by outing_id) c on c.outing_id = o.id
       order by o.started_at is null, o.started_at desc`,
    );
    const gear = await em.execute<{ kind: 'body' | 'lens'; written_as: string; document_id: string | null }[]>(
      'select * from log_gear order by kind, written_as',
    );
    const [undrawn] = await em.execute<{ n: number }[]>(
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
  } // prettier-ignore

  /** Newest first; those without a time last. */
  async page(em: EntityManager, filter: LogFilter, offset: number, limit: number): Promise<LogPage> {
    const { sql, bound } = whereOf(filter);
    const from = `log_frame f where ${sql}`;
    const [count] = await em.execute<{ n: number }[]>(`select count(*) as n from ${from}`, bound);
    // The ids first, by the index alone: what is skipped is not read.
    const rows = await em.execute<FrameRow[]>(
      `${FRAME_SQL} where f.id in (select f.id from ${from} order by f.taken_at desc, f.id desc limit ? offset ?)
       order by f.taken_at desc, f.id desc`,
      [...bound, limit, offset],
    );
    return { total: count!.n, frames: rows.map(frameOf) };
  }

  /** Every frame of a filter, a slice at a time, oldest first. */
  async *all(em: EntityManager, filter: LogFilter): AsyncGenerator<LogFrame> {
    const { sql, bound } = whereOf(filter);
    const from = `log_frame f where ${sql}`;
    for (let offset = 0; ; offset += AT_ONCE) {
      const rows = await em.execute<FrameRow[]>(
        `${FRAME_SQL} where f.id in (select f.id from ${from} order by f.taken_at, f.id limit ? offset ?) order by f.taken_at, f.id`,
        [...bound, AT_ONCE, offset],
      );
      yield* rows.map(frameOf);
      if (rows.length < AT_ONCE) return;
    }
  }

  /** Says what became of frames. @returns what was said of them before, to be sent to take it back */
  async judge(em: EntityManager, { verdicts }: Judged): Promise<Judged> {
    return em.transactional(async (inner) => {
      await nextRevision(inner);
      const before = new Map<string, Verdict | null>();
      for (const some of chunks(verdicts.map(({ id }) => id)))
        for (const { id, verdict } of await inner.execute<{ id: string; verdict: Verdict | null }[]>(
          `select id, verdict from log_frame where id in (${marks(some)})`,
          some,
        ))
          before.set(id, verdict);
      if (verdicts.some(({ id }) => !before.has(id))) throw new ApiError('NOT_FOUND');
      for (const verdict of [...VERDICTS, null])
        for (const some of chunks(verdicts.filter((one) => one.verdict === verdict).map(({ id }) => id)))
          await inner.execute(`update log_frame set verdict = ? where id in (${marks(some)})`, [verdict, ...some]);
      const said = verdicts.map(({ id, verdict }) => ({ frame: id, verdict, judgedAt: this.#now() }));
      for (const some of chunks(said)) await inner.insertMany(LogVerdictEntity, some);
      return { verdicts: verdicts.map(({ id }) => ({ id, verdict: before.get(id)! })) };
    });
  }

  /** Which brief frames were taken for; their figures follow. @returns of each the brief it had before */
  async assign(em: EntityManager, ids: readonly string[], briefId: string | null): Promise<{ id: string; briefId: string | null }[]> {
    return em.transactional(async (inner) => {
      await nextRevision(inner);
      const known = await this.#known(inner);
      if (briefId !== null && !known.briefs.has(briefId)) throw new ApiError('NOT_FOUND');
      const before: { id: string; briefId: string | null }[] = [];
      for (const some of chunks(ids)) {
        const rows = await inner.find(LogFrameEntity, { id: { $in: some } });
        for (const row of rows) {
          before.push({ id: row.id, briefId: row.briefId ?? null });
          Object.assign(row, { briefId }, this.#figures(writtenOf(row), briefId, known));
        }
        await inner.flush();
        inner.clear();
      }
      if (before.length !== new Set(ids).size) throw new ApiError('NOT_FOUND');
      return before;
    });
  } // prettier-ignore

  /** Figures of frames anew, as after a body was completed or a brief changed. @param briefId only of frames taken for it  @returns how many */
  async figure(em: EntityManager, briefId?: string): Promise<number> {
    const known = await this.#known(em);
    let done = 0;
    for (let after = ''; ;) {
      const rows = await em.fork().transactional(async (inner) => {
        await nextRevision(inner);
        const slice = await inner.find(
          LogFrameEntity,
          { id: { $gt: after }, ...(briefId === undefined ? {} : { briefId }) },
          { orderBy: { id: 'asc' }, limit: AT_ONCE },
        );
        for (const row of slice) Object.assign(row, this.#figures(writtenOf(row), row.briefId ?? null, known));
        return slice;
      });
      done += rows.length;
      if (rows.length < AT_ONCE) return done;
      after = rows.at(-1)!.id;
    }
  }

  /** Deletes frames, or brings deleted ones back. */
  async remove(em: EntityManager, ids: readonly string[], remove: boolean): Promise<void> {
    await em.transactional(async (inner) => {
      await nextRevision(inner);
      for (const some of chunks(ids))
        await inner.execute(`update log_frame set deleted_at = ? where id in (${marks(some)})`, [
          remove ? this.#now().getTime() : null,
          ...some,
        ]);
    });
  }

  /** Groups an outing's frames into bursts and near duplicates anew. */
  async group(em: EntityManager, outingId: string): Promise<void> {
    await em.transactional(async (inner) => {
      const frames = await inner.execute<
        { id: string; atMs: number; shutterS: number | null; focalLengthMm: number | null; likeness: string | null; burst_id: string | null }[]
      >(
        `select f.id, f.taken_at as atMs, f.shutter_s as shutterS, f.focal_length_mm as focalLengthMm, p.likeness, f.burst_id
         from log_frame f left join log_preview p on p.frame_id = f.id
         where f.outing_id = ? and f.taken_at is not null and f.deleted_at is null order by f.taken_at, f.name`,
        [outingId],
      );
      await inner.execute('update log_frame set burst_id = null where outing_id = ? and burst_id is not null', [outingId]);
      await inner.execute('delete from log_burst where outing_id = ?', [outingId]);
      const bursts = burstsAmong(frames).map((run) => ({ id: randomUUID(), run }));
      for (const some of chunks(bursts, 100))
        await inner.insertMany(
          LogBurstEntity,
          some.map(({ id, run }) => ({ id, outing: outingId, startedAt: new Date(run[0]!.atMs), frames: run.length })),
        );
      for (const { id, run } of bursts)
        for (const some of chunks(run.map((frame) => frame.id)))
          await inner.execute(`update log_frame set burst_id = ? where id in (${marks(some)})`, [id, ...some]);
    });
  } // prettier-ignore

  async putPreview(em: EntityManager, frameId: string, webp: Buffer, about: { likeness: string | null; sharpness: number | null }): Promise<void> {
    await em.transactional(async (inner) => {
      const [frame] = await inner.execute<{ id: string }[]>('select id from log_frame where id = ?', [frameId]);
      if (!frame) throw new ApiError('NOT_FOUND');
      await nextRevision(inner);
      await inner.execute('insert or replace into log_preview (frame_id, likeness, sharpness, webp) values (?, ?, ?, ?)', [
        frameId,
        about.likeness,
        about.sharpness,
        webp,
      ]);
    });
  } // prettier-ignore

  async preview(em: EntityManager, frameId: string): Promise<Buffer | null> {
    const [row] = await em.execute<{ webp: Buffer }[]>('select webp from log_preview where frame_id = ?', [frameId]);
    return row ? Buffer.from(row.webp) : null;
  }

  async putSoftness(em: EntityManager, frameId: string, { shares, cause, smear, sharpest, widthPx, places }: Softness): Promise<void> {
    await em.transactional(async (inner) => {
      if ((await inner.count(LogFrameEntity, { id: frameId })) === 0) throw new ApiError('NOT_FOUND');
      await nextRevision(inner);
      await inner.upsert(LogSoftnessEntity, {
        frame: frameId,
        cause,
        ...shares,
        smearPx: smear?.px ?? null,
        smearDeg: smear?.directionDeg ?? null,
        smearX: smear?.x ?? null,
        smearY: smear?.y ?? null,
        sharpestX: sharpest?.x ?? null,
        sharpestY: sharpest?.y ?? null,
        widthPx,
        places: JSON.stringify(places),
      });
    });
  } // prettier-ignore

  /** Why a frame is soft; null where nobody looked into it. */
  async softness(em: EntityManager, frameId: string): Promise<Softness | null> {
    const row = await em.findOne(LogSoftnessEntity, { frame: frameId });
    if (!row) return null;
    const { smearPx, smearDeg, smearX, smearY, sharpestX, sharpestY } = row;
    return {
      shares: Object.fromEntries(SOFT_CAUSES.map((cause) => [cause, row[cause]])) as Softness['shares'],
      cause: row.cause,
      smear:
        smearPx == null ? null : { px: Number(smearPx), directionDeg: Number(smearDeg), x: Number(smearX), y: Number(smearY) },
      sharpest: sharpestX == null ? null : { x: Number(sharpestX), y: Number(sharpestY) },
      widthPx: row.widthPx,
      places: JSON.parse(row.places) as Softness['places'],
    };
  }

  /** Forgets every preview: the frames stay. */
  async dropPreviews(em: EntityManager): Promise<void> {
    await em.transactional(async (inner) => {
      await nextRevision(inner);
      await inner.execute('delete from log_preview');
    });
  }

  async isUntouched(em: EntityManager): Promise<boolean> {
    return (await em.count(LogFrameEntity)) === 0;
  }

  /** How many frames there are, and how many small pictures of them. */
  async counts(em: EntityManager): Promise<{ frames: number; previews: number }> {
    const [previews] = await em.execute<{ n: number }[]>('select count(*) as n from log_preview');
    return { frames: await em.count(LogFrameEntity, { deletedAt: null }), previews: previews!.n };
  }

  async #known(em: EntityManager): Promise<Known> {
    const bodies = new Map((await this.#stores.bodies.list(em)).map(({ id, document }) => [id, sensorOf(document)]));
    const gear = await em.execute<{ written_as: string; document_id: string | null }[]>(
      `select written_as, document_id from log_gear where kind = 'body'`,
    );
    return {
      bodies: new Map(
        gear.flatMap(({ written_as, document_id }) => {
          const sensor = document_id === null ? undefined : bodies.get(document_id);
          return sensor ? [[written_as, sensor] as const] : [];
        }),
      ),
      briefs: new Map((await this.#stores.briefs.list(em)).map(({ id, document }) => [id, document])),
      takes: new Map(),
      stretches: stretchesOf(await this.#stores.runSheets.list(em)),
    };
  }

  /** A body or lens never seen before is the one of the shelf that is called so, or becomes a draft there. */
  async #noteGear(inner: EntityManager, frames: readonly NewFrame[]): Promise<void> {
    const seen = await inner.execute<{ kind: string; written_as: string }[]>('select kind, written_as from log_gear');
    const noted = new Set(seen.map(({ kind, written_as }) => `${kind} ${written_as}`));
    const unknown = (kind: 'body' | 'lens', writtenAs: string | null): writtenAs is string =>
      writtenAs !== null && !noted.has(`${kind} ${writtenAs}`) && Boolean(noted.add(`${kind} ${writtenAs}`));
    const found: { kind: 'body' | 'lens'; writtenAs: string; documentId: string | null }[] = [];
    for (const frame of frames) {
      const { camera, lens } = frame;
      if (unknown('body', camera)) {
        const there = (await this.#stores.bodies.list(inner)).find(({ document }) => document.label === camera);
        const documentId = (there ?? (await this.#stores.bodies.create(inner, draftBody(camera, frame)))).id;
        found.push({ kind: 'body', writtenAs: camera, documentId });
      }
      if (unknown('lens', lens)) {
        const there = (await this.#stores.lenses.list(inner)).find(({ document }) => isLens(document, lens));
        const draft = there ? null : draftLens(lens, frame);
        const documentId = there?.id ?? (draft && (await this.#stores.lenses.create(inner, draft)).id);
        found.push({ kind: 'lens', writtenAs: lens, documentId });
      }
    }
    for (const some of chunks(found)) await inner.insertMany(LogGearEntity, some);
  }

  #newRow(frame: NewFrame, known: Known, spans: Span[]) {
    const { equivalentMm, briefId, ...written } = frame;
    const stretch = stretchAt(known.stretches, frame.wallClock);
    const brief = briefId ?? stretch?.briefId ?? null;
    return {
      ...written,
      id: randomUUID(),
      takenAt: frame.takenAt === null ? null : new Date(frame.takenAt),
      seed: frame.seed ?? null,
      verdict: frame.verdict ?? null,
      outing: outingFor(spans, frame.takenAt === null ? null : Date.parse(frame.takenAt), stretch),
      writtenEquivalentMm: equivalentMm,
      briefId: brief !== null && known.briefs.has(brief) ? brief : null,
      ...this.#figures(frame, brief, known),
    };
  }

  #figures(taken: Written, briefId: string | null, known: Known) {
    const brief = briefId === null ? null : (known.briefs.get(briefId) ?? null);
    const sensor = taken.camera === null ? null : (known.bodies.get(taken.camera) ?? null);
    const take = taken.take ?? this.#takeOf(taken, briefId, brief, known);
    const figures = takenFigures(taken, { sensor, brief, noSmear: take === 'still' || take === 'streak' });
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

  #takeOf({ shutterS, fNumber }: Pick<NewFrame, 'shutterS' | 'fNumber'>, id: string | null, brief: Brief | null, known: Known): TakeCode | null {
    if (id === null || !brief || shutterS === null) return null;
    let planned = known.takes.get(id);
    if (!planned) known.takes.set(id, (planned = plannedTakes(brief)));
    return nearestTake(planned, shutterS, fNumber);
  } // prettier-ignore
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

const marks = (some: readonly unknown[]): string => some.map(() => '?').join(', ');

function chunks<Item>(items: readonly Item[], size = AT_ONCE): Item[][] {
  return Array.from({ length: Math.ceil(items.length / size) }, (_, i) => items.slice(i * size, (i + 1) * size));
}

async function outingSpans(em: EntityManager): Promise<Span[]> {
  const rows =
    await em.execute<
      { id: string; title: string; started_at: number | null; ended_at: number | null; run_sheet_id: string | null }[]
    >('select * from log_outing');
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
function outingFor(spans: Span[], atMs: number | null, stretch: Stretch | null): string {
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

async function writeSpans(inner: EntityManager, spans: readonly Span[]): Promise<void> {
  const timeOf = (ms: number): Date | null => (Number.isNaN(ms) ? null : new Date(ms));
  const row = ({ id, title, runSheetId, startedMs, endedMs }: Span) => ({ id, title, runSheetId, startedAt: timeOf(startedMs), endedAt: timeOf(endedMs) }); // prettier-ignore
  const fresh = spans.filter(({ isNew }) => isNew).map(row);
  if (fresh.length > 0) await inner.insertMany(LogOutingEntity, fresh);
  for (const span of spans.filter(({ isNew, moved }) => moved && !isNew))
    await inner.nativeUpdate(LogOutingEntity, { id: span.id }, row(span));
}

const FRAME_SQL = `select f.*, p.frame_id is not null as preview, p.sharpness, s.cause
  from log_frame f left join log_preview p on p.frame_id = f.id left join log_softness s on s.frame_id = f.id`;

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

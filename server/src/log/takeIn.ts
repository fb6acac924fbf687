import type { FramesTakenIn, NewFrame } from '@hushto/contract';
import type { EntityManager } from '@mikro-orm/libsql';
import { randomUUID } from 'node:crypto';
import { LogFrameEntity, LogVerdictEntity } from '../entities/log.entity.ts';
import { nextRevision } from '../ledger.ts';
import type { Stores } from '../stores.ts';
import { groupRound } from './bursts.ts';
import { figuresOf, type Known } from './frameFigures.ts';
import { noteGear } from './gear.ts';
import { stretchAt, stretchesOf, type Stretch } from './matching.ts';
import { outingFor, outingSpans, writeSpans, type Span } from './outingSpans.ts';
import type { KnownReader } from './readKnown.ts';
import { chunks, marks } from './statements.ts';
import { query } from '../query.ts';

interface TakeInParts {
  stores: Stores;
  reader: KnownReader;
  now: () => Date;
}

interface There {
  id: string;
  deleted_at: number | null;
  preview: number;
  cause: number;
}

/**
 * Takes frames in, each once however often it is sent; one that was deleted comes back. Each finds its outing, its brief by the run
 * sheet, its take and its burst. @returns under which ids, in the order sent
 */
export async function takeIn({ stores, reader, now }: TakeInParts, em: EntityManager, frames: readonly NewFrame[]): Promise<FramesTakenIn['frames']> {
  const isNew = await digestsUnknown(em, frames);
  const stretches = stretchesOf(await stores.runSheets.list(em));
  const coming = frames.filter(({ digest }) => isNew.has(digest));
  await noteGear(em, stores, coming);
  // What takes long is worked out before anything is locked.
  const known = await reader.read(em, coming.map(({ camera }) => camera), coming.map((frame) => briefOf(frame, stretches))); // prettier-ignore
  return em.transactional(async (inner) => {
    await nextRevision(inner);
    const there = await framesThere(inner, frames);
    const fresh = new Map<string, NewFrame>();
    for (const frame of frames) if (!there.has(frame.digest)) fresh.set(frame.digest, frame);
    const spans = await outingSpans(inner);
    const rows = [...fresh.values()].map((frame) => newRow(frame, known, stretches, spans));
    await writeSpans(inner, spans);
    for (const some of chunks(rows, 100)) await inner.insertMany(LogFrameEntity, some);
    const judged = rows.flatMap(({ id, verdict }) => (verdict === null ? [] : [{ frame: id, verdict, judgedAt: now() }]));
    for (const some of chunks(judged)) await inner.insertMany(LogVerdictEntity, some);
    const back = [...there.values()].filter(({ deleted_at }) => deleted_at !== null).map(({ id }) => id);
    for (const some of chunks(back)) await query(inner, `update log_frame set deleted_at = null where id in (${marks(some)})`, some);
    await groupRound(inner, rows.map(({ outing, takenAt }) => ({ outing, atMs: takenAt?.getTime() ?? null }))); // prettier-ignore
    const made = new Map(rows.map(({ digest, id }) => [digest, id]));
    return frames.map(({ digest }) => {
      const before = there.get(digest);
      if (before) return { id: before.id, known: before.deleted_at === null, preview: before.preview === 1, cause: before.cause === 1 };
      // Sent twice together, it is known the second time.
      return { id: made.get(digest)!, known: !fresh.delete(digest), preview: false, cause: false };
    });
  });
} // prettier-ignore

async function framesThere(em: EntityManager, frames: readonly NewFrame[]): Promise<Map<string, There>> {
  const there = new Map<string, There>();
  for (const some of chunks(frames.map(({ digest }) => digest)))
    for (const row of await query<(There & { digest: string })[]>(
      em,
      `select f.id, f.digest, f.deleted_at, p.frame_id is not null as preview, s.frame_id is not null as cause from log_frame f
       left join log_preview p on p.frame_id = f.id left join log_softness s on s.frame_id = f.id where f.digest in (${marks(some)})`,
      some,
    ))
      there.set(row.digest, row);
  return there;
}

async function digestsUnknown(em: EntityManager, frames: readonly NewFrame[]): Promise<Set<string>> {
  const there = await framesThere(em, frames);
  return new Set(frames.flatMap(({ digest }) => (there.has(digest) ? [] : [digest])));
}

const briefOf = ({ briefId, wallClock }: NewFrame, stretches: readonly Stretch[]): string | null =>
  briefId ?? stretchAt(stretches, wallClock)?.briefId ?? null;

function newRow(frame: NewFrame, known: Known, stretches: readonly Stretch[], spans: Span[]) {
  const { equivalentMm, briefId: _said, ...written } = frame;
  const stretch = stretchAt(stretches, frame.wallClock);
  const brief = briefOf(frame, stretches);
  return {
    ...written,
    id: randomUUID(),
    takenAt: frame.takenAt === null ? null : new Date(frame.takenAt),
    seed: frame.seed ?? null,
    verdict: frame.verdict ?? null,
    outing: outingFor(spans, frame.takenAt === null ? null : Date.parse(frame.takenAt), stretch),
    writtenEquivalentMm: equivalentMm,
    briefId: brief !== null && known.briefs.has(brief) ? brief : null,
    ...figuresOf(frame, brief, known),
  };
}

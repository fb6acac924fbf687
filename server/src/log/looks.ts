import { ApiError, type LogLook } from '@hushto/contract';
import { SOFT_CAUSES, type Softness } from '@hushto/core';
import type { EntityManager } from '@mikro-orm/libsql';
import { LogSoftnessEntity } from '../entities/log.entity.ts';
import { nextRevision } from '../ledger.ts';
import { groupRound, type Changed } from './bursts.ts';
import { chunks, marks } from './statements.ts';
import { query } from '../query.ts';

/** A look at a frame's pixels, its picture as bytes. */
export type Look = Omit<LogLook, 'preview'> & {
  preview?: { webp: Buffer; likeness: string | null; sharpness: number | null } | undefined;
};

/**
 * Keeps what looks at frames found: small pictures, and why each is soft. Alike pictures are grouped anew. Frames that are gone are
 * passed over. @returns how many were kept
 */
export async function putLooks(em: EntityManager, looks: readonly Look[]): Promise<number> {
  return em.transactional(async (inner) => {
    const lies = new Map<string, Changed>();
    for (const some of chunks(looks.map(({ id }) => id)))
      for (const row of await query<(Changed & { id: string })[]>(
        inner,
        `select id, outing_id as outing, taken_at as atMs from log_frame where id in (${marks(some)})`,
        some,
      ))
        lies.set(row.id, row);
    const there = looks.filter(({ id }) => lies.has(id));
    if (there.length === 0) return 0;
    await nextRevision(inner);
    for (const { id, preview, softness } of there) {
      if (preview)
        await query(inner, 'insert or replace into log_preview (frame_id, likeness, sharpness, webp) values (?, ?, ?, ?)', [
          id,
          preview.likeness,
          preview.sharpness,
          preview.webp,
        ]);
      if (softness) await inner.upsert(LogSoftnessEntity, softnessRow(id, softness));
    }
    await groupRound(inner, there.flatMap(({ id, preview }) => (preview ? [lies.get(id)!] : []))); // prettier-ignore
    return there.length;
  });
}

/** The same for one frame. @throws ApiError NOT_FOUND */
export async function putLook(em: EntityManager, look: Look): Promise<void> {
  if ((await putLooks(em, [look])) === 0) throw new ApiError('NOT_FOUND');
}

function softnessRow(frame: string, { shares, cause, smear, sharpest, widthPx, places }: Softness) {
  return {
    frame,
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
  };
}

export async function previewOf(em: EntityManager, frameId: string): Promise<Buffer | null> {
  const [row] = await query<{ webp: Buffer }[]>(em, 'select webp from log_preview where frame_id = ?', [frameId]);
  return row ? Buffer.from(row.webp) : null;
}

/** Forgets every preview: the frames stay. */
export async function dropPreviews(em: EntityManager): Promise<void> {
  await em.transactional(async (inner) => {
    await nextRevision(inner);
    await query(inner, 'delete from log_preview');
  });
}

/** Why a frame is soft; null where nobody looked into it. */
export async function softnessOf(em: EntityManager, frameId: string): Promise<Softness | null> {
  const row = await em.findOne(LogSoftnessEntity, { frame: frameId });
  if (!row) return null;
  const { smearPx, smearDeg, smearX, smearY, sharpestX, sharpestY } = row;
  return {
    shares: Object.fromEntries(SOFT_CAUSES.map((cause) => [cause, row[cause]])) as Softness['shares'],
    cause: row.cause,
    smear: smearPx == null ? null : { px: Number(smearPx), directionDeg: Number(smearDeg), x: Number(smearX), y: Number(smearY) },
    sharpest: sharpestX == null ? null : { x: Number(sharpestX), y: Number(sharpestY) },
    widthPx: row.widthPx,
    places: JSON.parse(row.places) as Softness['places'],
  };
}

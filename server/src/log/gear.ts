import {
  BODY_DEFAULTS,
  FORMATS,
  LENS_DEFAULTS,
  lensLabel,
  type Body,
  type NewFrame,
  type ShelfLensDocument,
} from '@hushto/contract';
import type { EntityManager } from '@mikro-orm/libsql';
import { LogGearEntity } from '../entities/log.entity.ts';
import type { Stores } from '../stores.ts';
import { chunks } from './statements.ts';
import { query } from '../query.ts';

const FULL_DIAGONAL_MM = Math.hypot(36, 24);

/** A body or lens never seen before is the one of the shelf that is called so, or becomes a draft there. */
export async function noteGear(em: EntityManager, stores: Stores, frames: readonly NewFrame[]): Promise<void> {
  await em.transactional(async (inner) => {
    const seen = await query<{ kind: string; written_as: string }[]>(inner, 'select kind, written_as from log_gear');
    const noted = new Set(seen.map(({ kind, written_as }) => `${kind} ${written_as}`));
    const unknown = (kind: 'body' | 'lens', writtenAs: string | null): writtenAs is string =>
      writtenAs !== null && !noted.has(`${kind} ${writtenAs}`) && Boolean(noted.add(`${kind} ${writtenAs}`));
    const found: { kind: 'body' | 'lens'; writtenAs: string; documentId: string | null }[] = [];
    for (const frame of frames) {
      const { camera, lens } = frame;
      if (unknown('body', camera)) {
        const there = (await stores.bodies.list(inner)).find(({ document }) => document.label === camera);
        const documentId = (there ?? (await stores.bodies.create(inner, draftBody(camera, frame)))).id;
        found.push({ kind: 'body', writtenAs: camera, documentId });
      }
      if (unknown('lens', lens)) {
        const there = (await stores.lenses.list(inner)).find(({ document }) => isLens(document, lens));
        const draft = there ? null : draftLens(lens, frame);
        const documentId = there?.id ?? (draft && (await stores.lenses.create(inner, draft)).id);
        found.push({ kind: 'lens', writtenAs: lens, documentId });
      }
    }
    for (const some of chunks(found)) await inner.insertMany(LogGearEntity, some);
  });
}

/** A body that only its frames tell of: format by its crop factor, pixels as its pictures have, the rest ours until somebody knows. */
function draftBody(writtenAs: string, frame: NewFrame): Body {
  const { focalLengthMm, equivalentMm, widthPx, heightPx } = frame;
  const crop = focalLengthMm && equivalentMm ? equivalentMm / focalLengthMm : 1;
  const away = ({ widthMm, heightMm }: (typeof FORMATS)[number]): number =>
    Math.abs(Math.log(FULL_DIAGONAL_MM / Math.hypot(widthMm, heightMm) / crop));
  const { widthMm, heightMm } = [...FORMATS].sort((a, b) => away(a) - away(b))[0]!;
  const megapixels = Math.min(500, Math.max(1, Math.round(((widthPx ?? 6000) * (heightPx ?? 4000)) / 1e6)));
  return {
    ...BODY_DEFAULTS,
    label: writtenAs,
    widthMm,
    heightMm,
    megapixels,
    baseIso: 100,
    maxIso: Math.max(51_200, frame.iso ?? 0),
    guessed: [...BODY_DEFAULTS.guessed, 'widthMm', 'heightMm', 'megapixels', 'baseIso', 'maxIso'],
  };
}

/** A lens that only its frames tell of, from what its name says and the focal lengths it was used at. */
function draftLens(writtenAs: string, frame: NewFrame): ShelfLensDocument | null {
  const named = rangeIn(writtenAs);
  const focal = frame.focalLengthMm;
  const [from, to] = named?.focal ?? (focal ? [focal, focal] : [0, 0]);
  const [atFrom, atTo] = named?.widest ?? (frame.fNumber ? [frame.fNumber, frame.fNumber] : [2.8, 2.8]);
  if (!(from >= 1 && to >= from && to <= 2000)) return null;
  if (!(Math.min(atFrom, atTo) >= 0.7 && Math.max(atFrom, atTo) <= 64)) return null;
  return {
    ...LENS_DEFAULTS,
    label: writtenAs,
    focalFromMm: from,
    focalToMm: to,
    widestFAtFrom: atFrom,
    widestFAtTo: from === to ? atFrom : atTo,
    narrowestF: Math.max(16, atFrom, atTo),
    guessed: [...LENS_DEFAULTS.guessed, ...(named ? [] : ['focalFromMm', 'focalToMm', 'widestFAtFrom', 'widestFAtTo'])],
  };
}

/** "24-70mm f/2.8", "100–400 mm F4.5-5.6": focal range and widest f-numbers, as names of lenses are written everywhere. */
function rangeIn(name: string): { focal: [number, number]; widest: [number, number] | null } | null {
  const focal = /(\d+(?:\.\d+)?)(?:\s*[-–]\s*(\d+(?:\.\d+)?))?\s*mm/i.exec(name);
  if (!focal) return null;
  const from = Number(focal[1]);
  const widest = /f\s*\/?\s*(\d+(?:\.\d+)?)(?:\s*[-–]\s*(\d+(?:\.\d+)?))?/i.exec(name);
  return {
    focal: [from, Number(focal[2] ?? focal[1])],
    widest: widest && [Number(widest[1]), Number(widest[2] ?? widest[1])],
  };
}

/** Whether a lens of the shelf is the one a camera writes: by its label, or by the figures its name tells. */
function isLens(lens: ShelfLensDocument, writtenAs: string): boolean {
  const { label, focalFromMm, focalToMm, widestFAtFrom, widestFAtTo } = lens;
  return label === writtenAs || lensLabel(focalFromMm, focalToMm, widestFAtFrom, widestFAtTo) === writtenAs;
}

import type { HoldSeries } from '@hushto/contract';
import { pictureOf, shutterMarks, smearOfEdges, viewedPixels } from '@hushto/core';
import { parse } from 'exifr/dist/lite.esm.mjs';
import { measureEdges } from '../../workers/edges.ts';

/** A photo of a hold test as read: its speed, the smear of its edges, and the verdict proposed. */
export interface TestPhoto {
  name: string;
  /** Exact mark, s. */
  shutterS: number;
  takenAt: Date | null;
  /** Smear, px of the picture as viewed; null where the photo has too few edges to tell. */
  blurPx: number | null;
  sharp: boolean;
  /** What is odd about it, in a sentence. */
  doubt: string | null;
}
export type ReadTestPhoto = TestPhoto | { name: string; problem: string };

/** So near to two pixels the edges cannot decide, px. Ours. */
const CLOSE_PX = 0.6;
const FOCAL_SLACK = 0.04;

/** Reads a photo of a series: EXIF for its speed, edges for its verdict. It never leaves the browser. */
export async function readTestPhoto(file: File, series: HoldSeries): Promise<ReadTestPhoto> {
  const { name } = file;
  const exif = (await parse(file).catch(() => null)) as Record<string, unknown> | null;
  const shutterS = exif?.ExposureTime;
  if (typeof shutterS !== 'number' || !(shutterS > 0))
    return { name, problem: 'does not say its shutter speed; take the file as the camera wrote it.' };
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (!bitmap) return { name, problem: 'cannot be shown by this browser; give it as JPEG.' };
  const { sensor, lens } = series.kit;
  const picture = pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, 1, series.viewCph);
  // Upright photos too: the short side is the sensor's height.
  const mmPerPx = picture.heightMm / Math.min(bitmap.width, bitmap.height);
  const found = await measureEdges(bitmap);
  const blurPx = found.sigmaPx === null ? null : viewedPixels(smearOfEdges(found.sigmaPx) * mmPerPx, picture);
  const focal = exif?.FocalLength;
  const taken = exif?.DateTimeOriginal;
  const otherLens = typeof focal === 'number' && Math.abs(focal / lens.focalLengthMm - 1) > FOCAL_SLACK;
  return {
    name,
    shutterS: shutterMarks.value(shutterMarks.nearest(shutterS)),
    takenAt: taken instanceof Date && !Number.isNaN(taken.getTime()) ? taken : null,
    blurPx,
    sharp: blurPx === null || blurPx <= 2,
    doubt: otherLens
      ? `taken at ${Math.round(focal)} mm, not the ${Math.round(lens.focalLengthMm)} of this test`
      : blurPx === null
        ? 'too few edges to tell; look yourself'
        : Math.abs(blurPx - 2) < CLOSE_PX
          ? 'close; look yourself'
          : null,
  };
}

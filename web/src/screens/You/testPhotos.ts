import type { HoldSeries } from '@hushto/contract';
import { pictureOf, shutterMarks, smearOfEdges, smearOfHands, viewedPixels } from '@hushto/core';
import type { JudgedPhoto } from '../../domain/photoVerdict.ts';
import { askPhoto } from '../../workers/photos.ts';

/** A photo of a hold test as read: its speed and the smear of its edges. */
export interface TestPhoto extends JudgedPhoto {
  name: string;
  /** Exact mark, s. */
  shutterS: number;
  takenAt: Date | null;
  /** What is odd about it, in a sentence. */
  doubt: string | null;
}
export type ReadTestPhoto = TestPhoto | { name: string; problem: string };

/** So near to two pixels the edges cannot decide, px. Ours. */
const CLOSE_PX = 0.6;
const FOCAL_SLACK = 0.04;

/** Reads a photo of a series: EXIF for its speed, edges for its verdict. It never leaves the browser. @param signal stops it */
export async function readTestPhoto(file: File, series: HoldSeries, signal?: AbortSignal): Promise<ReadTestPhoto> {
  const { name } = file;
  const found = await askPhoto('edges', file, signal);
  if (found.exif && !found.exif.shutterS)
    return { name, problem: 'does not say its shutter speed; take the file as the camera wrote it.' };
  if ('problem' in found) return { name, problem: found.problem };
  const { exif, edges, width, height } = found;
  const { sensor, lens } = series.kit;
  const picture = pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, 1, series.viewCph);
  // Upright photos too: the short side is the sensor's height.
  const mmPerPx = picture.heightMm / Math.min(width, height);
  const { sigmaPx } = edges!;
  const blurPx = sigmaPx === null ? null : viewedPixels(smearOfEdges(sigmaPx) * mmPerPx, picture);
  const ownPx = blurPx === null ? null : smearOfHands(blurPx, series.reference?.blurPx ?? 0);
  const { focalLengthMm: focal, takenAt } = exif;
  const otherLens = focal !== null && Math.abs(focal / lens.focalLengthMm - 1) > FOCAL_SLACK;
  return {
    name,
    shutterS: shutterMarks.value(shutterMarks.nearest(exif.shutterS!)),
    takenAt,
    blurPx,
    said: null,
    doubt: otherLens
      ? `taken at ${Math.round(focal)} mm, not the ${Math.round(lens.focalLengthMm)} of this test`
      : ownPx === null
        ? 'too few edges to tell; look yourself'
        : Math.abs(ownPx - 2) < CLOSE_PX
          ? 'close; look yourself'
          : null,
  };
}

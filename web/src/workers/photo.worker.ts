import { edgeBlur, luminanceOfBytes } from '@hushto/core';
import { tooLarge, tooManyPixels } from './fences.ts';
import type { PhotoAsked, PhotoExif, PhotoFound } from './photoProtocol.ts';
import { headOf, readHeader, zoneMinutes } from './readHeader.ts';

/** Longest side a photo is looked at with for its brightness: a mean needs no more. */
const LOOK_PX = 256;
/** Longest side whose edges are looked at, px, round the middle: what was focused on is there, and it is quick. */
const MOST_PX = 1600;
/** Longest side of a picture that is shown. */
const SHOWN_PX = 4096;
/** Bytes at either end of the scale that say nothing any more. */
const DARKEST = 2;
const BRIGHTEST = 253;

type Answer = PhotoFound extends infer Found ? (Found extends unknown ? Omit<Found, 'ticket'> : never) : never;

/** Reads photos off the page's thread, behind its fences: the page ends this worker when one takes too long. */
onmessage = ({ data: { ticket, what, file } }: MessageEvent<PhotoAsked>) => {
  void answer(what, file).then((found) =>
    postMessage({ ticket, ...found }, 'picture' in found && found.picture ? { transfer: [found.picture] } : {}),
  );
};

async function answer(what: PhotoAsked['what'], file: File): Promise<Answer> {
  const large = tooLarge(file.size);
  if (large) return { problem: large };
  const head = await headOf(file).catch(() => null);
  if (!head) return { problem: 'could not be opened.' };
  const many = tooManyPixels(new Uint8Array(head));
  if (many) return { problem: many };
  const exif = await exifOf(file, head);
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => null);
  if (!bitmap) return { problem: 'cannot be shown by this browser; give it as JPEG.', exif };
  const { width, height } = bitmap;
  const size = { exif, width, height };
  if (what === 'light') return { ...size, light: lightOf(bitmap) };
  if (what === 'edges') return { ...size, edges: edgesOf(bitmap) };
  const scale = Math.min(1, SHOWN_PX / Math.max(width, height));
  if (scale === 1) return { ...size, picture: bitmap };
  const [resizeWidth, resizeHeight] = [Math.round(width * scale), Math.round(height * scale)];
  const picture = await createImageBitmap(bitmap, { resizeWidth, resizeHeight, resizeQuality: 'high' });
  bitmap.close();
  return { ...size, picture };
}

async function exifOf(file: File, head: ArrayBuffer): Promise<PhotoExif> {
  const read = await readHeader(head, { name: file.name, bytes: file.size }, () => file.arrayBuffer(), zoneMinutes);
  const nothing = { shutterS: null, fNumber: null, iso: null, focalLengthMm: null, equivalentMm: null, takenAt: null };
  const { shutterS, fNumber, iso, focalLengthMm, equivalentMm, takenAt } = 'header' in read ? read.header : nothing;
  return { shutterS, fNumber, iso, focalLengthMm, equivalentMm, takenAt: takenAt === null ? null : new Date(takenAt) };
}

function lightOf(bitmap: ImageBitmap): { meanLinear: number; clippedShare: number } {
  const scale = Math.min(1, LOOK_PX / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [Math.max(1, Math.round(bitmap.width * scale)), Math.max(1, Math.round(bitmap.height * scale))];
  const pen = new OffscreenCanvas(width, height).getContext('2d')!;
  pen.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  const { data } = pen.getImageData(0, 0, width, height);
  const luminance = luminanceOfBytes(data);
  let [sum, clipped] = [0, 0];
  for (let i = 0; i < data.length; i += 4) {
    const [red, green, blue] = [data[i]!, data[i + 1]!, data[i + 2]!];
    sum += luminance[i / 4]!;
    if (Math.max(red, green, blue) >= BRIGHTEST || Math.max(red, green, blue) <= DARKEST) clipped += 1;
  }
  const pixels = data.length / 4;
  return { meanLinear: sum / pixels, clippedShare: clipped / pixels };
}

function edgesOf(bitmap: ImageBitmap): { sigmaPx: number | null; directionDeg: number } {
  const [width, height] = [Math.min(MOST_PX, bitmap.width), Math.min(MOST_PX, bitmap.height)];
  const pen = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
  pen.drawImage(bitmap, -Math.round((bitmap.width - width) / 2), -Math.round((bitmap.height - height) / 2));
  bitmap.close();
  const { data } = pen.getImageData(0, 0, width, height);
  const { sigmaPx, directionDeg } = edgeBlur(luminanceOfBytes(data), width, height);
  return { sigmaPx, directionDeg };
}

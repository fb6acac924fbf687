import { edgesOfPhoto, luminanceOfBytes, seededRandom, targetPhoto, type LinearPlane } from '@hushto/core';
import { tooLarge, tooManyPixels } from './fences.ts';
import type { LensAsked, LensFound } from './lensProtocol.ts';
import { headOf, readHeader, zoneMinutes } from './readHeader.ts';
import { greensOf } from './greens.ts';
import { readRawSites } from './readRawFile.ts';

type Answer = LensFound extends infer Found ? (Found extends unknown ? Omit<Found, 'ticket'> : never) : never;

/** Looks for edges in photos off the page's thread, behind its fences: the page ends this worker when one takes too long. */
onmessage = ({ data }: MessageEvent<LensAsked>) => {
  const { ticket } = data;
  void answer(data)
    .catch((): Answer => ({ problem: 'could not be read.' }))
    .then((found) => postMessage({ ticket, ...found }));
};

async function answer(asked: LensAsked): Promise<Answer> {
  if ('simulated' in asked) {
    const { sensor, lens, shot, seed } = asked.simulated;
    const photo = targetPhoto(sensor, lens, shot, seededRandom(seed));
    const { widthPx, heightPx } = photo;
    return { widthPx, heightPx, edges: edgesOfPhoto(photo), fNumber: shot.fNumber, focalLengthMm: null, from: 'raw' };
  }
  const { file } = asked;
  const large = tooLarge(file.size);
  if (large) return { problem: large };
  return /\.(dng|tiff?)$/i.test(file.name) ? ofRaw(file) : ofDeveloped(file);
}

async function ofRaw(file: File): Promise<Answer> {
  const sites = readRawSites(await file.arrayBuffer());
  if ('problem' in sites) return sites;
  const { width, height, fNumber, focalLengthMm } = sites;
  const edges = edgesOfPhoto({ widthPx: width, heightPx: height, part: greensOf(sites) });
  return { widthPx: width, heightPx: height, edges, fNumber: fNumber || null, focalLengthMm: focalLengthMm || null, from: 'raw' };
}

async function ofDeveloped(file: File): Promise<Answer> {
  const head = await headOf(file);
  const many = tooManyPixels(new Uint8Array(head));
  if (many) return { problem: many };
  const read = await readHeader(head, { name: file.name, bytes: file.size }, () => file.arrayBuffer(), zoneMinutes);
  const { fNumber, focalLengthMm } = 'header' in read ? read.header : { fNumber: null, focalLengthMm: null };
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (!bitmap) return { problem: 'cannot be shown by this browser; give it as JPEG.' };
  const { width, height } = bitmap;
  const part = (left: number, top: number, across: number, down: number): LinearPlane => {
    const pen = new OffscreenCanvas(across, down).getContext('2d', { willReadFrequently: true })!;
    pen.drawImage(bitmap, -left, -top);
    return { width: across, height: down, values: luminanceOfBytes(pen.getImageData(0, 0, across, down).data), white: 1 };
  };
  const edges = edgesOfPhoto({ widthPx: width, heightPx: height, part });
  bitmap.close();
  return { widthPx: width, heightPx: height, edges, fNumber, focalLengthMm, from: 'developed' };
}

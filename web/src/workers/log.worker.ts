import { PREVIEW_PX } from '@hushto/contract';
import { edgeBlur, luminanceOfBytes } from '@hushto/core';
import { bmvbhash } from 'blockhash-core';
import { tooLarge, tooManyPixels } from './fences.ts';
import type { LogFileAsked, LogFileFound } from './logProtocol.ts';
import { digestOf, headOf, readHeader, zoneMinutes } from './readHeader.ts';

/** Longest side whose edges are looked at, px, round the middle. */
const EDGES_PX = 1200;
const QUALITY = 0.72;
/** Blocks along a side of a likeness: 256 bits. */
const BLOCKS = 16;

type Answer = LogFileFound extends infer Found ? (Found extends unknown ? Omit<Found, 'ticket'> : never) : never;

/** Reads files of the log off the page's thread, behind its fences: the page ends this worker when one takes too long. */
onmessage = ({ data: { ticket, what, file } }: MessageEvent<LogFileAsked>) => {
  const answer = what === 'header' ? headerOf(file) : previewOf(file);
  void answer.catch((): Answer => ({ problem: 'could not be opened.' })).then((found) => postMessage({ ticket, ...found }));
};

async function headerOf(file: File): Promise<Answer> {
  const facts = { name: file.name, bytes: file.size };
  const read = await readHeader(await headOf(file), facts, () => file.arrayBuffer(), zoneMinutes);
  return 'problem' in read ? read : { header: { ...read.header, digest: await digestOf(file) } };
}

async function previewOf(file: File): Promise<Answer> {
  const problem = tooLarge(file.size) ?? tooManyPixels(new Uint8Array(await headOf(file)));
  if (problem) return { problem };
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => null);
  if (!bitmap) return { problem: 'cannot be shown by this browser; its figures are kept all the same.' };
  const { width, height } = bitmap;
  const scale = Math.min(1, PREVIEW_PX / Math.max(width, height));
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale)));
  const pen = canvas.getContext('2d', { willReadFrequently: true })!;
  pen.imageSmoothingQuality = 'high';
  pen.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  const likeness = bmvbhash(pen.getImageData(0, 0, canvas.width, canvas.height), BLOCKS);
  const webp = await canvas.convertToBlob({ type: 'image/webp', quality: QUALITY });
  const sharpness = sharpnessOf(bitmap);
  bitmap.close();
  return { webp, likeness, sharpness };
}

function sharpnessOf(bitmap: ImageBitmap): number | null {
  const [width, height] = [Math.min(EDGES_PX, bitmap.width), Math.min(EDGES_PX, bitmap.height)];
  const pen = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
  pen.drawImage(bitmap, -Math.round((bitmap.width - width) / 2), -Math.round((bitmap.height - height) / 2));
  const { sigmaPx } = edgeBlur(luminanceOfBytes(pen.getImageData(0, 0, width, height).data), width, height);
  return sigmaPx === null ? null : 1 / Math.max(0.05, sigmaPx);
}

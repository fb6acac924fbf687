import { PREVIEW_PX } from '@hushto/contract';
import { clockOffset, edgeBlur, LEAST_SOFTNESS_PX, lumaOfBytes, luminanceOfBytes, SOFTNESS_PX, whySoft } from '@hushto/core';
import { bmvbhash } from 'blockhash-core';
import { fitted } from '../domain/frameHeader.ts';
import { tooLarge, tooManyPixels } from './fences.ts';
import type { HeaderFound, LogFileAsked, LogFileFound } from './logProtocol.ts';
import { digestOf, headOf, readHeader, zoneMinutes } from './readHeader.ts';

/** Longest side whose edges are looked at, px, round the middle. */
const EDGES_PX = 1200;
const QUALITY = 0.72;
/** Blocks along a side of a likeness: 256 bits. */
const BLOCKS = 16;

type Answer = LogFileFound extends infer Found ? (Found extends unknown ? Omit<Found, 'ticket'> : never) : never;

const UNOPENED = { problem: 'could not be opened.' };

/** Reads files of the log off the page's thread, behind its fences: the page ends this worker when one takes too long. */
onmessage = ({ data }: MessageEvent<LogFileAsked>) => {
  const { ticket } = data;
  void answerTo(data)
    .catch(() => UNOPENED)
    .then((found) => postMessage({ ticket, ...found }));
};

async function answerTo(asked: LogFileAsked): Promise<Answer> {
  if ('drawn' in asked) {
    const { pixels, width, height, look } = asked.drawn;
    return whyOf(new Uint8ClampedArray(pixels), width, height, look);
  }
  if (asked.what === 'clocks') return { clocks: asked.bodies.map((frames) => clockOffset(asked.counts, frames)) };
  if (asked.what === 'headers')
    return { headers: await Promise.all(asked.files.map((file) => headerOf(file).catch(() => UNOPENED))) };
  return asked.what === 'preview' ? previewOf(asked.file) : whyOfFile(asked.file);
}

/** Whole files are read one after another, for they may be large; heads are not. */
let reading: Promise<unknown> = Promise.resolve();
function wholeOf(file: File): Promise<ArrayBuffer> {
  const read = (): Promise<ArrayBuffer> => file.arrayBuffer();
  const bytes = reading.then(read, read);
  reading = bytes;
  return bytes;
}

async function headerOf(file: File): Promise<HeaderFound> {
  const facts = { name: file.name, bytes: file.size };
  const head = await headOf(file);
  const read = await readHeader(head, facts, () => wholeOf(file), zoneMinutes);
  if ('problem' in read) return read;
  const frame = fitted({ ...read.header, digest: await digestOf(file, head) });
  return 'frame' in frame ? { header: frame.frame } : { problem: `cannot be used: its ${frame.field} is none.` };
}

async function bitmapOf(file: File): Promise<ImageBitmap | { problem: string }> {
  const problem = tooLarge(file.size) ?? tooManyPixels(new Uint8Array(await headOf(file)));
  if (problem) return { problem };
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => null);
  return bitmap ?? { problem: 'cannot be shown by this browser; its figures are kept all the same.' };
}

/** A picture at most so many pixels across, never enlarged. */
function drawnWithin(bitmap: ImageBitmap, mostPx: number): { canvas: OffscreenCanvas; pen: OffscreenCanvasRenderingContext2D } {
  const { width, height } = bitmap;
  const scale = Math.min(1, mostPx / Math.max(width, height));
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale)));
  const pen = canvas.getContext('2d', { willReadFrequently: true })!;
  pen.imageSmoothingQuality = 'high';
  pen.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  return { canvas, pen };
}

async function whyOfFile(file: File): Promise<Answer> {
  const bitmap = await bitmapOf(file);
  if ('problem' in bitmap) return bitmap;
  const { canvas, pen } = drawnWithin(bitmap, SOFTNESS_PX);
  bitmap.close();
  return whyOf(pen.getImageData(0, 0, canvas.width, canvas.height).data, canvas.width, canvas.height);
}

function whyOf(pixels: Uint8ClampedArray, width: number, height: number, spot?: { x: number; y: number }): Answer {
  if (Math.min(width, height) < LEAST_SOFTNESS_PX)
    return { problem: `is ${width} × ${height} px, too small to tell why it is soft.` };
  return { softness: whySoft(lumaOfBytes(pixels), width, height, spot) };
}

async function previewOf(file: File): Promise<Answer> {
  const bitmap = await bitmapOf(file);
  if ('problem' in bitmap) return bitmap;
  const { canvas, pen } = drawnWithin(bitmap, PREVIEW_PX);
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

import exifReader from 'exifreader';
import { imageSize } from 'image-size';
import { headerOf, type FrameHeader, type RawExif } from '../domain/frameHeader.ts';
import { HEAD_BYTES, tooLarge } from './fences.ts';

/** What cameras write before a JPEG's picture: EXIF and its small picture are a segment of 64 kB at most, and seldom is there much else. */
const JPEG_HEAD_BYTES = 131_072;
const START_OF_JPEG = 0xffd8;
/** Bytes looked at in three places of a file to know it again: its beginning, its middle and its end. */
const PIECE_BYTES = 65_536;

export type HeaderRead = { header: FrameHeader } | { problem: string };

/**
 * Reads what a picture file says of how it was taken: JPEG, TIFF, DNG and other raws built like it, HEIC.
 * @param whole the rest of the file, asked for only where its head is not enough
 */
export async function readHeader(
  head: ArrayBuffer,
  file: { name: string; bytes: number },
  whole: () => Promise<ArrayBuffer>,
  zoneMinutes: (wallMs: number) => number,
): Promise<HeaderRead> {
  if (file.bytes === 0) return { problem: 'is empty.' };
  const problem = tooLarge(file.bytes);
  if (problem) return { problem };
  const size = sizeIn(head);
  const raw = exifOf(head) ?? (file.bytes > head.byteLength ? exifOf(await whole()) : null);
  if (!raw && !size) return { problem: 'is no picture whose figures can be read.' };
  return { header: headerOf(raw ?? {}, { ...file, widthPx: size?.width, heightPx: size?.height }, zoneMinutes) };
}

/** Tags by name, rationals divided; null where there are none, or where they cannot be read. */
function exifOf(bytes: ArrayBuffer): RawExif | null {
  try {
    const tags = Object.entries(
      exifReader.load(bytes, { computed: true }) as Record<string, { value: unknown; computed?: unknown }>,
    );
    // The kind of file is always told, even of one that is cut off behind its first bytes.
    const said = tags.filter(([name]) => name !== 'FileType');
    return said.length === 0 ? null : Object.fromEntries(said.map(([name, { value, computed = value }]) => [name, computed]));
  } catch {
    return null;
  }
}

function sizeIn(head: ArrayBuffer): { width: number; height: number } | null {
  try {
    const { width, height } = imageSize(new Uint8Array(head));
    return width > 0 && height > 0 ? { width, height } : null;
  } catch {
    return null;
  }
}

/**
 * Names a file's content: SHA-256 over its length and three pieces of it. Leaves the rest unread, so a thousand raws take seconds; two
 * files that agree in all of that and differ elsewhere do not come from cameras.
 * @param head what was read of its beginning already
 */
export async function digestOf(file: Blob, head = new ArrayBuffer(0)): Promise<string> {
  const { size } = file;
  const middle = Math.max(0, Math.floor((size - PIECE_BYTES) / 2));
  const pieces = [0, middle, Math.max(0, size - PIECE_BYTES)].map((from) => {
    const to = Math.min(size, from + PIECE_BYTES);
    // A read costs more than all the rest.
    return to <= head.byteLength ? new Uint8Array(head, from, to - from) : file.slice(from, to);
  });
  const bytes = await new Blob([`${size} `, ...pieces]).arrayBuffer();
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  return Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** The beginning of a file, as far as it is likely to say everything: a JPEG says it within its first segments, where its size stands too. */
export async function headOf(file: Blob): Promise<ArrayBuffer> {
  const first = await file.slice(0, JPEG_HEAD_BYTES).arrayBuffer();
  const isJpeg = first.byteLength > 2 && new DataView(first).getUint16(0) === START_OF_JPEG;
  return (isJpeg && sizeIn(first)) || file.size <= JPEG_HEAD_BYTES ? first : file.slice(0, HEAD_BYTES).arrayBuffer();
}

/** How far this computer's clock is ahead of UTC when it shows a time, minutes. */
export const zoneMinutes = (wallMs: number): number => {
  const wall = new Date(wallMs);
  const [year, month, day, hour, minute] = [wall.getUTCFullYear(), wall.getUTCMonth(), wall.getUTCDate(), wall.getUTCHours(), wall.getUTCMinutes()]; // prettier-ignore
  return -new Date(year, month, day, hour, minute).getTimezoneOffset();
};

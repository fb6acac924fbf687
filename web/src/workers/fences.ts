import { imageSize } from 'image-size';

/** Largest file of a picture that is read, bytes. Ours: a raw of 150 megapixels at 16 bits, uncompressed. */
const MOST_BYTES = 320_000_000;
/** Most pixels of a picture that is decoded: four bytes each is what a browser bears beside everything else. Ours. */
const MOST_PIXELS = 100_000_000;
/** Most photosites of a raw, of which only the middle is looked at. Ours. */
const MOST_SITES = 160_000_000;
/** How long reading one file may take, ms. */
export const FILE_PATIENCE_MS = 15_000;
/** As much of a file as its size in pixels stands in. */
export const HEAD_BYTES = 524_288;

const mega = (count: number): string => `${Math.round(count / 1e6)}`;

/** Why a file is not read at all, in a sentence that follows its name; null where it may be. */
export const tooLarge = (bytes: number): string | null =>
  bytes > MOST_BYTES ? `is ${mega(bytes)} MB; Hushto reads up to ${mega(MOST_BYTES)} MB.` : bytes === 0 ? 'is empty.' : null;

/**
 * Why a picture is not decoded, from the size it says it has; null where it may be, or where its head does not say.
 * @param head the beginning of the file
 */
export function tooManyPixels(head: Uint8Array): string | null {
  let size: { width?: number; height?: number };
  try {
    size = imageSize(head);
  } catch {
    return null;
  }
  const pixels = (size.width ?? 0) * (size.height ?? 0);
  return pixels > MOST_PIXELS
    ? `has ${mega(pixels)} megapixels; Hushto reads up to ${mega(MOST_PIXELS)}. Give a smaller copy.`
    : null;
}

const TYPE_BYTES = [0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8];
const SUB_DIRECTORIES = new Set([330, 34_665]);
const MOST_DIRECTORIES = 64;
const MOST_ENTRIES = 2000;

/**
 * Walks the directories of a TIFF or DNG before any reader does, and says why it is not to be read, in words that follow its name;
 * null where it may be. A directory that points at itself, one beyond the end of the file, a picture larger than the file can hold:
 * a reader that trusts them does not come back. TIFF 6.0, section 2.
 */
export function tiffProblem(file: ArrayBuffer): string | null {
  const view = new DataView(file);
  const marks = file.byteLength >= 8 ? view.getUint16(0) : 0;
  const little = marks === 0x4949;
  if (!little && marks !== 0x4d4d) return 'is no raw file Hushto can read; convert it to DNG.';
  const seen = new Set<number>();
  const waiting = [view.getUint32(4, little)];
  while (waiting.length > 0) {
    const at = waiting.shift()!;
    if (at === 0) continue;
    if (seen.has(at)) return 'is damaged: a directory in it points at itself.';
    seen.add(at);
    if (seen.size > MOST_DIRECTORIES) return 'is damaged: it has no end of directories.';
    if (at + 2 > file.byteLength) return CUT;
    const entries = view.getUint16(at, little);
    if (entries > MOST_ENTRIES) return 'is damaged: a directory in it is longer than any.';
    if (at + 2 + 12 * entries + 4 > file.byteLength) return CUT;
    const numbers = new Map<number, number[]>();
    for (let i = 0; i < entries; i++) {
      const entry = at + 2 + 12 * i;
      const [tag, type, count] = [
        view.getUint16(entry, little),
        view.getUint16(entry + 2, little),
        view.getUint32(entry + 4, little),
      ];
      const bytes = (TYPE_BYTES[type] ?? 0) * count;
      const place = bytes > 4 ? view.getUint32(entry + 8, little) : entry + 8;
      if (bytes > 4 && place + bytes > file.byteLength) return CUT;
      if (!NEEDED.has(tag) || (type !== 3 && type !== 4) || count > file.byteLength / 2) continue;
      numbers.set(
        tag,
        Array.from({ length: count }, (_, n) =>
          type === 3 ? view.getUint16(place + 2 * n, little) : view.getUint32(place + 4 * n, little),
        ),
      );
    }
    const sites = (numbers.get(256)?.[0] ?? 0) * (numbers.get(257)?.[0] ?? 0);
    if (sites > MOST_SITES) return `has ${mega(sites)} megapixels; Hushto reads up to ${mega(MOST_SITES)}.`;
    for (const [offsets, counts] of [
      [273, 279],
      [324, 325],
    ] as const)
      for (const [n, offset] of (numbers.get(offsets) ?? []).entries())
        if (offset + (numbers.get(counts)?.[n] ?? 0) > file.byteLength) return CUT;
    for (const tag of SUB_DIRECTORIES) waiting.push(...(numbers.get(tag) ?? []));
    waiting.push(view.getUint32(at + 2 + 12 * entries, little));
  }
  return null;
}
const CUT = 'is cut short: it ends before what it says it holds.';
/** Size, where the picture lies and how long it is, and further directories. */
const NEEDED = new Set([256, 257, 273, 279, 324, 325, ...SUB_DIRECTORIES]);

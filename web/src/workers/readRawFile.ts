import type { NamedSamples } from '@hushto/core';
import UTIF, { type IFD } from 'utif2';
import { tiffProblem, tooLarge } from './fences.ts';

/** Colour filter array, as PhotometricInterpretation. */
const MOSAIC = 32_803;
const GREEN = 1;
/** “MM”, as a TIFF begins whose numbers have the higher byte first. */
const BIG_ENDIAN = 0x4d4d;
/** Longest side of the middle that is read, photosites: a million of one colour know their variance to a seventh of a per cent. */
const MOST_SITES = 2000;

type Directory = IFD & { subIFD?: Directory[]; exifIFD?: Directory };

/** A raw picture as it lies in its file: every photosite, and how it was taken as far as it says so. */
export interface RawSites {
  width: number;
  height: number;
  numbers: Uint16Array;
  /** Colours of the mosaic's first two rows: 0 red, 1 green, 2 blue. */
  pattern: readonly number[];
  blackLevel: number;
  whiteLevel: number;
  iso: number | null;
  shutterS: number | null;
  fNumber: number | null;
  focalLengthMm: number | null;
}

/**
 * The photosites of one green of a raw file, with its exposure.
 * @throws whatever the reader makes of a file that is no TIFF at all
 */
export function readRawFile(name: string, file: ArrayBuffer): { frame: NamedSamples } | { problem: string } {
  const sites = readRawSites(file);
  if ('problem' in sites) return sites;
  const { numbers, width, height, pattern, iso, shutterS, fNumber, whiteLevel } = sites;
  if (!shutterS || !iso) return { problem: 'does not say its ISO and shutter speed.' };
  const at = Math.max(
    0,
    pattern.findIndex((colour) => colour === GREEN),
  );
  // A lens without contacts says no f-number; what matters is that the two flats agree.
  const { values, across } = greenOf(numbers, width, height, at);
  return {
    frame: {
      name,
      values,
      width: across,
      iso,
      shutterS,
      fNumber: fNumber || 1,
      whiteLevel,
      colours: coloursOf(sites),
    },
  };
}

/**
 * Every photosite of a raw file. Reads DNGs of 10 to 16 bits, uncompressed, packed or not, and as utif2 unpacks them.
 * @throws whatever the reader makes of a file that is no TIFF at all
 */
export function readRawSites(file: ArrayBuffer): RawSites | { problem: string } {
  const problem = tooLarge(file.byteLength) ?? tiffProblem(file);
  if (problem) return { problem };
  const directories = UTIF.decode(file) as Directory[];
  const all = directories.flatMap(withInner);
  const raw = all
    .filter((directory) => first(directory, 262) === MOSAIC)
    .sort((a, b) => (first(b, 256) ?? 0) - (first(a, 256) ?? 0))[0];
  if (!raw) return { problem: 'holds no raw picture; give the DNG, not a developed one.' };
  const exif = all.find((directory) => first(directory, 33434) !== null);
  const [shutterS, fNumber] = [exif && first(exif, 33434), exif && first(exif, 33437)];
  const short = exif && first(exif, 34855);
  const iso = short === 65_535 ? ((exif && first(exif, 34866)) ?? short) : short;
  UTIF.decodeImage(file, raw);
  const { width, height, data } = raw;
  const bits = first(raw, 258) ?? 16;
  // What is not compressed comes as it lies in the file, the higher byte first where its numbers do.
  const swapped = bits === 16 && first(raw, 259) === 1 && new DataView(file).getUint16(0) === BIG_ENDIAN;
  const numbers = unpacked(swapped ? data.map((_, i) => data[i ^ 1]!) : data, width, height, bits);
  if (!numbers) return { problem: 'packs its numbers in a way Hushto cannot read; convert it to uncompressed DNG.' };
  return {
    width,
    height,
    numbers,
    pattern: (raw.t33422 as number[] | undefined) ?? [0, 1, 1, 2],
    blackLevel: first(raw, 50714) ?? 0,
    whiteLevel: first(raw, 50717) ?? 2 ** Math.min(bits, 14) - 1,
    iso: iso ?? null,
    shutterS: shutterS ?? null,
    fNumber: fNumber ?? null,
    focalLengthMm: exif ? first(exif, 37386) : null,
  };
}

/**
 * Numbers out of bytes. Of fewer than 16 bits they follow each other without gaps, the higher bit first, and every row begins at a byte:
 * TIFF 6.0, sections 3 and 8, FillOrder 1; DNG 1.4, chapter 2. Null where the bytes do not suffice, or for other depths.
 */
export function unpacked(data: Uint8Array, width: number, height: number, bits: number): Uint16Array | null {
  const twoBytes = 2 * width * height;
  // utif2 gives what it decompresses in two bytes each, whatever the depth.
  if (data.byteLength >= twoBytes && bits >= 8 && bits <= 16)
    return new Uint16Array(data.buffer.slice(data.byteOffset, data.byteOffset + twoBytes));
  const rowBytes = Math.ceil((width * bits) / 8);
  if (bits < 10 || bits > 15 || data.byteLength < rowBytes * height) return null;
  const numbers = new Uint16Array(width * height);
  const mask = 2 ** bits - 1;
  for (let y = 0, i = 0; y < height; y++) {
    let [held, count, at] = [0, 0, y * rowBytes];
    for (let x = 0; x < width; x++, i++) {
      while (count < bits) {
        held = ((held << 8) | data[at++]!) & 0x7fffff;
        count += 8;
      }
      count -= bits;
      numbers[i] = (held >> count) & mask;
    }
  }
  return numbers;
}

const withInner = (directory: Directory): Directory[] => [
  directory,
  ...(directory.subIFD ?? []).flatMap(withInner),
  ...(directory.exifIFD ? [directory.exifIFD] : []),
];

function first(directory: Directory, tag: number): number | null {
  const values = directory[`t${tag}`];
  const value: unknown = Array.isArray(values) ? values[0] : undefined;
  // A rational comes as its two numbers.
  if (Array.isArray(value)) return Number(value[0]) / Number(value[1]);
  return typeof value === 'number' ? value : null;
}

/** Every second photosite of every second row, out of the middle of the frame. */
function greenOf(numbers: Uint16Array, width: number, height: number, at: number): { values: Uint16Array; across: number } {
  const [across, down] = [Math.min(MOST_SITES, width) >> 1, Math.min(MOST_SITES, height) >> 1];
  // Even, so that the mosaic begins where it does in the frame.
  const [left, top] = [(((width >> 1) - across) >> 1) * 2, (((height >> 1) - down) >> 1) * 2];
  const [x0, y0] = [left + (at % 2), top + (at >> 1)];
  const values = new Uint16Array(across * down);
  for (let y = 0, i = 0; y < down; y++)
    for (let x = 0; x < across; x++, i++) values[i] = numbers[(y0 + 2 * y) * width + x0 + 2 * x]!;
  return { values, across };
}

/** Every so many places of the mosaic are looked at for its colours: their means need no more. */
const COLOUR_STEP = 8;

/** Light on the red and the blue photosites against the greens; undefined where there is none to speak of. */
function coloursOf({ numbers, width, height, pattern, blackLevel }: RawSites): { red: number; blue: number } | undefined {
  const [sums, counts] = [
    [0, 0, 0],
    [0, 0, 0],
  ];
  for (let y = 0; y + 1 < height; y += 2 * COLOUR_STEP)
    for (let x = 0; x + 1 < width; x += 2 * COLOUR_STEP)
      for (const [n, colour] of pattern.entries()) {
        sums[colour]! += numbers[(y + (n >> 1)) * width + x + (n % 2)]! - blackLevel;
        counts[colour]! += 1;
      }
  const [red, green, blue] = sums.map((sum, colour) => sum / Math.max(1, counts[colour]!));
  return green! > 1 && red! > 0 && blue! > 0 ? { red: red! / green!, blue: blue! / green! } : undefined;
}

import type { NamedSamples } from '@hushto/core';
import UTIF, { type IFD } from 'utif2';
import { tiffProblem, tooLarge } from './fences.ts';

/** Colour filter array, as PhotometricInterpretation. */
const MOSAIC = 32_803;
const GREEN = 1;
/** Longest side of the middle that is read, photosites: a million of one colour know their variance to a seventh of a per cent. */
const MOST_SITES = 2000;

type Directory = IFD & { subIFD?: Directory[]; exifIFD?: Directory };

/**
 * The photosites of one green of a raw file, with its exposure. Reads 16-bit DNGs, uncompressed or as utif2 unpacks them.
 * @throws whatever the reader makes of a file that is no TIFF at all
 */
export function readRawFile(name: string, file: ArrayBuffer): { frame: NamedSamples } | { problem: string } {
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
  if (!shutterS || !iso) return { problem: 'does not say its ISO and shutter speed.' };
  UTIF.decodeImage(file, raw);
  const { width, height, data } = raw;
  if ((first(raw, 258) ?? 16) !== 16 || data.byteLength < 2 * width * height)
    return { problem: 'packs its numbers in a way Hushto cannot read; convert it to uncompressed DNG.' };
  const numbers = new Uint16Array(data.buffer.slice(data.byteOffset, data.byteOffset + 2 * width * height));
  const pattern = raw.t33422 as number[] | undefined;
  const at = Math.max(
    0,
    (pattern ?? [0, 1, 1, 2]).findIndex((colour) => colour === GREEN),
  );
  const bits = 2 ** 14 - 1;
  return {
    frame: {
      name,
      values: greenOf(numbers, width, height, at),
      iso,
      shutterS,
      // A lens without contacts says no f-number; what matters is that the two flats agree.
      fNumber: fNumber || 1,
      whiteLevel: first(raw, 50717) ?? bits,
    },
  };
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
function greenOf(numbers: Uint16Array, width: number, height: number, at: number): Uint16Array {
  const [across, down] = [Math.min(MOST_SITES, width) >> 1, Math.min(MOST_SITES, height) >> 1];
  // Even, so that the mosaic begins where it does in the frame.
  const [left, top] = [(((width >> 1) - across) >> 1) * 2, (((height >> 1) - down) >> 1) * 2];
  const [x0, y0] = [left + (at % 2), top + (at >> 1)];
  const values = new Uint16Array(across * down);
  for (let y = 0, i = 0; y < down; y++)
    for (let x = 0; x < across; x++, i++) values[i] = numbers[(y0 + 2 * y) * width + x0 + 2 * x]!;
  return values;
}

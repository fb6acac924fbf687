import type { RawPicture } from './simulatedRaw.ts';

/** A tag of a TIFF directory: its number, type and values. TIFF 6.0, section 2. */
interface Tag {
  tag: number;
  type: 'byte' | 'ascii' | 'short' | 'long' | 'rational' | 'srational';
  values: readonly number[] | string;
}
const TYPES = {
  byte: { code: 1, size: 1 },
  ascii: { code: 2, size: 1 },
  short: { code: 3, size: 2 },
  long: { code: 4, size: 4 },
  rational: { code: 5, size: 8 },
  srational: { code: 10, size: 8 },
} as const;

/** Denominator of exposure times and f-numbers, as rationals. */
const FINE = 1_000_000;

/**
 * A raw picture as DNG (Digital Negative 1.4: a TIFF 6.0 file), uncompressed, 16 bits a photosite or packed to its own depth, little-endian,
 * with exposure in EXIF. Its colour matrix is a placeholder: such files are for measuring, not for looking at.
 */
export function writeDng(
  { width, height, values, blackLevel, whiteLevel, iso, shutterS, fNumber, bits }: RawPicture,
  { packed = false } = {},
): Uint8Array<ArrayBuffer> {
  const depth = packed ? bits : 16;
  const rowBytes = Math.ceil((width * depth) / 8);
  const rational = (tag: number, value: number): Tag => ({ tag, type: 'rational', values: [Math.round(value * FINE), FINE] });
  const exif: Tag[] = [
    rational(33434, shutterS), // ExposureTime
    rational(33437, fNumber), // FNumber
    { tag: 34855, type: 'short', values: [Math.min(65_535, Math.round(iso))] }, // PhotographicSensitivity
    { tag: 34866, type: 'long', values: [Math.round(iso)] }, // RecommendedExposureIndex: beyond 65 535 the short one ends
  ];
  const main: Tag[] = [
    { tag: 254, type: 'long', values: [0] }, // NewSubfileType: the raw picture itself
    { tag: 256, type: 'long', values: [width] },
    { tag: 257, type: 'long', values: [height] },
    { tag: 258, type: 'short', values: [depth] }, // BitsPerSample
    { tag: 259, type: 'short', values: [1] }, // Compression: none
    { tag: 262, type: 'short', values: [32_803] }, // PhotometricInterpretation: colour filter array
    { tag: 271, type: 'ascii', values: 'hushto' },
    { tag: 272, type: 'ascii', values: 'simulated camera' },
    { tag: 273, type: 'long', values: [0] }, // StripOffsets, known below
    { tag: 274, type: 'short', values: [1] },
    { tag: 277, type: 'short', values: [1] }, // SamplesPerPixel
    { tag: 278, type: 'long', values: [height] }, // RowsPerStrip
    { tag: 279, type: 'long', values: [rowBytes * height] }, // StripByteCounts
    { tag: 284, type: 'short', values: [1] },
    { tag: 33_421, type: 'short', values: [2, 2] }, // CFARepeatPatternDim
    { tag: 33_422, type: 'byte', values: [0, 1, 1, 2] }, // CFAPattern: red, green, green, blue
    { tag: 34_665, type: 'long', values: [0] }, // ExifIFD, known below
    { tag: 50_706, type: 'byte', values: [1, 4, 0, 0] }, // DNGVersion
    { tag: 50_708, type: 'ascii', values: 'hushto simulated camera' }, // UniqueCameraModel
    { tag: 50_714, type: 'short', values: [blackLevel] }, // BlackLevel
    { tag: 50_717, type: 'long', values: [whiteLevel] }, // WhiteLevel
    { tag: 50_721, type: 'srational', values: [1, 0, 0, 0, 1, 0, 0, 0, 1].flatMap((value) => [value, 1]) }, // ColorMatrix1
    { tag: 50_728, type: 'rational', values: [1, 1, 1, 1, 1, 1] }, // AsShotNeutral
    { tag: 50_778, type: 'short', values: [21] }, // CalibrationIlluminant1: D65
  ];
  const mainAt = 8;
  const exifAt = mainAt + sizeOf(main);
  const pixelsAt = exifAt + sizeOf(exif);
  put(main, 273, pixelsAt);
  put(main, 34_665, exifAt);
  const file = new Uint8Array(pixelsAt + rowBytes * height);
  const view = new DataView(file.buffer);
  view.setUint16(0, 0x4949, true); // little-endian
  view.setUint16(2, 42, true);
  view.setUint32(4, mainAt, true);
  writeDirectory(view, mainAt, main);
  writeDirectory(view, exifAt, exif);
  if (packed) pack(file.subarray(pixelsAt), values, width, depth);
  else for (let i = 0; i < values.length; i++) view.setUint16(pixelsAt + 2 * i, values[i]!, true);
  return file;
}

/** Numbers one after the other, the higher bit first, every row from a byte of its own: TIFF 6.0, FillOrder 1. */
function pack(bytes: Uint8Array, values: Uint16Array, width: number, bits: number): void {
  const rowBits = 8 * Math.ceil((width * bits) / 8);
  for (let i = 0; i < values.length; i++)
    for (let bit = 0; bit < bits; bit++) {
      const at = Math.floor(i / width) * rowBits + (i % width) * bits + bit;
      if ((values[i]! >> (bits - 1 - bit)) & 1) bytes[at >> 3]! |= 0x80 >> (at & 7);
    }
}

function put(directory: Tag[], tag: number, value: number): void {
  directory.find((entry) => entry.tag === tag)!.values = [value];
}

/** Values of a tag as they are counted: a text ends with a zero, a rational is two numbers. */
function countOf({ type, values }: Tag): number {
  if (typeof values === 'string') return values.length + 1;
  return type.endsWith('rational') ? values.length / 2 : values.length;
}

const bytesOf = (tag: Tag): number => countOf(tag) * TYPES[tag.type].size;
/** Values of more than four bytes stand after the directory, at even places. */
const beside = (tag: Tag): number => (bytesOf(tag) > 4 ? bytesOf(tag) + (bytesOf(tag) % 2) : 0);
const directoryBytes = (tags: readonly Tag[]): number => 2 + 12 * tags.length + 4;
const sizeOf = (tags: readonly Tag[]): number => directoryBytes(tags) + tags.reduce((sum, tag) => sum + beside(tag), 0);

function writeDirectory(view: DataView, at: number, tags: readonly Tag[]): void {
  view.setUint16(at, tags.length, true);
  let besideAt = at + directoryBytes(tags);
  for (const [n, tag] of tags.entries()) {
    const entry = at + 2 + 12 * n;
    view.setUint16(entry, tag.tag, true);
    view.setUint16(entry + 2, TYPES[tag.type].code, true);
    view.setUint32(entry + 4, countOf(tag), true);
    const inline = beside(tag) === 0;
    if (!inline) view.setUint32(entry + 8, besideAt, true);
    writeValues(view, inline ? entry + 8 : besideAt, tag);
    besideAt += beside(tag);
  }
  view.setUint32(at + 2 + 12 * tags.length, 0, true); // no further directory
}

function writeValues(view: DataView, at: number, { type, values }: Tag): void {
  const numbers = typeof values === 'string' ? Array.from(values, (letter) => letter.charCodeAt(0)) : values;
  const size = type.endsWith('rational') ? 4 : TYPES[type].size;
  for (const [i, value] of numbers.entries()) {
    if (size === 1) view.setUint8(at + i, value);
    else if (size === 2) view.setUint16(at + 2 * i, value, true);
    else if (type === 'srational') view.setInt32(at + 4 * i, value, true);
    else view.setUint32(at + 4 * i, value, true);
  }
}

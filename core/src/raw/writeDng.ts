import { exifTags, mainTags, type Taken } from './exif.ts';
import type { RawPicture } from './simulatedRaw.ts';
import { put, sizeOf, writeDirectory, type Tag } from './tiffDirectory.ts';

/** From XYZ under D65 to linear sRGB, which the simulated sensor's colours are: IEC 61966-2-1 (from memory). */
const XYZ_TO_SRGB = [3.2406, -1.5372, -0.4986, -0.9689, 1.8758, 0.0415, 0.0557, -0.204, 1.057];

/**
 * A raw picture as DNG (Digital Negative 1.4: a TIFF 6.0 file), uncompressed, 16 bits a photosite or packed to its own depth, little-endian,
 * with everything known of how
 * it was taken in EXIF.
 */
export function writeDng(
  { width, height, values, blackLevel, whiteLevel, iso, shutterS, fNumber, bits }: RawPicture,
  { packed = false, ...taken }: { packed?: boolean } & Omit<Taken, 'iso' | 'shutterS' | 'fNumber'> = {},
): Uint8Array<ArrayBuffer> {
  const depth = packed ? bits : 16;
  const rowBytes = Math.ceil((width * depth) / 8);
  const exif = exifTags({ ...taken, iso, shutterS, fNumber }, width, height);
  const unsorted: Tag[] = [
    { tag: 254, type: 'long', values: [0] }, // NewSubfileType: the raw picture itself
    { tag: 256, type: 'long', values: [width] },
    { tag: 257, type: 'long', values: [height] },
    { tag: 258, type: 'short', values: [depth] }, // BitsPerSample
    { tag: 259, type: 'short', values: [1] }, // Compression: none
    { tag: 262, type: 'short', values: [32_803] }, // PhotometricInterpretation: colour filter array
    { tag: 273, type: 'long', values: [0] }, // StripOffsets, known below
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
    { tag: 50_721, type: 'srational', values: XYZ_TO_SRGB.flatMap((value) => [Math.round(10_000 * value), 10_000]) }, // ColorMatrix1
    { tag: 50_728, type: 'rational', values: [1, 1, 1, 1, 1, 1] }, // AsShotNeutral
    { tag: 50_778, type: 'short', values: [21] }, // CalibrationIlluminant1: D65
    ...mainTags(taken),
  ];
  const main = unsorted.sort((a, b) => a.tag - b.tag);
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

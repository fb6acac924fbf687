import { put, rational, sizeOf, writeDirectory, type Tag } from './tiffDirectory.ts';

/** What a camera writes of how a frame was taken; what is not known is left out. */
export interface Taken {
  shutterS: number;
  fNumber: number;
  iso: number;
  /** Real focal length and its full-frame equivalent, mm. */
  focalLengthMm?: number | undefined;
  equivalentMm?: number | undefined;
  /** Clock of the place, "2027-01-14T18:05:09", and its offset from UTC, "+01:00". */
  at?: string | undefined;
  offset?: string | undefined;
  compensationStops?: number | undefined;
  /** What it was taken with. */
  body?: string | undefined;
  lens?: string | undefined;
  /** Focal range, mm, and widest f-numbers at both ends. */
  lensRange?: readonly [fromMm: number, toMm: number, widestAtFrom: number, widestAtTo: number] | undefined;
  subjectM?: number | undefined;
}

/** ASCII only: what EXIF's text may hold. */
const ascii = (text: string): string => text.replace(/–/g, '-').replace(/[^\x20-\x7e]/g, '?');
const clock = (at: string): string => `${at.slice(0, 10).replace(/-/g, ':')} ${at.slice(11, 19)}`;

/** The tags of the first directory that say who took it and when. Exif 2.32 (CIPA DC-008, from memory), 4.6.4. */
export function mainTags({ at, body }: Omit<Taken, 'iso' | 'shutterS' | 'fNumber'>): Tag[] {
  return [
    { tag: 271, type: 'ascii', values: 'hushto' }, // Make
    { tag: 272, type: 'ascii', values: ascii(`simulated camera${body ? `, ${body}` : ''}`) }, // Model
    { tag: 274, type: 'short', values: [1] }, // Orientation: as it lies
    rational(282, 300), // XResolution
    rational(283, 300), // YResolution
    { tag: 296, type: 'short', values: [2] }, // ResolutionUnit: inch
    { tag: 305, type: 'ascii', values: 'hushto' }, // Software
    ...(at ? [{ tag: 306, type: 'ascii', values: clock(at) } satisfies Tag] : []), // DateTime
  ];
}

/** The tags of the EXIF directory, in order. Exif 2.32 (from memory), 4.6.5: exposure in APEX values beside its plain ones. */
export function exifTags(taken: Taken, width: number, height: number): Tag[] {
  const { shutterS, fNumber, iso, focalLengthMm, equivalentMm, at, offset, compensationStops, lens, lensRange, subjectM } = taken;
  const signed = (tag: number, value: number): Tag => ({ tag, type: 'srational', values: [Math.round(value * 1000), 1000] });
  const text = (tag: number, value: string | undefined): Tag[] => (value ? [{ tag, type: 'ascii', values: ascii(value) }] : []);
  const figure = (tag: number, value: number | undefined): Tag[] => (value === undefined ? [] : [rational(tag, value)]);
  const tags: Tag[] = [
    rational(33_434, shutterS), // ExposureTime
    rational(33_437, fNumber), // FNumber
    { tag: 34_850, type: 'short', values: [1] }, // ExposureProgram: manual
    { tag: 34_855, type: 'short', values: [Math.min(65_535, Math.round(iso))] }, // PhotographicSensitivity
    { tag: 34_864, type: 'short', values: [2] }, // SensitivityType: recommended exposure index
    { tag: 34_866, type: 'long', values: [Math.round(iso)] }, // RecommendedExposureIndex: beyond 65 535 the short one ends
    { tag: 36_864, type: 'undefined', values: [48, 50, 51, 50] }, // ExifVersion
    ...text(36_867, at && clock(at)), // DateTimeOriginal
    ...text(36_868, at && clock(at)), // DateTimeDigitized
    ...text(36_880, at && offset), // OffsetTime
    ...text(36_881, at && offset), // OffsetTimeOriginal
    ...text(36_882, at && offset), // OffsetTimeDigitized
    signed(37_377, -Math.log2(shutterS)), // ShutterSpeedValue
    rational(37_378, 2 * Math.log2(fNumber)), // ApertureValue
    signed(37_380, compensationStops ?? 0), // ExposureBiasValue
    ...figure(37_381, lensRange && 2 * Math.log2(lensRange[2])), // MaxApertureValue
    ...figure(37_382, subjectM === undefined ? undefined : Math.min(4000, subjectM)), // SubjectDistance
    ...figure(37_386, focalLengthMm), // FocalLength
    { tag: 40_961, type: 'short', values: [1] }, // ColorSpace: sRGB
    { tag: 40_962, type: 'long', values: [width] }, // PixelXDimension
    { tag: 40_963, type: 'long', values: [height] }, // PixelYDimension
    ...(equivalentMm === undefined ? [] : [{ tag: 41_989, type: 'short', values: [Math.round(equivalentMm)] } satisfies Tag]),
    ...(lensRange ? [rational(42_034, ...lensRange)] : []), // LensSpecification
    ...text(42_036, lens), // LensModel
  ];
  return tags;
}

/**
 * A JPEG with what its camera knew: an Exif block behind its first marker. Exif 2.32 (from memory), 4.5.
 * @param jpeg as a browser writes it, without one  @throws RangeError for anything that is no JPEG
 */
export function withExif(jpeg: Uint8Array, taken: Taken, width: number, height: number): Uint8Array<ArrayBuffer> {
  if (jpeg[0] !== 0xff || jpeg[1] !== 0xd8) throw new RangeError('not a JPEG');
  const exif = exifTags(taken, width, height);
  const main: Tag[] = [...mainTags(taken), { tag: 34_665, type: 'long', values: [0] }]; // ExifIFD, known below
  const mainAt = 8;
  const exifAt = mainAt + sizeOf(main);
  put(main, 34_665, exifAt);
  const tiff = new Uint8Array(exifAt + sizeOf(exif));
  const view = new DataView(tiff.buffer);
  view.setUint16(0, 0x4949, true); // little-endian
  view.setUint16(2, 42, true);
  view.setUint32(4, mainAt, true);
  writeDirectory(view, mainAt, main);
  writeDirectory(view, exifAt, exif);
  const file = new Uint8Array(jpeg.length + tiff.length + 10);
  const length = tiff.length + 8;
  file.set(jpeg.subarray(0, 2));
  file.set([0xff, 0xe1, length >> 8, length & 0xff, 0x45, 0x78, 0x69, 0x66, 0, 0], 2); // APP1, its length, “Exif” and two noughts
  file.set(tiff, 12);
  file.set(jpeg.subarray(2), 12 + tiff.length);
  return file;
}

import type { NewFrame } from '@hushto/contract';

/** What a file says of itself in EXIF, tag by tag as it is written: rationals divided, text as text. */
export type RawExif = Readonly<Record<string, unknown>>;
export type FrameHeader = Omit<NewFrame, 'digest'>;

interface FileFacts {
  name: string;
  bytes: number;
  /** Size that the picture itself has, px, where EXIF does not say. */
  widthPx?: number | undefined;
  heightPx?: number | undefined;
}

/**
 * A frame as its EXIF says it was taken (Exif 2.32, CIPA DC-008 (from memory)). What is missing, or no figure a camera could have, is null.
 * @param zoneMinutes minutes by which the clock of this computer was ahead of UTC then, for cameras that do not write their zone
 */
export function headerOf(raw: RawExif, file: FileFacts, zoneMinutes: (wallMs: number) => number): FrameHeader {
  const wallClock = clockOf(raw['DateTimeOriginal'] ?? raw['DateTimeDigitized'] ?? raw['CreateDate'] ?? raw['ModifyDate']);
  const zone = offsetOf(raw['OffsetTimeOriginal'] ?? raw['OffsetTimeDigitized'] ?? raw['OffsetTime']);
  const wallMs = wallClock === null ? Number.NaN : Date.parse(`${wallClock}Z`);
  const takenMs = wallMs + partOf(raw['SubSecTimeOriginal'] ?? raw['SubSecTime']) - 60_000 * (zone ?? zoneMinutes(wallMs));
  const size = sizeOf(raw, file);
  return {
    name: file.name.slice(-255),
    bytes: file.bytes,
    takenAt: Number.isNaN(takenMs) ? null : new Date(takenMs).toISOString(),
    wallClock,
    zoned: zone !== null && wallClock !== null,
    ...size,
    orientation: within(raw['Orientation'], 1, 8) ?? 1,
    camera: textOf(raw['Model']),
    lens: textOf(raw['LensModel'] ?? raw['Lens']),
    shutterS: within(raw['ExposureTime'], 1e-6, 86_400) ?? apex(raw['ShutterSpeedValue'], (value) => 2 ** -value),
    fNumber: within(raw['FNumber'], 0.5, 1000) ?? apex(raw['ApertureValue'], (value) => 2 ** (value / 2)),
    iso: within(first(raw['ISO'] ?? raw['PhotographicSensitivity'] ?? raw['ISOSpeedRatings']), 1, 65_534) ?? within(raw['RecommendedExposureIndex'] ?? raw['StandardOutputSensitivity'], 1, 1e8),
    focalLengthMm: within(raw['FocalLength'], 0.1, 100_000),
    equivalentMm: within(raw['FocalLengthIn35mmFormat'] ?? raw['FocalLengthIn35mmFilm'], 1, 100_000),
  };
} // prettier-ignore

const first = (value: unknown): unknown =>
  Array.isArray(value) || ArrayBuffer.isView(value) ? (value as ArrayLike<unknown>)[0] : value;

/** 65 535 in the tag for ISO stands for “more than fits”. */
function within(value: unknown, from: number, to: number): number | null {
  const number = first(value);
  return typeof number === 'number' && number >= from && number <= to ? number : null;
}

/** A value in APEX units, turned; null where it is none. */
function apex(value: unknown, of: (apex: number) => number): number | null {
  const number = within(value, -20, 30);
  return number === null ? null : of(number);
}

const textOf = (value: unknown): string | null => {
  if (typeof value !== 'string') return null;
  // Cameras fill their fields with NUL and blanks.
  const text = value.replace(/\p{Cc}+/gu, ' ').trim().slice(0, 120).trim(); // prettier-ignore
  return text === '' ? null : text;
};

/** "2027:01:14 16:20:05" as "2027-01-14T16:20:05"; null where it is no time: cameras without one write zeros or blanks. */
function clockOf(value: unknown): string | null {
  const parts = typeof value === 'string' ? /^(\d{4})[:-](\d\d)[:-](\d\d)[ T](\d\d):(\d\d):(\d\d)/.exec(value) : null;
  if (!parts) return null;
  const [, year, month, day, hour, minute, second] = parts;
  const text = `${year}-${month}-${day}T${hour}:${minute}:${second}`;
  const at = new Date(`${text}Z`);
  return Number.isNaN(at.getTime()) || at.toISOString().slice(0, 19) !== text ? null : text;
}

/** "+05:30" in minutes. */
function offsetOf(value: unknown): number | null {
  const parts = typeof value === 'string' ? /^([+-])(\d\d):(\d\d)/.exec(value) : null;
  if (!parts) return null;
  const minutes = Number(parts[2]) * 60 + Number(parts[3]);
  return minutes <= 15 * 60 ? (parts[1] === '-' ? -minutes : minutes) : null;
}

/** Parts of a second, written as the digits behind the point, in ms. */
const partOf = (value: unknown): number => {
  const digits = typeof value === 'string' || typeof value === 'number' ? /^\d+/.exec(String(value).trim())?.[0] : undefined;
  return digits ? Math.floor(Number(`0.${digits}`) * 1000) : 0;
};

function sizeOf(raw: RawExif, { widthPx, heightPx }: FileFacts): Pick<NewFrame, 'widthPx' | 'heightPx'> {
  const whole = (value: unknown): number | null => {
    const number = within(value, 1, 1_000_000);
    return number === null ? null : Math.round(number);
  };
  return {
    widthPx: whole(raw['ExifImageWidth'] ?? raw['PixelXDimension']) ?? whole(widthPx) ?? whole(raw['ImageWidth']),
    heightPx: whole(raw['ExifImageHeight'] ?? raw['PixelYDimension']) ?? whole(heightPx) ?? whole(raw['ImageHeight']),
  };
}

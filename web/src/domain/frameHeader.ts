import { NewFrameSchema, type NewFrame } from '@hushto/contract';

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
    name: cut(file.name, 255, 'end'),
    bytes: file.bytes,
    takenAt: isDated(takenMs) ? new Date(takenMs).toISOString() : null,
    wallClock,
    zoned: zone !== null && wallClock !== null,
    ...size,
    orientation: wholeOf(raw['Orientation'], 1, 8) ?? 1,
    camera: textOf(raw['Model']),
    lens: textOf(raw['LensModel'] ?? raw['Lens']),
    shutterS: within(raw['ExposureTime'], 1e-6, 86_400) ?? apex(raw['ShutterSpeedValue'], (value) => 2 ** -value),
    fNumber: within(raw['FNumber'], 0.5, 1000) ?? apex(raw['ApertureValue'], (value) => 2 ** (value / 2)),
    iso: within(first(raw['ISO'] ?? raw['PhotographicSensitivity'] ?? raw['ISOSpeedRatings']), 1, 65_534) ?? within(raw['RecommendedExposureIndex'] ?? raw['StandardOutputSensitivity'], 1, 1e8),
    focalLengthMm: within(raw['FocalLength'], 0.1, 100_000),
    equivalentMm: within(raw['FocalLengthIn35mmFormat'] ?? raw['FocalLengthIn35mmFilm'], 1, 100_000),
  };
} // prettier-ignore

/** Fields that may be empty where what a file says is odd, and those that have a usual value. */
const WITHOUT: Readonly<Record<string, unknown>> = {
  takenAt: null, wallClock: null, widthPx: null, heightPx: null, camera: null, lens: null, shutterS: null, fNumber: null, iso: null,
  focalLengthMm: null, equivalentMm: null, orientation: 1, zoned: false,
}; // prettier-ignore

/** A frame as the log takes it: what is odd about it is left out; the field that is needed and cannot be used, where there is one. */
export function fitted(frame: NewFrame): { frame: NewFrame } | { field: string } {
  const first = NewFrameSchema.safeParse(frame);
  if (first.success) return { frame: first.data };
  const odd = first.error.issues.map(({ path: [field] }) => String(field));
  const without = Object.fromEntries(odd.filter((field) => field in WITHOUT).map((field) => [field, WITHOUT[field]]));
  const second = NewFrameSchema.safeParse({ ...frame, ...without });
  return second.success ? { frame: second.data } : { field: String(second.error.issues[0]?.path[0] ?? '') };
}

/** The last or first so many characters of a text, none of them cut in two: what is half of a pair, or NUL, is left out. */
function cut(text: string, most: number, from: 'start' | 'end'): string {
  const whole = Array.from(text.replaceAll('\0', '')).filter((character) => !/\p{Surrogate}/u.test(character));
  while (whole.reduce((length, character) => length + character.length, 0) > most)
    if (from === 'start') whole.pop();
    else whole.shift();
  return whole.join('');
}

const first = (value: unknown): unknown =>
  Array.isArray(value) || ArrayBuffer.isView(value) ? (value as ArrayLike<unknown>)[0] : value;

/** 65 535 in the tag for ISO stands for “more than fits”. */
function within(value: unknown, from: number, to: number): number | null {
  const number = first(value);
  return typeof number === 'number' && number >= from && number <= to ? number : null;
}

function wholeOf(value: unknown, from: number, to: number): number | null {
  const number = within(value, from, to);
  return Number.isInteger(number) ? number : null;
}

/** A value in APEX units, turned; null where it is none. */
function apex(value: unknown, of: (apex: number) => number): number | null {
  const number = within(value, -20, 30);
  return number === null ? null : of(number);
}

const textOf = (value: unknown): string | null => {
  if (typeof value !== 'string') return null;
  // Cameras fill their fields with NUL and blanks.
  const text = cut(value.replace(/\p{Cc}+/gu, ' ').trim(), 120, 'start').trim();
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

/** Years that a date is written with in four digits, and that no zone moves out of them. */
const isDated = (ms: number): boolean => ms > Date.UTC(1000, 0, 1) && ms < Date.UTC(9999, 11, 30);

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

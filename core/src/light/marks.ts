/**
 * The marks of a camera in thirds of a stop. Computation uses the exact value of a mark, print shows its nominal name:
 * "1/250" is 2^(−8) s, "f/5.6" is 2^(5/2), "ISO 1250" is 100·2^(11/3).
 * Nominal names as cameras print them; ISO 12232 and ISO 2720 series (from memory).
 */
export interface MarkSeries {
  /** Whole thirds from the series' zero (1 s, f/1, ISO 100) at its two ends; larger is faster, narrower, higher. */
  readonly first: number;
  readonly last: number;
  /** Exact value of a mark. */
  value(third: number): number;
  /** Nominal name as printed, for example "1/250", "f/5.6", "1250". */
  label(third: number): string;
  /** The mark nearest to a value, held inside the series. */
  nearest(value: number): number;
  /** Reads what a person types or a lens is engraved with; null when it is no number or outside the series by over a sixth of a stop. */
  parse(text: string): number | null;
}

const SHUTTER_NAMES = (
  '30 25 20 15 13 10 8 6 5 4 3.2 2.5 2 1.6 1.3 1 0.8 0.6 0.5 0.4 0.3 ' +
  '1/4 1/5 1/6 1/8 1/10 1/13 1/15 1/20 1/25 1/30 1/40 1/50 1/60 1/80 1/100 1/125 1/160 1/200 1/250 1/320 1/400 1/500 ' +
  '1/640 1/800 1/1000 1/1250 1/1600 1/2000 1/2500 1/3200 1/4000 1/5000 1/6400 1/8000'
).split(' ');

const APERTURE_NAMES = (
  'f/1 f/1.1 f/1.2 f/1.4 f/1.6 f/1.8 f/2 f/2.2 f/2.5 f/2.8 f/3.2 f/3.5 f/4 f/4.5 f/5 f/5.6 f/6.3 f/7.1 f/8 f/9 f/10 f/11 ' +
  'f/13 f/14 f/16 f/18 f/20 f/22 f/25 f/29 f/32'
).split(' ');

const ISO_NAMES = (
  '50 64 80 100 125 160 200 250 320 400 500 640 800 1000 1250 1600 2000 2500 3200 4000 5000 6400 8000 10000 12800 16000 20000 ' +
  '25600 32000 40000 51200 64000 80000 102400 128000 160000 204800 256000 320000 409600 512000 640000 819200'
).split(' ');

/** Shutter speeds, s, 30 s to 1/8000 s; thirds count from 1 s towards faster. */
export const shutterMarks: MarkSeries = series(
  -15,
  SHUTTER_NAMES,
  (third) => 2 ** (-third / 3),
  (seconds) => -3 * Math.log2(seconds),
  readSeconds,
);

/** f-numbers, f/1 to f/32; thirds count from f/1 towards narrower. f/0.95 and half-stop engravings fall on their nearest mark. */
export const apertureMarks: MarkSeries = series(
  0,
  APERTURE_NAMES,
  (third) => 2 ** (third / 6),
  (f) => 6 * Math.log2(f),
  readFNumber,
);

/** ISO settings, 50 to 819200; thirds count from ISO 100 upward. */
export const isoMarks: MarkSeries = series(
  -3,
  ISO_NAMES,
  (third) => 100 * 2 ** (third / 3),
  (iso) => 3 * Math.log2(iso / 100),
  readIso,
);

/** All marks of a series from `from` to `to` (values), inclusive, each end meaning its nearest mark. */
export function marksBetween(marks: MarkSeries, from: number, to: number): number[] {
  const a = marks.nearest(from);
  const b = marks.nearest(to);
  return Array.from({ length: Math.abs(b - a) + 1 }, (_, i) => Math.min(a, b) + i);
}

/** Nominal shutter name of a time in s, for example "1/320" or "0.5". */
export const shutterLabel = (seconds: number): string => shutterMarks.label(shutterMarks.nearest(seconds));
/** Nominal ISO name, for example "6400". */
export const isoLabel = (iso: number): string => isoMarks.label(isoMarks.nearest(iso));

/**
 * Name of an aperture. A lens engraved with a half stop ("f/1.7") shows its engraving at that end, though it is computed as the nearest mark.
 * @param engravings the f-numbers as engraved on the lens, if known
 */
export function apertureLabel(fNumber: number, engravings: readonly number[] = []): string {
  const third = apertureMarks.nearest(fNumber);
  const label = apertureMarks.label(third);
  const engraved = engravings.find((f) => apertureMarks.nearest(f) === third);
  if (engraved === undefined || Math.abs(engraved / apertureMarks.value(third) - 1) < NOMINAL_ROUNDING) return label;
  return `f/${Number(engraved.toFixed(engraved < 10 ? 2 : 0))}`;
}

/** Nominal names differ from exact marks by up to this share (f/5.6 is 5.657, f/22 is 22.6) without being other engravings. */
const NOMINAL_ROUNDING = 0.03;

/** Stops to the nearest third as a photographer writes them: "0", "⅓", "1⅔", "−2". */
export function stopsLabel(stops: number): string {
  const thirds = Math.round(Math.abs(stops) * 3);
  const whole = Math.floor(thirds / 3);
  const part = ['', '⅓', '⅔'][thirds % 3] ?? '';
  const size = whole === 0 && part ? part : `${whole}${part}`;
  return stops < 0 && thirds > 0 ? `−${size}` : size;
}

function series(
  first: number,
  names: readonly string[],
  value: (third: number) => number,
  third: (value: number) => number,
  read: (text: string) => number | null,
): MarkSeries {
  const last = first + names.length - 1;
  const hold = (k: number): number => Math.min(last, Math.max(first, k));
  return {
    first,
    last,
    value,
    label: (k) => names[hold(k) - first] ?? '',
    // Halfway between two marks rounding error must not choose: the faster, narrower or higher one is nearest.
    nearest: (v) => hold(Math.round(third(v) + 1e-9)),
    parse: (text) => {
      const number = read(text.trim().toLowerCase());
      if (number === null || !(number > 0)) return null;
      const k = third(number);
      return k >= first - 0.5 && k <= last + 0.5 ? hold(Math.round(k)) : null;
    },
  };
}

const NUMBER = /^\d+(\.\d+)?$/;

function readSeconds(text: string): number | null {
  const bare = text.replace(/\s*(s|sec|″|")$/, '');
  const fraction = /^1\s*\/\s*(\d+(?:\.\d+)?)$/.exec(bare);
  if (fraction) return 1 / Number(fraction[1]);
  return NUMBER.test(bare) ? Number(bare) : null;
}

function readFNumber(text: string): number | null {
  const bare = text.replace(/^(f\s*\/?|1\s*:)\s*/, '');
  return NUMBER.test(bare) ? Number(bare) : null;
}

function readIso(text: string): number | null {
  const bare = text.replace(/^iso\s*/, '').replace(/(?<=\d)[\s\u202f\u00a0,](?=\d{3}\b)/g, '');
  return NUMBER.test(bare) ? Number(bare) : null;
}

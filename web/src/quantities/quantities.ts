import { stopsLabel } from '@hushto/core';
import { evDigits, groupDigits } from '@hushto/words';

/** Units a person may choose for reading and typing; the brief itself is always in metres and metres per second. */
export const DISTANCE_UNITS = { m: 1, ft: 0.3048 } as const;
export const SPEED_UNITS = { 'm/s': 1, 'km/h': 1 / 3.6, mph: 0.44704 } as const;
export type DistanceUnit = keyof typeof DISTANCE_UNITS;
export type SpeedUnit = keyof typeof SPEED_UNITS;

/** A length in a unit with the digits a photographer would say: 0.35 m, 4 m, 12 m. */
export function distanceText(metres: number, unit: DistanceUnit): string {
  const value = metres / DISTANCE_UNITS[unit];
  return `${shortNumber(value >= 10 ? Math.round(value) : value)}\u00a0${unit}`;
}

/** Shorter than this a depth of field is said by its length, m: its ends would round to the same figure. */
const SHALLOW_M = 0.5;

/** What is sharp, from near to far: "2.3–17 m", "2.3 m–∞"; "24 cm deep" where that is little. */
export function sharpText(nearM: number, farM: number | null, unit: DistanceUnit): string {
  const near = distanceText(nearM, unit);
  if (farM === null) return `${near}–∞`;
  if (farM - nearM < SHALLOW_M) {
    const [small, each] = unit === 'm' ? ['cm', 0.01] : ['in', 0.0254];
    return `${shortNumber((farM - nearM) / each)}\u00a0${small} deep`;
  }
  const far = distanceText(farM, unit);
  return near === far ? near : `${near.replace(`\u00a0${unit}`, '')}–${far}`;
}

export const speedText = (metresPerSecond: number, unit: SpeedUnit): string =>
  `${shortNumber(metresPerSecond / SPEED_UNITS[unit])}\u00a0${unit}`;

/** The two or three digits that matter, no trailing zeros. */
export function shortNumber(value: number): string {
  const size = Math.abs(value);
  const digits = size >= 20 ? 0 : size >= 1 ? 1 : 2;
  return String(Number(value.toFixed(digits))).replace('-', '−');
}

/** "EV 4.0", with a real minus sign. */
export const evText = (ev: number): string => `EV\u00a0${evDigits(ev)}`;

/** "+0.4" or "−1.2", one decimal and always a sign. */
export const signedText = (value: number): string => `${value < -0.05 ? '−' : '+'}${Math.abs(value).toFixed(1)}`;

/** "40 lx", "12 800 lx", "0.0026 lx": two digits that matter below ten. */
export const luxText = (lux: number): string =>
  `${lux >= 10 ? groupDigits(String(Math.round(lux))) : String(Number(lux.toPrecision(2)))}\u00a0lx`;

/** Stops that steady or unsettle, with their sign and in halves where they are halves: "+½", "−1½", "+⅓". */
export function steadyText(stops: number): string {
  const size = Math.abs(stops);
  const whole = Math.floor(size);
  const label = Math.abs(size - whole - 0.5) < 0.01 ? `${whole || ''}½` : stopsLabel(size);
  return `${stops < 0 ? '−' : '+'}${label}`;
}

/** What a person typed, as a number; comma or point, real minus sign too. Null when it is none. */
export function readNumber(text: string): number | null {
  const bare = text.trim().replace('−', '-').replace(',', '.');
  return /^-?(\d+\.?\d*|\.\d+)$/.test(bare) ? Number(bare) : null;
}

/** A chance in per cent; certainty is never said. */
export function percentText(share: number): string {
  if (share >= 0.9995) return '>99.9\u00a0%';
  return `${share > 0.985 ? (share * 100).toFixed(1) : Math.round(share * 100)}\u00a0%`;
}

/** "a" or "an" before a name as it is spoken: an 85 mm, an APS-C, a full frame. */
export const article = (name: string): 'a' | 'an' => (/^(8|11\b|18\b|18\.|[aeiou])/i.test(name) ? 'an' : 'a');

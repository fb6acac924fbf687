import { isoLabel, shutterLabel, stopsLabel } from '@hushto/core';

/** A number with as many decimals as a photographer would say: 0.12, 2.6, 14, 640. Never "-0": what rounds to nothing is "0". */
export function plainNumber(value: number): string {
  if (!Number.isFinite(value)) return '∞';
  const size = Math.abs(value);
  const digits = size >= 9.95 ? 0 : size >= 0.095 ? 1 : 2;
  const rounded = Number(size.toFixed(digits));
  if (rounded === 0) return '0';
  return `${value < 0 ? '−' : ''}${size.toFixed(digits)}`;
}

/** A share in whole per cent; neither certainty nor hopelessness is said where there is none. */
export function percent(share: number): string {
  const whole = Math.round(share * 100);
  if (whole >= 100 && share < 1) return 'over 99\u00a0%';
  if (whole <= 0 && share > 0) return 'under 1\u00a0%';
  return `${whole}\u00a0%`;
}

/** Shares of a whole as people say them, each up to so much. */
const SHARES = [
  [0.03, 'next to nothing'],
  [0.075, 'a twentieth'],
  [0.15, 'a tenth'],
  [0.225, 'a fifth'],
  [0.29, 'a quarter'],
  [0.365, 'a third'],
  [0.45, 'two fifths'],
  [0.55, 'half'],
  [0.63, 'three fifths'],
  [0.71, 'two thirds'],
  [0.78, 'three quarters'],
  [0.95, 'most'],
] as const;

/** A share of the detail in words: "a third", "half", "nearly all". */
export const detailShare = (share: number): string => SHARES.find(([most]) => share < most)?.[1] ?? 'nearly all';

/** The share that so many halvings take, in words. */
export const halvingsShare = (halvings: number): string => detailShare(1 - 2 ** -Math.max(0, halvings));

/** A share of a length in per cent, with a decimal where it is small: "0.5 %", "8.0 %". */
export const shareWords = (share: number): string => `${plainNumber(share * 100)}\u00a0%`;

/** "4 to 12 %"; one figure where both ends round to the same. */
export function shareRange(from: number, to: number): string {
  const [low, high] = [plainNumber(from * 100), plainNumber(to * 100)];
  return low === high ? `${low}\u00a0%` : `${low} to ${high}\u00a0%`;
}

/** Thousands apart from ten thousand up, as in print: 6400, 16 000. @param digits of a whole number */
export const groupDigits = (digits: string): string =>
  digits.length >= 5 ? digits.replace(/(?<=\d)(?=(\d{3})+$)/g, '\u202f') : digits;

/** "1/320 s", "0.5 s". */
export const shutterWords = (seconds: number): string => `${shutterLabel(seconds)}\u00a0s`;

/** "6400", "16 000". */
export const isoDigits = (iso: number): string => groupDigits(isoLabel(iso));

/** "ISO 6400", "ISO 16 000". */
export const isoWords = (iso: number): string => `ISO\u00a0${isoDigits(iso)}`;

/** "1 stop", "1⅓ stops", "⅔ stop", to the nearest third. */
export function stopWords(stops: number): string {
  const thirds = Math.round(Math.abs(stops) * 3);
  return `${stopsLabel(stops)}\u00a0${thirds > 0 && thirds <= 3 ? 'stop' : 'stops'}`;
}

/** "0.3 stop", "1.4 stops": where thirds are too coarse. */
export const fineStopWords = (stops: number): string => `${plainNumber(stops)}\u00a0${Math.abs(stops) <= 1 ? 'stop' : 'stops'}`;

/** "+⅔", "−1", "0", to the nearest third. */
export const signedStops = (stops: number): string => (Math.round(stops * 3) > 0 ? `+${stopsLabel(stops)}` : stopsLabel(stops));

/** "one battery" and "3 batteries" alike: a count with its noun. */
export const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;

export const metres = (value: number | null): string => (value === null ? 'infinity' : `${plainNumber(value)}\u00a0m`);

export const viewedPx = (value: number): string => `${plainNumber(value)}\u00a0px`;

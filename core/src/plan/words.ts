import { isoLabel, shutterLabel } from '../light/marks.ts';
import { pictureOf, VIEWING_CPH } from '../optics/picture.ts';
import type { Brief } from './brief.ts';

/** A number with as many decimals as a photographer would say: 0.12, 2.6, 14, 640. */
export function plainNumber(value: number): string {
  if (!Number.isFinite(value)) return '∞';
  const size = Math.abs(value);
  if (size >= 9.95) return String(Math.round(value));
  if (size >= 0.095) return value.toFixed(1);
  return size < 0.0005 ? '0' : value.toFixed(2);
}

/** How the viewed picture is named beside a pixel figure: every pixel figure names its picture. */
export function viewingName(viewCph: number, sensorCph: number): string {
  if (viewCph >= sensorCph) return 'at 100 %';
  const near = (cph: number): boolean => Math.abs(viewCph - cph) < 1;
  if (near(VIEWING_CPH.posted1080)) return 'at 1080 high';
  if (near(VIEWING_CPH.wide2048)) return 'at 2048 wide';
  if (near(VIEWING_CPH.screen4k)) return 'on a 4K screen';
  if (near(VIEWING_CPH.print)) return 'in print';
  return `at ${Math.round(viewCph * 2)} high`;
}

/** The same of a brief. */
export function viewOf({ kit, picture }: Brief): string {
  const { widthMm, heightMm, megapixels } = kit.sensor;
  return viewingName(picture.viewCph, pictureOf(widthMm, heightMm, megapixels, picture.crop, picture.viewCph).sensorCph);
}

/** "1/320 s", "0.5 s". */
export const shutterWords = (seconds: number): string => `${shutterLabel(seconds)}\u00a0s`;

/** "ISO 6400", "ISO 16 000". */
export const isoWords = (iso: number): string => `ISO\u00a0${groupDigits(isoLabel(iso))}`;

/** Thousands apart from ten thousand up, as in print: 6400, 16 000. */
export const groupDigits = (digits: string): string =>
  digits.length >= 5 ? digits.replace(/(?=(\d{3})+$)/g, '\u202f').replace(/^\u202f/, '') : digits;

/** What moves, with its article: "the porter". */
export function subjectWords(brief: Brief): string {
  const label = brief.subject.label?.trim();
  if (!label) return brief.subject.speedMps > 0 ? 'the subject' : 'the scene';
  const [article, ...rest] = label.split(' ');
  const named = /^(a|an|the|one|some)$/i.test(article ?? '') ? rest : [article, ...rest];
  return `the ${named
    .join(' ')
    .split(/ (?:with|at|in|on|under|by) /)[0]!
    .replace(/^[A-Z](?=[a-z])/, (c) => c.toLowerCase())}`;
}

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** "1 stop", "1⅓ stops", "⅔ stop". */
export const stopWords = (label: string): string => `${label}\u00a0${/^[−-]?(1|⅓|⅔)$/.test(label) ? 'stop' : 'stops'}`;

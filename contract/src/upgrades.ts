import { shutterMarks, type CheckItem, type Place, type SetBack } from '@hushto/core';

/** Steps from earlier forms of stored documents to the next. What they do not know how to read they leave as it is. */

type Fields = Record<string, unknown>;
const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value);

/** "your 18 frames of 3 March", as provenance was said: the year was not kept, so the day is not known. */
const COUNTED = /^your (\d+) /;

function counted(from: unknown): unknown {
  if (!isFields(from) || typeof from.say !== 'string') return from;
  return { seriesId: from.seriesId, count: Number(COUNTED.exec(from.say)?.[1] ?? 0), day: null };
}

/** Briefs 1 to 2: a provenance keeps its count and day instead of a sentence. */
export function provenanceByCount(brief: unknown): unknown {
  if (!isFields(brief) || !isFields(brief.picture) || !isFields(brief.hold)) return brief;
  const { picture, hold } = brief;
  const taken = (part: Fields, name: string): Fields => (name in part ? { [name]: counted(part[name]) } : {});
  return {
    ...brief,
    picture: { ...picture, ...taken(picture, 'tasteFrom'), ...taken(picture, 'isoCeilingFrom') },
    hold: { ...hold, ...(isFields(hold.tested) ? { tested: { ...hold.tested, ...taken(hold.tested, 'from') } } : {}) },
  };
}

/** The same of a brief inside a tally or a taste test. */
export const provenanceByCountWithin = (document: unknown): unknown =>
  isFields(document) ? { ...document, brief: provenanceByCount(document.brief) } : document;

/** Run sheets 1 to 2: what was made from the briefs is kept as what it is, no longer as its words. */
export function checksByCode(sheet: unknown): unknown {
  if (!isFields(sheet) || !isFields(sheet.checks)) return sheet;
  return {
    ...sheet,
    checks: Object.fromEntries(
      Object.entries(sheet.checks).map(([time, list]) => [time, Array.isArray(list) ? list.map(checkByCode) : list]),
    ),
  };
}

function checkByCode(check: unknown): unknown {
  if (!isFields(check)) return check;
  const { key, text, done, own, away } = check;
  if (own === true || typeof text !== 'string') return { own: true, key, text, done };
  const item = itemOf(text) ?? ofKind(String(key), text);
  // Words that nobody can read back become the photographer's own: ticked or not, nothing is lost.
  return item ? { own: false, item, done, ...(away === true ? { away } : {}) } : { own: true, key, text, done };
}

const SHUTTERS = { 'electronic first': 'firstCurtain', mechanical: 'mechanical', electronic: 'electronic' } as const;
const SET_BACKS_WERE: Record<string, SetBack> = {
  'exposure mode': 'exposureMode', 'fixed ISO': 'fixedIso', 'ISO ceiling': 'isoCeiling', compensation: 'compensation',
  drive: 'drive', 'focus mode': 'focusMode', stabiliser: 'stabiliser', 'shutter type': 'shutterType',
}; // prettier-ignore
/** How the caution of each place began. */
const CAUTIONS_BEGAN: readonly [start: string, place: Exclude<Place, 'open'>][] = [
  ['Traffic does not see you', 'road'], ['Mind feet, bags', 'crowd'], ['Keep off stage edges', 'stage'], ['Performers and liquids', 'pit'],
  ['Stay behind the barrier', 'ring'], ['Mind the open edge', 'edge'], ['Wet stones and banks', 'water'], ['Keep your distance from wild', 'wild'],
]; // prettier-ignore

/** Items of which only the kind tells how they are to be read. */
function ofKind(key: string, text: string): CheckItem | null {
  if (key.startsWith('caution:')) return cautionOf(text);
  const [, body, lens] = /^(.+?) and (.+)$/.exec(text) ?? [];
  return key.startsWith('kit:') && body && lens ? { code: 'kit', body: body === 'The body' ? null : body, lens } : null;
}

function cautionOf(text: string): CheckItem {
  const place = CAUTIONS_BEGAN.find(([start]) => text.startsWith(start))?.[1];
  return { code: 'caution', caution: place ? { code: 'place', place } : { code: 'own', words: text } };
}

const THIRDS = { '': 0, '⅓': 1, '⅔': 2 } as const;

/** How each item was worded in the first form, and what it meant. */
const WORDED: readonly [pattern: RegExp, item: (...parts: string[]) => CheckItem | null][] = [
  [/^(\d+) batter(?:y|ies) charged/, (n) => ({ code: 'batteries', count: Number(n) })],
  [/^(\d+) cards? of ([\d.]+) GB/, (n, gb) => ({ code: 'cards', count: Number(n), gb: Number(gb) })],
  [
    /^(.+): raw of (\d+) bits, shutter (electronic first|mechanical|electronic)[^,]*, auto ISO up to ([\d\s\u202f]+?)(, stabiliser on)?(, low-light autofocus on.*)?$/,
    (body, bits, shutter, iso, stabiliser, dark) => ({
      code: 'set',
      body: body === 'The body' ? null : body,
      bits: Number(bits),
      shutter: SHUTTERS[shutter as keyof typeof SHUTTERS],
      ceilingIso: Number(iso.replace(/\D/g, '')),
      stabiliser: stabiliser !== undefined,
      darkFocus: dark !== undefined,
    }),
  ],
  [
    /^Take five frames at ([\d./]+)\u00a0s and compare them/,
    (shutter) => {
      const third = shutterMarks.parse(shutter);
      return third === null ? null : { code: 'flicker', shutterS: shutterMarks.value(third) };
    },
  ],
  [/^Ask the venue:/, () => ({ code: 'venue' })],
  [/^Read (.+) at the subject, and the background$/, (light) => ({ code: 'meter', light: light === 'the light' ? null : light })],
  [/^Look at the first frames at 100 %/, () => ({ code: 'look' })],
  [/^Set back: (.+)$/, (what) => (SET_BACKS_WERE[what] ? { code: 'setBack', what: SET_BACKS_WERE[what] } : null)],
  [
    /^Brighten the raws of (.+) by (\d*)([⅓⅔]?)\u00a0stops?$/,
    (title, whole, part) => ({
      code: 'brighten',
      title: title,
      thirds: 3 * Number(whole) + THIRDS[part as keyof typeof THIRDS],
    }),
  ],
  [/^Copy the cards twice before emptying them; about (\d+) frames$/, (n) => ({ code: 'copy', frames: Number(n) })],
  [/^(.+?) and the ([\d.]+) mm$/, (body, mm) => ({ code: 'kit', body: body === 'The body' ? null : body, lens: Number(mm) })],
  [/^Charge the batteries$/, () => ({ code: 'charge' })],
  [/^Bring the tally back/, () => ({ code: 'tally' })],
];

function itemOf(text: string): CheckItem | null {
  for (const [pattern, item] of WORDED) {
    const found = pattern.exec(text);
    if (found) return item(...found.slice(1));
  }
  return null;
}

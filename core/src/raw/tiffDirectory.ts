/** A tag of a TIFF directory: its number, type and values. TIFF 6.0, section 2. */
export interface Tag {
  tag: number;
  type: 'byte' | 'ascii' | 'short' | 'long' | 'rational' | 'srational' | 'undefined';
  values: readonly number[] | string;
}
const TYPES = {
  byte: { code: 1, size: 1 },
  ascii: { code: 2, size: 1 },
  short: { code: 3, size: 2 },
  long: { code: 4, size: 4 },
  rational: { code: 5, size: 8 },
  undefined: { code: 7, size: 1 },
  srational: { code: 10, size: 8 },
} as const;

/** Denominator of figures that are no whole numbers. */
const FINE = 1_000_000;

/** A figure as a rational, to a millionth. */
export const rational = (tag: number, ...values: number[]): Tag => ({
  tag,
  type: 'rational',
  values: values.flatMap((value) => [Math.round(value * FINE), FINE]),
});

/** Sets what is known only later: where something lies. */
export function put(directory: Tag[], tag: number, value: number): void {
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
export const sizeOf = (tags: readonly Tag[]): number => directoryBytes(tags) + tags.reduce((sum, tag) => sum + beside(tag), 0);

export function writeDirectory(view: DataView, at: number, tags: readonly Tag[]): void {
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

/** Units as they stand at the end of a field's name. */
const UNITS: readonly (readonly [ending: string, unit: string])[] = [
  ['Mps', ' m/s'],
  ['Mm', ' mm'],
  ['Um', ' µm'],
  ['Deg', '°'],
  ['Stops', ' stops'],
  ['Cph', ' c/ph'],
  ['Hz', ' Hz'],
  ['M', ' m'],
  ['S', ' s'],
];

/** A field and what each side made of it: “distance 8 m here, 3 m elsewhere”. @param path as the merge names it, “subject.distanceM” */
export function fieldConflict(path: string, mine: unknown, other: unknown): string {
  const name = path.split('.').at(-1)!;
  const [ending, unit] = UNITS.find(([end]) => name.endsWith(end) && name.length > end.length) ?? ['', ''];
  const words = name
    .slice(0, name.length - ending.length)
    .replaceAll(/[A-Z]+/g, (capitals) => ` ${capitals.toLowerCase()}`)
    .replaceAll(/\d+/g, '')
    .replace(/^(ev|iso)$/, (unit) => unit.toUpperCase())
    .trim();
  const [here, elsewhere] = [valueText(at(mine, path), unit), valueText(at(other, path), unit)];
  return here === null || elsewhere === null ? words : `${words} ${here} here, ${elsewhere} elsewhere`;
}

/** What stands at a path; things of a list are found by their id. */
function at(document: unknown, path: string): unknown {
  return path.split('.').reduce<unknown>((part, key) => {
    if (Array.isArray(part)) return part.find((one: { id?: unknown }) => one.id === key) as unknown;
    return typeof part === 'object' && part !== null ? (part as Record<string, unknown>)[key] : undefined;
  }, document);
}

/** Null for what is more than a value. */
function valueText(value: unknown, unit: string): string | null {
  if (value === undefined || value === null) return 'none';
  if (typeof value === 'number') return `${value < 0 ? '−' : ''}${Math.round(Math.abs(value) * 1000) / 1000}${unit}`;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'string' ? `“${value}”` : null;
}

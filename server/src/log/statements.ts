/** Ids bound in one statement. */
const AT_ONCE = 500;

export const marks = (some: readonly unknown[]): string => some.map(() => '?').join(', ');

export function chunks<Item>(items: readonly Item[], size = AT_ONCE): Item[][] {
  return Array.from({ length: Math.ceil(items.length / size) }, (_, i) => items.slice(i * size, (i + 1) * size));
}

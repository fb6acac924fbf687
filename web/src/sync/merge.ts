import equal from 'fast-deep-equal';

export interface Merged<Document> {
  /** Both sides' changes together; where they conflict, mine. */
  document: Document;
  /** Fields both sides changed to different values, as paths. */
  conflicts: string[];
}

type Branch = Record<string, unknown>;

/**
 * Brings two changes of one document together: a field that one side changed takes that change; lists of things with ids are merged
 * thing by thing. What both changed to different values is a conflict.
 */
export function mergeThree<Document>(base: Document, mine: Document, theirs: Document): Merged<Document> {
  const conflicts: string[] = [];
  const document = merge(base, mine, theirs, '', conflicts) as Document;
  return { document, conflicts };
}

function merge(base: unknown, mine: unknown, theirs: unknown, path: string, conflicts: string[]): unknown {
  if (equal(mine, theirs) || equal(base, theirs)) return mine;
  if (equal(base, mine)) return theirs;
  if (isBranch(mine) && isBranch(theirs)) return mergeFields(isBranch(base) ? base : {}, mine, theirs, path, conflicts);
  if (isListed(mine) && isListed(theirs)) return mergeListed(isListed(base) ? base : [], mine, theirs, path, conflicts);
  conflicts.push(path);
  return mine;
}

function mergeFields(base: Branch, mine: Branch, theirs: Branch, path: string, conflicts: string[]): Branch {
  const keys = new Set([...Object.keys(mine), ...Object.keys(theirs)]);
  const fields = [...keys].map((key): [string, unknown] => [
    key,
    merge(base[key], mine[key], theirs[key], path ? `${path}.${key}` : key, conflicts),
  ]);
  return Object.fromEntries(fields.filter(([, value]) => value !== undefined));
}

/** In the order of whoever moved things, mine where both did; what is new on the other side follows. */
function mergeListed(base: Listed[], mine: Listed[], theirs: Listed[], path: string, conflicts: string[]): Listed[] {
  const find = (list: readonly Listed[], id: string): Listed | undefined => list.find((one) => one.id === id);
  const order = (list: readonly Listed[]): string[] => list.map(({ id }) => id).filter((id) => find(base, id));
  const [first, second] = equal(order(mine), order(base)) ? [theirs, mine] : [mine, theirs];
  const ids = [...new Set([...first, ...second].map(({ id }) => id))];
  return ids
    .map((id) => merge(find(base, id), find(mine, id), find(theirs, id), `${path}.${id}`, conflicts))
    .filter((one) => one !== undefined) as Listed[];
}

interface Listed extends Branch {
  id: string;
}

const isBranch = (value: unknown): value is Branch => typeof value === 'object' && value !== null && !Array.isArray(value);
const isListed = (value: unknown): value is Listed[] =>
  Array.isArray(value) && value.every((one) => isBranch(one) && typeof one['id'] === 'string');

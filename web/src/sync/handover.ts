import { KIND_NAMES, openOfAnyFormat, type KindName } from '@hushto/contract';
import { z } from 'zod';
import { subjectOf, type Deed } from './record.ts';

const KEY = 'hushto.unwritten';

const kind = z.enum(KIND_NAMES as [KindName, ...KindName[]]);
const stamp = { tag: z.string(), atMs: z.number() };
const clash = z.looseObject({ why: z.string(), others: z.array(z.unknown()), fields: z.array(z.string()) });
const DeedSchema = z.discriminatedUnion('did', [
  z.object({
    did: z.literal('edit'),
    edit: z.looseObject({ kind, id: z.string(), seen: z.unknown(), after: z.unknown(), ...stamp }),
  }),
  z.object({ did: z.literal('draft'), kind, id: z.string(), draft: z.object({ typed: z.unknown(), on: z.unknown() }) }),
  z.object({
    did: z.literal('delete'),
    kind,
    id: z.string(),
    at: z.looseObject({ seen: z.unknown(), clashing: clash.nullable(), ...stamp }),
  }),
  z.object({
    did: z.literal('bringBack'),
    back: z.looseObject({ kind, id: z.string(), createdAt: z.string(), document: z.unknown(), ...stamp }),
  }),
  z.object({ did: z.literal('choose'), kind, id: z.string(), clash, keep: z.union([z.enum(['mine', 'both']), z.object({ other: z.number() })]), at: z.object(stamp) }), // prettier-ignore
]);

/**
 * A page that goes, by a reload or for good, leaves what it had not written yet: local storage takes it at once, where the database
 * would answer too late. The next page does it again.
 */
export function handOver(storage: Storage, deeds: readonly Deed[]): void {
  if (deeds.length === 0) return;
  try {
    storage.setItem(KEY, JSON.stringify([...read(storage), ...deeds]));
  } catch {
    // Full or forbidden: the page has said all along that it cannot keep anything.
  }
}

/** What pages that went had not written. It is forgotten with {@link handedOver}. */
export function takeOver(storage: Storage): Deed[] {
  return read(storage).flatMap((one) => {
    const { data } = DeedSchema.safeParse(one);
    const deed = data ? sound(data as Deed) : null;
    return deed ? [deed] : [];
  });
}

export const handedOver = (storage: Storage): void => storage.removeItem(KEY);

/** A deed with its documents in today's form; null where they are none, for nobody could send it. */
function sound(deed: Deed): Deed | null {
  const { kind: name } = subjectOf(deed);
  if (deed.did === 'edit') {
    const { after, seen } = deed.edit;
    const [made, from] = [openOfAnyFormat(name, after), seen === null ? null : openOfAnyFormat(name, seen)];
    return made === null || (seen !== null && from === null)
      ? null
      : { ...deed, edit: { ...deed.edit, after: made, seen: from } };
  }
  if (deed.did !== 'bringBack') return deed;
  const document = openOfAnyFormat(name, deed.back.document);
  return document === null ? null : { ...deed, back: { ...deed.back, document } };
}

function read(storage: Storage): unknown[] {
  try {
    const json: unknown = JSON.parse(storage.getItem(KEY) ?? '[]');
    return Array.isArray(json) ? json : [];
  } catch {
    return [];
  }
}

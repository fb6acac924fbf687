import type { KindName, Stored } from '@hushto/contract';
import equal from 'fast-deep-equal';
import { mergeThree } from './merge.ts';

/**
 * All that this browser has of one document: what the server last had, what is wanted of it here and not yet known to be there, and
 * what cannot be brought together without asking. Everything that happens to it is one of the pure functions below, each of which
 * may be run again on whatever is on the disk by then: that is what makes two windows, a torn line and a closed tab harmless.
 */
export interface Entry {
  kind: KindName;
  id: string;
  createdAt: string;
  server: ServerSide | null;
  /** The revision at which the server deleted it, 0 where it did not: an older answer that comes late does not bring it back. */
  goneAt: number;
  want: Want | null;
  clash: Clash | null;
  draft: Draft | null;
}

/** A document as typed, where that cannot be used yet, or only in another form: the last that could be is what is planned with and sent. */
export interface Draft {
  typed: unknown;
  /** The document it was typed on. */
  on: unknown;
}

export type ServerSide = Omit<Stored, 'id' | 'createdAt'>;

/** A document the server had, by the revision it had then. */
interface Base {
  revision: number;
  document: unknown;
}

/** What the server is to be brought to. */
export interface Want {
  /** Null to delete it. */
  document: unknown;
  /** What the server had when this began; null for what was made here. */
  base: Base | null;
  /** What was sent and never answered, so may have arrived: at most the last few. */
  sent: readonly unknown[];
  /** Whether it is to be brought back where the server deleted it. */
  undelete: boolean;
  /** Names this very state of wanting; another edit, another tag. */
  tag: string;
  atMs: number;
  /** What a deletion would be undone to. */
  before: Pick<Entry, 'want' | 'clash'> | null;
}

/** Two states of one document of which only the user can say which is to live. */
export interface Clash {
  why: 'edited' | 'deleted' | 'refused';
  /** This window's; null where it was deleted here. */
  mine: unknown;
  /** The other, or others. None where it is deleted there. */
  others: readonly unknown[];
  /** Fields changed on both sides. */
  fields: readonly string[];
  /** What the server has, for whichever is kept to be sent upon. */
  base: Base | null;
  /** Why the server refuses it. */
  refusal: string | null;
}

/** When and by which edit. */
export interface Stamp {
  tag: string;
  atMs: number;
}

const MOST_SENT = 8;

/** The document to show and to edit; null where there is none (any more). */
export function shownOf({ server, want, clash }: Entry): unknown {
  if (clash) return clash.mine ?? clash.others[0] ?? null;
  if (want) return want.document;
  return server?.document ?? null;
}

export const isWaiting = (entry: Entry): boolean => entry.want !== null;

/** Nothing of a document, yet. */
export const emptyEntry = (kind: KindName, id: string, atMs: number): Entry => ({
  kind,
  id,
  createdAt: new Date(atMs).toISOString(),
  server: null,
  goneAt: 0,
  want: null,
  clash: null,
  draft: null,
});

const baseOf = (server: ServerSide | null): Base | null => server && { revision: server.revision, document: server.document };

export interface Edit extends Stamp {
  kind: KindName;
  id: string;
  /** What the window showed when it was edited; null for a new document. */
  seen: unknown;
  after: unknown;
  draft?: Draft | null;
}

/** A document was edited, or made. What this window had not seen of it yet is brought together with the edit. */
export function edited(entry: Entry | null, { kind, id, seen, after, draft = null, tag, atMs }: Edit): Entry {
  const now = entry ?? emptyEntry(kind, id, atMs);
  const fresh: Want = { document: after, base: baseOf(now.server), sent: [], undelete: false, tag, atMs, before: null };
  const next: Entry = { ...now, draft };
  if (now.clash) {
    const { mine } = now.clash;
    if (mine === null) return { ...next, clash: { ...now.clash, mine: after } };
    const merged = mergeThree(seen ?? {}, after, mine);
    const others = merged.clashes.length > 0 ? [...now.clash.others, mine] : now.clash.others;
    return { ...next, clash: { ...now.clash, mine: merged.document, others, fields: union(now.clash.fields, merged.clashes) } };
  }
  if (now.want) {
    const { want } = now;
    // Deleted in another window meanwhile: what is edited lives on.
    if (want.document === null)
      return { ...next, want: { ...want, document: after, undelete: want.sent.length > 0, tag, atMs, before: null } };
    return settled(next, { ...want, tag, atMs }, seen ?? want.base?.document ?? {}, after, want.document);
  }
  if (!now.server) {
    if (seen === null) return { ...next, want: fresh };
    return { ...next, clash: { why: 'deleted', mine: after, others: [], fields: [], base: null, refusal: null } };
  }
  return settled(next, fresh, seen ?? {}, after, now.server.document);
}

/** Typed, but not to be used as it is. */
const drafted = (entry: Entry | null, draft: Draft): Entry | null => entry && { ...entry, draft };

/** Brings an edit together with what is there by now: wanted as one, or a clash. */
function settled(entry: Entry, want: Want, seen: unknown, after: unknown, current: unknown): Entry {
  const merged = mergeThree(seen, after, current);
  if (merged.clashes.length > 0) {
    const clash: Clash = {
      why: 'edited',
      mine: merged.document,
      others: [current],
      fields: merged.clashes,
      base: want.base,
      refusal: null,
    };
    return { ...entry, want: null, clash };
  }
  const document = merged.document;
  // Back to what the server has, and nothing on its way: there is nothing to send.
  if (want.sent.length === 0 && want.base && equal(document, want.base.document)) return { ...entry, want: null };
  return { ...entry, want: { ...want, document } };
}

/** It was deleted. What this window had not seen of it is not deleted unasked. */
export function deleted(
  entry: Entry | null,
  { seen, clashing, tag, atMs }: Stamp & { seen: unknown; clashing: Clash | null },
): Entry | null {
  if (!entry) return null;
  const current = shownOf(entry);
  if (current === null && !entry.clash) return entry;
  const before = { want: entry.want, clash: entry.clash };
  const gone: Want = {
    document: null,
    base: entry.clash ? entry.clash.base : entry.want ? entry.want.base : baseOf(entry.server),
    sent: entry.want?.sent ?? [],
    undelete: false,
    tag,
    atMs,
    before,
  };
  // It came to clash, or to clash with something else, unseen: that it was deleted here is one more side of that.
  if (entry.clash && !equal(entry.clash, clashing)) {
    const { mine, others } = entry.clash;
    return { ...entry, clash: { ...entry.clash, mine: null, others: mine === null ? others : [...others, mine] } };
  }
  if (!entry.clash && !equal(current, seen)) {
    const clash: Clash = { why: 'edited', mine: null, others: [current], fields: [], base: gone.base, refusal: null };
    return { ...entry, want: null, clash };
  }
  return { ...entry, want: gone, clash: null, draft: null };
}

/** A deletion is undone, sent or not. @param document as it was */
export function broughtBack(
  entry: Entry | null,
  { kind, id, createdAt, document, tag, atMs }: Stamp & Pick<Entry, 'kind' | 'id' | 'createdAt'> & { document: unknown },
): Entry {
  const now = entry ?? { ...emptyEntry(kind, id, atMs), createdAt };
  const { want } = now;
  if (want && want.document === null) {
    if (want.before && want.sent.length === (want.before.want?.sent.length ?? 0)) return { ...now, ...want.before };
    return { ...now, want: { ...want, document, undelete: true, tag, atMs, before: null } };
  }
  if (shownOf(now) !== null) return now;
  // The server may never have had it, when it was made and deleted here: then bringing it back makes it.
  const base = { revision: 0, document };
  return { ...now, want: { document, base, sent: [], undelete: true, tag, atMs, before: null } };
}

/** What is wanted is on its way to the server: from now on it may have arrived. */
export function sending(entry: Entry | null, { tag, document }: Pick<Want, 'tag' | 'document'>): Entry | null {
  if (entry?.want?.tag !== tag) return entry;
  const { want } = entry;
  return { ...entry, want: { ...want, sent: [...want.sent, document].slice(-MOST_SENT) } };
}

/** What came of sending. */
export type Outcome =
  | { came: 'stored'; stored: Stored }
  | { came: 'deleted' }
  /** The server has another state of it; null: it has deleted it. */
  | { came: 'conflict'; theirs: Stored | null }
  | { came: 'refused'; message: string };

/** What was sent was answered. Meanwhile it may have been edited again, deleted, or have come to clash. */
export function answered(entry: Entry | null, sent: Want, outcome: Outcome): Entry | null {
  if (!entry) return null;
  // The same edit, and not brought together meanwhile with one of another window.
  const same = entry.want?.tag === sent.tag && equal(entry.want.document, sent.document);
  switch (outcome.came) {
    case 'stored':
      return afterStored(entry, sent, outcome.stored, same);
    case 'deleted':
      return afterDeleted({ ...entry, server: null }, sent, same);
    case 'conflict':
      return afterConflict(entry, outcome.theirs);
    case 'refused': {
      const mine = entry.want ? entry.want.document : sent.document;
      const others = entry.server ? [entry.server.document] : [];
      if (entry.clash) return entry;
      const clash: Clash = { why: 'refused', mine, others, fields: [], base: baseOf(entry.server), refusal: outcome.message };
      return { ...entry, want: null, clash };
    }
  }
}

function afterStored(entry: Entry, sent: Want, stored: Stored, same: boolean): Entry | null {
  const next = { ...withServer(entry, stored), createdAt: stored.createdAt };
  const base = next.server && { revision: stored.revision, document: stored.document };
  if (entry.clash) return { ...next, clash: { ...entry.clash, base } };
  if (!entry.want) return next;
  if (same && entry.want.document !== null) return next.server ? { ...next, want: null } : null;
  if (!base) return afterConflict(next, null);
  const want: Want = { ...entry.want, base, sent: [], undelete: false };
  if (want.document === null) return { ...next, want };
  // What was typed while it was on its way was typed on what was sent.
  return settled(next, want, sent.document, want.document, stored.document);
}

function afterDeleted(entry: Entry, sent: Want, same: boolean): Entry | null {
  if (entry.clash) return { ...entry, clash: { ...entry.clash, base: null } };
  if (!entry.want || same) return null;
  if (entry.want.document === null) return null;
  return { ...entry, want: { ...entry.want, base: sent.base, undelete: true, sent: [] } };
}

function afterConflict(entry: Entry, theirs: Stored | null): Entry | null {
  const { want } = entry;
  if (!theirs) {
    const next = { ...entry, server: null };
    if (!want) return entry.clash ? { ...next, clash: { ...entry.clash, base: null } } : entry;
    if (want.document === null) return null;
    const clash: Clash = { why: 'deleted', mine: want.document, others: [], fields: [], base: null, refusal: null };
    return { ...next, want: null, clash };
  }
  const next = { ...withServer(entry, theirs), createdAt: theirs.createdAt };
  if (!next.server) return afterConflict(next, null);
  const base = { revision: theirs.revision, document: theirs.document };
  if (!want) return entry.clash ? { ...next, clash: { ...entry.clash, base, others: withOther(entry.clash, theirs) } } : next;
  // It is what was sent before, whose answer was lost: nobody else's.
  const ours = want.sent.some((sent) => sent !== null && equal(sent, theirs.document));
  if (ours || (want.base && equal(want.base.document, theirs.document)))
    return { ...next, want: { ...want, base, sent: [], undelete: false } };
  if (want.document === null) {
    const clash: Clash = { why: 'edited', mine: null, others: [theirs.document], fields: [], base, refusal: null };
    return { ...next, want: null, clash };
  }
  return settled(next, { ...want, base, sent: [], undelete: false }, want.base?.document ?? {}, want.document, theirs.document);
}

const withOther = ({ mine, others }: Clash, { document }: Stored): readonly unknown[] =>
  equal(mine, document) || others.some((other) => equal(other, document)) ? others : [...others, document];

/** The server says that it was deleted. */
export function pulledAway(entry: Entry | null, revision: number): Entry | null {
  if (!entry || (entry.server && entry.server.revision > revision)) return entry;
  const next = { ...entry, server: null, goneAt: Math.max(entry.goneAt, revision) };
  if (entry.want || entry.clash) return next;
  if (entry.draft === null || !entry.server) return null;
  const clash: Clash = { why: 'deleted', mine: entry.server.document, others: [], fields: [], base: null, refusal: null };
  return { ...next, clash };
}

/** What the server says it has. */
export function pulled(entry: Entry | null, { kind, id }: Pick<Entry, 'kind' | 'id'>, stored: Stored): Entry {
  if (!entry) return { ...emptyEntry(kind, id, 0), createdAt: stored.createdAt, server: sideOf(stored) };
  return { ...withServer(entry, stored), createdAt: stored.createdAt };
}

/** What is left of it when the server's past is another one, of before a restore. */
export function forgotten(entry: Entry | null): Entry | null {
  if (!entry?.want && !entry?.clash) return null;
  return { ...entry, server: null, goneAt: 0 };
}

export type Keep = 'mine' | 'both' | { other: number };

/**
 * The user chose. @returns the entry as it is then, and documents that live on under ids of their own
 */
export function chosen(entry: Entry, keep: Keep, stamp: Stamp): { entry: Entry | null; copies: unknown[] } {
  const { clash } = entry;
  if (!clash) return { entry, copies: [] };
  const free: Entry = { ...entry, clash: null, draft: null };
  const wanting = (document: unknown): Entry | null => {
    const same = clash.base ? equal(document, clash.base.document) : document === null;
    if (same) return entry.server || clash.base ? { ...free, want: null } : null;
    return { ...free, want: { document, base: clash.base, sent: [], undelete: false, before: null, ...stamp } };
  };
  // Gone or refused there: under its id it cannot be.
  const homeless = clash.why === 'deleted' || (clash.why === 'refused' && clash.mine !== null);
  const there = entry.server ? { ...free, want: null } : null;
  if (keep === 'mine' && homeless) return { entry: there, copies: [clash.mine] };
  if (keep === 'mine') return { entry: wanting(clash.mine), copies: [] };
  const kept = clash.others[typeof keep === 'object' ? keep.other : 0];
  const stays = kept === undefined ? there : wanting(kept);
  if (keep !== 'both') return { entry: stays, copies: [] };
  const rest = [clash.mine, ...clash.others.slice(1)].filter((document) => document !== null);
  return { entry: stays, copies: rest };
}

const sideOf = ({ revision, updatedAt, document }: Stored): ServerSide => ({ revision, updatedAt, document });
/** With what the server said, unless something newer is known. */
function withServer(entry: Entry, stored: Stored): Entry {
  if (stored.revision < entry.goneAt || (entry.server && entry.server.revision > stored.revision)) return entry;
  return { ...entry, server: sideOf(stored), goneAt: 0 };
}
const union = (a: readonly string[], b: readonly string[]): readonly string[] => [...new Set([...a, ...b])];

/** Something the user did to a document, as data: to be done again where it may not have reached the disk. */
export type Deed =
  | { did: 'edit'; edit: Edit }
  | { did: 'draft'; kind: KindName; id: string; draft: Draft }
  | { did: 'delete'; kind: KindName; id: string; at: Stamp & { seen: unknown; clashing: Clash | null } }
  | { did: 'bringBack'; back: Stamp & Pick<Entry, 'kind' | 'id' | 'createdAt'> & { document: unknown } }
  | { did: 'choose'; kind: KindName; id: string; clash: Clash; keep: Keep; at: Stamp };

/** What a deed does to an entry, whatever is there by then. */
export function done(entry: Entry | null, deed: Deed): Entry | null {
  switch (deed.did) {
    case 'edit':
      return edited(entry, deed.edit);
    case 'draft':
      return drafted(entry, deed.draft);
    case 'delete':
      return deleted(entry, deed.at);
    case 'bringBack':
      return broughtBack(entry, deed.back);
    case 'choose':
      // Of what another window changed meanwhile nobody chose yet.
      return entry && equal(entry.clash, deed.clash) ? chosen(entry, deed.keep, deed.at).entry : entry;
  }
}

/** Which document a deed was done to. */
export function subjectOf(deed: Deed): Pick<Entry, 'kind' | 'id'> {
  if (deed.did === 'edit') return deed.edit;
  return deed.did === 'bringBack' ? deed.back : deed;
}

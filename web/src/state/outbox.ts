import { createStore } from 'zustand';
import { mergeThree } from './merge.ts';

export const SHELVES = ['briefs', 'bodies', 'lenses', 'places', 'runSheets', 'tallies', 'holds', 'tastes'] as const;
export type Shelf = (typeof SHELVES)[number];

/** What is stored under one id, whatever it is. */
export interface Stored {
  id: string;
  revision: number;
  createdAt: string;
  updatedAt: string;
  document: unknown;
}

/** A change on its way to the server: at most one for each document, the latest. */
export interface Change {
  shelf: Shelf;
  id: string;
  kind: 'put' | 'delete' | 'restore';
  document: unknown;
  /** What the server had when the change began; null for what was made here. */
  base: { revision: number; document: unknown } | null;
  atMs: number;
}

/** A change that the server cannot take as it is: the same was changed elsewhere, deleted there, or is refused. */
export interface Clash {
  shelf: Shelf;
  id: string;
  mine: unknown;
  /** As it stands on the server; null where it is deleted there. */
  theirs: Stored | null;
  /** Fields changed on both sides. */
  fields: string[];
  /** Why the server refuses it, where it does. */
  refusal: string | null;
}

/** The server, as far as changes go. Failures are told apart by their `code`. */
export interface Remote {
  create(shelf: Shelf, id: string, document: unknown): Promise<Stored>;
  change(shelf: Shelf, id: string, document: unknown, revision: number): Promise<Stored>;
  read(shelf: Shelf, id: string): Promise<Stored>;
  delete(shelf: Shelf, id: string): Promise<unknown>;
  restore(shelf: Shelf, id: string): Promise<Stored>;
}

export interface Outbox {
  changes: readonly Change[];
  clashes: readonly Clash[];
  /** Whether the last thing sent reached the server. */
  reached: boolean;
  /** Takes a change in; it is on disk when this returns. */
  add: (change: Omit<Change, 'atMs'>) => void;
  /** Forgets a change that has not been sent. */
  takeBack: (shelf: Shelf, id: string) => void;
  /** Sends what waits, oldest first; stops where the server does not answer. One run at a time. */
  send: () => Promise<void>;
  settle: (clash: Clash, keep: 'mine' | 'theirs' | 'both') => void;
  /** What another window wrote. */
  reread: () => void;
}

interface OutboxParts {
  storage: () => Storage;
  remote: Remote;
  now: () => number;
  newId: () => string;
  /** What the server now has; null for deleted. `was` is the change it answers. */
  onStored: (shelf: Shelf, id: string, stored: Stored | null) => void;
}

const CHANGE = 'hushto.change.';
const CLASH = 'hushto.clash.';
/** Failures after which the same may be sent again later; any other is the change's own fault. */
const WAITS = new Set(['OFFLINE', 'NOT_PAIRED', 'INTERNAL', 'TOO_MANY', 'HOST_REFUSED', 'ORIGIN_REFUSED']);
/** Tries to bring a change together with what was changed elsewhere at the same moment. */
const MOST_MERGES = 5;

/**
 * Changes that wait for the server. Each is a key of its own in the browser's storage, so that two windows never write over each
 * other, and every step may be repeated: the server takes the same change twice as one.
 */
export function createOutbox({ storage, remote, now, newId, onStored }: OutboxParts) {
  const keyOf = ({ shelf, id }: { shelf: Shelf; id: string }): string => `${shelf}.${id}`;
  const all = <Kept>(prefix: string): Kept[] =>
    Object.keys(storage())
      .filter((key) => key.startsWith(prefix))
      .map((key) => parsed<Kept>(storage().getItem(key)))
      .filter((kept) => kept !== null);
  const kept = () => ({
    changes: all<Change>(CHANGE).sort((a, b) => a.atMs - b.atMs),
    clashes: all<Clash>(CLASH),
  });
  const write = (prefix: string, what: Change | Clash): void =>
    storage().setItem(`${prefix}${keyOf(what)}`, JSON.stringify(what));
  const drop = (prefix: string, what: { shelf: Shelf; id: string }): void => storage().removeItem(`${prefix}${keyOf(what)}`);
  let running: Promise<void> | null = null;

  return createStore<Outbox>()((set, get) => {
    const refresh = (): void => set(kept());

    /** One change carried out; what was changed again meanwhile stays, on the new base. */
    const done = (change: Change, stored: Stored | null): void => {
      const latest = parsed<Change>(storage().getItem(`${CHANGE}${keyOf(change)}`));
      if (latest && latest.atMs !== change.atMs && stored)
        write(CHANGE, { ...latest, base: { revision: stored.revision, document: stored.document } });
      else {
        drop(CHANGE, change);
        onStored(change.shelf, change.id, stored);
      }
      refresh();
    };
    const clash = (change: Change, theirs: Stored | null, fields: string[], refusal: string | null): void => {
      write(CLASH, { shelf: change.shelf, id: change.id, mine: change.document, theirs, fields, refusal });
      drop(CHANGE, change);
      refresh();
    };

    const carryOut = async (change: Change): Promise<void> => {
      const { shelf, id, kind, document, base } = change;
      if (kind === 'delete') {
        await remote.delete(shelf, id).catch(unless('NOT_FOUND'));
        return done(change, null);
      }
      if (kind === 'restore') return done(change, await remote.restore(shelf, id));
      let [mine, revision] = [document, base?.revision ?? null];
      for (let tries = 0; tries < MOST_MERGES; tries++) {
        try {
          const stored =
            revision === null ? await remote.create(shelf, id, mine) : await remote.change(shelf, id, mine, revision);
          return done(change, stored);
        } catch (error) {
          if (codeOf(error) === 'NOT_FOUND') return clash(change, null, [], null);
          if (codeOf(error) !== 'CONFLICT') throw error;
          const theirs = await remote.read(shelf, id).catch(unless('NOT_FOUND'));
          if (!theirs) return clash(change, null, [], null);
          const merged = mergeThree(base?.document ?? {}, document, theirs.document);
          if (merged.clashes.length > 0) return clash(change, theirs, merged.clashes, null);
          [mine, revision] = [merged.document, theirs.revision];
        }
      }
    };

    const sendAll = async (): Promise<void> => {
      // What is added while others are on their way goes with them.
      const tried = new Set<string>();
      const tag = (change: Change): string => `${keyOf(change)} ${change.atMs}`;
      for (;;) {
        refresh();
        const change = get().changes.find((waiting) => !tried.has(tag(waiting)));
        if (!change) return;
        tried.add(tag(change));
        try {
          await carryOut(change);
          set({ reached: true });
        } catch (error) {
          const code = codeOf(error);
          if (code === null || WAITS.has(code)) {
            set({ reached: code !== 'OFFLINE' });
            return;
          }
          clash(change, null, [], error instanceof Error ? error.message : String(error));
        }
      }
    };

    return {
      ...kept(),
      reached: true,
      add: (change) => {
        const before = parsed<Change>(storage().getItem(`${CHANGE}${keyOf(change)}`));
        const clashing = parsed<Clash>(storage().getItem(`${CLASH}${keyOf(change)}`));
        // Until a clash is settled, what is edited here goes on being the one side of it.
        if (clashing && change.kind === 'put') {
          write(CLASH, { ...clashing, mine: change.document });
          return refresh();
        }
        drop(CLASH, change);
        // Made here and never sent: deleting it leaves nothing to tell the server.
        if (before && before.kind === 'put' && before.base === null && change.kind === 'delete') drop(CHANGE, change);
        else write(CHANGE, { ...change, base: before?.kind === 'put' ? before.base : change.base, atMs: later(now(), before) });
        refresh();
      },
      takeBack: (shelf, id) => {
        drop(CHANGE, { shelf, id });
        refresh();
      },
      send: () => (running ??= sendAll().finally(() => (running = null))),
      settle: (settled, keep) => {
        const { shelf, id, mine, theirs } = settled;
        drop(CLASH, settled);
        if (keep === 'theirs') onStored(shelf, id, theirs);
        else if (keep === 'mine' && theirs)
          write(CHANGE, {
            shelf,
            id,
            kind: 'put',
            document: mine,
            base: { revision: theirs.revision, document: theirs.document },
            atMs: now(),
          });
        else {
          // Deleted elsewhere, refused, or wanted beside the other: mine lives on under an id of its own.
          onStored(shelf, id, theirs);
          const copy = { shelf, id: newId(), kind: 'put' as const, document: mine, base: null, atMs: now() };
          write(CHANGE, copy);
          const at = new Date(now()).toISOString();
          onStored(shelf, copy.id, { id: copy.id, revision: 0, createdAt: at, updatedAt: at, document: mine });
        }
        refresh();
      },
      reread: refresh,
    };
  });
}

/** Two changes within a millisecond are still told apart. */
const later = (nowMs: number, before: Change | null): number => (before && before.atMs >= nowMs ? before.atMs + 1 : nowMs);

const codeOf = (error: unknown): string | null =>
  typeof error === 'object' && error !== null && 'code' in error && typeof error.code === 'string' ? error.code : null;

/** Takes one failure for "there is none". */
const unless =
  (code: string) =>
  (error: unknown): null => {
    if (codeOf(error) === code) return null;
    throw error;
  };

function parsed<Kept>(text: string | null): Kept | null {
  try {
    return text === null ? null : (JSON.parse(text) as Kept);
  } catch {
    return null;
  }
}

import { expect } from 'chai';
import type { Changes, KindName, Stored } from '@hushto/contract';
import { createDocumentSync, type DocumentSync } from '../src/sync/documentSync.ts';
import { isWaiting, keyOf, type Entry } from '../src/sync/entry.ts';
import type { Disk, ReadUpTo } from '../src/sync/localWrites.ts';
import type { Alone, Remote } from '../src/sync/remote.ts';
import { unsavedIn } from '../src/sync/unsaved.ts';
import { memoryStorage } from './memoryStorage.ts';

const failure = (code: string) => Object.assign(new Error(code), { code });

/** Lets whatever waits go on in any order that chance gives. */
function turns(random: () => number) {
  const waiting: (() => void)[] = [];
  const breathe = () => new Promise<void>((resolve) => setImmediate(resolve));
  return {
    turn: () => new Promise<void>((resolve) => waiting.push(resolve)),
    /** Lets one go on. @returns whether there was one */
    step: async (): Promise<boolean> => {
      if (waiting.length === 0) return false;
      waiting.splice(Math.floor(random() * waiting.length), 1)[0]!();
      await breathe();
      return true;
    },
    breathe,
  };
}
type Turns = ReturnType<typeof turns>;

/** A server that behaves as ours, restores included. Its line may break before a request or after it, losing only the answer. */
function simulatedServer({ turn }: Turns, breaks: () => boolean) {
  type Row = Stored & { kind: KindName; deleted: boolean };
  const rows = new Map<string, Row>();
  let revision = 0;
  let histories = 0;
  const backups: Row[][] = [];
  const refused: string[] = [];
  const over = async <Reply>(work: () => Reply): Promise<Reply> => {
    await turn();
    if (breaks()) throw failure('OFFLINE');
    let reply: Reply;
    try {
      reply = structuredClone(work());
    } catch (error) {
      refused.push(String(error));
      throw error;
    }
    await turn();
    if (breaks()) throw failure('OFFLINE');
    return reply;
  };
  const there = (kind: KindName, id: string) => {
    const row = rows.get(keyOf(kind, id));
    if (!row || row.deleted) throw failure('NOT_FOUND');
    return row;
  };
  const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
  const at = '2027-01-14T18:00:00.000Z';
  const add = (kind: KindName, id: string, document: unknown) => {
    const fresh = { kind, id, revision: ++revision, createdAt: at, updatedAt: at, document, deleted: false };
    rows.set(keyOf(kind, id), fresh);
    return fresh;
  };
  const remote: Remote = {
    create: (kind, id, document) =>
      over(() => {
        const row = rows.get(keyOf(kind, id));
        if (row && (row.deleted || !same(row.document, document))) throw failure('CONFLICT');
        return row ?? add(kind, id, document);
      }),
    change: (kind, id, document, expected) =>
      over(() => {
        const row = there(kind, id);
        if (same(row.document, document)) return row;
        if (row.revision !== expected) throw failure('CONFLICT');
        return Object.assign(row, { document, revision: ++revision });
      }),
    read: (kind, id) => over(() => there(kind, id)),
    delete: (kind, id, expected) =>
      over(() => {
        const row = rows.get(keyOf(kind, id));
        if (!row) throw failure('NOT_FOUND');
        if (row.deleted) return;
        if (expected !== null && row.revision !== expected) throw failure('CONFLICT');
        Object.assign(row, { deleted: true, revision: ++revision });
      }),
    restore: (kind, id, document) =>
      over(() => {
        const row = rows.get(keyOf(kind, id));
        if (!row) return add(kind, id, document);
        return row.deleted ? Object.assign(row, { deleted: false, revision: ++revision }) : row;
      }),
    changes: (since) =>
      over((): Changes => {
        const changed = [...rows.values()]
          .filter((row) => row.revision > since && !(since === 0 && row.deleted))
          .sort((a, b) => a.revision - b.revision);
        const changes = changed.slice(0, 2);
        const more = changed.length > 2;
        return {
          history: `history ${histories}`,
          revision: more ? changes.at(-1)!.revision : revision,
          more,
          formats: { briefs: 1, tallies: 1 },
          changes,
        };
      }),
  };
  return {
    rows,
    remote,
    refused,
    backUp: () => void backups.push(structuredClone([...rows.values()])),
    /** Puts a backup in the place of everything: each row under a revision of its own, in another history. @returns whether there was one */
    restore: (which: number): boolean => {
      const backup = backups[which % Math.max(1, backups.length)];
      if (!backup) return false;
      revision += 1_000_000;
      histories += 1;
      rows.clear();
      for (const row of structuredClone(backup)) rows.set(keyOf(row.kind, row.id), { ...row, revision: ++revision });
      return true;
    },
  };
}

/** The disk of one device, which its windows share. */
function simulatedDisk({ turn }: Turns, full: () => boolean) {
  const entries = new Map<string, Entry>();
  let upTo: ReadUpTo | null = null;
  const disk: Disk = {
    all: async () => {
      await turn();
      return structuredClone([...entries.values()]);
    },
    waiting: async () => {
      await turn();
      return [...entries].filter(([, entry]) => isWaiting(entry)).map(([key]) => key);
    },
    read: async (key) => {
      await turn();
      return structuredClone(entries.get(key) ?? null);
    },
    commit: async (steps) => {
      await turn();
      if (full()) throw failure('QuotaExceededError');
      return steps.map(([key, step]) => {
        const entry = step(structuredClone(entries.get(key) ?? null));
        if (entry) entries.set(key, structuredClone(entry));
        else entries.delete(key);
        return structuredClone(entry);
      });
    },
    readUpTo: async () => {
      await turn();
      return upTo;
    },
    setReadUpTo: async (to) => {
      await turn();
      if (full()) throw failure('QuotaExceededError');
      upTo = to;
    },
  };
  return { disk, entries };
}

/** One after the other, as the browser's locks have it. */
function simulatedLock(): Alone {
  const last: Record<string, Promise<unknown>> = {};
  return <Result>(name: string, work: () => Promise<Result>): Promise<Result> => {
    const next = (last[name] ?? Promise.resolve()).then(work, work);
    last[name] = next.catch(() => undefined);
    return next;
  };
}

/** Two devices with two windows each, and a server. */
export function simulatedWorld(random: () => number) {
  const time = turns(random);
  let troubled = true;
  const server = simulatedServer(time, () => troubled && random() < 0.15);
  const full = [false, false];
  const devices = [0, 1].map((device) => ({
    ...simulatedDisk(time, () => troubled && full[device]!),
    alone: simulatedLock(),
    storage: memoryStorage(),
    windows: [] as (DocumentSync | null)[],
    /** How far its clock is off, ms. */
    offsetMs: Math.round((random() - 0.5) * 7_200_000),
  }));
  let ids = 0;
  let clock = 0;
  const openWindow = (device: number, slot: number): DocumentSync => {
    const { disk, alone, storage, windows, offsetMs } = devices[device]!;
    const sync: DocumentSync = createDocumentSync({
      disk,
      remote: server.remote,
      alone,
      tell: (keys) => {
        for (const other of windows)
          if (other && other !== sync) void time.turn().then(() => (windows.includes(other) ? other.reread(keys) : undefined));
      },
      now: () => 1_800_000_000_000 + offsetMs + (clock += 1),
      newId: () => `made-${ids++}`,
      rest: () => time.turn(),
      unsaved: unsavedIn(() => storage),
    });
    windows[slot] = sync;
    void sync.open().then(() => sync.redoUnsaved());
    return sync;
  };
  for (const device of [0, 1]) for (const slot of [0, 1]) openWindow(device, slot);
  /** Lets everything go on until this is done and nothing waits any more. */
  const restful = async (work: () => Promise<unknown>): Promise<void> => {
    let done = false;
    const all = work().then(() => (done = true));
    while (!done) if (!(await time.step())) await time.breathe();
    await all;
    while (await time.step());
  };
  const everybody = (work: (window: DocumentSync) => Promise<unknown>): Promise<void> =>
    restful(() => Promise.all(devices.flatMap(({ windows }) => windows.map((window) => work(window!)))));
  /** Everything works again, and comes to rest. */
  const settle = async (): Promise<void> => {
    troubled = false;
    full.fill(false);
    for (let round = 0; round < 6; round++)
      await everybody(async (window) => {
        await window.retry();
        await window.send();
        await window.pull();
      });
  };
  return { time, server, devices, full, openWindow, everybody, settle, calm: (now: boolean) => (troubled = !now) };
}

/** Every window shows what the server has, and nothing waits. */
export function isInStep({ server, devices }: ReturnType<typeof simulatedWorld>): void {
  const onServer = [...server.rows.values()].filter(({ deleted }) => !deleted);
  for (const { windows, entries } of devices) {
    for (const entry of entries.values()) expect(entry.pending, `waits for ever: ${JSON.stringify(entry)}`).to.equal(null);
    for (const window of windows) {
      const shown = [...window!.store.getState().entries.values()].filter(({ conflict }) => !conflict);
      for (const { kind, id, server: side } of shown) {
        const row = server.rows.get(keyOf(kind, id));
        expect(row?.deleted ?? true, `${id} is shown, and deleted`).to.equal(false);
        expect(side?.document, id).to.deep.equal(row!.document);
      }
      for (const { kind, id } of onServer) expect(window!.store.getState().entries.has(keyOf(kind, id)), `${id} is not shown`).to.equal(true); // prettier-ignore
    }
  }
}

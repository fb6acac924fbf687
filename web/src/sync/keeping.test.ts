import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import { seededRandom } from '@hushto/core';
import type { Changes, KindName, Stored } from '@hushto/contract';
import { expect } from 'chai';
import fc from 'fast-check';
import { createKeeping, keyOf, type Disk, type ReadUpTo, type Remote } from './keeping.ts';
import { isWaiting, shownOf, type Entry, type Keep } from './record.ts';

/** A document of the tests: a brief with numbers for values, so that it opens as one. */
type Doc = (typeof PORT_ALDER_BRIEFS)[number];
const FIELDS = ['speedMps', 'distanceM', 'tone'] as const;
type Field = (typeof FIELDS)[number];
const made = (): Doc => structuredClone(PORT_ALDER_BRIEFS[0]!);
/** Values that no other edit has, within what a brief takes. */
const RANGE: Record<Field, (n: number) => number> = {
  speedMps: (n) => 1 + n / 1000,
  distanceM: (n) => 5 + n / 1000,
  tone: (n) => 0.01 + n / 10_000,
};
const valueIn = (document: unknown, field: Field): number | undefined => (document as Doc | null)?.subject[field];
const withValue = (document: Doc, field: Field, value: number): Doc => ({
  ...document,
  subject: { ...document.subject, [field]: value },
});

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

/** A server that behaves as ours. Its line may break before a request or after it, losing only the answer. */
function simulatedServer({ turn }: Turns, breaks: () => boolean) {
  const rows = new Map<string, Stored & { kind: KindName; deleted: boolean }>();
  let revision = 0;
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
        return { history: 'one', revision: more ? changes.at(-1)!.revision : revision, more, formats: { briefs: 1 }, changes };
      }),
  };
  return { rows, remote, refused };
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
    lay: async (steps) => {
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
function simulatedLock() {
  const last: Record<string, Promise<unknown>> = {};
  return <Result>(name: string, work: () => Promise<Result>): Promise<Result> => {
    const next = (last[name] ?? Promise.resolve()).then(work, work);
    last[name] = next.catch(() => undefined);
    return next;
  };
}

type Keeper = ReturnType<typeof createKeeping>;
type Deeds = ReturnType<Keeper['unwritten']>;

/** Two devices with two windows each, and a server. */
function world(random: () => number) {
  const time = turns(random);
  let troubled = true;
  const server = simulatedServer(time, () => troubled && random() < 0.15);
  const full = [false, false];
  const devices = [0, 1].map((device) => ({
    ...simulatedDisk(time, () => troubled && full[device]!),
    alone: simulatedLock(),
    windows: [] as (Keeper | null)[],
  }));
  let ids = 0;
  let clock = 0;
  const openWindow = (device: number, slot: number): Keeper => {
    const { disk, alone, windows } = devices[device]!;
    const keeper: Keeper = createKeeping({
      disk,
      remote: server.remote,
      alone,
      tell: (keys) => {
        for (const other of windows)
          if (other && other !== keeper) void time.turn().then(() => (windows.includes(other) ? other.reread(keys) : undefined));
      },
      now: () => (clock += 1),
      newId: () => `made-${ids++}`,
      rest: () => time.turn(),
    });
    windows[slot] = keeper;
    void keeper.open();
    return keeper;
  };
  for (const device of [0, 1]) for (const slot of [0, 1]) openWindow(device, slot);
  return { time, server, devices, full, openWindow, calm: (now: boolean) => (troubled = !now) };
}

interface Deed {
  what: 'edit' | 'make' | 'delete' | 'undo' | 'send' | 'pull' | 'reload' | 'kill' | 'full' | 'room' | 'choose';
  device: number;
  slot: number;
  /** Which document, of those shown. */
  which: number;
  field: number;
  /** How many turns things take before the next deed. */
  pause: number;
}

const ODDS: readonly Deed['what'][] = [
  ...Array<'edit'>(8).fill('edit'),
  ...Array<'send'>(5).fill('send'),
  'make',
  'delete',
  'undo',
  'pull',
  'pull',
  'reload',
  'kill',
  'full',
  'room',
  'choose',
];
const deedsOf = (odds: readonly Deed['what'][], minLength = 1) =>
  fc.array(
    fc.record<Deed>({
      what: fc.constantFrom(...odds),
      device: fc.nat(1),
      slot: fc.nat(1),
      which: fc.nat(2),
      field: fc.nat(2),
      pause: fc.oneof(fc.nat(6), fc.constant(40)),
    }),
    { minLength, maxLength: 45 },
  );

interface Mark {
  /** The value, which no other edit has. */
  value: number;
  field: Field;
  id: string;
  /** Whether it was said to be kept. */
  kept: boolean;
  /** Whether a page that went handed it on to one that lives. */
  handed: boolean;
  /** Whether somebody who saw it put something else in its place, deleted it, or chose against it. */
  overruled: boolean;
}

/** @returns what the server refused on the way. */
async function live(list: readonly Deed[], seed: number, lineBreaks = true): Promise<readonly string[]> {
  const random = seededRandom(seed);
  const { time, server, devices, full, openWindow, calm } = world(random);
  const marks: Mark[] = [];
  let count = 0;
  const overrule = (document: unknown): void => {
    for (const mark of marks) if (valueIn(document, mark.field) === mark.value) mark.overruled = true;
  };
  // Two documents that everybody has.
  for (const id of ['a', 'b']) void devices[0]!.windows[0]!.edit('briefs', id, null, made());
  const restful = async (round: () => Promise<unknown>): Promise<void> => {
    let done = false;
    const all = round().then(() => (done = true));
    while (!done) if (!(await time.step())) await time.breathe();
    await all;
    while (await time.step());
  };
  const everybody = (work: (window: Keeper) => Promise<unknown>) =>
    restful(() => Promise.all(devices.flatMap(({ windows }) => windows.map((window) => work(window!)))));
  calm(true);
  await everybody((window) => window.send());
  await everybody((window) => window.pull());
  calm(!lineBreaks);
  const gone: { id: string; createdAt: string; document: unknown; device: number; slot: number }[] = [];
  for (const deed of list) {
    const device = devices[deed.device]!;
    const window = device.windows[deed.slot]!;
    const entries = [...window.store.getState().entries.values()].filter((entry) => shownOf(entry) !== null);
    const entry = entries[deed.which % Math.max(1, entries.length)];
    const field = FIELDS[deed.field]!;
    switch (deed.what) {
      case 'make':
      case 'edit': {
        if (deed.what === 'edit' && !entry) break;
        const id = deed.what === 'make' ? `${deed.device}${deed.slot}${count}` : entry!.id;
        const seen = deed.what === 'make' ? null : (shownOf(entry!) as Doc);
        const value = RANGE[field](++count);
        if (seen)
          for (const mark of marks) if (mark.field === field && valueIn(seen, field) === mark.value) mark.overruled = true;
        const mark: Mark = { value, field, id, kept: false, handed: false, overruled: false };
        marks.push(mark);
        void window.edit('briefs', id, seen, withValue(seen ?? made(), field, value)).then((kept) => (mark.kept ||= kept));
        break;
      }
      case 'delete': {
        if (!entry) break;
        const document = shownOf(entry);
        overrule(document);
        if (entry.clash) for (const other of entry.clash.others) overrule(other);
        gone.push({ id: entry.id, createdAt: entry.createdAt, document, device: deed.device, slot: deed.slot });
        void window.delete('briefs', entry.id, document);
        break;
      }
      case 'undo': {
        const last = gone.pop();
        if (last) void devices[last.device]!.windows[last.slot]!.bringBack('briefs', last.id, last.createdAt, last.document);
        break;
      }
      case 'choose': {
        const clashing = [...window.store.getState().entries.values()].filter(({ clash }) => clash);
        const found = clashing[deed.which % Math.max(1, clashing.length)];
        if (!found?.clash) break;
        const keep: Keep = (['mine', 'both', { other: 0 }] as const)[deed.field]!;
        if (keep !== 'both') for (const other of [found.clash.mine, ...found.clash.others]) overrule(other);
        void window.choose('briefs', found.id, keep);
        break;
      }
      case 'send':
        void window.send();
        break;
      case 'pull':
        void window.pull().catch(() => undefined);
        break;
      case 'reload': {
        // What was not on the disk yet is handed on, as the data it is.
        const unwritten = JSON.parse(JSON.stringify(window.unwritten())) as Deeds;
        device.windows[deed.slot] = null;
        const next = openWindow(deed.device, deed.slot);
        for (const mark of marks) if (unwritten.some((did) => did.did === 'edit' && did.edit.id === mark.id && valueIn(did.edit.after, mark.field) === mark.value)) mark.handed = true; // prettier-ignore
        void next.redo(unwritten);
        break;
      }
      case 'kill':
        // What was in its hand alone is gone; it was never said to be kept.
        for (const did of window.unwritten())
          if (did.did === 'edit')
            for (const mark of marks) if (valueIn(did.edit.after, mark.field) === mark.value) mark.handed = false;
        device.windows[deed.slot] = null;
        openWindow(deed.device, deed.slot);
        break;
      case 'full':
        full[deed.device] = true;
        break;
      case 'room':
        full[deed.device] = false;
        break;
    }
    for (let i = 0; i < deed.pause; i++) await time.step();
  }
  // Everything works again, and comes to rest.
  calm(true);
  full.fill(false);
  for (let round = 0; round < 6; round++)
    await everybody(async (window) => {
      await window.retry();
      await window.send();
      await window.pull();
    });
  const clashes = devices.flatMap(({ entries }) => [...entries.values()].flatMap(({ clash }) => (clash ? [clash] : [])));
  const onServer = [...server.rows.values()].filter(({ deleted }) => !deleted);
  for (const mark of marks) {
    if (!(mark.kept || mark.handed) || mark.overruled) continue;
    const there = onServer.some(({ document }) => valueIn(document, mark.field) === mark.value);
    const shown = clashes.some(({ mine, others }) => [mine, ...others].some((one) => valueIn(one, mark.field) === mark.value));
    expect(there || shown, `${mark.field} = ${mark.value} of ${mark.id}`).to.equal(true);
  }
  for (const { windows, entries } of devices) {
    for (const entry of entries.values()) expect(entry.want, `waits for ever: ${JSON.stringify(entry)}`).to.equal(null);
    for (const window of windows) {
      const shown = [...window!.store.getState().entries.values()].filter(({ clash }) => !clash);
      for (const { kind, id, server: side } of shown) {
        const row = server.rows.get(keyOf(kind, id));
        expect(row?.deleted ?? true, `${id} is shown, and deleted`).to.equal(false);
        expect(side?.document, id).to.deep.equal(row!.document);
      }
      for (const { kind, id } of onServer) expect(window!.store.getState().entries.has(keyOf(kind, id)), `${id} is not shown`).to.equal(true); // prettier-ignore
    }
  }
  return server.refused;
}

describe('keeping documents on two devices with two windows each', () => {
  it('loses no edit: each is on the server, or in a clash that is shown, whatever happens in between', async function () {
    this.timeout(600_000);
    const law = fc.asyncProperty(deedsOf(ODDS), fc.integer(), async (list, seed) => void (await live(list, seed)));
    await fc.assert(law, { numRuns: Number(process.env['RUNS'] ?? 400) });
  });

  it('asks the server for nothing it must refuse while one window alone is used, however fast', async () => {
    // Always at what was made last, before it is known to be anywhere.
    const deeds = deedsOf(['make', 'delete', 'undo', 'edit', 'send', 'reload'], 10);
    const hasty = deeds.map((list) => list.map((deed) => ({ ...deed, device: 0, slot: 0, which: 2 })));
    const law = fc.asyncProperty(hasty, fc.integer(), async (list, seed) => {
      const refused = await live(list, seed, false);
      expect(refused).to.deep.equal([]);
    });
    await fc.assert(law, { numRuns: 100 });
  });
});

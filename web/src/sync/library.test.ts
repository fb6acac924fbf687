import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import type { Changes, Stored } from '@hushto/contract';
import { expect } from 'chai';
import { createDocumentSync } from './documentSync.ts';
import { keyOf, type Entry } from './entry.ts';
import { conflictsIn, conflictTitle, createLibrary, waitingIn } from './library.ts';
import type { Disk } from './localWrites.ts';
import type { Remote } from './remote.ts';

const [MARKET, QUINTET] = PORT_ALDER_BRIEFS as [(typeof PORT_ALDER_BRIEFS)[number], (typeof PORT_ALDER_BRIEFS)[number]];
const failure = (code: string, message = code) => Object.assign(new Error(message), { code });
const AT = ['2027-01-14T18:00:00.000Z', '2027-01-14T19:00:00.000Z'] as const;

/** A disk in memory; `broken` takes and gives nothing. */
function diskOf(entries: Entry[] = [], broken = false): Disk {
  const kept = new Map(entries.map((entry) => [keyOf(entry.kind, entry.id), entry]));
  const guard = <Value>(value: () => Value): Promise<Value> =>
    broken ? Promise.reject(new Error('The disk cannot be read.')) : Promise.resolve(value());
  return {
    all: () => guard(() => [...kept.values()]),
    waiting: () => guard(() => []),
    read: (key) => guard(() => kept.get(key) ?? null),
    commit: (steps) =>
      guard(() =>
        steps.map(([key, step]) => {
          const entry = step(kept.get(key) ?? null);
          if (entry) kept.set(key, entry);
          else kept.delete(key);
          return entry;
        }),
      ),
    readUpTo: () => guard(() => null),
    setReadUpTo: () => guard(() => undefined),
  };
}

/** A server with these briefs; a code in their place makes it fail so. */
function serverOf(rows: Stored[] | string): Remote {
  const fails = typeof rows === 'string' ? rows : null;
  const reply = async <Value>(value: Value): Promise<Value> => {
    if (fails) throw failure(fails, `The server said ${fails}.`);
    return value;
  };
  const stored = (id: string, document: unknown): Stored => ({ id, createdAt: AT[0], updatedAt: AT[1], revision: 9, document });
  return {
    changes: () =>
      reply<Changes>({
        history: 'one',
        revision: 8,
        more: false,
        formats: { briefs: 2 },
        changes: fails ? [] : (rows as Stored[]).map((row) => ({ ...row, kind: 'briefs' as const, deleted: false })),
      }),
    create: (_kind, id, document) => reply(stored(id, document)),
    change: (_kind, id, document) => reply(stored(id, document)),
    read: (_kind, id) => reply(stored(id, MARKET)),
    delete: () => reply(undefined),
    restore: (_kind, id) => reply(stored(id, MARKET)),
  };
}

function libraryWith({ disk = diskOf(), server = serverOf([]), everSeen = false } = {}) {
  let ids = 0;
  const newId = (): string => `00000000-0000-4000-8000-${String(++ids).padStart(12, '0')}`;
  const sync = createDocumentSync({
    disk,
    remote: server,
    alone: (_name, work) => work(),
    tell: () => undefined,
    now: () => 0,
    newId,
    rest: async () => undefined,
    unsaved: { save: () => undefined, clear: () => undefined, read: () => [] },
  });
  const library = createLibrary({
    sync,
    readFirstRelease: async () => undefined,
    everRead: async () => everSeen,
    newId,
  });
  const titles = (): string[] => library.store.getState().briefs.map(({ document }) => document.title);
  return { ...library, sync, titles };
}
const rowOf = (id: string, document: unknown, createdAt: string = AT[0]): Stored => ({
  id,
  createdAt,
  updatedAt: createdAt,
  revision: 1,
  document,
});

describe('the library', () => {
  it('shows what the server has, in the order it was made', async () => {
    const server = serverOf([rowOf('b', QUINTET, AT[1]), rowOf('a', MARKET, AT[0])]);
    const { load, store, titles } = libraryWith({ server });
    await load();
    expect(titles()).to.deep.equal([MARKET.title, QUINTET.title]);
    expect(store.getState()).to.include({ status: 'ready', heard: true, failure: null });
  });
  it('says why there is nothing when the server fails and this browser never saw it', async () => {
    const { load, store, sync } = libraryWith({ server: serverOf('INTERNAL') });
    await load();
    expect(sync.store.getState().server).to.equal('fails');
    expect(store.getState()).to.include({ status: 'failed', heard: true, failure: 'The server said INTERNAL.' });
  });
  it('goes on with what was seen before when the server is away, and says that it is', async () => {
    const { load, store, sync } = libraryWith({ server: serverOf('OFFLINE'), everSeen: true });
    await load();
    expect(store.getState()).to.include({ status: 'ready', heard: true });
    expect(sync.store.getState().server).to.equal('away');
  });
  it('asks to be paired where the server does not know this device', async () => {
    const { load, store } = libraryWith({ server: serverOf('NOT_PAIRED'), everSeen: true });
    await load();
    expect(store.getState()).to.include({ status: 'unpaired', heard: false });
  });
  it('works from the server alone when the disk cannot be read', async () => {
    const { load, titles, sync } = libraryWith({ disk: diskOf([], true), server: serverOf([rowOf('a', MARKET)]) });
    await load();
    expect(titles()).to.deep.equal([MARKET.title]);
    expect(sync.store.getState().diskTrouble).to.be.a('string');
  });
  it('shows what is kept at once, counts it as waiting until the server has it, and gives it back after a deletion', async () => {
    const { load, create, discard, bringBack, documentOf, titles, sync } = libraryWith();
    await load();
    const kept = create('briefs', MARKET);
    expect(titles()).to.deep.equal([MARKET.title]);
    expect(waitingIn(sync.store.getState())).to.equal(1);
    const { stored } = await kept;
    await sync.send();
    expect(waitingIn(sync.store.getState())).to.equal(0);
    expect(documentOf('briefs', stored.id)).to.deep.equal(MARKET);
    await discard('briefs', stored.id);
    expect(titles()).to.deep.equal([]);
    expect(documentOf('briefs', stored.id)).to.equal(null);
    await bringBack('briefs', stored);
    expect(titles()).to.deep.equal([MARKET.title]);
  });
  it('refuses to keep what no brief can be, and shows nothing of it', async () => {
    const { load, create, titles } = libraryWith();
    await load();
    const refused = await create('briefs', { ...MARKET, title: '' }).then(
      () => null,
      (error: Error) => error,
    );
    expect(refused).to.be.an('error');
    expect(titles()).to.deep.equal([]);
  });
  it('leaves a document the same thing when another changes: nothing is worked out again for it', async () => {
    const { load, change, createAll, store } = libraryWith();
    await load();
    const [one, other] = await createAll('briefs', [MARKET, QUINTET]);
    const before = store.getState();
    const documentIn = (id: string | undefined, { briefs } = store.getState()) =>
      briefs.find((brief) => brief.id === id)?.document;
    await change('briefs', other!, { seen: QUINTET, after: { ...QUINTET, title: 'Played again' } });
    expect(documentIn(one)).to.equal(documentIn(one, before));
    expect(documentIn(other)).not.to.equal(documentIn(other, before));
    expect(store.getState().bodies).to.equal(before.bodies);
  });
  it('names a conflict by what is left of its document', () => {
    const entry = (id: string, conflict: Entry['conflict']): Entry => ({ kind: 'briefs', id, createdAt: AT[0], server: null, deletedRevision: 0, pending: null, draft: null, applied: [], conflict }); // prettier-ignore
    const conflict = { mine: MARKET, others: [QUINTET], paths: [] } as unknown as NonNullable<Entry['conflict']>;
    const theirs = { ...conflict, mine: null };
    const entries = new Map(
      [entry('a', null), entry('b', conflict), entry('c', theirs)].map((one) => [keyOf('briefs', one.id), one]),
    );
    expect(conflictsIn(entries).map(conflictTitle)).to.deep.equal([MARKET.title, QUINTET.title]);
    expect(conflictTitle({ kind: 'briefs', id: 'd', conflict: { ...theirs, others: [] } })).to.equal('Without a name');
  });
});

import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import type { Changes, Stored } from '@hushto/contract';
import { expect } from 'chai';
import { createKeeping, keyOf, type Disk, type Remote } from './keeping.ts';
import { clashesIn, clashTitle, createLibrary, waitingIn } from './library.ts';
import type { Entry } from './record.ts';

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
    lay: (steps) =>
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
  const keeping = createKeeping({
    disk,
    remote: server,
    alone: (_name, work) => work(),
    tell: () => undefined,
    now: () => 0,
    newId,
    rest: async () => undefined,
  });
  const library = createLibrary({
    keeping,
    takeOverEarlier: async () => undefined,
    unwritten: () => [],
    written: () => undefined,
    everSeen: async () => everSeen,
    newId,
  });
  const titles = (): string[] => library.store.getState().briefs.map(({ document }) => document.title);
  return { ...library, keeping, titles };
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
    const { load, store } = libraryWith({ server: serverOf('INTERNAL') });
    await load();
    expect(store.getState()).to.include({ status: 'failed', heard: true, failure: 'The server said INTERNAL.' });
  });
  it('goes on with what was seen before when the server is away, and says that it is', async () => {
    const { load, store, keeping } = libraryWith({ server: serverOf('OFFLINE'), everSeen: true });
    await load();
    expect(store.getState()).to.include({ status: 'ready', heard: true });
    expect(keeping.store.getState().reached).to.equal(false);
  });
  it('asks to be paired where the server does not know this device', async () => {
    const { load, store } = libraryWith({ server: serverOf('NOT_PAIRED'), everSeen: true });
    await load();
    expect(store.getState()).to.include({ status: 'unpaired', heard: false });
  });
  it('works from the server alone when the disk cannot be read', async () => {
    const { load, titles, keeping } = libraryWith({ disk: diskOf([], true), server: serverOf([rowOf('a', MARKET)]) });
    await load();
    expect(titles()).to.deep.equal([MARKET.title]);
    expect(keeping.store.getState().unsafe).to.be.a('string');
  });
  it('shows what is kept at once, counts it as waiting until the server has it, and gives it back after a deletion', async () => {
    const { load, keep, discard, bringBack, documentOf, titles, keeping } = libraryWith();
    await load();
    const kept = keep('briefs', MARKET);
    expect(titles()).to.deep.equal([MARKET.title]);
    expect(waitingIn(keeping.store.getState())).to.equal(1);
    const { stored } = await kept;
    await keeping.send();
    expect(waitingIn(keeping.store.getState())).to.equal(0);
    expect(documentOf('briefs', stored.id)).to.deep.equal(MARKET);
    await discard('briefs', stored.id);
    expect(titles()).to.deep.equal([]);
    expect(documentOf('briefs', stored.id)).to.equal(null);
    await bringBack('briefs', stored);
    expect(titles()).to.deep.equal([MARKET.title]);
  });
  it('refuses to keep what no brief can be, and shows nothing of it', async () => {
    const { load, keep, titles } = libraryWith();
    await load();
    const refused = await keep('briefs', { ...MARKET, title: '' }).then(
      () => null,
      (error: Error) => error,
    );
    expect(refused).to.be.an('error');
    expect(titles()).to.deep.equal([]);
  });
  it('leaves a document the same thing when another changes: nothing is worked out again for it', async () => {
    const { load, keep, keepAll, store } = libraryWith();
    await load();
    const [one, other] = await keepAll('briefs', [MARKET, QUINTET]);
    const before = store.getState();
    const documentIn = (id: string | undefined, { briefs } = store.getState()) =>
      briefs.find((brief) => brief.id === id)?.document;
    await keep('briefs', { ...QUINTET, title: 'Played again' }, other);
    expect(documentIn(one)).to.equal(documentIn(one, before));
    expect(documentIn(other)).not.to.equal(documentIn(other, before));
    expect(store.getState().bodies).to.equal(before.bodies);
  });
  it('names a clash by what is left of its document', () => {
    const entry = (id: string, clash: Entry['clash']): Entry => ({ kind: 'briefs', id, createdAt: AT[0], server: null, goneAt: 0, want: null, draft: null, clash }); // prettier-ignore
    const clash = { mine: MARKET, others: [QUINTET], paths: [] } as unknown as NonNullable<Entry['clash']>;
    const theirs = { ...clash, mine: null };
    const entries = new Map(
      [entry('a', null), entry('b', clash), entry('c', theirs)].map((one) => [keyOf('briefs', one.id), one]),
    );
    expect(clashesIn(entries).map(clashTitle)).to.deep.equal([MARKET.title, QUINTET.title]);
    expect(clashTitle({ kind: 'briefs', id: 'd', clash: { ...theirs, others: [] } })).to.equal('Without a name');
  });
});

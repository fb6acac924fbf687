import 'fake-indexeddb/auto';
import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import { expect } from 'chai';
import { openDB } from 'idb';
import { readFileSync } from 'node:fs';
import { browserDisk, keptOf, openKept } from './browserDisk.ts';
import { takeOverEarlier } from './earlierQueue.ts';
import { handOver, handedOver, takeOver } from './handover.ts';
import { createKeeping, type Remote } from './keeping.ts';
import { edited, pulled, shownOf, type Entry } from './record.ts';

let names = 0;
const freshName = (): string => `hushto-${names++}`;
const brief = PORT_ALDER_BRIEFS[0]!;
const titled = (title: string) => ({ ...brief, title });
const stored = (id: string, title: string, revision = 1) => ({ id, revision, createdAt: '2027-01-14T18:00:00.000Z', updatedAt: '', document: titled(title) }); // prettier-ignore
const had = (id: string, title: string): Entry => pulled(null, { kind: 'briefs', id }, stored(id, title));

/** The browser's local storage, as a map. */
function memory(held: Record<string, string> = {}): Storage {
  const map = { ...held };
  const methods = {
    getItem: (key: string) => map[key] ?? null,
    setItem: (key: string, value: string) => void (map[key] = value),
    removeItem: (key: string) => void delete map[key],
  };
  return new Proxy(map, {
    get: (target, key) => (key in methods ? methods[key as keyof typeof methods] : target[String(key)]),
  }) as unknown as Storage;
}

describe('the browser’s own database', () => {
  it('keeps entries, finds what waits by age, and lays steps in one transaction', async () => {
    const disk = browserDisk(freshName());
    const edit = (id: string, atMs: number) =>
      edited(had(id, 'A'), { kind: 'briefs', id, seen: titled('A'), after: titled('B'), tag: id, atMs });
    await disk.lay([['briefs/a', () => edit('a', 2)], ['briefs/b', () => edit('b', 1)], ['briefs/c', () => had('c', 'C')]]); // prettier-ignore
    expect(await disk.waiting()).to.deep.equal(['briefs/b', 'briefs/a']);
    expect((await disk.all()).map(({ id }) => id)).to.deep.equal(['a', 'b', 'c']);
    const torn = disk.lay([
      ['briefs/c', () => null],
      [
        'briefs/a',
        () => {
          throw new Error('torn');
        },
      ],
    ]);
    await torn.catch(() => undefined);
    expect(await disk.read('briefs/a')).not.to.equal(null);
    await disk.setReadUpTo({ history: 'one', revision: 7 });
    expect(await disk.readUpTo()).to.deep.equal({ history: 'one', revision: 7 });
  });

  it('puts strange entries aside, whatever they are, and the page lives on', async () => {
    const name = freshName();
    const disk = browserDisk(name);
    await disk.lay([['briefs/a', () => had('a', 'A')]]);
    const open = await openDB(name, 1);
    const strange = [
      { key: 'x' },
      { key: 'briefs/b', format: 99, documents: 1, entry: had('b', 'B') },
      { key: 'briefs/c', format: 1, documents: 99, entry: had('c', 'C') },
      { key: 'briefs/d', format: 1, documents: 1, waiting: 1, entry: { ...had('d', 'D'), want: {} } },
      {
        key: 'briefs/e',
        format: 1,
        documents: 1,
        entry: { ...had('e', 'E'), server: { revision: 1, updatedAt: '', document: {} } },
      },
      { key: 'briefs/f', format: 1, documents: 1, waiting: 1, entry: { ...had('f', 'F'), want: { base: null, sent: [], undelete: false, tag: 't', atMs: 1, before: null } } }, // prettier-ignore
      { key: 'dragons/g', format: 1, documents: 1, entry: { ...had('g', 'G'), kind: 'dragons' } },
    ];
    for (const one of strange) await open.put('entries', one);
    open.close();
    expect(await disk.waiting()).to.deep.equal([]);
    expect((await disk.all()).map(({ id }) => id)).to.deep.equal(['a']);
    expect(await disk.aside()).to.have.length(strange.length);
    expect((await disk.all()).map(({ id }) => id)).to.deep.equal(['a']);
    await disk.clearAside();
    expect(await disk.aside()).to.deep.equal([]);
  });

  it('opens what it wrote, edited, clashing and typed alike', () => {
    const base = had('a', 'A');
    const edit = { kind: 'briefs' as const, id: 'a', seen: titled('A'), atMs: 1 };
    const changed = edited(base, { ...edit, after: titled('B'), tag: 'b' });
    const clashing = edited(changed, { ...edit, after: titled('C'), tag: 'c', draft: { typed: titled('C '), on: titled('C') } });
    expect(clashing.clash).not.to.equal(null);
    for (const entry of [base, changed, clashing]) expect(openKept(structuredClone(keptOf(entry)))).to.deep.equal(entry);
  });
});

describe('what the first release left in the browser', () => {
  const held = JSON.parse(readFileSync(new URL('fixtures/local-storage-1.json', import.meta.url), 'utf8')) as Record<
    string,
    unknown
  >;
  const left = () => memory(Object.fromEntries(Object.entries(held).map(([key, value]) => [key, typeof value === 'string' ? value : JSON.stringify(value)]))); // prettier-ignore

  it('is taken over: changes, deletions, clashes and briefs that were not saved; strange keys are put aside', async () => {
    const disk = browserDisk(freshName());
    const storage = left();
    await takeOverEarlier(storage, disk);
    const entries = new Map((await disk.all()).map((entry) => [entry.id, entry]));
    expect((shownOf(entries.get('made')!) as typeof brief).title).to.equal('Made here');
    expect(entries.get('changed')!.want).to.deep.include({ base: { revision: 3, document: titled('Before') } });
    expect(entries.get('gone')!.want).to.include({ document: null });
    expect(entries.get('twice')!.clash).to.deep.include({ why: 'edited', mine: titled('Mine'), others: [titled('Theirs')], fields: ['title'] }); // prettier-ignore
    expect(entries.get('unsaved')!.want).to.deep.include({ document: titled('Not saved'), base: { revision: 0, document: titled('Saved') } }); // prettier-ignore
    expect(await disk.aside()).to.have.length(2);
    expect(Object.keys(storage).filter((key) => /^hushto\.(change|clash|drafts)/.test(key))).to.deep.equal([]);
    // A second time there is nothing to take over, and nothing is changed.
    await takeOverEarlier(storage, disk);
    expect(await disk.aside()).to.have.length(2);
  });
});

describe('a page that goes', () => {
  it('hands on what it had not written, and nothing strange with it', () => {
    const storage = memory();
    const edit = { kind: 'briefs' as const, id: 'a', seen: null, after: titled('A'), tag: 't', atMs: 1 };
    handOver(storage, [{ did: 'edit', edit }]);
    handOver(storage, [{ did: 'edit', edit: { ...edit, after: { title: 'no brief' } } }]);
    expect(takeOver(storage)).to.deep.equal([{ did: 'edit', edit }]);
    // What a page of the first release left has its provenance as a sentence.
    const picture = { ...edit.after.picture, tasteFrom: { seriesId: 'a', say: 'your 16 choices of 6 March' } };
    const old = memory({
      'hushto.unwritten': JSON.stringify([{ did: 'edit', edit: { ...edit, after: { ...edit.after, picture } } }]),
    });
    const [taken] = takeOver(old) as { edit: { after: { picture: { tasteFrom: unknown } } } }[];
    expect(taken!.edit.after.picture.tasteFrom).to.deep.equal({ seriesId: 'a', count: 16, day: null });
    handedOver(storage);
    expect(takeOver(storage)).to.deep.equal([]);
    for (const strange of ['{', '{}', '[1, null, {}]', 'null'])
      expect(takeOver(memory({ 'hushto.unwritten': strange }))).to.deep.equal([]);
  });
});

describe('a browser that keeps nothing', () => {
  it('says so, works against the server, and writes what it held when there is room again', async () => {
    const rows = new Map<string, unknown>();
    const remote = {
      create: async (_kind: string, id: string, document: unknown) => {
        rows.set(id, document);
        return { ...stored(id, ''), document };
      },
    } as unknown as Remote;
    const disk = browserDisk(freshName());
    let full = true;
    const lay: typeof disk.lay = (steps) => (full ? Promise.reject(new Error('QuotaExceededError')) : disk.lay(steps));
    const keeping = createKeeping({ disk: { ...disk, lay }, remote, alone: (_name, work) => work(), tell: () => undefined, now: () => 1, newId: () => 'w', rest: async () => undefined }); // prettier-ignore
    expect(await keeping.edit('briefs', 'a', null, titled('A'))).to.equal(false);
    expect(keeping.store.getState()).to.include({ unsafe: 'QuotaExceededError', inHand: 1 });
    expect(shownOf(keeping.store.getState().entries.get('briefs/a')!)).to.deep.equal(titled('A'));
    await keeping.send();
    expect(rows.get('a')).to.deep.equal(titled('A'));
    full = false;
    await keeping.retry();
    expect(keeping.store.getState()).to.include({ unsafe: null, inHand: 0 });
    expect((await disk.all())[0]!.want).to.equal(null);
  });
});

import 'fake-indexeddb/auto';
import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import { expect } from 'chai';
import { openDB } from 'idb';
import { readFileSync } from 'node:fs';
import { memoryStorage } from '../../test/memoryStorage.ts';
import { edited } from './actions.ts';
import { browserDisk, openStored, storedOf } from './browserDisk.ts';
import { createDocumentSync } from './documentSync.ts';
import { shownOf, type Entry } from './entry.ts';
import { readFirstRelease } from './firstRelease.ts';
import type { Remote } from './remote.ts';
import { pulled } from './replies.ts';
import { unsavedIn } from './unsaved.ts';

let names = 0;
const freshName = (): string => `hushto-${names++}`;
const brief = PORT_ALDER_BRIEFS[0]!;
const titled = (title: string) => ({ ...brief, title });
const stored = (id: string, title: string, revision = 1) => ({ id, revision, createdAt: '2027-01-14T18:00:00.000Z', updatedAt: '', document: titled(title) }); // prettier-ignore
const had = (id: string, title: string): Entry => pulled(null, { kind: 'briefs', id }, stored(id, title));

describe('the browser’s own database', () => {
  it('keeps entries, finds what waits by age, and lays steps in one transaction', async () => {
    const disk = browserDisk(freshName());
    const edit = (id: string, atMs: number) =>
      edited(had(id, 'A'), { kind: 'briefs', id, seen: titled('A'), after: titled('B'), draft: null, tag: id, atMs });
    await disk.commit([['briefs/a', () => edit('a', 2)], ['briefs/b', () => edit('b', 1)], ['briefs/c', () => had('c', 'C')]]); // prettier-ignore
    expect(await disk.waiting()).to.deep.equal(['briefs/b', 'briefs/a']);
    expect((await disk.all()).map(({ id }) => id)).to.deep.equal(['a', 'b', 'c']);
    const torn = disk.commit([
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
    await disk.commit([['briefs/a', () => had('a', 'A')]]);
    const open = await openDB(name, 2);
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
    const edit = { kind: 'briefs' as const, id: 'a', seen: titled('A'), draft: null, atMs: 1 };
    const changed = edited(base, { ...edit, after: titled('B'), tag: 'b' });
    const conflicting = edited(changed, {
      ...edit,
      after: titled('C'),
      tag: 'c',
      draft: { typed: titled('C '), on: titled('C') },
    });
    expect(conflicting.conflict).not.to.equal(null);
    for (const entry of [base, changed, conflicting]) expect(openStored(structuredClone(storedOf(entry)))).to.deep.equal(entry);
  });
});

describe('what the first release left in the browser', () => {
  const held = JSON.parse(readFileSync(new URL('fixtures/local-storage-1.json', import.meta.url), 'utf8')) as Record<
    string,
    unknown
  >;
  const left = () => memoryStorage(Object.fromEntries(Object.entries(held).map(([key, value]) => [key, typeof value === 'string' ? value : JSON.stringify(value)]))); // prettier-ignore

  it('is taken over: changes, deletions, clashes and briefs that were not saved; strange keys are put aside', async () => {
    const disk = browserDisk(freshName());
    const storage = left();
    await readFirstRelease(storage, disk);
    const entries = new Map((await disk.all()).map((entry) => [entry.id, entry]));
    expect((shownOf(entries.get('made')!) as typeof brief).title).to.equal('Made here');
    expect(entries.get('changed')!.pending).to.deep.include({ base: { revision: 3, document: titled('Before') } });
    expect(entries.get('gone')!.pending).to.include({ document: null });
    expect(entries.get('twice')!.conflict).to.deep.include({ why: 'edited', mine: titled('Mine'), others: [titled('Theirs')], fields: ['title'] }); // prettier-ignore
    expect(entries.get('unsaved')!.pending).to.deep.include({ document: titled('Not saved'), base: { revision: 0, document: titled('Saved') } }); // prettier-ignore
    expect(await disk.aside()).to.have.length(2);
    expect(Object.keys(storage).filter((key) => /^hushto\.(change|clash|drafts)/.test(key))).to.deep.equal([]);
    // A second time there is nothing to take over, and nothing is changed.
    await readFirstRelease(storage, disk);
    expect(await disk.aside()).to.have.length(2);
  });
});

describe('a page that goes', () => {
  const edit = (id: string, after: unknown, tag = `w.${id.charCodeAt(0)}`) => ({ type: 'edit' as const, kind: 'briefs' as const, id, seen: null, after, draft: null, safely: false, tag, atMs: 1 }); // prettier-ignore

  it('leaves what it had not written, in the order it was done, and nothing strange with it', () => {
    const unsaved = unsavedIn(() => storage);
    const storage = memoryStorage();
    const one = edit('a', titled('A'));
    const second = edit('b', titled('B'));
    unsaved.save([second, one]);
    unsaved.save([edit('c', { title: 'no brief' })]);
    expect(unsaved.read()).to.deep.equal([one, second]);
    // Another window goes at the same moment: each has keys of its own.
    const other = edit('d', titled('D'), 'other.1');
    unsavedIn(() => storage).save([other]);
    unsaved.clear([one]);
    expect(unsaved.read()).to.deep.equal([other, second]);
    const refusing = unsavedIn(() => {
      throw new Error('forbidden');
    });
    refusing.save([one]);
    expect(refusing.read()).to.deep.equal([]);
  });

  it('of a release up to 0.1 is understood: deeds under their names, provenance as a sentence', () => {
    const { after } = edit('a', titled('A')) as { after: typeof brief };
    const picture = { ...after.picture, tasteFrom: { seriesId: 'a', say: 'your 16 choices of 6 March' } };
    const at = { tag: 't', atMs: 1 };
    const clash = { why: 'edited', mine: null, others: [after], fields: [], base: null, refusal: null };
    const left = [
      { did: 'edit', edit: { kind: 'briefs', id: 'a', seen: null, after: { ...after, picture }, ...at } },
      { did: 'delete', kind: 'briefs', id: 'b', at: { seen: after, clashing: null, ...at } },
      { did: 'bringBack', back: { kind: 'briefs', id: 'c', createdAt: '', document: after, ...at } },
      { did: 'choose', kind: 'briefs', id: 'd', clash, keep: { other: 0 }, at },
      { did: 'draft', kind: 'briefs', id: 'e', draft: { typed: {}, on: after } },
    ];
    const unsaved = unsavedIn(() => memoryStorage({ 'hushto.unwritten': JSON.stringify(left) }));
    const read = unsaved.read();
    expect(read.map(({ type, id }) => `${type} ${id}`)).to.deep.equal([
      'edit a',
      'delete b',
      'bringBack c',
      'choose d',
      'draft e',
    ]);
    const [first] = read as { after: { picture: { tasteFrom: unknown } } }[];
    expect(first!.after.picture.tasteFrom).to.deep.equal({ seriesId: 'a', count: 16, day: null });
    for (const strange of ['{', '{}', '[1, null, {}]', 'null'])
      expect(unsavedIn(() => memoryStorage({ 'hushto.unwritten': strange })).read()).to.deep.equal([]);
  });
});

describe('entries as releases up to 0.1 wrote them', () => {
  it('are opened in today’s form: what waits, what conflicts, and a deletion that can still be undone', () => {
    const entry = { kind: 'briefs', id: 'a', createdAt: '', server: null, goneAt: 7, draft: null };
    const want = { document: titled('B'), base: { revision: 3, document: titled('A') }, sent: [], undelete: false, tag: 't', atMs: 2, before: null }; // prettier-ignore
    const clash = { why: 'edited', mine: titled('C'), others: [titled('D')], fields: ['title'], base: null, refusal: null };
    const kept = (more: object) =>
      openStored({ key: 'briefs/a', format: 1, documents: 5, waiting: 1, entry: { ...entry, ...more } });
    expect(kept({ want, clash: null })).to.deep.include({ pending: want, conflict: null, deletedRevision: 7 });
    expect(kept({ want: null, clash })).to.deep.include({ pending: null, conflict: clash });
    const gone = { ...want, document: null, before: { want, clash: null } };
    expect(kept({ want: gone, clash: null })!.pending).to.deep.include({ before: { pending: want, conflict: null } });
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
    const commit: typeof disk.commit = (steps) => (full ? Promise.reject(new Error('QuotaExceededError')) : disk.commit(steps));
    const sync = createDocumentSync({ disk: { ...disk, commit }, remote, alone: (_name, work) => work(), tell: () => undefined, now: () => 1, newId: () => 'w', rest: async () => undefined, unsaved: unsavedIn(() => memoryStorage()) }); // prettier-ignore
    expect(await sync.edit('briefs', 'a', null, titled('A'))).to.equal(false);
    expect(sync.store.getState()).to.include({ diskTrouble: 'QuotaExceededError', unwritten: 1 });
    expect(shownOf(sync.store.getState().entries.get('briefs/a')!)).to.deep.equal(titled('A'));
    await sync.send();
    expect(rows.get('a')).to.deep.equal(titled('A'));
    full = false;
    await sync.retry();
    expect(sync.store.getState()).to.include({ diskTrouble: null, unwritten: 0 });
    expect((await disk.all())[0]!.pending).to.equal(null);
  });
});

import { expect } from 'chai';
import fc from 'fast-check';
import { seededRandom } from '@hushto/core';
import { mergeThree } from './merge.ts';
import { createOutbox, type Remote, type Shelf, type Stored } from './outbox.ts';

/** The browser's storage, as a map. */
function memory(): Storage {
  const map: Record<string, string> = {};
  const methods = {
    getItem: (key: string) => map[key] ?? null,
    setItem: (key: string, value: string) => void (map[key] = value),
    removeItem: (key: string) => void delete map[key],
  };
  return new Proxy(map, {
    get: (target, key) => (key in methods ? methods[key as keyof typeof methods] : target[String(key)]),
  }) as unknown as Storage;
}

const failure = (code: string) => Object.assign(new Error(code), { code });

/** A server that behaves as ours, whose line may break before a request or after it, losing only the answer. */
function server(breaks: () => boolean = () => false) {
  const rows = new Map<string, Stored & { deleted: boolean }>();
  const over = async <Reply>(work: () => Reply): Promise<Reply> => {
    if (breaks()) throw failure('OFFLINE');
    const reply = work();
    if (breaks()) throw failure('OFFLINE');
    return structuredClone(reply);
  };
  const there = (id: string) => {
    const row = rows.get(id);
    if (!row || row.deleted) throw failure('NOT_FOUND');
    return row;
  };
  const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
  const remote: Remote = {
    create: (_shelf, id, document) =>
      over(() => {
        const row = rows.get(id);
        if (row && (row.deleted || !same(row.document, document))) throw failure('CONFLICT');
        if (!row) rows.set(id, { id, revision: 1, createdAt: '', updatedAt: '', document, deleted: false });
        return rows.get(id)!;
      }),
    change: (_shelf, id, document, revision) =>
      over(() => {
        const row = there(id);
        if (same(row.document, document)) return row;
        if (row.revision !== revision) throw failure('CONFLICT');
        Object.assign(row, { document, revision: revision + 1 });
        return row;
      }),
    read: (_shelf, id) => over(() => there(id)),
    delete: (_shelf, id) => over(() => void (there(id).deleted = true)),
    restore: (_shelf, id) => over(() => Object.assign(rows.get(id)!, { deleted: false })),
  };
  return { rows, remote };
}

function boxWith(remote: Remote, storage = memory()) {
  let clock = 0;
  let ids = 0;
  const stored: [Shelf, string, Stored | null][] = [];
  const box = createOutbox({
    storage: () => storage,
    remote,
    now: () => (clock += 1),
    newId: () => `copy-${ids++}`,
    onStored: (...what) => void stored.push(what),
  });
  return { box, storage, stored, state: box.getState };
}

const put = (id: string, document: unknown, base: { revision: number; document: unknown } | null = null) => ({
  shelf: 'briefs' as const,
  id,
  kind: 'put' as const,
  document,
  base,
});

describe('changes that wait for the server', () => {
  it('are sent in their order and forgotten when they arrived', async () => {
    const { remote, rows } = server();
    const { state, stored } = boxWith(remote);
    state().add(put('a', { title: 'One' }));
    state().add(put('b', { title: 'Two' }));
    await state().send();
    expect([...rows.keys()]).to.deep.equal(['a', 'b']);
    expect(stored.map(([, id]) => id)).to.deep.equal(['a', 'b']);
    expect(state().changes).to.deep.equal([]);
  });

  it('outlive the window that made them', async () => {
    const { remote, rows } = server();
    const storage = memory();
    boxWith(remote, storage)
      .state()
      .add(put('a', { title: 'One' }));
    await boxWith(remote, storage).state().send();
    expect(rows.get('a')?.document).to.deep.equal({ title: 'One' });
  });

  it('stay while the server does not answer, and two windows do not write over each other', async () => {
    let away = true;
    const { remote, rows } = server(() => away);
    const storage = memory();
    const [first, second] = [boxWith(remote, storage), boxWith(remote, storage)];
    first.state().add(put('a', { title: 'One' }));
    second.state().add(put('b', { title: 'Two' }));
    await first.state().send();
    expect(first.state().reached).to.equal(false);
    expect(first.state().changes).to.have.length(2);
    away = false;
    await Promise.all([first.state().send(), second.state().send()]);
    expect(rows.size).to.equal(2);
    first.state().reread();
    expect([first.state().changes, first.state().clashes]).to.deep.equal([[], []]);
  });

  it('become one while they wait, on the base of the first', async () => {
    const { remote, rows } = server();
    rows.set('a', { id: 'a', revision: 3, createdAt: '', updatedAt: '', document: { n: 0 }, deleted: false });
    const { state } = boxWith(remote);
    state().add(put('a', { n: 1 }, { revision: 3, document: { n: 0 } }));
    state().add(put('a', { n: 2 }, { revision: 3, document: { n: 1 } }));
    expect(state().changes).to.have.length(1);
    await state().send();
    expect(rows.get('a'))
      .to.include({ revision: 4 })
      .and.to.deep.include({ document: { n: 2 } });
  });

  it('need not be sent when what was made here is deleted here', async () => {
    const { remote, rows } = server();
    const { state } = boxWith(remote);
    state().add(put('a', { n: 1 }));
    state().add({ ...put('a', null), kind: 'delete' });
    await state().send();
    expect(rows.size).to.equal(0);
    expect(state().changes).to.deep.equal([]);
  });

  it('are brought together with what was changed elsewhere, where the two do not meet', async () => {
    const { remote, rows } = server();
    rows.set('a', { id: 'a', revision: 2, createdAt: '', updatedAt: '', document: { light: 5, distance: 4 }, deleted: false });
    const { state } = boxWith(remote);
    state().add(put('a', { light: 4, distance: 6 }, { revision: 1, document: { light: 4, distance: 4 } }));
    await state().send();
    expect(rows.get('a')?.document).to.deep.equal({ light: 5, distance: 6 });
    expect(state().clashes).to.deep.equal([]);
  });

  for (const [keep, here, copies] of [
    ['mine', { light: 3 }, 0],
    ['theirs', { light: 5 }, 0],
    ['both', { light: 5 }, 1],
  ] as const)
    it(`that clash are shown and can be settled: ${keep}`, async () => {
      const { remote, rows } = server();
      rows.set('a', { id: 'a', revision: 2, createdAt: '', updatedAt: '', document: { light: 5 }, deleted: false });
      const { state } = boxWith(remote);
      state().add(put('a', { light: 3 }, { revision: 1, document: { light: 4 } }));
      await state().send();
      const [clash] = state().clashes;
      expect(clash).to.deep.include({ mine: { light: 3 }, fields: ['light'] });
      expect(rows.get('a')?.document).to.deep.equal({ light: 5 });
      state().settle(clash!, keep);
      await state().send();
      expect(rows.get('a')?.document).to.deep.equal(here);
      expect(rows.size - 1).to.equal(copies);
      if (copies) expect(rows.get('copy-0')?.document).to.deep.equal({ light: 3 });
      expect([state().changes, state().clashes]).to.deep.equal([[], []]);
    });

  it('of what was deleted elsewhere clash too, and live on as a copy when kept', async () => {
    const { remote, rows } = server();
    rows.set('a', { id: 'a', revision: 2, createdAt: '', updatedAt: '', document: { light: 4 }, deleted: true });
    const { state } = boxWith(remote);
    state().add(put('a', { light: 3 }, { revision: 2, document: { light: 4 } }));
    await state().send();
    expect(state().clashes[0]).to.include({ theirs: null });
    state().settle(state().clashes[0]!, 'mine');
    await state().send();
    expect(rows.get('copy-0')?.document).to.deep.equal({ light: 3 });
  });

  it('are never lost on a line that breaks at any moment, with somebody else changing the same things', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer(), fc.integer({ min: 1, max: 12 }), async (seed, edits) => {
        const random = seededRandom(seed);
        let bad = true;
        const { remote, rows } = server(() => bad && random() < 0.4);
        const { state } = boxWith(remote);
        const ids = ['a', 'b', 'c'];
        const last: Record<string, number> = {};
        for (let i = 0; i < edits; i++) {
          const id = ids[Math.floor(random() * ids.length)]!;
          const row = rows.get(id);
          const base = row ? { revision: row.revision, document: structuredClone(row.document) } : null;
          const before = state().changes.find((change) => change.id === id)?.document ?? row?.document ?? {};
          last[id] = i;
          state().add(put(id, { ...before, mine: i }, base));
          if (random() < 0.5 && rows.has(id)) Object.assign(rows.get(id)!, { revision: rows.get(id)!.revision + 1, document: { ...(rows.get(id)!.document as object), theirs: i } }); // prettier-ignore
          if (random() < 0.6) await state().send();
        }
        bad = false;
        await state().send();
        expect(state().changes).to.deep.equal([]);
        // After a lost answer nobody can know whose the field was: then both are shown.
        for (const [id, value] of Object.entries(last)) {
          const clash = state().clashes.find((shown) => shown.id === id);
          expect(clash?.mine ?? rows.get(id)?.document).to.include({ mine: value });
          if (clash) expect(clash.fields).to.deep.equal(['mine']);
        }
      }),
      { numRuns: 300 },
    );
  });
});

describe('two changes of one document', () => {
  const base = { light: { ev: 4, label: 'bulbs' }, readings: [{ id: 'a', ev: 4 }, { id: 'b', ev: 5 }] }; // prettier-ignore

  it('are merged field by field and thing by thing', () => {
    const mine = { ...base, light: { ev: 3, label: 'bulbs' }, readings: [...base.readings, { id: 'c', ev: 6 }] };
    const theirs = { light: { ev: 4, label: 'lamps' }, readings: [{ id: 'b', ev: 5.5 }, { id: 'd', ev: 1 }] }; // prettier-ignore
    expect(mergeThree<unknown>(base, mine, theirs)).to.deep.equal({
      document: {
        light: { ev: 3, label: 'lamps' },
        readings: [{ id: 'b', ev: 5.5 }, { id: 'd', ev: 1 }, { id: 'c', ev: 6 }], // prettier-ignore
      },
      clashes: [],
    });
  });

  it('clash where both set a field to different values, or one deleted what the other changed', () => {
    const mine = { ...base, light: { ev: 3, label: 'bulbs' }, readings: [base.readings[0]!] };
    const theirs = { ...base, light: { ev: 5, label: 'bulbs' }, readings: [base.readings[0]!, { id: 'b', ev: 9 }] };
    expect(mergeThree(base, mine, theirs).clashes).to.deep.equal(['light.ev', 'readings.b']);
  });

  it('are each other’s mirror, keep to one side’s alone, and the same twice is once', () => {
    const document = fc.record(
      {
        n: fc.integer({ min: 0, max: 3 }),
        deep: fc.record({ a: fc.integer({ min: 0, max: 2 }), b: fc.boolean() }, { noNullPrototype: true }),
      },
      { noNullPrototype: true },
    );
    fc.assert(
      fc.property(document, document, document, (a, b, c) => {
        expect(mergeThree(a, b, a)).to.deep.equal({ document: b, clashes: [] });
        expect(mergeThree(a, a, b)).to.deep.equal({ document: b, clashes: [] });
        expect(mergeThree(a, b, b)).to.deep.equal({ document: b, clashes: [] });
        const [one, other] = [mergeThree(a, b, c), mergeThree(a, c, b)];
        expect(one.clashes).to.deep.equal(other.clashes);
        if (one.clashes.length === 0) expect(one.document).to.deep.equal(other.document);
      }),
    );
  });
});

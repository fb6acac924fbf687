import type { StoredBrief } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { expect } from 'chai';
import fc from 'fast-check';
import type * as DocumentsFile from '../../src/state/documents.ts';
import type * as LibraryFile from '../../src/state/library.ts';
import { aHouse } from './aHouse.ts';
import { inARoom } from './room.ts';

/** Values of a brief that a hand sets apart from each other. */
const VALUES = {
  title: (brief: Brief, n: number): Brief => ({ ...brief, title: `Brief ${n}` }),
  distance: (brief: Brief, n: number): Brief => ({ ...brief, subject: { ...brief.subject, distanceM: 2 + n } }),
  light: (brief: Brief, n: number): Brief => ({ ...brief, light: { ...brief.light, ev100: n / 2 } }),
  tone: (brief: Brief, n: number): Brief => ({ ...brief, subject: { ...brief.subject, tone: 0.1 + n / 100 } }),
};
type Value = keyof typeof VALUES;
const anyValue = fc.constantFrom(...(Object.keys(VALUES) as Value[]));

describe('the house: undo and redo', function () {
  this.timeout(20_000);
  const house = aHouse();
  const { plan, hand, briefs, server, reload, page } = house;
  const { once } = inARoom(house);
  let documents: typeof DocumentsFile;
  let library: typeof LibraryFile;
  let id: string;
  const now = (): Brief => library.documentOf('briefs', id)!;
  const set = (value: Value, n: number): void => documents.replaceDocument('briefs', id, VALUES[value](now(), n));
  const undo = (): Promise<void> => hand().keyboard('{Control>}z{/Control}');
  const redo = (): Promise<void> => hand().keyboard('{Control>}{Shift>}z{/Shift}{/Control}');
  /** What may be pressed: nothing can be taken back that was not done. */
  const can = (what: 'Undo' | 'Redo'): boolean =>
    page()
      .queryAllByRole('button', { name: what })
      .some((button) => !button.hasAttribute('disabled'));
  before(async () => {
    documents = await house.module<typeof DocumentsFile>('state/documents.ts');
    library = await house.module<typeof LibraryFile>('state/library.ts');
  });
  const openBrief = async (title: string): Promise<void> => {
    await plan(title);
    id = window.location.pathname.split('/').at(-1)!;
  };

  it('go through whatever was done as through a list of states, and what is done after an undo ends what could be redone', async () => {
    await openBrief('Ferry Steps');
    const done = fc.oneof(
      { weight: 3, arbitrary: fc.record({ value: anyValue, n: fc.integer({ min: 0, max: 9 }) }) },
      { weight: 2, arbitrary: fc.constantFrom('undo' as const, 'redo' as const) },
    );
    await fc.assert(
      fc.asyncProperty(fc.array(done, { minLength: 4, maxLength: 14 }), async (all) => {
        // What was done before belongs to the hand as well: it is gone back to, then begun from.
        const past: Brief[] = [];
        let future: Brief[] = [];
        for (const one of all) {
          if (one === 'undo' || one === 'redo') {
            const [from, to] = one === 'undo' ? [past, future] : [future, past];
            if (from.length === 0) continue;
            const wanted = from.pop()!;
            to.push(now());
            await (one === 'undo' ? undo() : redo());
            await once(() => expect(now()).to.deep.equal(wanted));
          } else {
            const [was, will] = [now(), VALUES[one.value](now(), one.n)];
            set(one.value, one.n);
            expect(now()).to.deep.equal(will);
            if (JSON.stringify(was) === JSON.stringify(will)) continue;
            past.push(was);
            future = [];
          }
        }
        while (past.length > 0) {
          await undo();
          expect(now()).to.deep.equal(past.pop());
        }
      }),
      { numRuns: 8 },
    );
  });

  it('leave alone what somebody else set meanwhile', async () => {
    await openBrief('Sluice');
    await fc.assert(
      fc.asyncProperty(anyValue, anyValue, async (mine, theirs) => {
        fc.pre(mine !== theirs);
        const was = now();
        set(mine, 7);
        await library.sync.send();
        const { document, revision } = (await briefs()).find((brief) => brief.id === id) as StoredBrief;
        const { status } = await server().send('PUT', `/api/briefs/${id}`, VALUES[theirs](document, 9), {
          'if-match': String(revision),
        });
        expect(status).to.equal(200);
        await reload();
        await undo();
        await once(() => expect(now()).to.deep.equal(VALUES[theirs](was, 9)));
        await redo();
        await once(() => expect(now()).to.deep.equal(VALUES[mine](VALUES[theirs](was, 9), 7)));
        await undo();
        // As it was before, for the next.
        documents.replaceDocument('briefs', id, was);
        await library.sync.send();
      }),
      { numRuns: 8 },
    );
  });

  it('cannot be pressed where there is nothing to take back or to make again', async () => {
    await openBrief('Boathouse');
    await once(() => expect([can('Undo'), can('Redo')]).to.deep.equal([false, false]));
    set('distance', 9);
    await once(() => expect([can('Undo'), can('Redo')]).to.deep.equal([true, false]));
    await undo();
    await once(() => expect([can('Undo'), can('Redo')]).to.deep.equal([false, true]));
  });
});

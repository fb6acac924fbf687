import { expect } from 'chai';
import type { Stored } from '@hushto/contract';
import { broughtBack, chosen, deleted, edited } from './actions.ts';
import { shownOf, type Entry, type PendingWrite } from './entry.ts';
import { answered, pulled, pulledAnew, pulledAway, sending } from './replies.ts';

const ID = { kind: 'briefs' as const, id: 'a' };
const stored = (document: object, revision: number): Stored => ({ id: 'a', revision, createdAt: '', updatedAt: '', document });
let tags = 0;
const stamp = () => ({ tag: `t${++tags}`, atMs: tags });
/** A document as the server has it at revision 1. */
const had = (document: object): Entry => pulled(null, ID, stored(document, 1));
const edit = (entry: Entry | null, seen: object | null, after: object): Entry =>
  edited(entry, { ...ID, seen, after, draft: null, ...stamp() });
const remove = (entry: Entry, seen: unknown) => deleted(entry, { seen, conflict: entry.conflict, ...stamp() })!;
const back = (entry: Entry | null, document: unknown) => broughtBack(entry, { ...ID, createdAt: '', document, ...stamp() });
const pendingOf = (entry: Entry | null): PendingWrite => entry!.pending!;

describe('what was lost once', () => {
  it('two windows edit one document while the server is away: both edits live on', () => {
    const base = { light: 4, distance: 4 };
    const first = edit(had(base), base, { light: 3, distance: 4 });
    const second = edit(first, base, { light: 4, distance: 6 });
    expect(pendingOf(second)).to.deep.include({ document: { light: 3, distance: 6 }, base: { revision: 1, document: base } });
  });

  it('… and of the same field both are shown', () => {
    const second = edit(edit(had({ light: 4 }), { light: 4 }, { light: 3 }), { light: 4 }, { light: 6 });
    expect(second.pending).to.equal(null);
    expect(second.conflict).to.deep.include({ why: 'edited', mine: { light: 6 }, others: [{ light: 3 }], fields: ['light'] });
  });

  it('typing goes on during a merge: what the other side changed is not undone', () => {
    const base = { light: 4, distance: 4, tone: 1 };
    let entry: Entry | null = edit(had(base), base, { ...base, distance: 5 });
    const first = pendingOf(entry);
    entry = sending(entry, first)!;
    entry = edit(entry, { ...base, distance: 5 }, { ...base, distance: 5, tone: 2 });
    entry = answered(entry, first, { result: 'conflict', theirs: stored({ ...base, light: 3 }, 2) });
    expect(pendingOf(entry)).to.deep.include({ document: { light: 3, distance: 5, tone: 2 } });
    expect(pendingOf(entry).base).to.include({ revision: 2 });
  });

  it('a conflict is found while typing: what was typed last is its side', () => {
    let entry: Entry | null = edit(had({ light: 4, tone: 1 }), { light: 4, tone: 1 }, { light: 3, tone: 1 });
    const first = pendingOf(entry);
    entry = sending(entry, first)!;
    entry = edit(entry, { light: 3, tone: 1 }, { light: 3, tone: 2 });
    entry = answered(entry, first, { result: 'conflict', theirs: stored({ light: 6, tone: 1 }, 2) })!;
    expect(entry.conflict).to.deep.include({ mine: { light: 3, tone: 2 }, others: [{ light: 6, tone: 1 }] });
    entry = edit(entry, { light: 3, tone: 2 }, { light: 3, tone: 5 });
    expect(entry.conflict).to.deep.include({ mine: { light: 3, tone: 5 }, others: [{ light: 6, tone: 1 }] });
  });

  it('a conflict arises in another window while an older edit is on its way: both sides stay', () => {
    let entry: Entry | null = edit(had({ light: 4 }), { light: 4 }, { light: 3 });
    const first = pendingOf(entry);
    entry = sending(entry, first)!;
    entry = edit(entry, { light: 4 }, { light: 6 });
    entry = answered(entry, first, { result: 'stored', stored: stored({ light: 3 }, 2) })!;
    expect(entry.conflict).to.deep.include({
      mine: { light: 6 },
      others: [{ light: 3 }],
      base: { revision: 2, document: { light: 3 } },
    });
  });

  it('offline it is edited, deleted, and that is undone: the edit is back', () => {
    const changed = edit(had({ light: 4 }), { light: 4 }, { light: 3 });
    const gone = remove(changed, { light: 3 });
    expect(shownOf(gone)).to.equal(null);
    const again = back(gone, { light: 3 });
    expect(again.pending).to.deep.equal(changed.pending);
  });

  it('a deletion is undone while it is on its way: it is brought back there', () => {
    const gone = remove(had({ light: 4 }), { light: 4 });
    const sent = pendingOf(gone);
    const again = back(sending(gone, sent), { light: 4 });
    expect(pendingOf(again)).to.include({ undelete: true });
    expect(pendingOf(answered(again, sent, { result: 'deleted' }))).to.deep.include({ undelete: true, document: { light: 4 } });
  });

  it('it is deleted here on an older revision: what was changed there is not deleted unseen', () => {
    const gone = remove(had({ light: 4 }), { light: 4 });
    const entry = answered(gone, pendingOf(gone), { result: 'conflict', theirs: stored({ light: 6 }, 2) });
    expect(entry!.conflict).to.deep.include({ why: 'edited', mine: null, others: [{ light: 6 }] });
    expect(shownOf(entry!)).to.deep.equal({ light: 6 });
    expect(pendingOf(chosen(entry!, { choice: 'mine', ...stamp() }).entry)).to.deep.include({
      document: null,
      base: { revision: 2, document: { light: 6 } },
    });
  });

  it('a refused change is called refused, and the server’s state is still known', () => {
    const changed = edit(had({ light: 4 }), { light: 4 }, { light: 99 });
    const entry = answered(changed, pendingOf(changed), { result: 'refused', message: 'Too bright.' })!;
    expect(entry.conflict).to.deep.include({
      why: 'refused',
      mine: { light: 99 },
      others: [{ light: 4 }],
      refusal: 'Too bright.',
    });
    const { entry: after, copies } = chosen(entry, { choice: { other: 0 }, ...stamp() });
    expect([shownOf(after!), copies]).to.deep.equal([{ light: 4 }, []]);
  });

  it('an answer is lost and the edit goes on: one’s own state on the server is nobody else’s', () => {
    let entry: Entry | null = edit(had({ light: 4 }), { light: 4 }, { light: 3 });
    entry = sending(entry, pendingOf(entry))!;
    entry = edit(entry, { light: 3 }, { light: 2 });
    entry = answered(entry, pendingOf(entry), { result: 'conflict', theirs: stored({ light: 3 }, 2) });
    expect(entry!.conflict).to.equal(null);
    expect(pendingOf(entry)).to.deep.include({ document: { light: 2 }, base: { revision: 2, document: { light: 3 } } });
  });

  it('a late answer does not bring back what was deleted since', () => {
    const changed = edit(had({ light: 4 }), { light: 4 }, { light: 3 });
    const gone = pulledAway(sending(changed, pendingOf(changed)), 5);
    expect(answered(gone, pendingOf(changed), { result: 'stored', stored: stored({ light: 3 }, 4) })).to.equal(null);
  });

  it('deleted here and, before that was sent, elsewhere: undoing it brings it back there', () => {
    const gone = pulledAway(remove(had({ light: 4 }), { light: 4 }), 3);
    const again = back(gone, { light: 4 });
    expect(shownOf(again)).to.deep.equal({ light: 4 });
    expect(pendingOf(again)).to.include({ undelete: true });
  });

  it('a restore brings back what was deleted while the answer was on its way: it stays', () => {
    const gone = remove(had({ light: 4 }), { light: 4 });
    const restored = pulledAnew(gone, ID, stored({ light: 6 }, 9));
    const after = answered(restored, pendingOf(gone), { result: 'deleted' })!;
    expect([shownOf(after), after.pending]).to.deep.equal([{ light: 6 }, null]);
  });

  it('a restore brings back what was gone when a change was refused: the two are merged', () => {
    const changed = edit(had({ light: 4, tone: 1 }), { light: 4, tone: 1 }, { light: 3, tone: 1 });
    const restored = pulledAnew(changed, ID, stored({ light: 4, tone: 2 }, 9));
    const after = answered(restored, pendingOf(changed), { result: 'conflict', theirs: null });
    expect(pendingOf(after)).to.deep.include({ document: { light: 3, tone: 2 } });
    expect(pendingOf(after).base).to.include({ revision: 9 });
  });

  it('back to what the server has, there is nothing to send', () => {
    const changed = edit(had({ light: 4 }), { light: 4 }, { light: 3 });
    expect(edit(changed, { light: 3 }, { light: 4 }).pending).to.equal(null);
  });

  it('deleted elsewhere while it was edited here, it lives on as a new one when kept', () => {
    const changed = edit(had({ light: 4 }), { light: 4 }, { light: 3 });
    const entry = answered(changed, pendingOf(changed), { result: 'conflict', theirs: null })!;
    expect(entry.conflict).to.include({ why: 'deleted' });
    expect(chosen(entry, { choice: 'mine', ...stamp() })).to.deep.equal({ entry: null, copies: [{ light: 3 }] });
    expect(chosen(entry, { choice: { other: 0 }, ...stamp() })).to.deep.equal({ entry: null, copies: [] });
  });
});

import { expect } from 'chai';
import type { Stored } from '@hushto/contract';
import {
  answered,
  broughtBack,
  chosen,
  deleted,
  edited,
  pulled,
  pulledAway,
  sending,
  shownOf,
  type Entry,
  type Want,
} from './record.ts';

const ID = { kind: 'briefs' as const, id: 'a' };
const stored = (document: object, revision: number): Stored => ({ id: 'a', revision, createdAt: '', updatedAt: '', document });
let tags = 0;
const stamp = () => ({ tag: `t${++tags}`, atMs: tags });
/** A document as the server has it at revision 1. */
const had = (document: object): Entry => pulled(null, ID, stored(document, 1));
const edit = (entry: Entry | null, seen: object | null, after: object): Entry =>
  edited(entry, { ...ID, seen, after, ...stamp() });
const remove = (entry: Entry, seen: unknown) => deleted(entry, { seen, clashing: entry.clash, ...stamp() })!;
const back = (entry: Entry | null, document: unknown) => broughtBack(entry, { ...ID, createdAt: '', document, ...stamp() });
const wanted = (entry: Entry | null): Want => entry!.want!;

describe('what was lost once', () => {
  it('two windows edit one document while the server is away: both edits live on', () => {
    const base = { light: 4, distance: 4 };
    const first = edit(had(base), base, { light: 3, distance: 4 });
    const second = edit(first, base, { light: 4, distance: 6 });
    expect(wanted(second)).to.deep.include({ document: { light: 3, distance: 6 }, base: { revision: 1, document: base } });
  });

  it('… and of the same field both are shown', () => {
    const second = edit(edit(had({ light: 4 }), { light: 4 }, { light: 3 }), { light: 4 }, { light: 6 });
    expect(second.want).to.equal(null);
    expect(second.clash).to.deep.include({ why: 'edited', mine: { light: 6 }, others: [{ light: 3 }], fields: ['light'] });
  });

  it('typing goes on during a merge: what the other side changed is not undone', () => {
    const base = { light: 4, distance: 4, tone: 1 };
    let entry: Entry | null = edit(had(base), base, { ...base, distance: 5 });
    const first = wanted(entry);
    entry = sending(entry, first)!;
    entry = edit(entry, { ...base, distance: 5 }, { ...base, distance: 5, tone: 2 });
    entry = answered(entry, first, { came: 'conflict', theirs: stored({ ...base, light: 3 }, 2) });
    expect(wanted(entry)).to.deep.include({ document: { light: 3, distance: 5, tone: 2 } });
    expect(wanted(entry).base).to.include({ revision: 2 });
  });

  it('a clash is found while typing: what was typed last is its side', () => {
    let entry: Entry | null = edit(had({ light: 4, tone: 1 }), { light: 4, tone: 1 }, { light: 3, tone: 1 });
    const first = wanted(entry);
    entry = sending(entry, first)!;
    entry = edit(entry, { light: 3, tone: 1 }, { light: 3, tone: 2 });
    entry = answered(entry, first, { came: 'conflict', theirs: stored({ light: 6, tone: 1 }, 2) })!;
    expect(entry.clash).to.deep.include({ mine: { light: 3, tone: 2 }, others: [{ light: 6, tone: 1 }] });
    entry = edit(entry, { light: 3, tone: 2 }, { light: 3, tone: 5 });
    expect(entry.clash).to.deep.include({ mine: { light: 3, tone: 5 }, others: [{ light: 6, tone: 1 }] });
  });

  it('a clash arises in another window while an older edit is on its way: both sides stay', () => {
    let entry: Entry | null = edit(had({ light: 4 }), { light: 4 }, { light: 3 });
    const first = wanted(entry);
    entry = sending(entry, first)!;
    entry = edit(entry, { light: 4 }, { light: 6 });
    entry = answered(entry, first, { came: 'stored', stored: stored({ light: 3 }, 2) })!;
    expect(entry.clash).to.deep.include({
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
    expect(again.want).to.deep.equal(changed.want);
  });

  it('a deletion is undone while it is on its way: it is brought back there', () => {
    const gone = remove(had({ light: 4 }), { light: 4 });
    const sent = wanted(gone);
    const again = back(sending(gone, sent), { light: 4 });
    expect(wanted(again)).to.include({ undelete: true });
    expect(wanted(answered(again, sent, { came: 'deleted' }))).to.deep.include({ undelete: true, document: { light: 4 } });
  });

  it('it is deleted here on an older revision: what was changed there is not deleted unseen', () => {
    const gone = remove(had({ light: 4 }), { light: 4 });
    const entry = answered(gone, wanted(gone), { came: 'conflict', theirs: stored({ light: 6 }, 2) });
    expect(entry!.clash).to.deep.include({ why: 'edited', mine: null, others: [{ light: 6 }] });
    expect(shownOf(entry!)).to.deep.equal({ light: 6 });
    expect(wanted(chosen(entry!, 'mine', stamp()).entry)).to.deep.include({
      document: null,
      base: { revision: 2, document: { light: 6 } },
    });
  });

  it('a refused change is called refused, and the server’s state is still known', () => {
    const changed = edit(had({ light: 4 }), { light: 4 }, { light: 99 });
    const entry = answered(changed, wanted(changed), { came: 'refused', message: 'Too bright.' })!;
    expect(entry.clash).to.deep.include({ why: 'refused', mine: { light: 99 }, others: [{ light: 4 }], refusal: 'Too bright.' });
    const { entry: after, copies } = chosen(entry, { other: 0 }, stamp());
    expect([shownOf(after!), copies]).to.deep.equal([{ light: 4 }, []]);
  });

  it('an answer is lost and the edit goes on: one’s own state on the server is nobody else’s', () => {
    let entry: Entry | null = edit(had({ light: 4 }), { light: 4 }, { light: 3 });
    entry = sending(entry, wanted(entry))!;
    entry = edit(entry, { light: 3 }, { light: 2 });
    entry = answered(entry, wanted(entry), { came: 'conflict', theirs: stored({ light: 3 }, 2) });
    expect(entry!.clash).to.equal(null);
    expect(wanted(entry)).to.deep.include({ document: { light: 2 }, base: { revision: 2, document: { light: 3 } } });
  });

  it('a late answer does not bring back what was deleted since', () => {
    const changed = edit(had({ light: 4 }), { light: 4 }, { light: 3 });
    const gone = pulledAway(sending(changed, wanted(changed)), 5);
    expect(answered(gone, wanted(changed), { came: 'stored', stored: stored({ light: 3 }, 4) })).to.equal(null);
  });

  it('back to what the server has, there is nothing to send', () => {
    const changed = edit(had({ light: 4 }), { light: 4 }, { light: 3 });
    expect(edit(changed, { light: 3 }, { light: 4 }).want).to.equal(null);
  });

  it('deleted elsewhere while it was edited here, it lives on as a new one when kept', () => {
    const changed = edit(had({ light: 4 }), { light: 4 }, { light: 3 });
    const entry = answered(changed, wanted(changed), { came: 'conflict', theirs: null })!;
    expect(entry.clash).to.include({ why: 'deleted' });
    expect(chosen(entry, 'mine', stamp())).to.deep.equal({ entry: null, copies: [{ light: 3 }] });
    expect(chosen(entry, { other: 0 }, stamp())).to.deep.equal({ entry: null, copies: [] });
  });
});

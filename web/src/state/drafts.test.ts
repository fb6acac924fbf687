import { briefFrom, STARTER_SITUATIONS } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { expect } from 'chai';
import { createDrafts } from './drafts.ts';

const stored = briefFrom(STARTER_SITUATIONS[0]!);
const at =
  (distanceM: number) =>
  (brief: Brief): Brief => ({ ...brief, subject: { ...brief.subject, distanceM } });

function memory(start: Record<string, string> = {}) {
  const kept = new Map(Object.entries(start));
  return {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => void kept.set(name, value),
    removeItem: (name: string) => void kept.delete(name),
  };
}

describe('unsaved edits', () => {
  it('keep the last good brief while a value cannot work, and name the field', () => {
    const drafts = createDrafts(memory);
    drafts.getState().edit('a', stored, at(9));
    drafts.getState().edit('a', stored, at(0.01));
    const draft = drafts.getState().byId['a']!;
    expect(draft.brief.subject.distanceM).to.equal(0.01);
    expect(draft.good.subject.distanceM).to.equal(9);
    expect(draft.issues.map(({ path }) => path)).to.deep.equal(['subject.distanceM']);
    drafts.getState().edit('a', stored, at(8));
    expect(drafts.getState().byId['a']!.issues).to.deep.equal([]);
    expect(drafts.getState().byId['a']!.good.subject.distanceM).to.equal(8);
  });
  it('survive a reload', () => {
    const storage = memory();
    createDrafts(() => storage)
      .getState()
      .edit('a', stored, at(9));
    expect(createDrafts(() => storage).getState().byId['a']!.brief.subject.distanceM).to.equal(9);
  });
  it('are none when edited back, discarded, or left unplannable by an older version', () => {
    const storage = memory();
    const drafts = createDrafts(() => storage);
    drafts.getState().edit('a', stored, at(9));
    drafts.getState().edit('a', stored, at(stored.subject.distanceM));
    expect(drafts.getState().byId).to.deep.equal({});
    drafts.getState().edit('a', stored, at(9));
    drafts.getState().discard('a');
    expect(drafts.getState().byId).to.deep.equal({});
    const old = memory({
      'hushto.drafts': JSON.stringify({ version: 1, state: { byId: { a: { good: { title: 'x' } } }, lastOpen: 'a' } }),
    });
    expect(createDrafts(() => old).getState())
      .to.include({ lastOpen: 'a' })
      .and.to.have.deep.property('byId', {});
  });
});

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

/** A clock that moves on by a second at each look, or by what it is told. */
const clock = (stepMs = 1000) => {
  let at = 0;
  return () => (at += stepMs);
};

describe('undo', () => {
  const distance = (drafts: ReturnType<typeof createDrafts>) => (drafts.getState().byId['a']?.brief ?? stored).subject.distanceM;
  it('takes back each change and brings it again, and a new change lets go of what was undone', () => {
    const drafts = createDrafts(memory, clock());
    const { edit, undo, redo } = drafts.getState();
    edit('a', stored, at(9));
    edit('a', stored, at(0.01));
    undo('a', stored);
    expect(distance(drafts)).to.equal(9);
    expect(drafts.getState().byId['a']!.issues).to.deep.equal([]);
    undo('a', stored);
    expect(drafts.getState().byId).to.deep.equal({});
    undo('a', stored);
    redo('a', stored);
    expect(distance(drafts)).to.equal(9);
    edit('a', stored, at(7));
    redo('a', stored);
    expect(distance(drafts)).to.equal(7);
  });
  it('takes discarding back as a step of its own, however soon after an edit it comes', () => {
    const drafts = createDrafts(memory, clock(5));
    const { edit, discard, undo } = drafts.getState();
    edit('a', stored, at(9));
    discard('a', stored);
    expect(distance(drafts)).to.equal(stored.subject.distanceM);
    undo('a', stored);
    expect(distance(drafts)).to.equal(9);
    undo('a', stored);
    expect(distance(drafts)).to.equal(stored.subject.distanceM);
  });
  it('takes a whole drag back in one step', () => {
    const drafts = createDrafts(memory, clock(5));
    const { edit, undo } = drafts.getState();
    for (let metres = 5; metres < 9; metres += 0.1) edit('a', stored, at(metres));
    undo('a', stored);
    expect(distance(drafts)).to.equal(stored.subject.distanceM);
  });
});

describe('unsaved edits', () => {
  it('keep the last good brief while a value cannot work, and name the field', () => {
    const drafts = createDrafts(memory, clock());
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
    createDrafts(() => storage, clock())
      .getState()
      .edit('a', stored, at(9));
    expect(createDrafts(() => storage, clock()).getState().byId['a']!.brief.subject.distanceM).to.equal(9);
  });
  it('are none when edited back, saved, or left unplannable by an older version', () => {
    const storage = memory();
    const drafts = createDrafts(() => storage, clock());
    drafts.getState().edit('a', stored, at(9));
    drafts.getState().edit('a', stored, at(stored.subject.distanceM));
    expect(drafts.getState().byId).to.deep.equal({});
    drafts.getState().edit('a', stored, at(9));
    drafts.getState().saved('a');
    expect(drafts.getState().byId).to.deep.equal({});
    const old = memory({
      'hushto.drafts': JSON.stringify({ version: 1, state: { byId: { a: { good: { title: 'x' } } }, lastOpen: 'a' } }),
    });
    expect(createDrafts(() => old, clock()).getState())
      .to.include({ lastOpen: 'a' })
      .and.to.have.deep.property('byId', {});
  });
});

import { expect } from 'chai';
import type { CheckItem } from '@hushto/core';
import { putAway, shownChecks, ticked, withOwn } from './checks.ts';

describe('a checklist', () => {
  const made: CheckItem[] = [{ code: 'charge' }, { code: 'batteries', count: 2 }];
  const lines = (kept: Parameters<typeof shownChecks>[0], items = made) =>
    shownChecks(kept, items).map(({ text, check }) => [text, check.done]);

  it('keeps its ticks when it is made again, and one’s own items', () => {
    let kept = ticked([], shownChecks([], made)[0]!.check);
    kept = withOwn(kept, 'Gloves', 'own');
    const [charge, batteries] = shownChecks([], made).map(({ text }) => text);
    expect(lines(kept)).to.deep.equal([
      [charge, true],
      [batteries, false],
      ['Gloves', false],
    ]);
    expect(lines(kept, [])).to.deep.equal([
      [charge, true],
      ['Gloves', false],
    ]);
  });

  it('asks again where what is to be done has become another thing', () => {
    const kept = ticked([], shownChecks([], made)[1]!.check);
    const [more] = shownChecks(kept, [{ code: 'batteries', count: 3 }]);
    expect(more!.check.done).to.equal(false);
  });

  it('does not bring back what was put away', () => {
    const [charge, batteries] = shownChecks([], made);
    const kept = putAway([], batteries!.check);
    expect(shownChecks(kept, made).map(({ text }) => text)).to.deep.equal([charge!.text]);
    expect(putAway(withOwn([], 'Gloves', 'own'), { own: true, key: 'own', text: 'Gloves', done: false })).to.deep.equal([]);
  });
});

import { planBrief, type Rung } from '@hushto/core';
import { expect } from 'chai';
import { exampleBrief } from '../../../core/test/briefs.ts';
import { rungsRound } from './ladder.ts';

const rung = planBrief(exampleBrief()).ladder[0]!;
const ladder = (count: number, now: number): Rung[] =>
  Array.from({ length: count }, (_, i) => ({ ...rung, evFrom: -i, now: i === now }));
const shown = (count: number, now: number): number[] => rungsRound(ladder(count, now)).map(({ evFrom }) => -evFrom);

describe('the rungs that are shown', () => {
  it('are all of a short ladder', () => expect(shown(5, 2)).to.deep.equal([0, 1, 2, 3, 4]));
  it('keep the present one in the middle of a long one', () => expect(shown(12, 6)).to.deep.equal([3, 4, 5, 6, 7, 8]));
  it('are six at either end too', () => {
    expect(shown(12, 0)).to.deep.equal([0, 1, 2, 3, 4, 5]);
    expect(shown(12, 11)).to.deep.equal([6, 7, 8, 9, 10, 11]);
  });
});

import { expect } from 'chai';
import { today } from './today.ts';

describe('today', () => {
  it('is the day on the wall, late in the evening and just after midnight too', () => {
    for (const [hour, minute] of [
      [0, 5],
      [12, 0],
      [23, 55],
    ] as const)
      expect(today(new Date(2027, 0, 12, hour, minute))).to.equal('2027-01-12');
    expect(today()).to.match(/^\d{4}-\d{2}-\d{2}$/);
  });
});

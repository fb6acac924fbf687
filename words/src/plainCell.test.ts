import { expect } from 'chai';
import { plainCell } from './plainCell.ts';

describe('a cell of a table that is given out', () => {
  for (const [cell, plain] of [
    ['=1+1', "'=1+1"],
    ['Steps', 'Steps'],
    ['Steps\n=1+1', "Steps\n'=1+1"],
    ['Steps\r\n@SUM(A1)', "Steps\r\n'@SUM(A1)"],
    ['a\u2028+1', "a\u2028'+1"],
    ['＝1＋1', "'＝1＋1"],
    ['1-2', '1-2'],
    [-3, -3],
    [null, null],
  ] as const)
    it(`is plain: ${JSON.stringify(cell)}`, () => expect(plainCell(cell)).to.equal(plain));
});

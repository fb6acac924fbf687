import { expect } from 'chai';
import fc from 'fast-check';
import { climbed, Rows, runRound } from './floor.ts';
import type { Candidate } from './situation.ts';

const named = (name: number): Candidate => ({ name }) as unknown as Candidate;
/** Heights that rise to one summit and fall from it; below 0 beyond their ends. */
const hill = fc
  .tuple(fc.array(fc.integer({ min: 1, max: 9 }), { maxLength: 12 }), fc.array(fc.integer({ min: 1, max: 9 }), { maxLength: 12 }))
  .map(([up, down]) => {
    const sum = (steps: number[]): number[] => steps.reduce<number[]>((sums, step) => [...sums, (sums.at(-1) ?? 0) + step], []);
    const [rise, fall] = [sum(up), sum(down)];
    const top = 1 + Math.max(0, ...rise, ...fall);
    return [...rise.map((below) => top - below).reverse(), top, ...fall.map((below) => top - below)];
  });
const heightOf =
  (heights: readonly number[]) =>
  (i: number): number =>
    heights[i] ?? -1;

describe('a summit', () => {
  it('is climbed to from any side of a hill', () => {
    fc.assert(
      fc.property(hill, fc.nat(), (heights, start) => {
        expect(climbed(heightOf(heights), start % heights.length)).equal(heights.indexOf(Math.max(...heights)));
      }),
    );
  });
});

describe('a floor', () => {
  it('is every shutter round the summit that is high enough, and not one more', () => {
    fc.assert(
      fc.property(hill, fc.double({ min: 0.05, max: 1, noNaN: true }), (heights, share) => {
        const most = Math.max(...heights);
        const least = share * most;
        const [from, to] = runRound(heightOf(heights), heights.indexOf(most), least);
        const enough = [...heights.keys()].filter((i) => heights[i]! >= least);
        expect([from, to]).to.deep.equal([enough[0], enough.at(-1)]);
      }),
    );
  });

  it('ends at a gap, though it is as high again behind it', () => {
    expect(runRound(heightOf([9, 9, 2, 9, 10, 9, 1, 9]), 4, 8)).to.deep.equal([3, 5]);
  });
});

describe('rows of settings', () => {
  const rowsOf = (rows: readonly (readonly number[])[], asked: number[] = []): Rows =>
    new Rows(rows.length, (i) => {
      asked.push(i);
      return rows[i]!.map(named);
    });

  it('are made when first looked at, once', () => {
    const asked: number[] = [];
    const rows = rowsOf([[1], [2], [3]], asked);
    expect(asked).to.deep.equal([]);
    expect(rows.at(1)).equal(rows.at(1));
    expect(asked).to.deep.equal([1]);
  });

  it('are empty beyond their ends', () => {
    const rows = rowsOf([[1]]);
    expect([rows.at(-1), rows.at(1)].map(({ length }) => length)).to.deep.equal([0, 0]);
  });

  it('find the nearest that has any, the slower of two as near', () => {
    const rows = rowsOf([[1], [], [], [], [5], []]);
    expect([0, 1, 2, 3, 5].map((wanted) => rows.nearest(wanted))).to.deep.equal([0, 0, 0, 4, 4]);
  });

  it('are empty where nothing is kept of them', () => {
    const rows = rowsOf([[1, 2], [3]]);
    expect(rows.isEmpty).equal(false);
    expect(rows.where((candidate) => candidate === named(0)).isEmpty).equal(true);
    expect(rows.where(() => false).nearest(1)).equal(-1);
  });
});

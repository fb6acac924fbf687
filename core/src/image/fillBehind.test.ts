import { expect } from 'chai';
import fc from 'fast-check';
import { fillBehind } from './fillBehind.ts';

const SIDE = 48;
const plane = (of: (x: number, y: number) => number): Float32Array =>
  Float32Array.from({ length: SIDE * SIDE }, (_, i) => of(i % SIDE, Math.floor(i / SIDE)));
const middle = plane((x, y) => (Math.abs(x - 24) < 9 && Math.abs(y - 22) < 7 ? 1 : 0));

describe('what lies behind a cut-out', () => {
  it('is the ground where the ground is even, and nothing of what hid it is left', () => {
    const hidden = plane((x, y) => (middle[y * SIDE + x] === 1 ? 9 : 0.3));
    for (const value of fillBehind(hidden, middle, SIDE, SIDE)) expect(value).closeTo(0.3, 1e-6);
  });

  it('goes on with a slope to within a few parts in a hundred', () => {
    const slope = plane((x) => x / SIDE);
    const filled = fillBehind(slope, middle, SIDE, SIDE);
    for (let i = 0; i < filled.length; i++) expect(Math.abs(filled[i]! - slope[i]!)).lessThan(0.06);
  });

  it('leaves what is seen as it is, and stays within what is seen elsewhere', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 64, maxLength: 64 }),
        fc.integer(),
        (values, seed) => {
          const cover = Float32Array.from(values, (_, i) => ((i * 2654435761 + seed) >>> 7) & 1);
          fc.pre(cover.some((hidden) => hidden === 0));
          const seen = values.map(Math.fround).filter((_, i) => cover[i] === 0);
          const filled = fillBehind(Float32Array.from(values), cover, 8, 8);
          filled.forEach((value, i) => {
            if (cover[i] === 0) expect(value).equal(Math.fround(values[i]!));
            expect(value).to.be.within(Math.min(...seen) - 1e-6, Math.max(...seen) + 1e-6);
          });
        },
      ),
    );
  });

  it('has nothing to go by where all is hidden', () => {
    const all = plane(() => 1);
    expect(fillBehind(middle, all, SIDE, SIDE)).equal(middle);
  });
});

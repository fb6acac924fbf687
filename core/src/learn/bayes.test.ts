import { expect } from 'chai';
import fc from 'fast-check';
import { entropyBits, normalised, rowInformation, rowQuantile, withSlips } from './bayes.ts';

const share = fc.double({ min: 0, max: 1, noNaN: true });
/** A table of so many rows, with the weights of each and the chance of an outcome there. */
const table = fc.tuple(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 4 })).chain(([rows, each]) =>
  fc.record({
    rows: fc.constant(rows),
    each: fc.constant(each),
    weights: fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: rows * each, maxLength: rows * each }),
    chances: fc.array(share, { minLength: rows * each, maxLength: rows * each }),
  }),
);

describe('entropy of an outcome of two', () => {
  it('is Shannon’s: a bit for an even chance, half a bit at 0.11, none where it is certain', () => {
    expect(entropyBits(0.5)).equal(1);
    // Cover & Thomas, Elements of Information Theory, give H(0.11) ≈ 0.5; from memory.
    expect(entropyBits(0.11)).closeTo(0.5, 0.001);
    expect([entropyBits(0), entropyBits(1)]).to.deep.equal([0, 0]);
  });

  it('is the same either way round, never more than a bit, and less than that of a mixture', () => {
    fc.assert(
      fc.property(share, share, (p, q) => {
        expect(entropyBits(p)).closeTo(entropyBits(1 - p), 1e-12);
        expect(entropyBits(p)).to.be.within(0, 1);
        expect(entropyBits((p + q) / 2)).to.be.at.least((entropyBits(p) + entropyBits(q)) / 2 - 1e-12);
      }),
    );
  });
});

describe('weights', () => {
  it('sum to one in their proportions', () => {
    expect([...normalised(Float64Array.of(1, 3, 4))]).to.deep.equal([0.125, 0.375, 0.5]);
  });

  it('are those before where all have vanished or one has no bound', () => {
    const before = Float64Array.of(0.5, 0.5);
    for (const lost of [Float64Array.of(0, 0), Float64Array.of(Infinity, 1), Float64Array.of(NaN, 1)])
      expect(normalised(lost, before)).equal(before);
  });
});

describe('what an outcome teaches of the rows', () => {
  it('is the mutual information of row and outcome, by its definition', () => {
    fc.assert(
      fc.property(table, ({ rows, each, weights, chances }) => {
        const shares = normalised(Float64Array.from(weights));
        let sum = 0;
        for (const happens of [true, false]) {
          const joint = Array.from({ length: rows }, (_, row) =>
            Array.from({ length: each }, (_, i) => row * each + i).reduce(
              (total, i) => total + shares[i]! * (happens ? chances[i]! : 1 - chances[i]!),
              0,
            ),
          );
          const outcome = joint.reduce((total, p) => total + p, 0);
          joint.forEach((p, row) => {
            const mass = shares.subarray(row * each, (row + 1) * each).reduce((total, weight) => total + weight, 0);
            if (p > 0) sum += p * Math.log2(p / (mass * outcome));
          });
        }
        expect(rowInformation(shares, Float64Array.from(chances), each)).closeTo(sum, 1e-9);
      }),
    );
  });

  it('is nothing where the outcome differs within rows alone', () => {
    expect(rowInformation(Float64Array.of(0.25, 0.25, 0.25, 0.25), Float64Array.of(0.1, 0.9, 0.1, 0.9), 2)).closeTo(0, 1e-12);
  });
});

describe('the value below which a share of the weight lies', () => {
  it('is a uniform’s own, evenly within each row’s step', () => {
    const values = [1, 2, 3, 4];
    const even = Float64Array.of(0.25, 0.25, 0.25, 0.25);
    fc.assert(
      fc.property(share, (p) => {
        expect(rowQuantile(even, values, 1, p)).closeTo(0.5 + 4 * p, 1e-9);
      }),
    );
  });

  it('rises with the share, and lies in the one row that has all', () => {
    fc.assert(
      fc.property(table, share, share, ({ rows, weights }, p, q) => {
        const values = Array.from({ length: rows }, (_, i) => 10 * i);
        const shares = normalised(Float64Array.from(weights));
        const [low, high] = [Math.min(p, q), Math.max(p, q)];
        expect(rowQuantile(shares, values, 10, low)).to.be.at.most(rowQuantile(shares, values, 10, high) + 1e-9);
      }),
    );
    expect(rowQuantile(Float64Array.of(0, 1, 0), [1, 2, 3], 1, 0.5)).closeTo(2, 1e-12);
  });
});

it('an answer by one who slips is never certain, and even where it is even', () => {
  expect(withSlips(0)).to.be.within(0.001, 0.1);
  expect(withSlips(0) + withSlips(1)).closeTo(1, 1e-12);
  expect(withSlips(0.5)).closeTo(0.5, 1e-12);
});

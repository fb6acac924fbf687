import { expect } from 'chai';
import fc from 'fast-check';
import { seededRandom } from '../numerics/seededRandom.ts';
import { afterCeilingFrame, ceilingEstimate, ceilingPrior, nextCeilingIso, type CeilingFrame } from './ceilingPosterior.ts';

const BODY = { from: 100, to: 51_200 };

/** A series by somebody whose ceiling this is. */
function looked(
  ceilingIso: number,
  frames: number,
  seed: number,
): { answers: CeilingFrame[]; posterior: ReturnType<typeof ceilingPrior> } {
  const random = seededRandom(seed);
  const answers: CeilingFrame[] = [];
  let posterior = ceilingPrior();
  while (answers.length < frames) {
    const iso = nextCeilingIso(posterior, answers, BODY)!;
    const acceptable = random() < 1 / (1 + Math.exp(-4 * Math.log2(ceilingIso / iso)));
    answers.push({ iso, acceptable });
    posterior = afterCeilingFrame(posterior, answers.at(-1)!);
  }
  return { answers, posterior };
}

describe('an ISO ceiling found by looking', () => {
  it('rises by whole stops until one is too much', () => {
    const { answers } = looked(100_000, 5, 1);
    expect(answers.map(({ iso }) => Math.round(iso))).to.deep.equal([800, 1600, 3200, 6400, 12_800]);
  });

  for (const ceilingIso of [1600, 6400, 12_800])
    it(`comes within half a stop of ISO ${ceilingIso} in twelve looks, by the median of 40 series, and holds it in nine of ten`, () => {
      const truth = Math.log2(ceilingIso / 100);
      const estimates = Array.from({ length: 40 }, (_, seed) => ceilingEstimate(looked(ceilingIso, 12, seed + 1).posterior));
      const off = estimates.map(({ median }) => Math.abs(median - truth)).sort((a, b) => a - b);
      expect(off[20]).to.be.below(0.5);
      // Binomial(40, 0.9) is below 31 with a chance under 1 in 100.
      expect(estimates.filter(({ low, high }) => low <= truth && truth <= high).length).to.be.at.least(31);
    });

  it('is never certain nor NaN, whatever is answered', () => {
    const frame = fc.record({ iso: fc.double({ min: 25, max: 1e6, noNaN: true }), acceptable: fc.boolean() });
    fc.assert(
      fc.property(fc.array(frame, { maxLength: 30 }), (frames) => {
        const { low, median, high } = ceilingEstimate(frames.reduce(afterCeilingFrame, ceilingPrior()));
        expect([low, median, high].every(Number.isFinite)).to.equal(true);
        expect(high - low).to.be.above(0.05);
        expect(median).to.be.within(low, high);
      }),
      { numRuns: 100 },
    );
    expect(() => afterCeilingFrame(ceilingPrior(), { iso: 0, acceptable: true })).to.throw(RangeError);
  });
});

import { expect } from 'chai';
import fc from 'fast-check';
import { seededRandom } from '../numerics/seededRandom.ts';
import { fittedChance, logisticFit, type LogisticRow } from './logisticFit.ts';

/** Launch temperatures, °F, of 23 flights and whether an O-ring showed distress: Dalal, Fowlkes & Hoadley, JASA 84 (1989) 945, table 1 (from memory). */
const FLIGHTS: readonly (readonly [number, number])[] = [
  [66, 0], [70, 1], [69, 0], [68, 0], [67, 0], [72, 0], [73, 0], [70, 0], [57, 1], [63, 1], [70, 1], [78, 0],
  [67, 0], [53, 1], [67, 0], [75, 0], [70, 0], [81, 0], [76, 0], [79, 0], [75, 1], [76, 0], [58, 1],
]; // prettier-ignore

describe('the logistic fit', () => {
  const rows = FLIGHTS.map(([temperature, hits]): LogisticRow => ({ x: [temperature], hits, tries: 1 }));

  it('finds the published coefficients of the launch temperatures, and their errors as R prints them', () => {
    const { coefficients, covariance, converged } = logisticFit(rows);
    expect(converged).to.equal(true);
    // Intercept 15.0429 and −0.23216 per °F, printed to that many places.
    expect(coefficients[0]).to.be.closeTo(15.0429, 0.5e-4);
    expect(coefficients[1]).to.be.closeTo(-0.23216, 0.5e-5);
    // R's summary of the same glm: 7.3786 and 0.1082 (from memory).
    expect(Math.sqrt(covariance[0]![0]!)).to.be.closeTo(7.3786, 0.5e-3);
    expect(Math.sqrt(covariance[1]![1]!)).to.be.closeTo(0.1082, 0.5e-4);
  });

  it('gives the same for rows taken together as for each alone', () => {
    const together = new Map<number, LogisticRow>();
    for (const [temperature, hit] of FLIGHTS) {
      const row = together.get(temperature) ?? { x: [temperature], hits: 0, tries: 0 };
      together.set(temperature, { ...row, hits: row.hits + hit, tries: row.tries + 1 });
    }
    const [one, other] = [logisticFit(rows), logisticFit([...together.values()])];
    one.coefficients.forEach((coefficient, i) => expect(other.coefficients[i]).to.be.closeTo(coefficient, 1e-7));
  });

  it('stays finite where hits and misses are cleanly apart, if a prior holds it', () => {
    const apart = [-2, -1, 1, 2].map((x): LogisticRow => ({ x: [x], hits: x > 0 ? 5 : 0, tries: 5 }));
    const { coefficients, converged } = logisticFit(apart, { priorSd: 3 });
    expect(converged).to.equal(true);
    expect(coefficients[1]).to.be.within(1, 9);
  });

  it('sums the chances of its rows to the hits there were', () =>
    // The score equation of the constant, at the top of the likelihood.
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const random = seededRandom(seed);
        const drawn = Array.from({ length: 40 }, (): LogisticRow => {
          const x = [4 * random() - 2, 4 * random() - 2];
          return { x, hits: random() < 1 / (1 + Math.exp(-0.3 - x[0]! + 0.7 * x[1]!)) ? 1 : 0, tries: 1 };
        });
        const fit = logisticFit(drawn, { priorSd: 3 });
        const [expected, found] = [
          drawn.reduce((sum, { x }) => sum + fittedChance(fit, x), 0),
          drawn.reduce((sum, { hits }) => sum + hits, 0),
        ];
        fc.pre(found > 0 && found < 40);
        expect(expected).to.be.closeTo(found, 1e-6);
      }),
      { numRuns: 60 },
    ));

  it('refuses figures of which one follows from the other, and rows that cannot be', () => {
    const twice = FLIGHTS.map(([t, hits]): LogisticRow => ({ x: [t, 2 * t], hits, tries: 1 }));
    expect(() => logisticFit(twice)).to.throw(RangeError);
    expect(() => logisticFit([{ x: [1], hits: 2, tries: 1 }])).to.throw(RangeError);
  });
});

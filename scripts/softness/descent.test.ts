import { answered, BLUR_SIGNS, evened, LEAST_VARIANCE_PX2, seededRandom } from '@hushto/core';
import { expect } from 'chai';
import fc from 'fast-check';
import { learnBlur } from './blurModel.ts';
import { evenedTable, evening, taught, type Teaching } from './descent.ts';

const COURSE = { rounds: 300, atOnce: 4, step: 0.02, pull: 0, jitter: 0, seed: 3 };

/** Lessons whose answers are off by a squared distance. */
const squares = (shown: readonly (readonly number[])[], right: readonly number[]): Teaching => ({
  lessons: shown.length,
  show: (lesson, inputs) => inputs.set(shown[lesson]!),
  correct(lesson, answers, slopes) {
    slopes[0] = answers[0]! - right[lesson]!;
  },
});

describe('a network that is taught', () => {
  it('tells apart what no straight line does: either, but not both', () => {
    const shown = [[-1, -1], [-1, 1], [1, -1], [1, 1]]; // prettier-ignore
    const right = [0, 1, 1, 0];
    const layers = taught(squares(shown, right), { ...COURSE, widths: [2, 6, 1] });
    shown.forEach((inputs, i) => expect(answered(layers, inputs)[0]).closeTo(right[i]!, 0.1));
  });

  it('without inner units finds the line of least squares', () => {
    // y = 2 + 3x with what is off by the same above and below: the normal equations give the line itself.
    const shown = [-2, -2, -1, -1, 1, 1, 2, 2].map((x) => [x]);
    const right = shown.map(([x], i) => 2 + 3 * x! + (i % 2 ? 0.5 : -0.5));
    const [[line]] = taught(squares(shown, right), { ...COURSE, atOnce: 8, rounds: 2000, widths: [1, 1] }) as [number[][]];
    expect(line![0]).closeTo(3, 0.02);
    expect(line![1]).closeTo(2, 0.02);
  });

  it('comes out alike from the same seed, and smaller where weights are pulled towards nothing', () => {
    const shown = [[0.5], [1], [-1], [0.2]];
    const right = [1, 3, -2, 0];
    const widths = [1, 3, 1];
    const once = taught(squares(shown, right), { ...COURSE, widths });
    expect(taught(squares(shown, right), { ...COURSE, widths })).to.deep.equal(once);
    const size = (layers: typeof once): number => layers.flat(2).reduce((sum, weight) => sum + weight ** 2, 0);
    expect(size(taught(squares(shown, right), { ...COURSE, widths, pull: 0.1 }))).to.be.lessThan(size(once));
  });
});

describe('what learns blur', () => {
  it('says what it is, and how unsure that is: the mean squared error', () => {
    const random = seededRandom(4);
    const count = 6000;
    const signs = Float64Array.from({ length: count * BLUR_SIGNS }, () => 3.4 * (random() - 0.5));
    // The first sign says the doublings, the second whether they are off by a fifth or by one.
    const spreadOf = (lesson: number): number => (signs[lesson * BLUR_SIGNS + 1]! > 0 ? 1 : 0.2);
    const variancesPx2 = Float64Array.from({ length: count }, (_, lesson) => {
      const off = random() < 0.5 ? -spreadOf(lesson) : spreadOf(lesson);
      return 2 ** (signs[lesson * BLUR_SIGNS]! + 3 + off) - LEAST_VARIANCE_PX2;
    });
    const model = learnBlur([{ signs, variancesPx2 }]);
    for (const [first, second, doubt] of [[-1, 1.2, 1], [1, 1.2, 1], [0, -1.2, 0.2], [1.2, -1.2, 0.2]]) {
      const asked = [first!, second!, ...new Array<number>(BLUR_SIGNS - 2).fill(0)];
      const [doublings, logDoubt] = answered(model.layers, evened(model, asked)) as [number, number];
      expect(doublings).closeTo(first! + 3, 0.3);
      expect(Math.exp(logDoubt / 2)).within(doubt! / 1.5, 1.5 * doubt!);
    }
  }); // prettier-ignore
});

describe('inputs of a network', () => {
  it('have mean 0 and spread 1 where they were learnt', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: -1000, max: 1000 }), fc.integer({ min: 0, max: 50 })), { minLength: 20, maxLength: 60 }), (rows) => {
        const table = Float64Array.from(rows.flat());
        const even = evening(table, 2);
        const spread = (column: number): number => {
          const own = rows.map((row) => row[column]!);
          const mean = own.reduce((sum, value) => sum + value, 0) / own.length;
          return Math.sqrt(own.reduce((sum, value) => sum + (value - mean) ** 2, 0) / own.length);
        };
        for (const column of [0, 1]) expect(even.spreads[column]).closeTo(spread(column) || 1, 1e-3 * (spread(column) || 1));
        evenedTable(table, even);
        for (const [row, values] of rows.entries()) expect([...table.subarray(2 * row, 2 * row + 2)]).to.deep.equal(evened(even, values));
        expect(table.every((value) => Math.abs(value) <= 4)).to.equal(true);
      }),
    );
  }); // prettier-ignore
});

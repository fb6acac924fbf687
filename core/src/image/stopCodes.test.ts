import { expect } from 'chai';
import fc from 'fast-check';
import { codeOfLinear, linearOfCode } from './stopCodes.ts';

const scale = fc.record({
  toe: fc.double({ min: 1e-4, max: 0.1, noNaN: true }),
  top: fc.double({ min: 0.5, max: 16, noNaN: true }),
});

describe('codes in stops', () => {
  it('go from black to the top, and every code is its own value\u2019s', () => {
    fc.assert(
      fc.property(scale, fc.integer({ min: 0, max: 255 }), (of, code) => {
        expect(codeOfLinear(linearOfCode(code, of), of)).equal(code);
        expect(codeOfLinear(-1, of)).equal(0);
        expect(codeOfLinear(2 * of.top, of)).equal(255);
        expect(linearOfCode(255, of)).closeTo(of.top, 1e-9 * of.top);
      }),
    );
  });

  it('are brighter by the same share of a stop from one to the next, in all but the darkest tones', () => {
    const of = { toe: 0.003, top: 4 };
    // log2(1 + 4/0.003) = 10.38 stops over 255 steps.
    for (let code = 120; code < 255; code++)
      expect(Math.log2(linearOfCode(code + 1, of) / linearOfCode(code, of))).to.be.within(0.0407, 0.05);
  });
});

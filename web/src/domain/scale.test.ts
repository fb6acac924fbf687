import { expect } from 'chai';
import { scaleLinear } from 'd3-scale';
import fc from 'fast-check';
import { evenScale } from './scale.ts';

const run = fc.tuple(fc.double({ min: -500, max: 499, noNaN: true }), fc.double({ min: 1, max: 900, noNaN: true }));

describe('an even scale', () => {
  it('agrees with the scale of a charting library, there and back, held at its ends or not', () => {
    fc.assert(
      fc.property(
        run,
        run,
        fc.double({ min: -2000, max: 2000, noNaN: true }),
        fc.boolean(),
        ([from, wide], [start, long], at, held) => {
          const values = [from, from + wide] as const;
          const px = [start + long, start] as const;
          const ours = evenScale(values, px, held);
          const theirs = scaleLinear(values, px).clamp(held);
          expect(ours(at)).to.be.closeTo(theirs(at), 1e-6 * (1 + Math.abs(theirs(at))));
          expect(ours.invert(at)).to.be.closeTo(theirs.invert(at), 1e-6 * (1 + Math.abs(theirs.invert(at))));
        },
      ),
    );
  });
});

import { expect } from 'chai';
import fc from 'fast-check';
import { fewestIndependentFrames, independentBurstChance, panChance, panShutterS, panStreakMmPerS } from './pan.ts';

describe('a pan', () => {
  const cyclist = { focalLengthMm: 50, acrossMps: 8, distanceM: 10, trackingError: 0.1 };
  // Common practice: panning a cyclist wants about 1/30 s; 8 m/s at 10 m turns the camera by 0.8 rad/s, 40 mm/s at 50 mm.
  it('turns with the subject', () => expect(panStreakMmPerS(cyclist)).to.be.closeTo(40, 1e-9));
  it('takes about 1/14 s to streak a cyclist’s background over 8 % of a full frame', () =>
    expect(panShutterS(cyclist, 0.08 * 36)).to.be.closeTo(0.072, 1e-9));
  it('needs something that crosses', () => expect(() => panShutterS({ ...cyclist, acrossMps: 0 }, 1)).to.throw(RangeError));

  // Rayleigh law, distribution function at its scale times 1, 2 and 3 (any table): 0.3935, 0.8647, 0.9889.
  for (const [times, chance] of [
    [1, 0.3935],
    [2, 0.8647],
    [3, 0.9889],
  ] as const) {
    it(`is usable with chance ${chance} when twice the tolerance is ${times} times the residue`, () =>
      expect(panChance(2 / times, 1)).to.be.closeTo(chance, 5e-5));
  }

  it('takes the fewest frames that reach the confidence, and one fewer does not', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-4, max: 0.999, noNaN: true }),
        fc.double({ min: 0.05, max: 0.999, noNaN: true }),
        (p, sure) => {
          const frames = fewestIndependentFrames(p, sure, 1e9);
          expect(independentBurstChance(p, frames)).to.be.at.least(sure - 1e-9);
          if (frames > 1) expect(independentBurstChance(p, frames - 1)).to.be.below(sure);
        },
      ),
    );
    expect(fewestIndependentFrames(0.01, 0.9, 12)).to.equal(12);
    expect(fewestIndependentFrames(0, 0.9, 12)).to.equal(12);
  });
});

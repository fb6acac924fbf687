import { expect } from 'chai';
import fc from 'fast-check';
import { distanceByFraming, shareOfFrame, speedByStopwatch, speedOnPhoto } from './measured.ts';
import { smearRateMmPerS } from './subject.ts';

describe('numbers measured instead of guessed', () => {
  // A 50 mm lens on full frame sees 24 mm of height as f·H/(s − f): a person of 1.7 m who fills half of it stands at 50·(1 + 1700/12) mm.
  it('give a distance by the height that fills the frame', () => {
    const { value, errorShare } = distanceByFraming(1.7, 0.5, { focalLengthMm: 50, frameHeightMm: 24 });
    expect(value).to.be.closeTo(7.133, 1e-3);
    expect(errorShare).to.be.within(0.2, 0.22);
  });
  it('give a longer distance the smaller it stands in the frame, and a surer one the larger', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 0.9, noNaN: true }), fc.double({ min: 8, max: 400, noNaN: true }), (share, f) => {
        const at = (s: number) => distanceByFraming(1.7, s, { focalLengthMm: f, frameHeightMm: 24 });
        expect(at(share / 2).value).to.be.above(at(share).value);
        expect(at(share / 2).errorShare).to.be.at.least(at(share).errorShare);
      }),
    ));
  it('start from what fills the frame at the distance there is: a person at 7.13 m half of a 50 mm lens, and back again at any', () => {
    expect(shareOfFrame(1.7, 7.133, { focalLengthMm: 50, frameHeightMm: 24 })).to.be.closeTo(0.5, 1e-4);
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 20, noNaN: true }),
        fc.double({ min: 1, max: 500, noNaN: true }),
        fc.constantFrom(24, 85, 400),
        (heightM, distanceM, focalLengthMm) => {
          const frame = { focalLengthMm, frameHeightMm: 24 };
          const { value } = distanceByFraming(heightM, shareOfFrame(heightM, distanceM, frame), frame);
          expect(value).to.be.closeTo(distanceM, distanceM * 1e-9);
        },
      ),
    );
  });
  it('give 5 m/s for ten metres in two seconds, within a tenth where the ten are known', () => {
    const { value, errorShare } = speedByStopwatch(10, 2, 0.05);
    expect(value).to.equal(5);
    expect(errorShare).to.be.within(0.05, 0.1);
    expect(speedByStopwatch(10, 0.3, 0.05).errorShare).to.be.above(0.35);
  });
  it('read back from a streak the speed that made it', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        fc.double({ min: 2, max: 60, noNaN: true }),
        fc.constantFrom(1 / 60, 1 / 15, 1 / 4),
        (speedMps, distanceM, seconds) => {
          const moving = { speedMps, limbFactor: 1, directionDeg: 90, distanceM, followed: false };
          const mm = smearRateMmPerS(moving, 50, 24) * seconds;
          fc.pre(mm > 0.1);
          const read = speedOnPhoto({ share: mm / 36, widthPx: 6000, sensorWidthMm: 36, focalLengthMm: 50, distanceM, seconds });
          expect(read.value).to.be.closeTo(speedMps, speedMps * 1e-9);
          expect(read.errorShare).to.be.at.least(0.1);
        },
      ),
    ));
  it('refuse what has no length or no time', () => {
    expect(() => distanceByFraming(1.7, 0, { focalLengthMm: 50, frameHeightMm: 24 })).to.throw(RangeError);
    expect(() => speedByStopwatch(10, 0, 0)).to.throw(RangeError);
  });
});

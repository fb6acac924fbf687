import { expect } from 'chai';
import fc from 'fast-check';
import { patternOnSensor, type PatternOnSensor } from './moire.ts';

const LENS = { bestBlurUm: 2, wideOpenFactor: 1, widestF: 2.8 };
/** A screen whose lamps stand 3 mm apart, 50 mm on pixels of 6 µm at f/5.6. */
const wall = (change: Partial<PatternOnSensor>): PatternOnSensor => ({
  pitchMm: 3,
  distanceM: 10,
  focalLengthMm: 50,
  fNumber: 5.6,
  lens: LENS,
  pixelMm: 0.006,
  ...change,
});

describe('a fine pattern on the sensor', () => {
  // m = 50/9950: 3 mm become 15.08 µm, 2.51 pixels. Under four pixels a mosaic's colours beat; Nyquist's two are for brightness.
  it('beats with the pixels where less than four of them stand between its lamps and contrast is left', () => {
    const { verdict, pitchPx, contrast } = patternOnSensor(wall({}));
    expect(verdict).to.equal('beats');
    expect(pitchPx).to.be.closeTo(2.512, 1e-3);
    expect(contrast).to.be.within(0.2, 0.9);
  });
  it('is drawn as what it is from nearer, or with a longer lens, by just what is said', () => {
    const { nearerM, longerMm } = patternOnSensor(wall({}));
    // 4·6 µm/3 mm = 0.008 = f/(s − f): 50·126 mm; 10 m·0.008/1.008.
    expect(nearerM).to.be.closeTo(6.3, 1e-9);
    expect(longerMm).to.be.closeTo(79.365, 1e-3);
    expect(patternOnSensor(wall({ distanceM: nearerM! * 0.999 })).verdict).to.equal('resolved');
    expect(patternOnSensor(wall({ focalLengthMm: longerMm! * 1.001 })).verdict).to.equal('resolved');
  });
  it('blends from farther away, and stays so', () => {
    const { fartherM } = patternOnSensor(wall({}));
    expect(fartherM).to.be.above(10);
    for (const distanceM of [fartherM!, fartherM! * 1.5, fartherM! * 4])
      expect(patternOnSensor(wall({ distanceM })).verdict).to.equal('blends');
  });
  it('has a verdict for any of them, and a cure that cures', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        fc.double({ min: 2, max: 60, noNaN: true }),
        fc.double({ min: 14, max: 200, noNaN: true }),
        (pitchMm, distanceM, focalLengthMm) => {
          const facts = patternOnSensor(wall({ pitchMm, distanceM, focalLengthMm }));
          if (facts.nearerM !== null) {
            expect(facts.nearerM).to.be.below(distanceM);
            expect(patternOnSensor(wall({ pitchMm, distanceM: facts.nearerM * 0.999, focalLengthMm })).verdict).to.equal(
              'resolved',
            );
          }
          if (facts.verdict !== 'beats')
            expect([facts.nearerM, facts.fartherM, facts.longerMm]).to.deep.equal([null, null, null]);
        },
      ),
    ));
});

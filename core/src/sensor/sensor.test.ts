import { expect } from 'chai';
import fc from 'fast-check';
import { ratio } from '../../test/briefs.ts';
import { fullWellE, grainWord, HIGHLIGHT_STOPS, liftCostStops, midGreySignalE, readNoiseE, signalToNoise } from './sensor.ts';

const FULL_FRAME = { pitchUm: 6, wellPerUm2: 2500, baseIso: 100, readInE: 1.6, readOutE: 4.5 };
const snrAt = (iso: number): number => signalToNoise(midGreySignalE(FULL_FRAME, iso), readNoiseE(FULL_FRAME, iso));

describe('the sensor', () => {
  it('holds 90 000 electrons at 6 µm', () => expect(fullWellE(FULL_FRAME)).to.equal(90_000));
  // EMVA 1288 linear model, worked out by hand.
  it('gives a signal-to-noise ratio of 106.8 at ISO 100 and 13.27 at ISO 6400', () => {
    expect(snrAt(100)).to.be.closeTo(106.8, 0.05);
    expect(snrAt(6400)).to.be.closeTo(13.27, 5e-3);
  });
  it('leaves 2.98 stops to the highlights', () => expect(HIGHLIGHT_STOPS).to.be.closeTo(2.98, 5e-3));
  it('collects no more than base ISO allows', () =>
    expect(midGreySignalE(FULL_FRAME, 25)).to.equal(midGreySignalE(FULL_FRAME, 100)));
  it('loses half a stop of signal-to-noise per stop while photons rule', () =>
    expect(Math.log2(snrAt(100) / snrAt(200))).to.be.closeTo(0.5, 0.01));
  // ISO 1600 lifted two stops looks like ISO 6400: common practice.
  it('makes lifting two stops from ISO 1600 nearly the same as ISO 6400, and nine stops from ISO 100 clearly worse', () => {
    expect(liftCostStops(FULL_FRAME, 6400, 2)).to.be.below(0.1);
    expect(liftCostStops(FULL_FRAME, 51_200, 9)).to.be.above(0.1);
  });
  it('never gains by lifting', () =>
    fc.assert(
      fc.property(
        ratio(100, 51_200),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (iso, stops) => void expect(liftCostStops(FULL_FRAME, iso, stops)).to.be.at.least(0),
      ),
    ));
  // ISO 12232: 40 excellent, 10 acceptable (from memory).
  it('has words for grain', () => {
    expect([40, 39, 20, 19, 10, 9, 5, 4].map(grainWord)).to.deep.equal([
      'clean',
      'fine',
      'fine',
      'visible',
      'visible',
      'coarse',
      'coarse',
      'breaking up',
    ]);
  });
});

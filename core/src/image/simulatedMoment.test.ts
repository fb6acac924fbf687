import { expect } from 'chai';
import { simulatedMoment } from './simulatedMoment.ts';

describe('the moment a frame of the simulated camera met with', () => {
  const moments = Array.from({ length: 4000 }, (_, seed) => simulatedMoment(seed));

  it('is the same for whoever asks, and another for every seed', () => {
    expect(simulatedMoment(17)).to.deep.equal(simulatedMoment(17));
    expect(new Set(moments.map(({ speedTimes }) => speedTimes)).size).to.be.greaterThan(3990);
  });

  it('misses focus in six frames of a hundred, never by less than a tenth of the distance', () => {
    const missed = moments.filter(({ focusTimes }) => focusTimes !== 1);
    // Three spreads of a binomial count of 4000.
    expect(missed.length / 4000).closeTo(0.06, 0.0113);
    expect(missed.every(({ focusTimes }) => Math.abs(focusTimes - 1) > 0.1 && focusTimes > 0.5)).to.equal(true);
    expect(missed.filter(({ focusTimes }) => focusTimes > 1).length / missed.length).closeTo(0.6, 0.1);
  });

  it('lets the subject’s speed stray by half a stop, faster as often as slower', () => {
    const stops = moments.map(({ speedTimes }) => Math.log2(speedTimes));
    const mean = stops.reduce((sum, value) => sum + value, 0) / stops.length;
    expect(mean).closeTo(0, 0.024);
    expect(Math.sqrt(stops.reduce((sum, value) => sum + (value - mean) ** 2, 0) / stops.length)).closeTo(0.5, 0.02);
  });
});

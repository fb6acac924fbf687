import { expect } from 'chai';
import fc from 'fast-check';
import jstat from 'jstat';
import { ratio } from '../../test/briefs.ts';
import { noncentralChiSquare2 } from '../numerics/noncentralChiSquare2.ts';
import { normalSource, seededRandom } from '../numerics/seededRandom.ts';
import { bestOfBurst, burstChances, fewestFrames, framesUntilFull, MOST_FRAMES, peakChance } from './burst.ts';
import {
  conditionStops,
  DEFAULT_SLOPE,
  DEFAULT_THRESHOLD,
  driftOfThreshold,
  driftTimeS,
  holdProbability,
  steadyingStops,
  swaySigmaMm,
  swayMmPerS,
  type HoldCondition,
} from './hands.ts';
import { sureStops } from '../plan/handsOfBrief.ts';
import { MOVING_THINGS } from './movingThings.ts';
import { backgroundRateMmPerS, crossingTimeS, depthToCoverM, smearRateMmPerS, type SubjectMotion } from './subject.ts';

const moving = (speedMps: number, directionDeg: number, distanceM: number, more: Partial<SubjectMotion> = {}): SubjectMotion => ({
  speedMps,
  directionDeg,
  distanceM,
  limbFactor: 1,
  followed: false,
  ...more,
});

describe('smear of the subject', () => {
  // Worked out by hand: 1.4·(18.3/(4000 − 18.3))/256.
  it('is 25.13 µm for a walker at 4 m through 18.3 mm in 1/256 s', () =>
    expect(smearRateMmPerS(moving(1.4, 90, 4), 18.3, 15.6) / 256).to.be.closeTo(0.02513, 5e-6));
  it('of one coming straight on is a fifth of its speed across, and its growth a quarter of the height off the axis', () => {
    const across = 0.2 * (50 / 3950) * 2000;
    expect(smearRateMmPerS(moving(2, 0, 4), 50, 24)).to.be.closeTo(Math.hypot(across, (24 / 4) * (2 / 4)), 1e-9);
  });
  it('of a followed one is what following leaves nine times in ten, and its limbs at their speed against it', () => {
    // A Rayleigh error of 10 % is exceeded once in ten at 0.1·√(2·ln 10) = 21 %; a tenth more for the body's own movement.
    const left = Math.hypot(0.1 * Math.sqrt(2 * Math.log(10)), 0.1);
    const m = 75 / 8925;
    expect(smearRateMmPerS(moving(7, 90, 9, { followed: true }), 75, 13)).to.be.closeTo(m * 7000 * left, 0.02 * m * 7000 * left);
    expect(smearRateMmPerS(moving(7, 90, 9, { followed: true, limbFactor: 2 }), 75, 13)).to.be.closeTo(
      m * 7000 * Math.hypot(0.24, 1),
      1e-9,
    );
  });
  it('of what is far behind a followed one, and the time one takes to cross, are plain geometry', () => {
    expect(backgroundRateMmPerS(moving(7, 90, 9), 75)).to.be.closeTo((75 * 7) / 9, 1e-9);
    // At 9 m a lens of 75 mm sees 17.3 mm of sensor as 17.3·8.925/75 = 2.06 m: 0.294 s at 7 m/s.
    expect(crossingTimeS(moving(7, 90, 9), 75, 17.3)).to.be.closeTo(0.294, 5e-4);
    expect(crossingTimeS(moving(0, 90, 9), 75, 17.3)).to.equal(Infinity);
  });
  it('hardly changes when distance, speed and depth double together', () =>
    fc.assert(
      fc.property(ratio(0.1, 20), ratio(20, 400), ratio(3, 60), (speed, focal, distance) => {
        const once = smearRateMmPerS(moving(speed, 90, distance), focal, 24);
        const doubled = smearRateMmPerS(moving(2 * speed, 90, 2 * distance), focal, 24);
        expect(Math.abs(doubled / once - 1)).to.be.at.most(focal / 1000 / (distance - focal / 1000));
      }),
    ));
  it('adds the travel of an approaching subject to the depth to cover', () => {
    expect(depthToCoverM(0.4, 1.6, 90)).to.be.closeTo(0.4, 1e-12);
    expect(depthToCoverM(0.4, 2, 0)).to.be.closeTo(0.8, 1e-12);
  });
});

describe('hands', () => {
  const free = { threshold: DEFAULT_THRESHOLD, slope: DEFAULT_SLOPE };
  it('are sure of a frame nine times in ten at 4.185, 1.925 and 1.823 of their threshold: untested, known to 0.3 stop, exact', () => {
    // Worked out apart from this code, to three decimals.
    for (const [spread, units] of [
      [1.5, 4.185],
      [0.3, 1.925],
      [0, 1.823],
    ] as const)
      // prettier-ignore
      expect(2 ** -sureStops(0.9, 2, spread)).to.be.closeTo(units, 6e-4);
  });
  it('sway half as much kneeling, and not at all against a wall', () => {
    expect([[], ['low'], ['wall'], ['rail', 'low']].map((how) => swayMmPerS(how as HoldCondition[]))).to.deep.equal([6, 3, 0, 0]);
    // At 1:1 a second of 6 mm/s is a straight line of 6 mm, whose standard deviation is 6/√12.
    expect(swaySigmaMm(1, 6, 1)).to.be.closeTo(Math.sqrt(3), 1e-9);
  });
  it('start at a threshold of 5.668', () => expect(DEFAULT_THRESHOLD).to.be.closeTo(5.668, 5e-4));
  // 1/focal length is the classic floor, twice as fast the careful one: common practice; the chances follow from the model.
  it('hold 1/focal length in 84 of 100 frames and half of it nearly always', () => {
    expect(holdProbability(free, 50, 1 / 50, 0.03)).to.be.closeTo(0.839, 5e-4);
    expect(holdProbability(free, 50, 1 / 100, 0.03)).to.be.closeTo(0.999, 5e-5);
  });
  it('agree with Rayleigh-distributed drift at slope 2', () => {
    const c = 0.03 / (50 * driftTimeS(1 / 30));
    const rayleigh = 1 - Math.exp(-0.5 * (c / driftOfThreshold(DEFAULT_THRESHOLD)) ** 2);
    expect(holdProbability(free, 50, 1 / 30, 0.03)).to.be.closeTo(rayleigh, 1e-9);
  });
  it('drift straight at first and as a random walk later', () => {
    expect(driftTimeS(0.001) / 0.001).to.be.closeTo(1, 0.01);
    expect(driftTimeS(40) / driftTimeS(10)).to.be.closeTo(2, 0.02);
  });
  it('never gain from slower shutters or longer lenses', () =>
    fc.assert(
      fc.property(ratio(14, 600), ratio(1 / 4000, 4), (focal, t) => {
        expect(holdProbability(free, focal, t * 1.26, 0.03)).to.be.at.most(holdProbability(free, focal, t, 0.03));
        expect(holdProbability(free, focal * 1.26, t, 0.03)).to.be.at.most(holdProbability(free, focal, t, 0.03));
      }),
    ));
  it('count only the larger of wall and rail, and of breeze and wind', () => {
    expect(conditionStops(['wall', 'rail'])).to.equal(1.5);
    expect(conditionStops(['breeze', 'wind', 'elbows'])).to.equal(-1);
  });
  it('gain at most 5.5 stops from stabiliser and conditions together', () => {
    expect(steadyingStops(4, ['elbows'])).to.equal(3.5);
    expect(steadyingStops(8, ['rail', 'elbows', 'low'])).to.equal(5.5);
  });
});

describe('noncentral chi-square, 2 degrees of freedom', () => {
  it('is the central law of an open library without noncentrality', () => {
    for (const x of [0.1, 1, 3, 9, 25]) expect(noncentralChiSquare2(x, 0)).to.be.closeTo(jstat.chisquare.cdf(x, 2), 1e-9);
  });
  it('agrees with the Poisson mixture of an open library’s central laws', () => {
    for (const [x, shift] of [
      [1, 2],
      [4, 1],
      [10, 6],
      [30, 25],
    ] as const) {
      let sum = 0;
      for (let j = 0; j < 120; j++) sum += jstat.poisson.pdf(j, shift / 2) * jstat.chisquare.cdf(x, 2 + 2 * j);
      expect(noncentralChiSquare2(x, shift)).to.be.closeTo(sum, 1e-8);
    }
  });
  it('refuses negative numbers and NaN', () => {
    expect(() => noncentralChiSquare2(-1, 0)).to.throw(RangeError);
    expect(() => noncentralChiSquare2(1, NaN)).to.throw(RangeError);
  });
});

describe('a burst', () => {
  // Independent quadrature of the same law, to the digits printed.
  for (const [frames, chance] of [
    [2, 0.844],
    [4, 0.963],
    [8, 0.992],
  ] as const) {
    it(`of ${frames} is sharp with chance ${chance} when one frame is a coin toss`, () =>
      expect(burstChances(0.5).ofFrames(frames)).to.be.closeTo(chance, 5e-4));
  }
  for (const [frames, variance] of [
    [1, 1],
    [2, 0.37204],
    [3, 0.24143],
    [4, 0.1824],
    [5, 0.14814],
    [8, 0.09725],
  ] as const) {
    it(`of ${frames} has a best frame of variance ${variance}`, () => expect(bestOfBurst(frames)).to.be.closeTo(variance, 5e-6));
  }
  it('of three is worth one stop of steadiness', () => expect(-0.5 * Math.log2(bestOfBurst(3))).to.be.closeTo(1, 0.03));

  it('drawn frame by frame, seed 11, keeps its chances and its best frame', () => {
    const normal = normalSource(seededRandom(11));
    const bursts = 60_000;
    const limitSquared = -2 * Math.log(1 - 0.3);
    let sharp = 0;
    let best = 0;
    for (let i = 0; i < bursts; i++) {
      const shared = [normal(), normal()].map((z) => z * Math.SQRT1_2);
      let least = Infinity;
      for (let frame = 0; frame < 4; frame++) {
        const size = frame === 0 ? 1 : Math.SQRT1_2;
        const drift = shared.reduce((sum, z) => sum + (size * (z + normal() * Math.SQRT1_2)) ** 2, 0);
        least = Math.min(least, drift);
      }
      if (least <= limitSquared) sharp++;
      best += least / 2;
    }
    // Standard error of a share of 60 000: 0.2 points; of the mean: about 0.4 %.
    expect(sharp / bursts).to.be.closeTo(burstChances(0.3).ofFrames(4), 0.008);
    expect(best / bursts / bestOfBurst(4)).to.be.closeTo(1, 0.02);
  });
  it('never loses by more frames or better hands, and stays a chance', () =>
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.integer({ min: 1, max: 40 }), (single, frames) => {
        const chances = burstChances(single);
        expect(chances.ofFrames(1)).to.be.closeTo(single, 1e-7);
        expect(chances.ofFrames(frames + 1)).to.be.within(chances.ofFrames(frames) - 1e-12, 1);
        expect(burstChances(Math.min(1, single + 0.02)).ofFrames(frames)).to.be.at.least(chances.ofFrames(frames) - 1e-9);
      }),
    ));
  it('finds the fewest frames, or none', () => {
    expect(fewestFrames(burstChances(0.5), 0.9, 8)).to.equal(3);
    expect(fewestFrames(burstChances(0.01), 0.9, 3)).to.equal(null);
  });
  it('fills the buffer and catches peaks', () => {
    expect(framesUntilFull(30, 5, 10)).to.equal(60);
    expect(framesUntilFull(30, 12, 10)).to.equal(Infinity);
    expect(peakChance(0.05, 10)).to.equal(0.5);
    expect(peakChance(1, 10)).to.equal(1);
  });
  it('refuses more frames than its table has', () => expect(() => bestOfBurst(MOST_FRAMES + 1)).to.throw(RangeError));
});

describe('the library of moving things', () => {
  it('has at least 30 things over four fields, each with a source and a speed inside its range', () => {
    expect(MOVING_THINGS.length).to.be.at.least(30);
    expect(new Set(MOVING_THINGS.map((thing) => thing.field))).to.have.length(4);
    expect(new Set(MOVING_THINGS.map((thing) => thing.id))).to.have.length(MOVING_THINGS.length);
    for (const thing of MOVING_THINGS) {
      expect(thing.source, thing.id).to.match(/\S/);
      expect(thing.speedMps, thing.id).to.be.within(...thing.range);
      expect(thing.stillMps, thing.id).to.be.at.most(thing.speedMps);
      expect(thing.limbFactor, thing.id).to.be.at.least(1);
      expect(thing.heightM, thing.id).to.be.within(0.01, 15);
      expect(thing.lengthM, thing.id).to.be.within(0.01, 100);
    }
  });
});

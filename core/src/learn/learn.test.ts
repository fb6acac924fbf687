import { expect } from 'chai';
import fc from 'fast-check';
import { DEFAULT_THRESHOLD, sharpChance } from '../motion/hands.ts';
import { shutterMarks } from '../light/marks.ts';
import { normalSource, seededRandom, type UniformSource } from '../numerics/seededRandom.ts';
import {
  afterFrame,
  afterFrames,
  driftAtConfidence,
  driftStops,
  expectedInformation,
  holdPrior,
  meanSharpChance,
  shutterOfDrift,
  type HoldPosterior,
} from './holdPosterior.ts';
import { wilsonInterval } from './wilson.ts';

describe('the interval of a share', () => {
  it('is 0.490 to 0.943 for 8 of 10 and 0 to 0.434 for 0 of 5, at 95 %', () => {
    // Worked out apart from Wilson (1927); also in Brown, Cai & DasGupta, Stat. Sci. 16 (2001) 101, from memory.
    expect(wilsonInterval(8, 10).low).to.be.closeTo(0.49, 5e-4);
    expect(wilsonInterval(8, 10).high).to.be.closeTo(0.943, 5e-4);
    expect(wilsonInterval(0, 5).low).to.equal(0);
    expect(wilsonInterval(0, 5).high).to.be.closeTo(0.434, 5e-4);
  });

  it('holds the share, lies within 0 and 1, and narrows with more tries', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), fc.double({ min: 0, max: 1, noNaN: true }), (tries, share) => {
        const hits = Math.round(share * tries);
        const { low, high } = wilsonInterval(hits, tries);
        expect(low).to.be.within(0, hits / tries + 1e-12);
        expect(high).to.be.within(hits / tries - 1e-12, 1);
        const more = wilsonInterval(4 * hits, 4 * tries);
        expect(more.high - more.low).to.be.below(high - low);
      }),
    );
    expect(() => wilsonInterval(1, 0)).to.throw(RangeError);
    expect(() => wilsonInterval(3, 2)).to.throw(RangeError);
  });
});

/** Speeds a test may ask for, 1/1000 to 1 s, with a 50 mm lens and a tolerance of 0.030 mm. */
const LENS = { focalMm: 50, toleranceMm: 0.03 };
const marks = (every: number): number[] =>
  Array.from({ length: 31 }, (_, i) => i)
    .filter((i) => i % every === 0)
    .map((third) => driftStops(LENS.focalMm, shutterMarks.value(third), LENS.toleranceMm));
const THIRDS = marks(1);
/** One for all, and with it what is worked out over its nodes. */
const PRIOR = holdPrior(0);

interface Person {
  theta: number;
  slope: number;
}
/** What is said of a frame: of twenty sharp ones and of twenty soft ones, one is taken for the other. */
const shoots = ({ theta, slope }: Person, x: number, random: UniformSource): boolean =>
  random() < 0.05 + 0.9 * sharpChance(x, theta, slope);

function adaptive(person: Person, frames: number, random: UniformSource): HoldPosterior {
  let posterior = PRIOR;
  for (let i = 0; i < frames; i++) {
    const bits = THIRDS.map((x) => expectedInformation(posterior, x));
    const x = THIRDS[bits.indexOf(Math.max(...bits))]!;
    posterior = afterFrame(posterior, { x, sharp: shoots(person, x, random) });
  }
  return posterior;
}

const trueX80 = ({ theta, slope }: Person): number => theta - Math.log2(-Math.log2(0.2)) / slope;
const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

describe('what a hold test teaches', () => {
  it('goes from a speed to its drift and back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-4, max: 4, noNaN: true }),
        fc.double({ min: 4, max: 800, noNaN: true }),
        (shutterS, focalMm) => {
          expect(shutterOfDrift(driftStops(focalMm, shutterS, 0.02), focalMm, 0.02) / shutterS).to.be.closeTo(1, 1e-9);
        },
      ),
    );
  });

  it('begins at the starting value: 1/50 s with 50 mm is an 84 % bet, less what the prior does not know', () => {
    expect(sharpChance(driftStops(50, 1 / 50, 0.03), DEFAULT_THRESHOLD, 2)).to.be.closeTo(0.839, 0.002);
    expect(meanSharpChance(PRIOR, driftStops(50, 1 / 50, 0.03))).to.be.within(0.6, 0.839);
  });

  it('never becomes certain, nor NaN, whatever comes out: all sharp, all soft, a perfect step, one frame', () => {
    const frame = fc.record({ x: fc.double({ min: -12, max: 16, noNaN: true }), sharp: fc.boolean() });
    fc.assert(
      fc.property(fc.array(frame, { maxLength: 40 }), (frames) => {
        const posterior = afterFrames(PRIOR, frames);
        expect([...posterior.weights].every(Number.isFinite)).to.equal(true);
        expect(posterior.weights.reduce((sum, weight) => sum + weight, 0)).to.be.closeTo(1, 1e-9);
        const { low, median: middle, high } = driftAtConfidence(posterior, 0.8);
        expect(low).to.be.at.most(middle).and.to.be.at.least(-20);
        expect(high).to.be.at.least(middle).and.to.be.at.most(20);
        expect(meanSharpChance(posterior, 5)).to.be.within(0, 1);
      }),
      { numRuns: 200 },
    );
    const step = THIRDS.map((x) => ({ x, sharp: x < 5.5 }));
    const { low, high } = driftAtConfidence(afterFrames(PRIOR, step), 0.8);
    expect(high - low).to.be.above(0.1);
  });

  it('is the same in whatever order the frames came', () => {
    const frames = THIRDS.map((x, i) => ({ x, sharp: i % 3 === 0 }));
    const [one, other] = [frames, [...frames].reverse()].map((order) => driftAtConfidence(afterFrames(PRIOR, order), 0.8));
    expect(one!.median).to.be.closeTo(other!.median, 1e-9);
  });

  it('covers the truth in 85 to 95 % of 300 tests of 18 frames, in under 1.5 stops, with people drawn from the prior who slip once in twenty', () => {
    const random = seededRandom(18);
    const normal = normalSource(random);
    const runs = Array.from({ length: 300 }, () => {
      const person = { theta: DEFAULT_THRESHOLD + 1.5 * normal(), slope: 2 * Math.exp(0.35 * normal()) };
      return { truth: trueX80(person), ...driftAtConfidence(adaptive(person, 18, random), 0.8) };
    });
    const covered = runs.filter(({ truth, low, high }) => truth >= low && truth <= high).length / runs.length;
    expect(covered).to.be.within(0.85, 0.95);
    expect(median(runs.map(({ low, high }) => high - low))).to.be.below(1.5);
  }).timeout(60_000);

  it('is off by under 0.3 stop on average for hands two stops better or worse than the starting value', () => {
    for (const away of [-2, 2]) {
      const person = { theta: DEFAULT_THRESHOLD + away, slope: 2 };
      const random = seededRandom(100 + away);
      const errors = Array.from(
        { length: 60 },
        () => driftAtConfidence(adaptive(person, 18, random), 0.8).median - trueX80(person),
      );
      expect(Math.abs(errors.reduce((sum, error) => sum + error, 0) / errors.length)).to.be.below(0.3);
    }
  }).timeout(60_000);

  it('learns more in 18 frames it chooses than in 30 on a fixed ladder of whole stops', () => {
    const random = seededRandom(30);
    const normal = normalSource(random);
    const ladder = marks(3);
    const errors = Array.from({ length: 150 }, () => {
      const person = { theta: DEFAULT_THRESHOLD + 1.5 * normal(), slope: 2 * Math.exp(0.35 * normal()) };
      const fixed = Array.from({ length: 30 }, (_, i) => ladder[i % ladder.length]!).map((x) => ({
        x,
        sharp: shoots(person, x, random),
      }));
      const off = (posterior: HoldPosterior): number => Math.abs(driftAtConfidence(posterior, 0.8).median - trueX80(person));
      return { chosen: off(adaptive(person, 18, random)), fixed: off(afterFrames(PRIOR, fixed)) };
    });
    expect(median(errors.map(({ chosen }) => chosen))).to.be.below(median(errors.map(({ fixed }) => fixed)));
  }).timeout(60_000);
});

import { expect } from 'chai';
import fc from 'fast-check';
import jstat from 'jstat';
import { median as medianOf, quantile } from 'simple-statistics';
import { exampleBrief } from '../../test/briefs.ts';
import { shutterMarks } from '../light/marks.ts';
import { sharpChance, steadyingStops } from '../motion/hands.ts';
import { seededRandom } from '../numerics/seededRandom.ts';
import { planWithoutLadder } from '../plan/planBrief.ts';
import { briefProblems } from '../brief/briefProblems.ts';
import { driftAtConfidence, driftStops, holdPrior, meanSharpChance } from './holdPosterior.ts';
import {
  againstStartingValue,
  beyondHands,
  burstBuys,
  chanceCurve,
  farFromTested,
  MOST_TESTED,
  markAtOrFaster,
  nextShutter,
  seriesPosterior,
  slowestTrusted,
  smearOfHands,
  steadierBy,
  teachingByShutter,
  testedHands,
  testProgress,
  usualShutter,
  type HoldSetup,
  type TestedFrame,
} from './holdSeries.ts';
import { ratesByShutter } from './rates.ts';
import { wilsonInterval } from './wilson.ts';

const setup: HoldSetup = { focalLengthMm: 50, toleranceMm: 0.03, stabiliserStops: 0, conditions: [] };
const BODY = { fastestS: 1 / 8192, slowestS: 4 };
describe('where a hold test begins', () => {
  it('is the usual handheld speed: 1 over the focal length, slower by what steadies it', () => {
    expect(usualShutter(setup, BODY)).to.be.closeTo(1 / 50, 0.1 / 50);
    expect(Math.log2(usualShutter({ ...setup, stabiliserStops: 4 }, BODY) * 50)).to.be.within(2.5, 4.5);
    expect(usualShutter({ ...setup, focalLengthMm: 200 }, BODY)).to.be.closeTo(1 / 200, 0.1 / 200);
    expect(usualShutter({ ...setup, focalLengthMm: 10, stabiliserStops: 8 }, BODY)).to.be.at.most(4);
  });
});

const marks = Array.from({ length: 31 }, (_, i) => shutterMarks.value(i));

/** A series as a person with these hands would take it, each frame where it teaches most. */
function taken(hands: { theta: number; slope: number }, frames: number, seed: number, held = setup): TestedFrame[] {
  const random = seededRandom(seed);
  const series: TestedFrame[] = [];
  while (series.length < frames) {
    const shutterS = nextShutter(teachingByShutter(held, seriesPosterior(held, series), BODY))!;
    const chance = sharpChance(driftStops(held.focalLengthMm, shutterS, held.toleranceMm), hands.theta, hands.slope);
    series.push({ shutterS, sharp: random() < chance });
  }
  return series;
}

describe('a series of a hold test', () => {
  it('asks for marks the body has, and never for one whose answer is known before', () => {
    const teaching = teachingByShutter(setup, holdPrior(0), { fastestS: 1 / 256, slowestS: 1 });
    expect(teaching.map(({ shutterS }) => shutterMarks.value(shutterMarks.nearest(shutterS)))).to.deep.equal(
      teaching.map(({ shutterS }) => shutterS),
    );
    expect(Math.min(...teaching.map(({ shutterS }) => shutterS))).to.be.at.least(1 / 257);
    expect(teaching.every(({ bits }) => bits > 0)).to.equal(true);
    expect(nextShutter([])).to.equal(null);
  });

  it('finds the slowest speed of somebody a stop unsteadier than usual, in shutter speeds, within its interval in most series', () => {
    const hands = { theta: 4.7, slope: 2 };
    const truth = hands.theta - Math.log2(-Math.log2(0.2)) / hands.slope;
    const inside = Array.from({ length: 60 }, (_, seed) => {
      const { low, high } = driftAtConfidence(seriesPosterior(setup, taken(hands, 18, seed + 1)), 0.8);
      return low <= truth && truth <= high;
    });
    // Nine in ten are expected; binomial below 46 of 60 has a chance under 1 in 500.
    expect(inside.filter(Boolean).length).to.be.at.least(46);
  });

  it('names the mark at the median or next faster, and an interval that holds it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ shutterS: fc.constantFrom(...marks), sharp: fc.boolean() }), { maxLength: 30 }),
        (frames) => {
          const { medianS, slowS, fastS, markS, widthStops } = slowestTrusted(setup, seriesPosterior(setup, frames), 0.8);
          expect(slowS).to.be.at.least(medianS);
          expect(medianS).to.be.at.least(fastS);
          expect(widthStops).to.be.above(0);
          expect([medianS, slowS, fastS].every(Number.isFinite)).to.equal(true);
          expect(Math.log2(markS / medianS)).to.be.within(-1 / 3 - 1e-9, 0.011);
        },
      ),
      { numRuns: 60 },
    );
    expect(markAtOrFaster(1 / 12)).to.equal(2 ** (-11 / 3)); // 1/13 s
    expect(markAtOrFaster(1 / 16)).to.equal(1 / 16);
  });

  it('gives the mean and the band of the curve as an outside library works them out over drawn hands', () => {
    const frames = taken({ theta: 5.5, slope: 2 }, 12, 8);
    const posterior = seriesPosterior(setup, frames);
    const [at] = chanceCurve(setup, posterior, [1 / 32]);
    // Hands drawn from the posterior; simple-statistics' quantiles of their chances.
    const random = seededRandom(9);
    const x = driftStops(50, 1 / 32, 0.03);
    const drawn = Array.from({ length: 20_000 }, () => {
      let [left, i] = [random(), 0];
      while ((left -= posterior.weights[i]!) > 0 && i < posterior.weights.length - 1) i++;
      return sharpChance(x, posterior.thetas[i]!, posterior.slopes[i]!);
    });
    expect(at!.mean).to.be.closeTo(drawn.reduce((sum, chance) => sum + chance, 0) / drawn.length, 0.01);
    expect(at!.low).to.be.closeTo(quantile(drawn, 0.05), 0.02);
    expect(at!.high).to.be.closeTo(quantile(drawn, 0.95), 0.02);
  });

  it('agrees at a single speed, as far as its prior lets it, with jstat’s beta posterior', () => {
    // Ten frames at one speed: with a flat prior of the chance its posterior is Beta(9, 3). Ours has a prior of its own, so the tolerance is loose.
    const shutterS = 1 / 32;
    const frames = Array.from({ length: 10 }, (_, n) => ({ shutterS, sharp: n < 8 }));
    const [at] = chanceCurve(setup, seriesPosterior(setup, frames), [shutterS]);
    // What is answered contains the slips: one answer in twenty either way.
    expect(0.05 + 0.9 * at!.mean).to.be.closeTo(jstat.beta.mean(9, 3), 0.08);
    expect(0.05 + 0.9 * at!.low).to.be.closeTo(jstat.beta.inv(0.05, 9, 3), 0.12);
    expect(0.05 + 0.9 * at!.high).to.be.closeTo(jstat.beta.inv(0.95, 9, 3), 0.08);
  });

  it('counts by speed, slow to fast, with Wilson intervals that agree with their own equation solved by jstat’s normal quantile', () => {
    const rates = ratesByShutter([
      { shutterS: 1 / 64, sharp: true },
      { shutterS: 1 / 16, sharp: false },
      { shutterS: 1 / 64, sharp: true },
      { shutterS: 1 / 64, sharp: false },
    ]);
    expect(rates.map(({ shutterS, frames, sharp }) => [shutterS, frames, sharp])).to.deep.equal([
      [1 / 16, 1, 0],
      [1 / 64, 3, 2],
    ]);
    // Wilson's ends are the shares p that lie just z standard errors √(p(1−p)/n) off what was seen.
    const z = jstat.normal.inv(0.975, 0, 1);
    for (const [hits, tries] of [
      [2, 3],
      [8, 10],
      [17, 18],
    ] as const)
      // prettier-ignore
      for (const end of Object.values(wilsonInterval(hits, tries)))
        expect(Math.abs(hits / tries - end)).to.be.closeTo(z * Math.sqrt((end * (1 - end)) / tries), 1e-9);
  });

  it('says that a burst of more frames may go slower, one frame as slow as its own mean', () => {
    const posterior = seriesPosterior(setup, taken({ theta: 5.7, slope: 2 }, 18, 3));
    const buys = burstBuys(setup, posterior, 0.8, [1, 2, 3, 5, 8]).map(({ shutterS }) => shutterS!);
    expect(buys).to.deep.equal([...buys].sort((a, b) => a - b));
    expect(meanSharpChance(posterior, driftStops(50, buys[0]!, 0.03))).to.be.at.least(0.8);
    // Model: three frames are worth about one stop.
    expect(Math.log2(buys[2]! / buys[0]!)).to.be.within(2 / 3, 2.4);
  });

  it('tells two holds apart by the stops between them, and cannot tell one from itself', () => {
    const braced = { ...setup, conditions: ['wall' as const] };
    const [free, leaning] = [
      seriesPosterior(setup, taken({ theta: 5.7, slope: 2 }, 18, 5)),
      seriesPosterior(braced, taken({ theta: 7.2, slope: 2 }, 18, 6, braced)),
    ];
    const { median, low, high } = steadierBy(leaning, free, 0.8);
    expect(median).to.be.within(0.7, 2.3);
    expect(low).to.be.below(median).and.to.be.above(-0.5);
    expect(high).to.be.above(median);
    const same = steadierBy(free, free, 0.8);
    expect(same.median).to.be.closeTo(0, 0.05);
    expect(same.low).to.be.closeTo(-same.high, 0.1);
    // Medians of independent draws, by simple-statistics.
    const draw = (seed: number, posterior: typeof free): number[] => {
      const random = seededRandom(seed);
      return Array.from({ length: 4000 }, () => {
        let [left, i] = [random(), 0];
        while ((left -= posterior.weights[i]!) > 0 && i < posterior.weights.length - 1) i++;
        return posterior.thetas[i]! - Math.log2(-Math.log2(0.2)) / posterior.slopes[i]!;
      });
    };
    const [a, b] = [draw(1, leaning), draw(2, free)];
    expect(median).to.be.closeTo(medianOf(a.map((x, i) => x - b[i]!)), 0.12);
  });

  it('is done when the range is within a stop, or after so many frames, and never before six', () => {
    expect(testProgress(5, 0.5).done).to.equal(false);
    expect(testProgress(9, 0.9)).to.deep.equal({ done: true, more: 0 });
    expect(testProgress(12, 1.5)).to.deep.equal({ done: false, more: 8 });
    expect(testProgress(MOST_TESTED, 3).done).to.equal(true);
  });
});

describe('the planner with tested hands', () => {
  const brief = exampleBrief();
  const held: HoldSetup = { focalLengthMm: 18.3, toleranceMm: 0.0114, stabiliserStops: 4, conditions: ['elbows'] };
  const from = { seriesId: 'a', count: 18, day: '2027-03-03' };
  const handsOf = (off: number): NonNullable<typeof brief.hold.tested> => {
    const theta = 5.668 + steadyingStops(4, ['elbows']) + off;
    return testedHands(held, seriesPosterior(held, taken({ theta, slope: 2 }, 18, 11, held)), from);
  };

  it('gets a posterior a brief can carry, thinner but the same', () => {
    const whole = seriesPosterior(held, taken({ theta: 9, slope: 2 }, 18, 4, held));
    const tested = testedHands(held, whole, from);
    expect(briefProblems({ ...brief, hold: { ...brief.hold, tested } })).to.deep.equal([]);
    expect(tested.weights.length).to.be.below(500);
    const thin = { ...tested, weights: Float64Array.from(tested.weights) };
    const total = tested.weights.reduce((sum, weight) => sum + weight, 0);
    for (const x of [7, 8.5, 10]) expect(meanSharpChance(thin, x) / total).to.be.closeTo(meanSharpChance(whole, x), 2e-3);
  });

  it('holds slower with steadier hands, and says whose frames it goes by', () => {
    const slow = { ...brief, subject: { ...brief.subject, speedMps: 0 }, light: { ...brief.light, ev100: -3 } };
    const chances = [-2, 0, 2].map(
      (off) => planWithoutLadder({ ...slow, hold: { ...slow.hold, tested: handsOf(off) } }).choice.shutterS,
    );
    expect(chances[0]).to.be.below(chances[2]!);
    const { reasons } = planWithoutLadder({ ...brief, hold: { ...brief.hold, tested: handsOf(-1) } });
    expect(reasons.find(({ code }) => code === 'hands')).to.deep.include({ from });
    expect(reasons).to.have.length(6);
    for (const reason of planWithoutLadder(brief).reasons) if (reason.code === 'hands') expect(reason.from).to.equal(null);
  });

  it('is far from a test by what starting values have to carry over', () => {
    const equivalentMm = 28;
    expect(farFromTested({ ...held, equivalentMm }, brief, 28)).to.equal(0);
    // Three quarters of four rated stops; half a stop of elbows.
    expect(farFromTested({ ...held, stabiliserStops: 0, equivalentMm }, brief, 28)).to.be.closeTo(3, 1e-9);
    expect(farFromTested({ ...held, conditions: [], equivalentMm }, brief, 28)).to.be.closeTo(0.5, 1e-9);
    expect(farFromTested({ ...held, equivalentMm }, brief, 56)).to.be.closeTo(0.5, 1e-9);
  });

  it('knows how the tested hands stand against the starting value', () => {
    const steady = seriesPosterior(setup, taken({ theta: 7.2, slope: 2 }, 18, 21));
    expect(againstStartingValue(setup, steady).median).to.be.within(0.7, 2.2);
  });
});

describe('what a support would have served', () => {
  it('is told of frames beyond the smear that one from a support has too', () => {
    // Squares add up: 3, 4 and 5.
    expect(smearOfHands(5, 4)).to.equal(3);
    expect(smearOfHands(1, 2)).to.equal(0);
    expect(smearOfHands(2.5, 0)).to.equal(2.5);
  });

  it('is counted among the frames of a log slower than the hands hold, a longer lens being held to a faster speed', () => {
    const full = { ...setup, equivalentMm: 50 };
    const posterior = seriesPosterior(full, taken({ theta: 5.7, slope: 2 }, 18, 5));
    const { medianS } = slowestTrusted(full, posterior, 0.9);
    const at = (shutterS: number, equivalentMm: number, frames: number) => ({ shutterS, equivalentMm, frames });
    const log = [at(0.8 * medianS, 50, 7), at(1.25 * medianS, 50, 5), at(0.8 * medianS, 100, 3), at(0.35 * medianS, 100, 2)];
    expect(beyondHands(full, posterior, 0.9, log)).to.deep.equal({ frames: 17, beyond: 8 });
    expect(beyondHands(full, posterior, 0.9, [])).to.deep.equal({ frames: 0, beyond: 0 });
  });
});

import { expect } from 'chai';
import fc from 'fast-check';
import { briefWith, exampleBrief } from '../../test/briefs.ts';
import { planWithoutLadder } from '../plan/planBrief.ts';
import { normalSource, seededRandom } from '../numerics/seededRandom.ts';
import { afterChoice, nextPair, tasteEstimate, tastePrior, TASTES, tasteSettings, type TasteSetting } from './tastePosterior.ts';

/** A person who prefers by detail at a taste of their own, as surely as `sensitivity` says. */
function tested(settings: readonly TasteSetting[], taste: number, sensitivity: number, choices: number, random: () => number) {
  const at = TASTES.findIndex((node) => node >= taste - 1e-9);
  const share = at <= 0 ? 0 : (taste - TASTES[at - 1]!) / (TASTES[at]! - TASTES[at - 1]!);
  const keptAt = ({ kept }: TasteSetting): number =>
    at <= 0 ? kept.at(at)! : kept[at - 1]! + share * (kept[at]! - kept[at - 1]!);
  let posterior = tastePrior();
  for (let i = 0; i < choices; i++) {
    const { slower, faster } = nextPair(posterior, settings)!;
    // One choice in twenty is a slip, either way.
    const chance = 0.05 + 0.9 / (1 + Math.exp(-sensitivity * (keptAt(settings[slower]!) - keptAt(settings[faster]!))));
    posterior = afterChoice(posterior, settings, { slower, faster, tookSlower: random() < chance });
  }
  return posterior;
}

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

describe('what a taste test teaches', () => {
  const settings = tasteSettings(exampleBrief());

  it('shows settings from blurry to grainy, each best at some taste in their order', () => {
    expect(settings.length).to.be.within(10, 19);
    expect(settings.map(({ iso }) => iso)).to.deep.equal([...settings].map(({ iso }) => iso).sort((a, b) => a - b));
    const best = TASTES.map((_, t) => settings.reduce((kept, other) => (other.kept[t]! > kept.kept[t]! ? other : kept)).shutterS);
    expect(best, 'the more grain bothers, the slower').to.deep.equal([...best].sort((a, b) => a - b));
    expect(best[0]).to.be.below(best.at(-1)!);
  });

  it('agrees with the planner: a plan at a taste stands at the slow end of what looks like the setting that keeps most there', () => {
    for (const taste of [-2, 0, 2]) {
      const { choice, figures } = planWithoutLadder(
        briefWith({ picture: { tasteStops: taste, liftCeilingStops: 8, isoCeiling: 51_200 } }),
      );
      const t = TASTES.indexOf(taste);
      const best = settings.reduce((kept, other) => (other.kept[t]! > kept.kept[t]! ? other : kept));
      expect(figures.plateau!.slowestS).to.equal(choice.shutterS);
      expect(best.shutterS).to.be.within(figures.plateau!.fastestS * 0.99, choice.shutterS * 1.01);
    }
  });

  it('finds a taste within half a stop, as the median of 60 people of 18 choices', () => {
    const random = seededRandom(7);
    const normal = normalSource(random);
    const errors = Array.from({ length: 60 }, () => {
      const taste = Math.max(-3, Math.min(3, 1.2 * normal()));
      return Math.abs(tasteEstimate(tested(settings, taste, 150, 18, random)).median - taste);
    });
    expect(median(errors)).to.be.below(0.5);
  }).timeout(60_000);

  it('holds the truth in about nine of ten, and is honest about people who choose at random', () => {
    const random = seededRandom(8);
    const normal = normalSource(random);
    const runs = Array.from({ length: 120 }, () => {
      const taste = Math.max(-3.5, Math.min(3.5, 1.5 * normal()));
      const sensitivity = [10, 25, 50, 100, 200][Math.floor(5 * random())]!;
      return { taste, ...tasteEstimate(tested(settings, taste, sensitivity, 18, random)) };
    });
    expect(runs.filter(({ taste, low, high }) => taste >= low && taste <= high).length / runs.length).to.be.within(0.82, 0.97);
    const coin = Array.from({ length: 20 }, () => tasteEstimate(tested(settings, 0, 0, 18, random)));
    expect(median(coin.map(({ low, high }) => high - low))).to.be.above(1);
  }).timeout(60_000);

  it('never becomes certain, nor NaN, however one-sided the choices', () => {
    const choice = fc.record({
      slower: fc.integer({ min: 0, max: 5 }),
      faster: fc.integer({ min: 8, max: settings.length - 1 }),
      tookSlower: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(choice, { maxLength: 40 }), (choices) => {
        const posterior = choices.reduce((before, one) => afterChoice(before, settings, one), tastePrior());
        const { low, median: middle, high } = tasteEstimate(posterior);
        expect([low, middle, high].every(Number.isFinite)).to.equal(true);
        expect(low).to.be.below(high);
        expect(middle).to.be.within(low, high);
      }),
      { numRuns: 200 },
    );
  });

  it('has no pair to show where there is but one setting', () => {
    expect(nextPair(tastePrior(), settings.slice(0, 2))).to.equal(null);
  });
});

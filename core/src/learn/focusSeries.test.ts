import { expect } from 'chai';
import fc from 'fast-check';
import { briefWith, exampleBrief } from '../../test/briefs.ts';
import { seededRandom } from '../numerics/seededRandom.ts';
import { planWithoutLadder } from '../plan/planBrief.ts';
import {
  darkestTrusted,
  evOfFocus,
  expectedFocusEv,
  FOCUS_SLOPE,
  focusOfTests,
  focusPosterior,
  lockChance,
  lockCurve,
  nextFocusEv,
  type FocusTry,
} from './focusSeries.ts';
import { FEWEST_TESTED, testProgress } from './holdSeries.ts';
import { lockRates, lockTimes } from './rates.ts';

const { sensor } = exampleBrief().kit;
const SHARE = 0.9;
const untimed = (ev100: number, locked: boolean): FocusTry => ({ ev100, locked, seconds: null });

/** A test of a hidden autofocus, run to its end. @param slips share of answers that are by chance */
function tested(expectedEv: number, evAtHalf: number, slope: number, seed: number, slips = 0) {
  const random = seededRandom(seed);
  const tries: FocusTry[] = [];
  for (;;) {
    const posterior = focusPosterior(expectedEv, tries);
    const found = darkestTrusted(posterior, SHARE);
    if (tries.length >= FEWEST_TESTED && testProgress(tries.length, found.widthEv).done) return { found, tries };
    const ev = tries.length === 0 ? expectedEv + 1 : nextFocusEv(posterior, expectedEv);
    const fair = random() >= slips;
    tries.push(untimed(ev, fair ? random() < lockChance(ev, evAtHalf, slope) : random() < 0.5));
  }
} // prettier-ignore

describe('a focus test', () => {
  it('expects what is on the box, and less of following and of little contrast', () => {
    // EV −3 at f/2 is EV −1 at f/4: the same light on the sensor.
    expect(expectedFocusEv(sensor, { mode: 'single', target: 'edge', fNumber: 2 })).to.equal(-3);
    expect(expectedFocusEv(sensor, { mode: 'single', target: 'edge', fNumber: 4 })).to.be.closeTo(-1, 1e-12);
    expect(expectedFocusEv(sensor, { mode: 'continuous', target: 'lowContrast', fNumber: 2 })).to.equal(0);
  });

  it('knows the light of a share of locks by the formula of its curve', () => {
    // 1 − 2^−(2^(k·d)) = 0.9 at d = log2(log2 10)/k.
    expect(evOfFocus(-3, 3, 0.9)).to.be.closeTo(-3 + Math.log2(Math.log2(10)) / 3, 1e-12);
    expect(lockChance(evOfFocus(-3, 3, 0.9), -3, 3)).to.be.closeTo(0.9, 1e-12);
    expect(lockChance(-3, -3, 3)).to.be.closeTo(0.5, 1e-12);
  });

  it('locks less in less light, whatever was seen', () => {
    const some = fc.array(
      fc.record({ ev100: fc.integer({ min: -12, max: 4 }).map((n) => n / 2), locked: fc.boolean(), seconds: fc.constant(null) }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(some, (tries) => {
        const curve = lockCurve(focusPosterior(-3, tries), [-6, -4.5, -3, -1.5, 0]).map(({ mean }) => mean);
        expect(curve).to.deep.equal([...curve].sort((a, b) => a - b));
      }),
      { seed: 3, numRuns: 60 },
    );
  });

  it('finds the darkest light of 300 hidden bodies: nine intervals in ten hold it, half of the errors are under a third of an EV', function () {
    this.timeout(120_000);
    const random = seededRandom(20_261_127);
    let [inside, count] = [0, 0];
    const errors: number[] = [];
    for (let seed = 1; seed <= 300; seed++) {
      const off = (random() + random() + random() - 1.5) * 2.4;
      const slope = FOCUS_SLOPE * 2 ** (random() - 0.5);
      const truth = evOfFocus(-3 + off, slope, SHARE);
      const { found, tries } = tested(-3, -3 + off, slope, seed, 0.05);
      inside += truth >= found.lowEv && truth <= found.highEv ? 1 : 0;
      errors.push(Math.abs(found.ev - truth));
      count += tries.length;
    }
    expect(inside / 300, 'covered').to.be.within(0.85, 0.95);
    expect(errors.sort((a, b) => a - b)[150]).to.be.below(1 / 3);
    expect(count / 300, 'tries').to.be.below(20);
  });

  it('tells what came out at each light, and how soon', () => {
    const at = (ev100: number, seconds: number | null): FocusTry => ({ ev100, locked: seconds !== null, seconds });
    const rates = lockRates([at(-2, 0.4), at(-2.1, 0.6), at(-4, null), at(-1.9, null), at(-4, 1.5)]);
    expect(rates.map(({ ev100, tries, locked, medianS }) => [ev100, tries, locked, medianS])).to.deep.equal([
      [-4, 2, 1, 1.5],
      [-2, 3, 2, 0.5],
    ]);
    // Wilson's interval of one of two, in closed form: (n + z² ± z·√(z² + n))/(2(n + z²)) at a half.
    const z = 1.959964;
    expect(rates[0]!.low).to.be.closeTo(0.5 - (z * Math.sqrt(z * z + 2)) / (2 * (2 + z * z)), 1e-4);
  });
});

describe('how soon it locks', () => {
  it('is the median in easy light, in the last EV, and of all that were timed', () => {
    const at = (ev100: number, seconds: number | null): FocusTry => ({ ev100, locked: seconds !== null, seconds });
    const tries = [at(2, 0.2), at(1, 0.4), at(-1.5, 1), at(-1.2, 2), at(-2, null), at(-0.5, 0.8)];
    // The limit at EV −2: easy from EV 0 on, hard below EV −1.
    const { easyS, hardS, allS } = lockTimes(tries, -2);
    expect(easyS).to.be.closeTo(0.3, 1e-12);
    expect([hardS, allS]).to.deep.equal([1.5, 0.8]);
    expect(lockTimes([at(0, null)], -2)).to.deep.equal({ easyS: null, hardS: null, allS: null });
  });
});

describe('what focus tests say of a body', () => {
  const single = { mode: 'single', target: 'edge', fNumber: 2, ev: -4 } as const;
  it('is its limit, and what following and little contrast cost, at one aperture', () => {
    const found = focusOfTests([{ ...single, ev: -1 }, single, { ...single, mode: 'continuous', fNumber: 2.8, ev: -2 }, { ...single, target: 'lowContrast', ev: -4.5 }])!;
    expect(found).to.include({ ev: -4, fNumber: 2, lowContrastCostEv: 0 });
    // EV −2 at f/2.8 is EV −2.97 at f/2.
    expect(found.continuousCostEv).to.be.closeTo(2 - 2 * Math.log2(1.4), 1e-9);
    expect(focusOfTests([{ ...single, mode: 'continuous' }])).to.equal(null);
  });

  it('moves the gate of the plan by as much as it differs from the box', () => {
    const brief = briefWith({ sensor: { focusLimit: { ev: -3, fNumber: 2 } } });
    const spare = (changes: Parameters<typeof briefWith>[0]): number => planWithoutLadder(briefWith(changes)).figures.focusHeadroomEv;
    const before = planWithoutLadder(brief).figures.focusHeadroomEv;
    expect(spare({ sensor: { focusLimit: { ev: -1.5, fNumber: 2 } } })).to.be.closeTo(before - 1.5, 1e-9);
    const low = { subject: { lowContrast: true } };
    expect(spare({ ...low, sensor: { focusTested: { lowContrastCostEv: 2.5 } } })).to.be.closeTo(spare(low) - 1.5, 1e-9);
    const following = { picture: { focus: 'continuous' as const } };
    expect(spare({ ...following, sensor: { focusTested: { continuousCostEv: 0.5 } } })).to.be.closeTo(spare(following) + 1.5, 1e-9);
  });
}); // prettier-ignore

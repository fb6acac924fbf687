import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief, briefWith, exampleBrief } from '../../test/briefs.ts';
import { denseDetailBits } from '../../test/denseDetail.ts';
import { isoLabel } from '../light/marks.ts';
import { fullWellE } from '../sensor/sensor.ts';
import { PLACES, SUBJECT_KINDS, type Brief } from '../brief/brief.ts';
import { briefProblems } from '../brief/briefProblems.ts';
import { cautionFor } from './caution.ts';
import { allCandidates, hushPoint, isPossible } from './hushPoint.ts';
import { ladderFor, planAtShutter, planBrief, planWithoutLadder } from './planBrief.ts';
import { remediesFor } from './remedies.ts';
import { handsOfBrief, sureStops } from './handsOfBrief.ts';
import { Situation, type Candidate } from './situation.ts';
import { takesOf } from './takes.ts';

const RUNS = { seed: 20260112, numRuns: 120 };

describe('the plan of the worked example', () => {
  const plan = planWithoutLadder(exampleBrief());
  // An independent quadrature: 1/203 s, f/2.8, ISO 6400 and ⅔ stop of lift, the floor from there to 1/323 s; 0.50 and 0.60 halvings.
  it('sets 1/200 s, f/2.8, ISO 6400 and ⅔ stop of lift', () => {
    expect(plan.choice.labels).to.deep.equal({ shutter: '1/200', aperture: 'f/2.8', iso: '6400', lift: '⅔' });
    expect(plan.possible).to.equal(true);
    expect(plan.relaxed).to.deep.equal([]);
  });
  it('loses 0.50 halvings to grain and 0.60 to blur', () => {
    expect(plan.figures.lostGrain).to.be.closeTo(0.5, 0.01);
    expect(plan.figures.lostBlur).to.be.closeTo(0.6, 0.01);
  });
  it('gives three to six reasons, each with a number', () => {
    expect(plan.reasons.length).to.be.within(3, 6);
    for (const reason of plan.reasons) expect(Object.values(reason).some(Number.isFinite), reason.code).to.equal(true);
  });
  it('has a Valley of 37 shutters, slow to fast, and stands at the slow end of a floor from 1/203 to 1/323 s', () => {
    expect(plan.curve).to.have.length(37);
    const times = plan.curve.map((point) => point.shutterS);
    expect(times).to.deep.equal([...times].sort((a, b) => b - a));
    expect(plan.figures.plateau!.slowestS).to.equal(plan.choice.shutterS);
    expect(1 / plan.figures.plateau!.slowestS).to.be.closeTo(203.2, 0.1);
    expect(1 / plan.figures.plateau!.fastestS).to.be.closeTo(322.5, 0.1);
  });
  it('is the same at its own shutter, and grainier or blurrier elsewhere', () => {
    const here = planAtShutter(exampleBrief(), plan.choice.shutterS);
    expect(here.choice).to.deep.equal(plan.choice);
    for (const shutter of [1 / 30, 1 / 2000]) {
      expect(planAtShutter(exampleBrief(), shutter).figures.detailBits).to.be.below(plan.figures.detailBits);
    }
  });
});

describe('the hush point', () => {
  it('is the slow end of a brute-force floor: within a third of a stop of its shutter and two thirds of its aperture', function () {
    this.timeout(60_000);
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const situation = new Situation(brief);
        const choice = hushPoint(situation, brief.light.ev100);
        fc.pre(choice.possible && choice.relaxed.length === 0);
        // Every setting there is, nothing climbed to; by shutter the most detail.
        const passing = allCandidates(situation, brief.light.ev100).filter(
          (c) => !c.overExposed && c.gates.hold === 'open' && Object.values(c.gates).every((state) => state !== 'shut'),
        );
        const byShutter = new Map<number, Candidate[]>();
        for (const c of passing) byShutter.set(c.shutter.index, [...(byShutter.get(c.shutter.index) ?? []), c]);
        const bits = (c: Candidate): number => situation.detail.bits(c);
        const most = (i: number): number => Math.max(-1, ...(byShutter.get(i) ?? []).map(bits));
        let slow = [...byShutter.keys()].reduce((a, b) => (most(b) > most(a) ? b : a));
        const best = most(slow);
        while (most(slow - 1) >= 0.9 * best) slow--;
        const alike = byShutter.get(slow)!.filter((c) => bits(c) >= 0.98 * most(slow));
        const gates = Object.keys(alike[0]!.gates) as (keyof Candidate['gates'])[];
        const opened = gates.filter((gate) => alike.some((c) => c.gates[gate] === 'open'));
        const wanted = alike.find((c) => opened.every((gate) => c.gates[gate] === 'open')) ?? alike[0]!;
        expect(Math.abs(choice.candidate.shutter.index - slow)).to.be.at.most(1);
        expect(Math.abs(choice.candidate.aperture.index - wanted.aperture.index)).to.be.at.most(2);
      }),
      { seed: 7, numRuns: 150 },
    );
  });

  it('keeps no gate at any price: Flicker and Depth never cost more than half of the detail, and one that would is named', () => {
    let dear = 0;
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const situation = new Situation(brief);
        const choice = hushPoint(situation, brief.light.ev100);
        fc.pre(choice.possible && choice.floor !== null);
        if (choice.dear) {
          dear += 1;
          expect(choice.relaxed).to.include(choice.dear);
          return;
        }
        fc.pre(choice.relaxed.length === 0);
        // By brute force, with one of the two gates left out.
        const usable = allCandidates(situation, brief.light.ev100).filter((c) => !c.overExposed && c.gates.hold === 'open');
        for (const dropped of ['flicker', 'depth']) {
          const most = Math.max(
            ...usable
              .filter(({ gates }) => Object.entries(gates).every(([gate, state]) => state !== 'shut' || gate === dropped))
              .map((c) => situation.detail.bits(c)),
          );
          expect(most / choice.floor.best.bits, dropped).to.be.at.most(2.02);
        }
      }),
      { seed: 11, numRuns: 250 },
    );
    expect(dear, 'some were that dear').to.be.above(0);
  }).timeout(60_000);

  it('keeps nine tenths of the best by the slow quadrature too', function () {
    this.timeout(60_000);
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const situation = new Situation(brief);
        const choice = hushPoint(situation, brief.light.ev100);
        fc.pre(choice.possible && choice.relaxed.length === 0);
        const inputs = {
          picture: situation.picture,
          lens: brief.kit.lens,
          focalLengthMm: brief.kit.lens.focalLengthMm,
          distanceM: brief.subject.distanceM,
          depthM: situation.geometry.depthM,
          fullWellE: fullWellE(situation.noise),
          tasteStops: brief.picture.tasteStops,
        };
        const own = bitsOf(inputs, choice.candidate, situation);
        // The aperture may give another fiftieth, the quadrature a hundredth.
        expect(own).to.be.above(0.9 * 0.98 * 0.99 * bitsOf(inputs, choice.floor!.best.candidate, situation));
      }),
      { seed: 7, numRuns: 24 },
    );
  });

  it('opens Hold and shuts no gate unless it says so', () => {
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const { figures, relaxed, possible } = planWithoutLadder(brief);
        fc.pre(possible);
        for (const [gate, state] of Object.entries(figures.gates)) {
          if (state === 'shut') expect(relaxed, gate).to.include(gate);
        }
        expect(figures.gates.light).not.to.equal('shut');
        expect(figures.gates.freeze).not.to.equal('shut');
        if (figures.gates.hold !== 'open') expect(relaxed).to.include('hold');
      }),
      RUNS,
    );
  });

  it('is finite, in range, adds up and keeps to the kit, whatever the brief', () => {
    fc.assert(
      fc.property(anyBrief, (brief) => {
        expect(briefProblems(brief)).to.deep.equal([]);
        const plan = planWithoutLadder(brief);
        const { figures, choice, curve } = plan;
        for (const value of numbersIn(plan)) expect(Number.isFinite(value)).to.equal(true);
        expect(figures.lostGrain + figures.lostBlur).to.be.closeTo(-Math.log2(figures.detailKept), 1e-9);
        expect(choice.iso).to.be.within(brief.kit.sensor.baseIso, Math.max(brief.picture.isoCeiling, brief.kit.sensor.baseIso));
        expect(choice.burst).to.be.within(1, brief.picture.maxBurst);
        expect(choice.shutterS).to.be.at.most(4);
        for (const point of curve) expect(point.lostGrain, 'grain').to.be.above(-1);
        expect(plan.remedies.length > 0).to.equal(!plan.possible);
      }),
      RUNS,
    );
  });

  it('has no less detail to stand on when the light rises, as long as its setting is not over-exposed then', () => {
    const bestOf = (brief: Brief) => {
      const { floor, relaxed, candidate, dear } = hushPoint(new Situation(brief), brief.light.ev100);
      return { bits: floor?.best.bits ?? 0, iso: floor?.best.candidate.meteredIso ?? 0, relaxed, candidate, dear };
    };
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const here = bestOf(brief);
        fc.pre(here.bits > 0 && here.relaxed.length === 0 && here.iso >= brief.kit.sensor.baseIso * 2 ** (1 / 3));
        const brighter = bestOf(lit(brief, brief.light.ev100 + 1 / 3));
        fc.pre(brighter.dear === null);
        expect(brighter.relaxed).to.deep.equal([]);
        expect(brighter.bits).to.be.above(here.bits * 0.995);
      }),
      RUNS,
    );
  });

  it('is found possible by the short way exactly where the long way finds it so', () => {
    fc.assert(
      fc.property(anyBrief, fc.integer({ min: -12, max: 12 }), (brief, thirds) => {
        const ev100 = brief.light.ev100 + thirds / 3;
        expect(isPossible(new Situation(brief), ev100)).to.equal(hushPoint(new Situation(brief), ev100).possible);
      }),
      { seed: 20260112, numRuns: 300 },
    );
  });

  it('is the same with and without its ladder', () => {
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const { ladder, takes, ...rest } = planBrief(brief);
        expect(planWithoutLadder(brief)).to.deep.equal(rest);
        expect(takesOf(brief)).to.deep.equal(takes);
        expect(ladderFor(brief)).to.deep.equal(ladder);
      }),
      { seed: 20260112, numRuns: 25 },
    );
  });

  it('is the same with a shorter Valley, but for the far shutters and a floor that may end with them', () => {
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const { curve, figures, ...rest } = planWithoutLadder(brief);
        const near = planWithoutLadder(brief, 20);
        const kept = curve.filter(({ shutterS }) => Math.abs(3 * Math.log2(shutterS / rest.choice.shutterS)) < 20.5);
        expect(near.curve.map(({ shutterS }) => shutterS)).to.deep.equal(kept.map(({ shutterS }) => shutterS));
        kept.forEach((point, i) =>
          expect(near.curve[i]!.lostGrain + near.curve[i]!.lostBlur).to.be.closeTo(point.lostGrain + point.lostBlur, 0.02),
        );
        expect(near.choice).to.deep.equal(rest.choice);
        expect(near.gateRows).to.deep.equal(rest.gateRows);
        expect(near.figures.lostGrain).to.equal(figures.lostGrain);
      }),
      { seed: 20260112, numRuns: 40 },
    );
  });

  it('does not flip by more than a stop when a brief changes by 1 %', () => {
    const nudges: ((brief: Brief) => Brief)[] = [
      (brief) => ({ ...brief, subject: { ...brief.subject, distanceM: brief.subject.distanceM * 1.01 } }),
      (brief) => ({ ...brief, subject: { ...brief.subject, speedMps: brief.subject.speedMps * 1.01 } }),
      (brief) => lit(brief, brief.light.ev100 + Math.log2(1.01)),
      (brief) => withFocalLength(brief, brief.kit.lens.focalLengthMm * 1.01),
    ];
    fc.assert(
      fc.property(anyBrief, fc.constantFrom(...nudges), (brief, nudge) => {
        const [before, after] = [planWithoutLadder(brief), planWithoutLadder(nudge(brief))];
        // Where a gate's last candidate opens or closes both answers are shown.
        fc.pre(before.possible === after.possible && before.relaxed.join() === after.relaxed.join());
        const [a, b] = [before.choice, after.choice];
        expect(Math.abs(Math.log2(a.shutterS / b.shutterS))).to.be.at.most(1 + 1e-9);
        expect(2 * Math.abs(Math.log2(a.fNumber / b.fNumber))).to.be.at.most(1 + 1e-9);
      }),
      RUNS,
    );
  });

  it('opens the lens as far as looks alike: wider would cost more than a fiftieth of the detail, or shut a gate', () => {
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const situation = new Situation(brief);
        const { candidate, possible, relaxed } = hushPoint(situation, brief.light.ev100);
        fc.pre(possible && relaxed.length === 0 && candidate.aperture.index > 0);
        const wider = situation.candidatesAt(candidate.shutter, brief.light.ev100)[candidate.aperture.index - 1]!;
        const worse = Object.keys(wider.gates).some(
          (gate) => wider.gates[gate as 'depth'] !== 'open' && candidate.gates[gate as 'depth'] === 'open',
        );
        fc.pre(!wider.overExposed && !worse && Object.values(wider.gates).every((state) => state !== 'shut'));
        expect(situation.detail.bits(wider)).to.be.below(situation.detail.bits(candidate) * 1.0205);
      }),
      RUNS,
    );
  });

  it('respects every pin, and three of them leave only evaluation', () => {
    fc.assert(
      fc.property(anyBrief, fc.integer({ min: 3, max: 30 }), fc.integer({ min: 12, max: 20 }), (brief, third, fThird) => {
        const pinned = { shutterS: 2 ** (-third / 3), fNumber: 2 ** (fThird / 6), iso: 1600, burst: 1 };
        const one = planWithoutLadder(withPins(brief, { ...pinned, fNumber: null, iso: null }));
        expect(one.choice.shutterS).to.be.closeTo(pinned.shutterS, 1e-9);
        expect(one.choice.burst).to.equal(1);
        fc.pre(fThird / 3 >= 2 * Math.log2(brief.kit.lens.widestF));
        const all = planWithoutLadder(withPins(brief, pinned));
        expect(all.choice.fNumber).to.be.closeTo(pinned.fNumber, 1e-9);
        expect(isoLabel(all.choice.iso)).to.equal('1600');
        expect(all.choice.shutterS).to.be.closeTo(pinned.shutterS, 1e-9);
      }),
      { seed: 3, numRuns: 60 },
    );
  });

  it('takes brightness a pinned ISO adds off the highlights', () => {
    const brief = withPins(lit(exampleBrief(), 8), { shutterS: 1 / 60, fNumber: 4, iso: 1600, burst: 1 });
    const { figures } = planWithoutLadder(brief);
    // Focused at 4 m, a lens of 18.3 mm stands 0.46 % farther out: f/4 is f/4.018 for the light.
    const working = 4 * (1 + 18.3 / (4000 - 18.3));
    expect(figures.overStops).to.be.closeTo(Math.log2(1600 / ((100 * working ** 2) / ((1 / 64) * 256))), 1e-6);
    expect(figures.highlightStops).to.be.closeTo(2.977 - figures.overStops, 1e-3);
  });
});

describe('when nothing works', () => {
  it('says too bright, shows the fastest and narrowest, and asks for a filter', () => {
    const plan = planWithoutLadder(lit(exampleBrief(), 21));
    expect(plan.possible).to.equal(false);
    expect(plan.choice.labels).to.include({ shutter: '1/4000', aperture: 'f/16', iso: '100' });
    expect(plan.remedies.map((remedy) => remedy.code)).to.deep.equal(['filter']);
    // 100·16²/(2^21/4096) = ISO 50: one stop too bright.
    expect(plan.remedies[0]!.stops).to.be.closeTo(1, 1e-9);
    expect(plan.curve).to.deep.equal([]);
  });
  it('says too dark, never drops the light silently, and counts the missing stops', () => {
    const plan = planWithoutLadder(lit(exampleBrief(), -6));
    expect(plan.possible).to.equal(false);
    expect(plan.reasons[0]!.code).to.equal('impossible');
    expect(plan.remedies.map((remedy) => remedy.code)).to.include('light');
    const { stops } = plan.remedies.find((remedy) => remedy.code === 'light')!;
    expect(planWithoutLadder(lit(exampleBrief(), -6 + stops)).possible).to.equal(true);
    expect(planWithoutLadder(lit(exampleBrief(), -6 + stops - 1 / 3)).possible).to.equal(false);
  });
  it('fits every remedy to every kind of subject and place', () => {
    for (const kind of SUBJECT_KINDS) {
      for (const place of PLACES) {
        for (const base of [
          lit(exampleBrief(), -1),
          lit(exampleBrief(), 1),
          briefWith({
            hold: { conditions: ['wind'] },
            lens: { focalLengthMm: 300 },
            sensor: { stabiliserStops: 0 },
            light: { ev100: 2 },
          }),
        ]) {
          const brief: Brief = { ...base, place, subject: { ...base.subject, kind } };
          const situation = new Situation(brief);
          const choice = hushPoint(situation, brief.light.ev100);
          if (choice.possible) continue;
          const codes = remediesFor(situation, choice).map((remedy) => remedy.code);
          expect(codes.length).to.be.above(0);
          if (kind !== 'person') expect(codes, kind).not.to.include('askStill');
          if (['animal', 'athlete', 'vehicle'].includes(kind)) expect(codes, kind).not.to.include('nearer');
          if (['stage', 'pit', 'edge', 'ring', 'water', 'road'].includes(place)) expect(codes, place).not.to.include('nearer');
        }
      }
    }
  });
  it('relaxes depth before it gives up, and says so', () => {
    const group = briefWith({
      subject: { distanceM: 2, depthM: 1.8, speedMps: 0.3 },
      lens: { focalLengthMm: 50, widestF: 1.8 },
      light: { ev100: 2 },
    });
    const plan = planWithoutLadder(group);
    expect(plan.possible).to.equal(true);
    expect(plan.relaxed).to.include('depth');
    expect(plan.reasons.some((reason) => reason.code === 'relaxed')).to.equal(true);
  });
  it('lets focus give way first in the dark', () => {
    const plan = planWithoutLadder(
      briefWith({ light: { ev100: 2 }, subject: { tone: 0.04, speedMps: 0.1 }, sensor: { focusLimit: { ev: 2, fNumber: 2 } } }),
    );
    expect(plan.relaxed).to.deep.equal(['focus']);
  });
  it('lets the camera brace for four seconds and no longer', () => {
    const still = briefWith({
      subject: { speedMps: 0 },
      light: { ev100: -4 },
      hold: { conditions: ['rail'] },
      picture: { isoCeiling: 800 },
    });
    expect(planWithoutLadder(still).curve[0]!.shutterS).to.be.closeTo(4, 1e-9);
    expect(planWithoutLadder({ ...still, hold: { ...still.hold, conditions: [] } }).curve[0]!.shutterS).to.be.closeTo(1, 1e-9);
  });
});

describe('tested hands', () => {
  const brief = briefWith({ subject: { speedMps: 0 }, light: { ev100: 0 } });
  it('count the difference of conditions only', () => {
    const tested = { thetas: [9.168], slopes: [2], weights: [1], conditions: ['elbows' as const], stabiliserStops: 4 };
    const same = planAtShutter({ ...brief, hold: { ...brief.hold, tested } }, 1 / 4);
    expect(same.figures.holdProbability).to.be.closeTo(planAtShutter(brief, 1 / 4).figures.holdProbability, 1e-3);
  });
  it('carry over a factor two of focal length, and are surer of themselves than what is carried farther', () => {
    const thetas = [6.2, 6.5, 6.8, 7.1, 7.4];
    const tested = {
      thetas,
      slopes: thetas.map(() => 2),
      weights: [1, 4, 6, 4, 1],
      conditions: ['elbows' as const],
      stabiliserStops: 4,
      focalLengthMm: 50,
    };
    const handsAt = (focalLengthMm: number) => {
      const carried = briefWith({ lens: { focalLengthMm } });
      return handsOfBrief({ ...carried, hold: { ...carried.hold, tested } });
    };
    const same = handsAt(50);
    expect(handsAt(99).sureAt(0.9)).to.equal(same.sureAt(0.9));
    expect(handsAt(26).sureAt(0.9)).to.equal(same.sureAt(0.9));
    expect(handsAt(200).sureAt(0.9)).to.be.below(same.sureAt(0.9));
    expect(handsAt(400).sureAt(0.9)).to.be.below(handsAt(200).sureAt(0.9));
    expect(handsAt(400).threshold).to.be.closeTo(same.threshold, 1e-9);
    // The 90 % interval of a normal law of 0.3 stop, 0.987 stop wide, is half a stop wider a doubling beyond the first: 0.452 stop.
    const spread = 0.3;
    const exact = sureStops(0.9, 2, spread + 0.5 / 3.29);
    const normal = Array.from({ length: 41 }, (_, i) => -4 + i / 5);
    const wide = {
      ...tested,
      thetas: normal.map((z) => 6.8 + spread * z),
      slopes: normal.map(() => 2),
      weights: normal.map((z) => Math.exp((-z * z) / 2)),
    };
    const brief200 = briefWith({ lens: { focalLengthMm: 200 } });
    const hands = handsOfBrief({ ...brief200, hold: { ...brief200.hold, tested: wide } });
    expect(hands.sureAt(0.9) - hands.threshold).to.be.closeTo(exact, 0.02);
  });
  it('finds how sure the flattest and steepest hands are that a brief may have', () => {
    const brief = exampleBrief();
    for (const [theta, slope] of [
      [-10, 0.1],
      [20, 0.1],
      [-10, 10],
      [20, 10],
    ] as const)
      for (const confidence of [0.05, 0.5, 0.999]) {
        const tested = { thetas: [theta], slopes: [slope], weights: [1], conditions: [], stabiliserStops: 0 };
        const hands = handsOfBrief({ ...brief, hold: { ...brief.hold, tested } });
        expect(hands.chanceAt(hands.sureAt(confidence)), `${theta}, ${slope}`).to.be.closeTo(confidence, 1e-4);
      }
  });

  it('say from where they were carried, and starting values that they are a guess', () => {
    const about = (brief: Brief) => planWithoutLadder(brief).reasons.find((reason) => reason.code === 'hands');
    const still = briefWith({ subject: { speedMps: 0 }, light: { ev100: 1 } });
    const guess = about(still) as { testBuysStops: number; carriedFromMm: number | null };
    expect(guess.carriedFromMm).to.equal(null);
    // 4.185 untested against 1.925 with an sd of 0.3 stop, in units of 2^−θ at 90 %: from an independent quadrature.
    expect(guess.testBuysStops).to.be.closeTo(Math.log2(4.185 / 1.925), 2e-3);
    const tested = { thetas: [6], slopes: [2], weights: [1], conditions: [], stabiliserStops: 4, focalLengthMm: 85 };
    expect(about({ ...still, hold: { ...still.hold, tested } })).to.include({ testBuysStops: null, carriedFromMm: 85 });
    expect(about({ ...still, hold: { ...still.hold, tested: { ...tested, focalLengthMm: 24 } } })).to.include({
      carriedFromMm: null,
    });
  });
  it('that are unsure are trusted less than their mean', () => {
    const at = (thetas: number[]) =>
      planAtShutter(
        {
          ...brief,
          hold: {
            ...brief.hold,
            tested: {
              thetas,
              slopes: thetas.map(() => 2),
              weights: thetas.map(() => 1),
              conditions: ['elbows'],
              stabiliserStops: 4,
            },
          },
        },
        1 / 15,
      ).figures.holdProbability;
    expect(at([5.2, 8.2])).to.be.below(at([6.7]));
  });
});

describe('what cannot be in a brief', () => {
  const rows: [string, Brief, string][] = [
    ['a distance inside the lens', briefWith({ subject: { distanceM: 0.015 } }), 'subject.distanceM'],
    ['a depth that reaches the camera', briefWith({ subject: { depthM: 8 } }), 'subject.depthM'],
    ['a lens narrower at its widest', briefWith({ lens: { widestF: 8, narrowestF: 4 } }), 'kit.lens.narrowestF'],
    ['a ceiling under base ISO', briefWith({ picture: { isoCeiling: 50 } }), 'picture.isoCeiling'],
    ['an aperture the lens lacks', withPins(exampleBrief(), { fNumber: 1.4 }), 'picture.pinned.fNumber'],
    ['a shutter the body lacks', withPins(exampleBrief(), { shutterS: 1 / 8000 }), 'picture.pinned.shutterS'],
    ['an ISO the body lacks', withPins(exampleBrief(), { iso: 102_400 }), 'picture.pinned.iso'],
    ['a burst over its limit', withPins(exampleBrief(), { burst: 9 }), 'picture.pinned.burst'],
  ];
  for (const [what, brief, path] of rows) {
    it(`names ${what} at its field, with the figures`, () => {
      const problems = briefProblems(brief);
      expect(problems.map((problem) => problem.path.join('.'))).to.deep.equal([path]);
      const [{ path: _path, code: _code, ...figures }] = problems as [(typeof problems)[number]];
      expect(Object.values(figures).length).to.be.at.least(1);
      expect(Object.values(figures).every(Number.isFinite)).to.equal(true);
    });
  }
});

it('shows a caution where the work can hurt, the photographer’s own first', () => {
  expect(cautionFor({ ...exampleBrief(), place: 'pit' })).to.deep.equal({ code: 'place', place: 'pit' });
  expect(cautionFor({ ...exampleBrief(), place: 'pit', caution: 'Mind the cables.' })).to.deep.equal({
    code: 'own',
    words: 'Mind the cables.',
  });
  expect(cautionFor(briefWith({ subject: { kind: 'animal' } }))).to.deep.equal({ code: 'place', place: 'wild' });
  expect(cautionFor(exampleBrief())).to.equal(null);
});

function lit(brief: Brief, ev100: number): Brief {
  return { ...brief, light: { ...brief.light, ev100 } };
}

function withFocalLength(brief: Brief, focalLengthMm: number): Brief {
  return { ...brief, kit: { ...brief.kit, lens: { ...brief.kit.lens, focalLengthMm } } };
}

function withPins(brief: Brief, pins: Partial<Brief['picture']['pinned']>): Brief {
  return {
    ...brief,
    picture: { ...brief.picture, pinned: { ...brief.picture.pinned, ...pins }, maxBurst: Math.max(4, brief.picture.maxBurst) },
  };
}

function bitsOf(inputs: Parameters<typeof denseDetailBits>[0], candidate: Candidate, situation: Situation): number {
  const { shutter, aperture } = candidate;
  const snr = situation.snrOf(candidate);
  const shakeMm = situation.marks.shakeMm(shutter);
  return denseDetailBits(inputs, { fNumber: aperture.fNumber, smearMm: shutter.smearMm, shakeMm, snr });
}

function numbersIn(value: unknown): number[] {
  if (typeof value === 'number') return [value];
  return value !== null && typeof value === 'object' ? Object.values(value).flatMap(numbersIn) : [];
}

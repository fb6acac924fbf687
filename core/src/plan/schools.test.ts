import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief, briefWith, exampleBrief, wishing } from '../../test/briefs.ts';
import { SCHOOLS, type Brief, type School } from '../brief/brief.ts';
import type { GateState } from './gates.ts';
import { hushPoint } from './hushPoint.ts';
import { compareSchools, planBrief, planWithoutLadder, whatDarkerBuys, type SchoolRow } from './planBrief.ts';
import { choiceOf } from './schools.ts';
import { Situation } from './situation.ts';

const RUNS = { seed: 20260125, numRuns: 150 };
const RANK: Record<GateState, number> = { open: 0, marginal: 1, shut: 2 };

const bySchool = (brief: Brief): Record<School, SchoolRow> =>
  Object.fromEntries(compareSchools(brief).map((row) => [row.school, row])) as Record<School, SchoolRow>;

describe('the schools', () => {
  it('are each best at their own gate: Moment first at Freeze and then Hold, Depth first at Depth', function () {
    this.timeout(60_000);
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const rows = bySchool(brief);
        for (const other of SCHOOLS) {
          const [moment, theirs] = [rows.moment.gates, rows[other].gates];
          expect(RANK[moment.freeze], `freeze against ${other}`).to.be.at.most(RANK[theirs.freeze]);
          if (moment.freeze === theirs.freeze)
            expect(RANK[moment.hold], `hold against ${other}`).to.be.at.most(RANK[theirs.hold]);
          expect(RANK[rows.depth.gates.depth], `depth against ${other}`).to.be.at.most(RANK[theirs.depth]);
        }
      }),
      RUNS,
    );
  });

  it('never leave Clean first at a higher ISO equivalent than another that works', function () {
    this.timeout(60_000);
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const at = (school: School) => {
          const situation = new Situation(wishing(brief, { school }));
          return choiceOf(situation, brief.light.ev100);
        };
        const clean = at('clean');
        for (const other of SCHOOLS) {
          const theirs = at(other);
          if (!theirs.possible || theirs.relaxed.includes('hold')) continue;
          expect(clean.candidate.meteredIso, other).to.be.at.most(theirs.candidate.meteredIso * (1 + 1e-9));
        }
      }),
      RUNS,
    );
  });

  it('never keep more detail than Hush under the same gates', function () {
    this.timeout(60_000);
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const { hush, ...others } = bySchool(brief);
        fc.pre(hush.possible && hush.relaxed.length === 0);
        for (const other of Object.values(others)) {
          const keepsGates = Object.entries(other.gates).every(
            ([gate, state]) => state !== 'shut' && (gate !== 'hold' || state === 'open'),
          );
          // The best of the floor is climbed to at each shutter: half a per cent.
          if (keepsGates) expect(other.halvings, other.school).to.be.at.least(-0.0073);
        }
      }),
      RUNS,
    );
  });

  it('say what they gave up, and are finite, whatever the aim', function () {
    this.timeout(60_000);
    fc.assert(
      fc.property(anyBrief, fc.constantFrom(...SCHOOLS), fc.constantFrom('freeze', 'trace', 'streak'), (brief, school, aim) => {
        const plan = planBrief(wishing(brief, { school, aim }));
        for (const [gate, state] of Object.entries(plan.figures.gates)) {
          if (plan.possible && state === 'shut') expect(plan.relaxed, gate).to.include(gate);
        }
        expect(JSON.stringify(plan)).not.to.match(/NaN|Infinity|undefined/);
        for (const [i, darker] of plan.ladder.slice(1).entries()) {
          const brighter = plan.ladder[i]!;
          expect(darker.shutterS).to.be.at.least(brighter.shutterS * (1 - 1e-9));
          expect(darker.fNumber).to.be.at.most(brighter.fNumber * (1 + 1e-9));
          expect(darker.iso).to.be.at.least(brighter.iso * (1 - 1e-9));
        }
      }),
      { ...RUNS, numRuns: 150 },
    );
  });

  it('let a stop of light change the ISO of Moment first by a stop and nothing else, between its limits', () => {
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const moment = wishing(brief, { school: 'moment' });
        const at = (ev100: number) => choiceOf(new Situation(moment), ev100);
        const [here, darker] = [at(brief.light.ev100), at(brief.light.ev100 - 1)];
        const free = [here, darker].every(
          ({ candidate, possible, relaxed }) =>
            possible &&
            relaxed.length === 0 &&
            candidate.gates.freeze === 'open' &&
            candidate.liftStops === 0 &&
            candidate.cameraIso > brief.kit.sensor.baseIso * 2 ** (1 / 3),
        );
        fc.pre(free);
        expect(darker.candidate.shutter.index).to.equal(here.candidate.shutter.index);
        expect(darker.candidate.aperture.index).to.equal(here.candidate.aperture.index);
        expect(Math.log2(darker.candidate.cameraIso / here.candidate.cameraIso)).to.be.closeTo(1, 1e-9);
      }),
      RUNS,
    );
  });

  // Common practice: who keeps to base ISO lets shutter and stabiliser do the work, and still scenes go to 1/8 s and slower.
  it('carry a still scene at dusk to a long shutter at base ISO when Clean comes first', () => {
    const quay = wishing(briefWith({ subject: { speedMps: 0 }, light: { ev100: 4 }, sensor: { stabiliserStops: 5 } }), {
      school: 'clean',
    });
    const { choice, possible } = planWithoutLadder(quay);
    expect(possible).to.equal(true);
    expect(choice.labels.iso).to.match(/^(100|125)$/);
    expect(choice.shutterS).to.be.at.least(1 / 4);
  });
  it('keep to a wished clean ISO instead of the body’s base', () => {
    const brief = wishing(briefWith({ subject: { speedMps: 0 }, light: { ev100: 6 } }), { school: 'clean' });
    const wished = planWithoutLadder({ ...brief, picture: { ...brief.picture, cleanIso: 400 } });
    expect(wished.choice.iso).to.be.within(390, 520);
  });

  it('measure themselves against the hush point, in parts that add up', () => {
    fc.assert(
      fc.property(anyBrief, fc.constantFrom<School>('moment', 'clean', 'depth'), (brief, school) => {
        const { against, figures } = planWithoutLadder(wishing(brief, { school }));
        const hush = planWithoutLadder(brief);
        if (!hush.possible) return void expect(against).to.equal(null);
        expect(against!.hush.labels).to.deep.equal(hush.choice.labels);
        expect(against!.halvings).to.be.closeTo(against!.blur + against!.grain, 1e-9);
        expect(against!.halvings).to.be.closeTo(Math.log2(hush.figures.detailBits / figures.detailBits), 1e-9);
      }),
      { ...RUNS, numRuns: 60 },
    );
  });
});

describe('pins', () => {
  const pinned = (pins: Partial<Brief['picture']['pinned']>, brief = exampleBrief()): Brief => ({
    ...brief,
    picture: { ...brief.picture, pinned: { ...brief.picture.pinned, ...pins } },
  });
  it('leave the Valley whole, and say how far the pinned shutter is from the hush point and why', () => {
    const plan = planWithoutLadder(pinned({ shutterS: 1 / 60 }, briefWith({ picture: { liftCeilingStops: 2 } })));
    expect(plan.curve).to.have.length(37);
    expect(plan.choice.labels.shutter).to.equal('1/60');
    expect(plan.against!.halvings).to.be.above(0.1);
    expect(plan.against!.blur).to.be.above(0);
    expect(plan.against!.grain).to.be.below(0);
    expect(plan.reasons.map(({ code }) => code)).to.include('against');
    expect(plan.against!.by).to.equal('pins');
  });
  it('make the aperture the Valley’s own', () => {
    for (const point of planWithoutLadder(pinned({ fNumber: 4 })).curve) expect(point.fNumber).to.be.closeTo(4, 1e-9);
  });
  it('of shutter, aperture and ISO leave nothing to solve: possible as long as light, hands and movement allow', () => {
    const good = planWithoutLadder(pinned({ shutterS: 1 / 200, fNumber: 2.8, iso: 6400 }));
    expect(good.possible).to.equal(true);
    expect(good.against!.halvings).to.be.closeTo(0, 1e-9);
    const dark = planWithoutLadder(pinned({ shutterS: 1 / 2000, fNumber: 2.8, iso: 400 }));
    expect(dark.possible).to.equal(false);
    expect(dark.remedies.map(({ code }) => code)).to.deep.equal(['unpin']);
    expect(dark.reasons[0]).to.include({ code: 'impossible', why: 'tooDark', pinned: true });
    const white = planWithoutLadder(pinned({ shutterS: 1 / 8, fNumber: 2.8, iso: 51_200 }));
    expect(white.possible).to.equal(false);
    expect(white.reasons[0]).to.include({ code: 'impossible', why: 'tooBright', pinned: true });
  });
  it('are kept by every school and aim, shutters beyond the hands included', () => {
    fc.assert(
      fc.property(anyBrief, fc.constantFrom(...SCHOOLS), fc.integer({ min: -6, max: 30 }), (brief, school, third) => {
        const { choice, ladder } = planBrief(pinned({ shutterS: 2 ** (-third / 3), burst: 1 }, wishing(brief, { school })));
        expect(Math.log2(choice.shutterS)).to.be.closeTo(-third / 3, 1e-9);
        expect(choice.burst).to.equal(1);
        for (const rung of ladder) expect(Math.log2(rung.shutterS)).to.be.closeTo(-third / 3, 1e-9);
      }),
      { ...RUNS, numRuns: 80 },
    );
  });
});

describe('aims that show motion', () => {
  // Common practice: a wide street scene shows a passing cyclist as a streak at 1/60; people seen from above dissolve at 1/4 to 1/2 s.
  const street = briefWith({ subject: { speedMps: 5, distanceM: 5 }, light: { ev100: 7 }, sensor: { stabiliserStops: 5 } });
  it('streak a passing cyclist over 3 to 8 % of the picture height at about 1/30 to 1/15 s', () => {
    const { choice, figures, possible } = planWithoutLadder(wishing(street, { aim: 'streak' }));
    expect(possible).to.equal(true);
    expect(figures.smearShare).to.be.within(0.03, 0.08);
    expect(choice.shutterS).to.be.within(1 / 52, 1 / 12);
  });
  it('leave a trace of half to two per cent, at a faster shutter', () => {
    const trace = planWithoutLadder(wishing(street, { aim: 'trace' }));
    expect(trace.figures.smearShare).to.be.within(0.005, 0.02);
    expect(trace.choice.shutterS).to.be.below(planWithoutLadder(wishing(street, { aim: 'streak' })).choice.shutterS);
  });
  it('stay inside their range wherever a setting with Hold open lies there', function () {
    this.timeout(60_000);
    fc.assert(
      fc.property(anyBrief, fc.constantFrom('trace' as const, 'streak' as const), (brief, aim) => {
        const situation = new Situation(wishing(brief, { aim }));
        const choice = hushPoint(situation, brief.light.ev100);
        fc.pre(choice.possible && choice.relaxed.length === 0);
        const inside = situation.marks.shutters.some(
          (shutter) =>
            shutter.freeze === 'open' &&
            situation
              .candidatesAt(shutter, brief.light.ev100)
              .some(
                ({ overExposed, gates }) =>
                  !overExposed && gates.hold === 'open' && Object.values(gates).every((state) => state !== 'shut'),
              ),
        );
        if (inside) expect(choice.candidate.gates.freeze).to.equal('open');
      }),
      RUNS,
    );
  });
  it('ask for a filter where the light is too bright for so slow a shutter', () => {
    const plan = planWithoutLadder(wishing(briefWith({ subject: { speedMps: 1 }, light: { ev100: 13 } }), { aim: 'streak' }));
    expect(plan.possible).to.equal(false);
    expect(plan.remedies.map(({ code }) => code)).to.include('filter');
  });
});

describe('the aim to pan', () => {
  const derby = briefWith({
    subject: { speedMps: 7, distanceM: 8 },
    lens: { focalLengthMm: 85 },
    light: { ev100: 8 },
    picture: { maxBurst: 10 },
  });
  it('takes the shutter of the wished streak, says the residue and the chance, and lets the burst run', () => {
    const { choice, figures, possible, reasons, camera } = planWithoutLadder(wishing(derby, { aim: 'pan' }));
    expect(possible).to.equal(true);
    // Hand arithmetic: f·ω = 85·7/8 = 74.4 mm/s; 8 % of 23.5 mm is 1.88 mm: 1/39.6 s, the mark 1/40.
    expect(choice.labels.shutter).to.equal('1/40');
    expect(figures.pan!.streakShare).to.be.closeTo(0.08, 0.003);
    expect(figures.pan!.residueViewPx).to.be.closeTo(0.1 * figures.pan!.streakShare * 2 * 683 * (23.5 / 15.6), 0.01);
    expect(figures.holdProbability).to.be.closeTo(1 - Math.exp(-0.5 * (4 / figures.pan!.residueViewPx) ** 2), 1e-9);
    expect(choice.burst).to.equal(10);
    expect(reasons[0]!.code).to.equal('pan');
    expect(camera.stabiliser).to.equal('panning');
  });
  // Common practice: panning in daylight needs very low ISO and a small aperture to get slow enough.
  it('goes to base ISO and a small aperture in daylight, and asks for a filter beyond', () => {
    const day = planWithoutLadder(wishing({ ...derby, light: { ...derby.light, ev100: 13 } }, { aim: 'pan' }));
    expect(day.choice.iso).to.be.at.most(130);
    expect(day.choice.fNumber).to.be.above(11);
    const sun = planWithoutLadder(wishing({ ...derby, light: { ...derby.light, ev100: 16 } }, { aim: 'pan' }));
    expect(sun.possible).to.equal(false);
    expect(sun.remedies.map(({ code }) => code)).to.deep.equal(['filter']);
  });
  it('never asks for stillness, however dark', () => {
    for (const aim of ['trace', 'streak', 'pan'] as const) {
      for (const ev100 of [-6, -3, 0]) {
        const plan = planBrief(
          wishing(briefWith({ light: { ev100 }, picture: { isoCeiling: 400, liftCeilingStops: 0 } }), { aim }),
        );
        for (const { change } of plan.ladder)
          if ('remedy' in change) expect(['askStill', 'stillPhase'], aim).not.to.include(change.remedy?.code);
        for (const { code } of plan.remedies) expect(['askStill', 'stillPhase'], aim).not.to.include(code);
      }
    }
  });
  it('names Hold where the burst does not reach the confidence, and a slower rung keeps the streak', () => {
    const plan = planBrief(wishing({ ...derby, picture: { ...derby.picture, maxBurst: 3 } }, { aim: 'pan' }));
    expect(plan.relaxed).to.include('hold');
    for (const rung of plan.ladder) expect(rung.labels.shutter).to.equal('1/40');
  });
});

describe('how dark it should look', () => {
  it('costs a stop less ISO for a stop of key, while the signal stays', () => {
    const bright = briefWith({
      light: { ev100: 7 },
      picture: { pinned: { shutterS: 1 / 250, fNumber: 2.8, iso: null, burst: 3 } },
    });
    const [metered, darker] = [planWithoutLadder(bright), planWithoutLadder(wishing(bright, { keyStops: -1 }))];
    expect(Math.log2(metered.choice.iso / darker.choice.iso)).to.be.closeTo(1, 1e-9);
    expect(darker.figures.snr).to.be.closeTo(metered.figures.snr, 0.02 * metered.figures.snr);
    expect(darker.figures.compensationStops).to.be.closeTo(metered.figures.compensationStops - 1, 1e-9);
  });
  it('buys up to a stop of shutter where ceiling and lift are the limit', () => {
    const dark = wishing(briefWith({ light: { ev100: 3 } }), { school: 'moment' });
    const stops = Math.log2(
      planWithoutLadder(dark).choice.shutterS / planWithoutLadder(wishing(dark, { keyStops: -1 })).choice.shutterS,
    );
    expect(stops).to.be.within(2 / 3 - 1e-9, 1 + 1e-9);
    expect(whatDarkerBuys(wishing(dark, { keyStops: -1 })).shutterStops).to.be.closeTo(stops, 1e-9);
    expect(whatDarkerBuys(dark)).to.include({ shutterStops: 0, isoStops: 0 });
  });
});

import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief, briefWith, exampleBrief } from '../../test/briefs.ts';
import { isPossible } from './hushPoint.ts';
import type { Rung } from './ladder.ts';
import { planBrief } from './planBrief.ts';
import { Situation } from './situation.ts';

const RUNS = { seed: 20260112, numRuns: 60 };

describe('the ladder', () => {
  it('never asks for a faster shutter, a narrower aperture, a lower ISO or less lift as the light falls', () => {
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const { ladder } = planBrief(brief);
        ladder.slice(1).forEach((darker, i) => {
          const brighter = ladder[i]!;
          expect(darker.shutterS).to.be.at.least(brighter.shutterS);
          expect(darker.fNumber).to.be.at.most(brighter.fNumber);
          expect(darker.iso).to.be.at.least(brighter.iso * (1 - 1e-9));
          expect(darker.liftStops).to.be.at.least(brighter.liftStops - 1e-6);
        });
      }),
      RUNS,
    );
  });

  it('spans three stops up and four down without a gap, the present light on a rung of its own with the plan’s choice', () => {
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const { ladder, choice } = planBrief(brief);
        const { ev100 } = brief.light;
        // It ends sooner only where one third brighter would be over-exposed whatever one does.
        const first = ladder[0]!;
        expect(first.evFrom).to.be.at.most(ev100 + 3 + 1e-9);
        if (first.evFrom < ev100 + 3 - 1e-9) expect(first.iso).to.be.closeTo(brief.kit.sensor.baseIso, 1e-6);
        expect(ladder.at(-1)!.evTo).to.be.closeTo(ev100 - 4, 1e-9);
        ladder.slice(1).forEach((rung, i) => expect(ladder[i]!.evTo - rung.evFrom).to.be.closeTo(1 / 3, 1e-9));
        const [now, ...others] = ladder.filter((rung) => rung.now);
        expect(others).to.deep.equal([]);
        expect(now!.evFrom).to.be.closeTo(ev100, 1e-9);
        expect(now).to.deep.include(choice);
      }),
      RUNS,
    );
  });

  it('of the worked example reaches the ceiling, then lift, then the edge of crisp, then what does not work', () => {
    const { ladder } = planBrief(exampleBrief());
    expect(ladder.map(({ change }) => change.code)).to.deep.equal([
      'isoFalls',
      'pastCrisp',
      'isoCeiling',
      'lift',
      'lift',
      'liftLimit',
      'past',
    ]);
    // Hand arithmetic: f/2.8, 1/256 s and ISO 6400 meter at EV 5.0.
    const ceiling = ladder.find(({ change }) => change.code === 'isoCeiling')!;
    expect(ceiling.evTo).to.be.closeTo(5, 1e-9);
    // 644 px a second is 4 px at 1/160 s, which ISO 6400 lifted 1⅓ stops (and a sixth, for dials go in thirds) carries to EV 3.
    const past = ladder.find(({ change }) => change.code === 'past')!;
    expect(past.evFrom).to.be.closeTo(8 / 3, 1e-9);
    const { change } = past as { change: Extract<Rung['change'], { code: 'past' }> };
    expect(change.remedy!.code).to.equal('follow');
    expect(change.shortStops).to.be.above(0);
  });

  it('says on every rung one thing, and beyond what works how much light is short, if any light would do', () => {
    fc.assert(
      fc.property(anyBrief, (brief) => {
        for (const { change, state } of planBrief(brief).ladder) {
          expect(state === 'past').to.equal(change.code === 'past' || change.code === 'tooBright');
          if (change.code !== 'past' || change.shortStops !== null || change.remedy?.code === 'filter') continue;
          // No light is named only where none would do: a shutter too slow for the subject at any light.
          const situation = new Situation(brief);
          const lights = Array.from({ length: 69 }, (_, i) => -7 + i / 3);
          expect(
            lights.filter((ev100) => isPossible(situation, ev100)),
            JSON.stringify(change),
          ).to.deep.equal([]);
        }
      }),
      RUNS,
    );
  });

  it('starts from the nearest setting where nothing works now', () => {
    const { ladder, possible } = planBrief(briefWith({ light: { ev100: 0 } }));
    expect(possible).to.equal(false);
    expect(ladder.find((rung) => rung.now)!.state).to.equal('past');
  });
});

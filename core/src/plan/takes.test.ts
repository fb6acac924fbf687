import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief, briefWith, exampleBrief } from '../../test/briefs.ts';
import type { Brief } from '../brief/brief.ts';
import { hushPoint } from './hushPoint.ts';
import { planWithoutLadder } from './planBrief.ts';
import { Situation } from './situation.ts';
import { briefOfTake, takesOf, type Take } from './takes.ts';
import { briefProblems } from '../brief/briefProblems.ts';

const takeOf = (brief: Brief, code: Take['code']): Take | undefined => takesOf(brief).find((take) => take.code === code);
const apart = (a: number, b: number): number => Math.abs(Math.log2(a / b));

describe('other takes of the same composition', () => {
  it('are a still moment, a streak and more depth where somebody walks by in lamplight', () => {
    const takes = takesOf(briefWith({ subject: { thing: 'porter' } }));
    expect(takes.map(({ code }) => code)).to.deep.equal(['still', 'streak', 'deep']);
    // Common practice: about 1/60 for a person who pauses, 1/4 to 1/15 for a streak.
    expect(1 / takes[0]!.choice.shutterS).to.be.within(40, 100);
    expect(1 / takes[1]!.choice.shutterS).to.be.within(4, 15);
    // 3 to 8 % of the height is a streak.
    expect(takes[1]!.smearShare).to.be.within(0.03, 0.08);
    expect(takes[2]!.grainStops).to.be.above(0.6);
    expect(takes[2]!.choice.fNumber).to.be.above(3.9);
  });
  it('are deeper, safer and cleaner ones where nothing moves', () => {
    const takes = takesOf(briefWith({ subject: { speedMps: 0 }, light: { ev100: 2 } }));
    expect(takes.map(({ code }) => code)).to.deep.equal(['deep', 'safe', 'clean']);
    const [deep, safe, clean] = takes as [Take, Take, Take];
    expect(deep.choice.fNumber).to.be.closeTo(5.66, 0.01);
    expect(safe.choice.shutterS).to.be.closeTo(1 / 8, 1e-9);
    expect(clean.grainStops).to.be.below(-1);
    expect(clean.halvings).to.be.within(0, 1);
  });
  it('freeze what is to streak', () =>
    expect(takeOf(briefWith({ picture: { aim: 'streak' } }), 'frozen')!.choice.shutterS).to.equal(
      planWithoutLadder(exampleBrief()).choice.shutterS,
    ));
  it('keep a gate that was given up for its price, wherever that is another setting', () => {
    let seen = 0;
    for (const brief of fc.sample(anyBrief, { numRuns: 500, seed: 11 })) {
      const { candidate, dear } = hushPoint(new Situation(brief), brief.light.ev100);
      if (dear === null) continue;
      const kept = takesOf(brief).find(({ code }) => code === 'otherSide');
      if (!kept) continue;
      seen += 1;
      expect(kept.gate).to.deep.equal({ name: dear, kept: true });
      expect(candidate.gates[dear]).to.equal('shut');
      expect(planWithoutLadder(briefOfTake(brief, 'otherSide')!, 0).figures.gates[dear]).not.to.equal('shut');
    }
    expect(seen, 'briefs with a gate at a price').to.be.above(1);
  });
  it('show the other answer where a hundredth more or less of something flips the plan by more than a stop', function () {
    this.timeout(60_000);
    const far = (a: Take['choice'], b: Take['choice']): boolean =>
      apart(a.shutterS, b.shutterS) > 1.01 || 2 * apart(a.fNumber, b.fNumber) > 1.01;
    const shows = (brief: Brief, choice: Take['choice']): boolean => takesOf(brief).some((take) => !far(take.choice, choice));
    let flips = 0;
    for (const brief of fc.sample(anyBrief, { numRuns: 200, seed: 5 })) {
      const { subject, light } = brief;
      const here = planWithoutLadder(brief, 0).choice;
      for (const beside of [
        { ...brief, subject: { ...subject, distanceM: subject.distanceM * 1.01 } },
        { ...brief, subject: { ...subject, depthM: subject.depthM * 1.01 } },
        { ...brief, light: { ...light, ev100: light.ev100 + Math.log2(1.01) } },
      ]) {
        const there = planWithoutLadder(beside, 0).choice;
        if (!far(here, there)) continue;
        flips += 1;
        expect(shows(brief, there) || shows(beside, here), JSON.stringify({ brief, here, there })).to.equal(true);
      }
    }
    expect(flips, 'flips are rare').to.be.below(4);
  });
  it('are none where shutter, aperture and ISO are pinned, nor any that a pin forbids', () => {
    const pinned = { shutterS: 1 / 125, fNumber: 2.8, iso: 3200, burst: null };
    expect(takesOf(briefWith({ picture: { pinned } }))).to.deep.equal([]);
    const aperture = { shutterS: null, fNumber: 4, iso: null, burst: null };
    expect(takeOf(briefWith({ light: { ev100: 8 }, picture: { pinned: aperture } }), 'deep')).to.equal(undefined);
  });
  it('are briefs of their own, whose plan is the take', () =>
    fc.assert(
      fc.property(anyBrief, (brief) => {
        for (const take of takesOf(brief)) {
          const own = briefOfTake(brief, take.code)!;
          expect(briefProblems(own)).to.deep.equal([]);
          expect(planWithoutLadder(own, 0).choice).to.deep.equal(take.choice);
        }
      }),
      { numRuns: 40 },
    ));
  it('differ from the plan and one another by two thirds of a stop or more in something', () =>
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const settings = [planWithoutLadder(brief, 0).choice, ...takesOf(brief).map(({ choice }) => choice)];
        for (const [i, a] of settings.entries())
          for (const b of settings.slice(i + 1))
            expect(Math.max(apart(a.shutterS, b.shutterS), 2 * apart(a.fNumber, b.fNumber), apart(a.iso, b.iso))).to.be.above(
              0.6,
            );
      }),
      { numRuns: 60 },
    ));
});

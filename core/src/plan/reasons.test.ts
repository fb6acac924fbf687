import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief } from '../../test/briefs.ts';
import { allCandidates, passes } from './hushPoint.ts';
import { planWithoutLadder, reasonsAtShutter } from './planBrief.ts';
import { Situation } from './situation.ts';
import type { Reason } from './reasons.ts';

const about = <Code extends Reason['code']>(reasons: readonly Reason[], code: Code) =>
  reasons.find((reason): reason is Extract<Reason, { code: Code }> => reason.code === code);

describe('reasons', () => {
  it('say that slower is softer, or faster grainier, only where every such setting that passes has less detail', () => {
    let [softer, grainier] = [0, 0];
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const plan = planWithoutLadder(brief, 0);
        const floor = about(plan.reasons, 'floor');
        fc.pre(floor !== undefined);
        const situation = new Situation(brief);
        const best = 2 ** -plan.figures.plateau!.lost * situation.detail.model.idealBits;
        const given = [...situation.waived, ...plan.relaxed];
        const bitsAt = (shutterS: number): number[] =>
          allCandidates(situation, brief.light.ev100)
            .filter((one) => !one.overExposed && Math.abs(Math.log2(one.shutter.shutterS / shutterS)) < 0.1 && passes(one, given))
            .map((one) => situation.detail.bits(one));
        if (floor.slower === 'softer') {
          softer += 1;
          expect(Math.max(...bitsAt(floor.slowestS * 2 ** (1 / 3)))).to.be.below(0.9 * best);
        }
        if (floor.faster === 'grainier') {
          grainier += 1;
          expect(Math.max(...bitsAt(floor.fastestS / 2 ** (1 / 3)))).to.be.below(0.9 * best);
        }
      }),
      { seed: 9, numRuns: 200 },
    );
    expect(Math.min(softer, grainier)).to.be.above(10);
  });
  it('say what was taken over from the log, wherever else they must be short, as long as the brief has it', () => {
    let full = 0;
    const frames = { seriesId: 'log', count: 84, day: '2027-01-13' };
    fc.assert(
      fc.property(anyBrief, (brief) => {
        fc.pre(brief.subject.speedMps > 0);
        const { ev100 } = brief.light;
        const subject = { ...brief.subject, speedFrom: { by: 'log' as const, errorShare: 0.1, frames } };
        const light = { ...brief.light, ev100From: { ...frames, ev100 } };
        const plain = planWithoutLadder(brief, 0).reasons;
        expect(about(plain, 'fromLog')).to.equal(undefined);
        const { reasons } = planWithoutLadder({ ...brief, subject, light }, 0);
        expect(about(reasons, 'fromLog')).to.deep.equal({ code: 'fromLog', speed: frames, light: frames });
        expect(reasons.length).to.be.at.most(6);
        if (plain.length === 6) full += 1;
        // Set by hand since, the light is no longer theirs.
        const elsewhere = planWithoutLadder({ ...brief, light: { ...light, ev100: ev100 + 1 / 3 } }, 0).reasons;
        expect(about(elsewhere, 'fromLog')).to.equal(undefined);
      }),
      { seed: 27, numRuns: 60 },
    );
    expect(full).to.be.above(5);
  });
  it('say that hands set the pace only where the next slower shutter is more than they hold and nothing else forbids it', () => {
    let limits = 0;
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const plan = planWithoutLadder(brief, 0);
        const hands = about(plan.reasons, 'hands');
        fc.pre(plan.possible && hands?.how === 'limit');
        limits += 1;
        const slower = allCandidates(new Situation(brief), brief.light.ev100).find(
          ({ shutter }) => Math.abs(Math.log2(shutter.shutterS / plan.choice.shutterS) - 1 / 3) < 1e-6,
        );
        expect(slower!.gates.hold).not.to.equal('open');
        expect(slower!.gates.freeze).not.to.equal('shut');
      }),
      { seed: 4, numRuns: 20 },
    );
    expect(limits).to.equal(20);
  });
  it('follow the cursor: they name its shutter, and what it costs against the hush point', () =>
    fc.assert(
      fc.property(anyBrief, fc.constantFrom(-6, -3, 3, 6), (brief, thirds) => {
        const plan = planWithoutLadder(brief, 0);
        const shutterS = plan.choice.shutterS * 2 ** (thirds / 3);
        fc.pre(plan.possible && shutterS >= brief.kit.sensor.fastestS && shutterS <= 1);
        const reasons = reasonsAtShutter(brief, shutterS);
        expect(about(reasons, 'against')?.against.by ?? 'cursor').to.equal('cursor');
        const motion = about(reasons, 'motion');
        if (motion && motion.wanted === null) expect(motion.shutterS).to.be.closeTo(shutterS, shutterS * 1e-9);
      }),
      { numRuns: 60 },
    ));
});

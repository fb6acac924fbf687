import { planWithoutLadder, shutterMarks } from '@hushto/core';
import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief, exampleBrief } from '../../../core/test/briefs.ts';
import { cursorRange, movedCursor, runsOf, valleyFrame } from './valley.ts';

describe('the part of the Valley that is drawn', () => {
  it('ends two halvings above the best of the floor and starts at nothing lost', () => {
    const plan = planWithoutLadder(exampleBrief());
    const frame = valleyFrame(plan);
    expect(frame.top - frame.best).to.be.closeTo(2, 1e-9);
    expect(frame.foot).to.equal(0);
    expect(shutterMarks.label(frame.hush)).to.equal('1/200');
  });
  it('lets the foot rise under a deep valley, never above its floor', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 12, noNaN: true }), (lost) => {
        const plan = planWithoutLadder(exampleBrief());
        const { foot, best, top } = valleyFrame({
          ...plan,
          figures: { ...plan.figures, plateau: null, lostGrain: lost, lostBlur: 0 },
        });
        expect(foot).to.be.at.least(0);
        expect(best - foot).to.be.at.least(Math.min(lost, 2));
        expect(top - foot).to.be.at.most(5.3);
      }),
    );
  });
  it('holds the cursor inside, whatever the brief, and lets go of it on the hush point', () => {
    fc.assert(
      fc.property(anyBrief, fc.integer({ min: -60, max: 60 }), (brief, by) => {
        const plan = planWithoutLadder(brief);
        const { slow, fast } = cursorRange(plan);
        const third = movedCursor(plan, null, by);
        const hush = shutterMarks.nearest(plan.choice.shutterS);
        expect(third ?? hush).to.be.within(slow, fast);
        if (by === 0) expect(third).to.equal(null);
        expect(movedCursor(plan, third, hush - (third ?? hush))).to.equal(null);
      }),
      { numRuns: 60, seed: 5 },
    );
  });
  it('finds runs of neighbouring marks and breaks them at gaps', () => {
    const rows = [1, 2, 3, 5, 6].map((third) => ({ shutterS: shutterMarks.value(third), third }));
    expect(runsOf(rows, () => true)).to.deep.equal([
      [1, 3],
      [5, 6],
    ]);
    expect(runsOf(rows, ({ third }) => third !== 2)).to.deep.equal([
      [1, 1],
      [3, 3],
      [5, 6],
    ]);
    expect(runsOf(rows, () => false)).to.deep.equal([]);
  });
});

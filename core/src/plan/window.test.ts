import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief, exampleBrief } from '../../test/briefs.ts';
import { shutterLabel } from '../light/marks.ts';
import type { Gates } from './gates.ts';
import { planWithoutLadder } from './planBrief.ts';
import { windowOf } from './window.ts';

const OPEN: Gates = { freeze: 'open', hold: 'open', light: 'open', depth: 'open', flicker: 'open', focus: 'open' };
const row = (k: number, gates: Partial<Gates> = {}) => ({ shutterS: 2 ** (-k / 3), gates: { ...OPEN, ...gates } });

describe('the window of the gates', () => {
  // Smear passes 4 px below 1/160 s (644 px a second), lift passes 1⅓ stops above 1/320 s: hand arithmetic on the worked example.
  it('of the worked example is 1/160 to 1/320 s, ended by Freeze and by Light', () => {
    const plan = planWithoutLadder(exampleBrief());
    const window = windowOf(plan.gateRows, plan.choice.shutterS)!;
    expect([shutterLabel(window.slowestS), shutterLabel(window.fastestS)]).to.deep.equal(['1/160', '1/320']);
    expect([window.slower, window.faster]).to.deep.equal(['freeze', 'light']);
  });
  it('stops at a gap and counts marginal gates in, but asks Hold to be open', () => {
    const rows = [row(1), row(2, { flicker: 'shut' }), row(3, { freeze: 'marginal' }), row(4), row(5, { hold: 'marginal' })];
    expect(windowOf(rows, rows[3]!.shutterS)).to.deep.equal({
      slowestS: rows[2]!.shutterS,
      fastestS: rows[3]!.shutterS,
      slower: 'flicker',
      faster: 'hold',
    });
  });
  it('is none where the shutter itself fails, and ends with the marks', () => {
    expect(windowOf([row(1, { light: 'shut' })], row(1).shutterS)).to.equal(null);
    expect(windowOf([row(1)], row(9).shutterS)).to.equal(null);
    expect(windowOf([row(1), row(2)], row(1).shutterS)).to.include({ slower: null, faster: null });
  });
  it('holds the hush point of every plan that relaxed nothing', () => {
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const plan = planWithoutLadder(brief);
        fc.pre(plan.possible && plan.relaxed.length === 0);
        const window = windowOf(plan.gateRows, plan.choice.shutterS);
        expect(window?.slowestS).to.be.at.least(plan.choice.shutterS);
        expect(window?.fastestS).to.be.at.most(plan.choice.shutterS);
      }),
      { seed: 20260112, numRuns: 120 },
    );
  });
});

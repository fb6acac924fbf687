import { planWithoutLadder, Situation } from '@hushto/core';
import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import { expect } from 'chai';
import { EARLIER_ADDRESSES, ROOMS } from '../components/rooms.ts';
import { isoSwatchJob } from './swatches.ts';
import { lookedAt } from './valley.ts';

const market = PORT_ALDER_BRIEFS[0]!;
const { sensor } = market.kit;

describe('a swatch of an ISO', () => {
  for (const iso of [100, 1600, 51_200])
    it(`is a still scene in the light that asks for ISO ${iso} at the plan’s own shutter and aperture`, () => {
      const job = isoSwatchJob(market, sensor, { viewCph: 683, crop: 1 }, iso, { width: 132, height: 99 });
      const { picture } = job.brief;
      const pinned = { ...picture.pinned, shutterS: job.shutterS, fNumber: job.fNumber };
      const situation = new Situation({ ...job.brief, picture: { ...picture, pinned } });
      const candidate = situation.candidate(situation.marks.allowed[0]!, situation.marks.apertures[0]!, job.brief.light.ev100);
      // ISO = 100·N²/(t·2^EV), less what close focus takes: under a tenth of a stop at 4 m.
      expect(Math.abs(Math.log2(candidate.meteredIso / iso))).to.be.below(0.1);
      expect(candidate.shutter.smearMm).to.equal(0);
      expect(candidate.shutter.hands().singleChance).to.be.above(0.999);
      expect([job.burst, job.frame, job.view]).to.deep.equal([1, 0, 'detail']);
    });
});

describe('where the cursor looks', () => {
  const plan = planWithoutLadder(market);
  const chosen = 23;
  it('is nowhere on what was chosen, nor beyond what is drawn', () => {
    expect(lookedAt(plan, chosen)).to.equal(null);
    expect(lookedAt(plan, chosen + 3)).to.equal(chosen + 3);
    expect(lookedAt(plan, 400)).to.equal(null);
    expect(lookedAt(plan, -400)).to.equal(null);
  });
});

describe('rooms', () => {
  it('are named once each, and every address of an earlier release leads into one', () => {
    const names = Object.values(ROOMS).map(({ name }) => name);
    expect(names).to.deep.equal(['Plan', 'Light', 'Outings', 'Log', 'You', 'Kit']);
    const parts = Object.values(ROOMS).flatMap((room) => room.parts.map(([to]) => to as string));
    for (const [was, now] of Object.entries(EARLIER_ADDRESSES)) {
      expect(
        parts.some((part) => now.startsWith(part)),
        was,
      ).to.equal(true);
      expect(was.includes(':id'), was).to.equal(now.includes(':id'));
    }
  });
});

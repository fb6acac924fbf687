import { expect } from 'chai';
import fc from 'fast-check';
import { exampleBrief } from '../../test/briefs.ts';
import { seededRandom } from '../numerics/seededRandom.ts';
import { planBrief } from '../plan/planBrief.ts';
import { bitsApart, BURST_GAP_MS, burstsAmong, OUTING_GAP_MS, splitByPauses, type BurstFrame } from './groups.ts';
import { limitOf, risesWith, speedOfLimit, type LogCell } from './limits.ts';
import { takenFigures, type TakenSetting } from './takenFigures.ts';

const written: TakenSetting = { shutterS: 1 / 203.187, fNumber: 2.8284, iso: 6400, focalLengthMm: 18.3, equivalentMm: 28 };
const nobody = { sensor: null, brief: null };

describe('the figures of a frame that was taken', () => {
  it('are those of the plan for the same setting', () => {
    const brief = { ...exampleBrief(), picture: { ...exampleBrief().picture, pinned: { shutterS: 1 / 200, fNumber: 2.8, iso: 6400, burst: 1 } } };
    const { choice, figures } = planBrief(brief);
    const found = takenFigures({ ...written, shutterS: choice.shutterS, fNumber: choice.fNumber }, { sensor: null, brief });
    // The plan's tolerance is two viewed pixels.
    expect(found.smear).to.be.closeTo(figures.subjectBlurViewPx / 2, 1e-9);
    expect(found.heldChance).to.be.closeTo(figures.holdProbability, 1e-3);
  }); // prettier-ignore

  it('give the light a meter would have read: f/16, 1/100 s at ISO 100 is EV 14.644', () => {
    const { ev100 } = takenFigures({ ...written, shutterS: 1 / 100, fNumber: 16, iso: 100 }, nobody);
    expect(ev100).to.be.closeTo(14.644, 5e-4); // log2(256·100)
  });

  it('are alike whether the body is known or only the equivalent focal length, for formats of one shape', () => {
    const { sensor } = exampleBrief().kit;
    const full = { ...sensor, widthMm: 36, heightMm: 24 };
    const known = takenFigures({ ...written, focalLengthMm: 28, equivalentMm: null }, { sensor: full, brief: null });
    const told = takenFigures({ ...written, focalLengthMm: null, equivalentMm: 28 }, nobody);
    expect(known.hold).to.be.closeTo(told.hold!, 1e-12);
  });

  it('say nothing of what the camera did not write', () => {
    const blank = { shutterS: null, fNumber: null, iso: null, focalLengthMm: null, equivalentMm: null };
    expect(Object.values(takenFigures(blank, nobody)).every((figure) => figure === null)).to.equal(true);
    expect(takenFigures({ ...written, fNumber: null }, nobody)).to.include({ ev100: null });
  });
});

describe('frames in groups', () => {
  it('lose none, keep their order, and part exactly at the pauses', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 2 * OUTING_GAP_MS }), { maxLength: 40 }), (pauses) => {
        let atMs = 0;
        const items = pauses.map((pause) => ({ atMs: (atMs += pause) }));
        const groups = splitByPauses(items, OUTING_GAP_MS);
        expect(groups.flat()).to.deep.equal(items);
        const parted = pauses.slice(1).filter((pause) => pause > OUTING_GAP_MS).length;
        expect(groups).to.have.length(items.length === 0 ? 0 : parted + 1);
      }),
    ));

  const frame = (atMs: number, more: Partial<BurstFrame> = {}): BurstFrame => ({ atMs, shutterS: 1 / 60, focalLengthMm: 50, likeness: null, ...more }); // prettier-ignore

  it('are bursts where they follow closely with one setting', () => {
    const frames = [frame(0), frame(200), frame(400), frame(400 + BURST_GAP_MS + 1), frame(3000, { shutterS: 1 / 125 })];
    expect(burstsAmong(frames).map(({ length }) => length)).to.deep.equal([3]);
  });

  it('are near duplicates where the pictures are alike, whatever the setting, and none where they are not', () => {
    const [one, near, far] = ['0'.repeat(64), `f${'0'.repeat(63)}`, 'f'.repeat(64)];
    expect(bitsApart(one, near)).to.equal(4);
    expect(bitsApart(one, far)).to.equal(256);
    expect(burstsAmong([frame(0, { likeness: one }), frame(900, { likeness: near, shutterS: 1 / 250 })])).to.have.length(1);
    expect(burstsAmong([frame(0, { likeness: one }), frame(100, { likeness: far })])).to.have.length(0);
  });
});

describe('the limits a log shows', () => {
  const empty = { hold: null, smearStops: null, grainStops: null, keepers: 0, hands: 0, subject: 0, focus: 0, grain: 0 };
  /** Frames of a person whose keepers fall off as a logistic law has it: half of them at `half`, e times the odds each 1/slope stops. */
  const drawn = (seed: number, half: number, slope: number, count: number): LogCell[] => {
    const random = seededRandom(seed);
    return Array.from({ length: count }, () => {
      const hold = half + 6 * (random() - 0.5);
      const kept = random() < 1 / (1 + Math.exp(slope * (hold - half)));
      return { ...empty, hold, smearStops: hold / 2, keepers: kept ? 1 : 0, hands: kept ? 0 : 1 };
    });
  };

  it('hold the truth in nine intervals of ten', () => {
    const [half, slope] = [6, 2];
    const truth = half - Math.log(0.8 / 0.2) / slope;
    const found = Array.from({ length: 300 }, (_, i) => limitOf(drawn(i + 1, half, slope, 80), 'hands', 0.8)!);
    const bounded = found.filter(({ low }) => low !== null);
    const held = bounded.filter(({ low, high }) => low! <= truth && truth <= high!);
    expect(bounded.length).to.be.above(280);
    expect(held.length / bounded.length).to.be.within(0.85, 0.95);
  });

  it('of movement stands for a speed: frames lost at half the smear were of what moves twice as fast', () => {
    expect(speedOfLimit(1.4, { at: -1, low: -1.5, high: -0.5 })).to.deep.equal({ value: 2.8, errorShare: Math.SQRT2 - 1 });
    expect(speedOfLimit(3, { at: 0.5, low: null, high: null })).to.deep.equal({ value: 2.1, errorShare: 3 });
    // A brief holds a share of ten at most.
    expect(speedOfLimit(3, { at: 0, low: -9, high: 9 }).errorShare).to.equal(10);
  });

  it('ask for four times the frames to halve an interval', () => {
    const few = limitOf(drawn(3, 6, 2, 60), 'hands', 0.5)!;
    expect(few.moreFrames).to.be.above(0);
    const more = limitOf(drawn(3, 6, 2, 60 + few.moreFrames!), 'hands', 0.5)!;
    // By the law of roots; another draw moves it a little.
    expect((more.high! - more.low!) / 2).to.be.closeTo(1 / 3, 0.1);
  });

  it('are none where too few frames tell, or where more of the figure is no worse', () => {
    expect(limitOf(drawn(1, 6, 2, 8), 'hands', 0.8)).to.equal(null);
    const turned = drawn(1, 6, -2, 60);
    expect(limitOf(turned, 'hands', 0.8)).to.equal(null);
    expect(limitOf(drawn(1, 6, 2, 60), 'subject', 0.8)).to.equal(null);
  });

  it('say when two figures cannot be told apart', () => {
    expect(risesWith(drawn(1, 6, 2, 60), 'hands', 'subject')).to.be.closeTo(1, 1e-9);
    expect(risesWith(drawn(1, 6, 2, 60), 'hands', 'grain')).to.equal(null);
  });
});

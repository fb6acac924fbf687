import { expect } from 'chai';
import { briefWith, wishing } from '../../test/briefs.ts';
import type { Brief } from '../brief/brief.ts';
import { planAtShutter, planWithoutLadder } from './planBrief.ts';

// Trade facts, all of them common practice without a published source: where the models speak of the same thing they must agree.

const FULL_FRAME = { widthMm: 36, heightMm: 24, megapixels: 24, stabiliserStops: 0 };

/** A full-frame body and a lens, nothing to steady the hands. */
const full = (focalLengthMm: number, changes: Parameters<typeof briefWith>[0] = {}): Brief =>
  briefWith({
    ...changes,
    sensor: { ...FULL_FRAME, ...changes.sensor },
    lens: { focalLengthMm, widestF: 2, ...changes.lens },
    hold: { conditions: [], ...changes.hold },
  });

const smearAt = (brief: Brief, shutterS: number): number => planAtShutter(brief, shutterS).figures.subjectBlurViewPx;
const heldAt = (brief: Brief, shutterS: number): number => planAtShutter(brief, shutterS).figures.holdProbability;

describe('what photographers know', () => {
  it('people walking want about 1/250 s: there the smear is just past crisp, a stop slower it shows', () => {
    const walker = full(35, { subject: { speedMps: 1.4, distanceM: 4 } });
    expect(smearAt(walker, 1 / 250)).to.be.within(2, 4);
    expect(smearAt(walker, 1 / 125)).to.be.above(4);
  });
  it('the same walker far away is still at 1/60 s', () => {
    expect(smearAt(full(35, { subject: { speedMps: 1.4, distanceM: 25 } }), 1 / 60)).to.be.at.most(2.1);
  });
  it('general sport wants 1/1000 s and faster', () => {
    const runner = full(135, { subject: { speedMps: 7, distanceM: 15 }, light: { ev100: 12 } });
    expect(smearAt(runner, 1 / 1000)).to.be.within(2, 5);
    expect(smearAt(runner, 1 / 250)).to.be.above(8);
  });
  it('large animals moving slowly want about 1/300 s', () => {
    const deer = full(400, { subject: { speedMps: 0.5, distanceM: 25, kind: 'animal' }, lens: { widestF: 5.6 } });
    expect(smearAt(deer, 1 / 320)).to.be.at.most(2.1);
    expect(smearAt(deer, 1 / 125)).to.be.above(2.5);
  });
  it('a wide street scene shows a passing cyclist as a streak at 1/60 s', () => {
    const cyclist = full(28, { subject: { speedMps: 5, distanceM: 4 } });
    expect(planAtShutter(cyclist, 1 / 60).figures.smearShare).to.be.within(0.02, 0.08);
  });
  it('people seen from above dissolve at 1/4 to 1/2 s', () => {
    const crowd = full(28, { subject: { speedMps: 1.4, distanceM: 8 } });
    expect(planAtShutter(crowd, 1 / 4).figures.smearShare).to.be.within(0.03, 0.1);
    expect(planAtShutter(crowd, 1 / 2).figures.smearShare).to.be.above(0.09);
  });

  it('a wide lens at 1/15 s is fine where a 200 mm at 1/15 s is hopeless', () => {
    const still = { subject: { speedMps: 0 } };
    expect(heldAt(full(24, still), 1 / 15)).to.be.above(0.6);
    expect(heldAt(full(200, still), 1 / 15)).to.be.below(0.05);
  });
  it('stabilisers carry still scenes to 1/8 and 1/4 s, and never stop a moving subject', () => {
    const steadied = full(35, { subject: { speedMps: 0 }, sensor: { stabiliserStops: 5 } });
    for (const shutterS of [1 / 8, 1 / 4]) expect(heldAt(steadied, shutterS)).to.be.above(0.9);
    const walker = (stabiliserStops: number) =>
      full(35, { subject: { speedMps: 1.4, distanceM: 4 }, sensor: { stabiliserStops } });
    expect(smearAt(walker(7), 1 / 30)).to.equal(smearAt(walker(0), 1 / 30));
  });
  it('the careful halve the classic floor, and bursts of three are worth it for still scenes', () => {
    const still = full(50, { subject: { speedMps: 0 }, picture: { viewCph: 800, maxBurst: 3 } });
    expect(heldAt(still, 1 / 50)).to.be.within(0.7, 0.9);
    expect(heldAt(still, 1 / 100)).to.be.above(0.97);
    const { figures } = planAtShutter(still, 1 / 25);
    expect(figures.burstProbability).to.be.above(figures.holdProbability + 0.2);
  });

  it('a stop less than metered turns 1/10 s into 1/20 s where the ceiling is reached', () => {
    const dark = full(35, {
      subject: { speedMps: 0 },
      light: { ev100: 0 },
      picture: { isoCeiling: 1600, liftCeilingStops: 0, pinned: { shutterS: null, fNumber: 2, iso: 1600, burst: null } },
    });
    const [metered, darker] = [planWithoutLadder(dark), planWithoutLadder(wishing(dark, { keyStops: -1 }))];
    const fastest = (plan: typeof metered) => plan.gateRows.filter(({ gates }) => gates.light === 'open').at(-1)!.shutterS;
    expect(fastest(metered) / fastest(darker)).to.be.closeTo(2, 0.01);
  });
  it('past f/2.8 the night gets hard: a stop of aperture costs a stop of shutter or of ISO', () => {
    const night = (fNumber: number) =>
      planWithoutLadder(
        full(35, {
          subject: { speedMps: 0 },
          light: { ev100: 4 },
          picture: { pinned: { shutterS: 1 / 60, fNumber, iso: null, burst: 1 } },
        }),
      );
    expect(Math.log2(night(4).figures.isoEquivalent / night(2.8).figures.isoEquivalent)).to.be.closeTo(1, 1e-9);
  });
  it('a smaller format has more depth of field at the same view and aperture', () => {
    const depth = (plan: ReturnType<typeof planWithoutLadder>) => plan.figures.farM! - plan.figures.nearM;
    const pins = { pinned: { shutterS: 1 / 60, fNumber: 2.8, iso: null, burst: 1 } };
    const large = planWithoutLadder(full(50, { subject: { speedMps: 0, distanceM: 3 }, picture: pins }));
    const small = planWithoutLadder(
      briefWith({
        subject: { speedMps: 0, distanceM: 3 },
        sensor: { widthMm: 17.3, heightMm: 13 },
        lens: { focalLengthMm: 26, widestF: 2 },
        picture: pins,
      }),
    );
    expect(depth(small)).to.be.above(1.5 * depth(large));
  });
  it('tube lamps are worst with fast shutters, and 1/50 or 1/100 s are safe on 50 Hz mains', () => {
    const tubes = full(35, { light: { flicker: { frequencyHz: 100, modulation: 0.4 } } });
    const flicker = (shutterS: number) => planAtShutter(tubes, shutterS).figures.flickerStops;
    expect(flicker(1 / 1000))
      .to.be.above(flicker(1 / 250))
      .and.above(1);
    for (const shutterS of [1 / 50, 1 / 100]) expect(flicker(shutterS)).to.be.below(0.1);
  });
  it('stopping down starves autofocus in bodies that focus at the working aperture', () => {
    const headroom = (fNumber: number, opensToFocus: boolean) =>
      planWithoutLadder(
        full(50, { lens: { opensToFocus }, picture: { pinned: { shutterS: 1 / 125, fNumber, iso: null, burst: 1 } } }),
      ).figures.focusHeadroomEv;
    expect(headroom(2, false) - headroom(5.6, false)).to.be.closeTo(3, 1e-9);
    expect(headroom(5.6, true)).to.equal(headroom(2, true));
  });

  it('plans a still street by hand at 1/30 to 1/4 s, never a whole second for light nobody sees', () => {
    const lamps = full(28, {
      subject: { speedMps: 0, distanceM: 8, depthM: 1 },
      light: { ev100: 2 },
      sensor: { stabiliserStops: 3 },
    });
    expect(planWithoutLadder(lamps).choice.shutterS).to.be.within(1 / 30, 1 / 4);
  });
  it('plans 1/500 s and faster for a runner coming straight on, though nothing crosses the frame', () => {
    const runner = full(200, {
      subject: { speedMps: 8, directionDeg: 0, distanceM: 20, depthM: 0.5 },
      light: { ev100: 9 },
      lens: { widestF: 2.8 },
      sensor: { stabiliserStops: 4 },
    });
    expect(planWithoutLadder(runner).choice.shutterS).to.be.at.most(1 / 500);
  });
  it('plans 1/1000 to 1/3200 s for a bird that is followed, where holding still asks for the fastest there is', () => {
    const bird = (follow: boolean) =>
      full(400, {
        subject: { speedMps: 12, distanceM: 25, depthM: 0.3 },
        light: { ev100: 12 },
        lens: { widestF: 5.6 },
        sensor: { stabiliserStops: 4 },
        hold: { conditions: [], follow },
      });
    expect(planWithoutLadder(bird(true)).choice.shutterS).to.be.within(1 / 3300, 1 / 1000);
    expect(planWithoutLadder(bird(false)).choice.shutterS).to.be.below(1 / 3500);
  });
  it('plans about 1/300 s for large animals that move slowly', () => {
    const deer = full(400, {
      subject: { speedMps: 0.5, distanceM: 25, depthM: 1, kind: 'animal' },
      light: { ev100: 8 },
      lens: { widestF: 5.6 },
      sensor: { stabiliserStops: 4 },
    });
    expect(planWithoutLadder(deer).choice.shutterS).to.be.within(1 / 500, 1 / 200);
  });
  it('keeps to base ISO in any light for those who do, and lets shutter and stabiliser do the work', () => {
    for (let ev100 = 3; ev100 <= 9; ev100 += 0.1) {
      const keeper = full(35, {
        subject: { speedMps: 0, distanceM: 6, depthM: 0.5 },
        light: { ev100 },
        sensor: { stabiliserStops: 4 },
        picture: { isoCeiling: 100, liftCeilingStops: 0 },
      });
      const { possible, choice } = planWithoutLadder(keeper);
      expect(possible, `EV ${ev100.toFixed(1)}`).to.equal(true);
      expect(choice.iso).to.equal(100);
    }
  });
  it('lets taste move the ISO by a stop and a third and more where no ceiling stands in the way', () => {
    const at = (tasteStops: number) =>
      planWithoutLadder(briefWith({ light: { ev100: 6 }, picture: { tasteStops, isoCeiling: 51_200, liftCeilingStops: 8 } }))
        .figures.isoEquivalent;
    expect(Math.log2(at(-4) / at(4))).to.be.at.least(4 / 3 - 1e-9);
  });
});

/** A situation and the shutter speeds, slow and fast, s, between which those who work there agree. */
interface Agreed {
  what: string;
  focalMm: number;
  widestF?: number;
  ev100: number;
  speedMps: number;
  distanceM: number;
  from: number;
  to: number;
  depthM?: number;
  directionDeg?: number;
  stabiliserStops?: number;
  follow?: boolean;
  aim?: Brief['picture']['aim'];
  conditions?: Brief['hold']['conditions'];
}

// Common practice, each range written down before a plan was seen.
// prettier-ignore
const AGREED: readonly Agreed[] = [
  { what: 'someone walks past under shop windows', focalMm: 35, ev100: 7, speedMps: 1.4, distanceM: 4, from: 1 / 160, to: 1 / 640 },
  { what: 'the same walker far away', focalMm: 35, ev100: 7, speedMps: 1.4, distanceM: 25, from: 1 / 30, to: 1 / 125 },
  { what: 'a walker comes straight on', focalMm: 50, ev100: 6, speedMps: 1.4, distanceM: 5, directionDeg: 0, from: 1 / 60, to: 1 / 320 },
  { what: 'a posed portrait at dusk', focalMm: 85, widestF: 1.8, ev100: 6, speedMps: 0.05, distanceM: 3, depthM: 0.2, stabiliserStops: 3, from: 1 / 40, to: 1 / 320 },
  { what: 'a child runs across a lit square', focalMm: 50, ev100: 8, speedMps: 3, distanceM: 5, from: 1 / 400, to: 1 / 1600 },
  { what: 'the family at home in the evening', focalMm: 35, widestF: 1.4, ev100: 5, speedMps: 0.9, distanceM: 2.5, from: 1 / 100, to: 1 / 500 },
  { what: 'a singer sways at the microphone', focalMm: 85, widestF: 1.8, ev100: 6, speedMps: 0.4, distanceM: 6, from: 1 / 80, to: 1 / 320 },
  { what: 'a guitarist in a small club', focalMm: 35, widestF: 1.4, ev100: 5, speedMps: 0.6, distanceM: 3, from: 1 / 80, to: 1 / 400 },
  { what: 'a pianist', focalMm: 50, widestF: 1.8, ev100: 5, speedMps: 0.3, distanceM: 4, from: 1 / 60, to: 1 / 250 },
  { what: 'a conductor from the gallery', focalMm: 200, widestF: 2.8, ev100: 6, speedMps: 0.5, distanceM: 15, stabiliserStops: 4, from: 1 / 125, to: 1 / 400 },
  { what: 'a speaker at a lectern', focalMm: 135, widestF: 1.8, ev100: 6, speedMps: 0.2, distanceM: 10, stabiliserStops: 3, from: 1 / 60, to: 1 / 250 },
  { what: 'an actor on a lit stage', focalMm: 135, widestF: 1.8, ev100: 7, speedMps: 0.5, distanceM: 12, stabiliserStops: 3, from: 1 / 100, to: 1 / 400 },
  { what: 'a dancer under stage light', focalMm: 135, widestF: 1.8, ev100: 8, speedMps: 2.5, distanceM: 12, from: 1 / 400, to: 1 / 1600 },
  { what: 'a ball game in a hall', focalMm: 135, widestF: 1.8, ev100: 9, speedMps: 5, distanceM: 12, from: 1 / 800, to: 1 / 3200 },
  { what: 'a boxer', focalMm: 50, widestF: 1.8, ev100: 9, speedMps: 1.5, distanceM: 4, from: 1 / 400, to: 1 / 1600 },
  { what: 'a swimmer', focalMm: 200, widestF: 2.8, ev100: 9, speedMps: 1.8, distanceM: 20, from: 1 / 400, to: 1 / 1250 },
  { what: 'a runner comes straight on', focalMm: 200, widestF: 2.8, ev100: 9, speedMps: 8, distanceM: 20, directionDeg: 0, stabiliserStops: 4, from: 1 / 500, to: 1 / 2000 },
  { what: 'a sprinter crosses in daylight', focalMm: 200, widestF: 2.8, ev100: 13, speedMps: 10, distanceM: 40, from: 1 / 1000, to: 1 / 4000 },
  { what: 'a skater who is followed', focalMm: 135, widestF: 1.8, ev100: 8, speedMps: 7, distanceM: 15, follow: true, from: 1 / 250, to: 1 / 1000 },
  { what: 'a horse over a jump', focalMm: 135, widestF: 2.8, ev100: 12, speedMps: 6, distanceM: 20, from: 1 / 800, to: 1 / 2500 },
  { what: 'an aircraft that is followed in to land', focalMm: 200, widestF: 2.8, ev100: 12, speedMps: 70, distanceM: 200, follow: true, stabiliserStops: 3, from: 1 / 400, to: 1 / 2000 },
  { what: 'a train draws in', focalMm: 35, ev100: 8, speedMps: 6, distanceM: 12, from: 1 / 250, to: 1 / 1000 },
  { what: 'a deer grazes at dusk', focalMm: 400, widestF: 5.6, ev100: 8, speedMps: 0.5, distanceM: 40, stabiliserStops: 4, from: 1 / 125, to: 1 / 500 },
  { what: 'a fox trots past', focalMm: 400, widestF: 5.6, ev100: 10, speedMps: 2.5, distanceM: 40, stabiliserStops: 4, from: 1 / 500, to: 1 / 2000 },
  { what: 'an otter at the water', focalMm: 400, widestF: 5.6, ev100: 8, speedMps: 1.2, distanceM: 30, stabiliserStops: 4, from: 1 / 320, to: 1 / 1250 },
  { what: 'a bird perched', focalMm: 400, widestF: 5.6, ev100: 9, speedMps: 0.05, distanceM: 15, depthM: 0.1, stabiliserStops: 4, from: 1 / 60, to: 1 / 500 },
  { what: 'a bird in flight that is followed', focalMm: 400, widestF: 5.6, ev100: 13, speedMps: 12, distanceM: 30, depthM: 0.3, follow: true, stabiliserStops: 4, from: 1 / 800, to: 1 / 3200 },
  { what: 'a lit street with nobody about, stabilised', focalMm: 28, ev100: 2, speedMps: 0, distanceM: 8, depthM: 1, stabiliserStops: 3, from: 1 / 4, to: 1 / 30 },
  { what: 'a church inside, nothing steadied', focalMm: 24, widestF: 2.8, ev100: 3, speedMps: 0, distanceM: 10, depthM: 4, from: 1 / 8, to: 1 / 50 },
  { what: 'a still street by free hands', focalMm: 50, ev100: 5, speedMps: 0, distanceM: 8, depthM: 1, from: 1 / 30, to: 1 / 125 },
  { what: 'a still street leaning on a wall, stabilised', focalMm: 35, ev100: 1, speedMps: 0, distanceM: 8, depthM: 1, stabiliserStops: 5, conditions: ['wall'], from: 1, to: 1 / 15 },
  { what: 'a cyclist left as a streak', focalMm: 28, ev100: 8, speedMps: 5, distanceM: 4, aim: 'streak', from: 1 / 15, to: 1 / 80 },
  { what: 'a crowd seen from above, dissolving', focalMm: 28, ev100: 4, speedMps: 1.4, distanceM: 8, aim: 'streak', stabiliserStops: 5, from: 1, to: 1 / 5 },
  { what: 'a walker who leaves a trace', focalMm: 35, ev100: 6, speedMps: 1.4, distanceM: 4, aim: 'trace', from: 1 / 15, to: 1 / 80 },
  { what: 'a pan with a cyclist', focalMm: 50, ev100: 9, speedMps: 5, distanceM: 7, aim: 'pan', from: 1 / 10, to: 1 / 60 },
  { what: 'a pan with a car in town', focalMm: 35, ev100: 9, speedMps: 11, distanceM: 10, aim: 'pan', from: 1 / 15, to: 1 / 80 },
];

describe('the situations whose shutter speed practice agrees on', () => {
  const chosen = ({ focalMm, widestF = 2, ev100, conditions = [], follow, aim, ...moving }: Agreed): number =>
    planWithoutLadder(
      full(focalMm, {
        subject: {
          speedMps: moving.speedMps,
          distanceM: moving.distanceM,
          depthM: moving.depthM ?? 0.5,
          directionDeg: moving.directionDeg ?? 90,
        },
        light: { ev100 },
        lens: { widestF },
        sensor: { stabiliserStops: moving.stabiliserStops ?? 0 },
        hold: { conditions, ...(follow ? { follow } : {}) },
        picture: { isoCeiling: 12_800, ...(aim ? { aim } : {}) },
      }),
    ).choice.shutterS;
  // A third of a stop beyond either end is no disagreement: a dial has no nearer mark.
  const isAgreed = (shutterS: number, { from, to }: Agreed): boolean =>
    Math.log2(from / shutterS) >= -1 / 3 - 0.02 && Math.log2(shutterS / to) >= -1 / 3 - 0.02;
  it('gets nine in ten of them as practice has them', () => {
    const other = AGREED.map((row) => ({ row, shutterS: chosen(row) })).filter(({ row, shutterS }) => !isAgreed(shutterS, row));
    const said = other.map(({ row: { what }, shutterS }) => `${what}: 1/${(1 / shutterS).toFixed(0)} s`).join('; ');
    expect(other.length / AGREED.length, said).to.be.at.most(0.1);
  });
});

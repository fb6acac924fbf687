import { expect } from 'chai';
import fc from 'fast-check';
import { briefWith } from '../../test/briefs.ts';
import { planWithoutLadder } from './planBrief.ts';
import type { Reason } from './reasons.ts';

const reasonOf = <Code extends Reason['code']>(changes: Parameters<typeof briefWith>[0], code: Code) =>
  planWithoutLadder(briefWith(changes)).reasons.find((reason): reason is Extract<Reason, { code: Code }> => reason.code === code);

/** Highlights above metered mid grey at 12.7 % of full: the half-stop headroom of ISO 12232:2019 (from memory). */
const HEADROOM = Math.log2(1 / 0.127);

describe('a background brighter than the subject', () => {
  it('clips by what passes the highlights, and can be held by ISO alone while ISO stands above base', () => {
    const clips = reasonOf({ light: { ev100: 8, background: { tone: 0.18, stops: 4 } } }, 'clips')!;
    expect(clips.clipsStops).to.be.closeTo(4 - HEADROOM, 1e-9);
    expect(clips.lessLightStops).to.equal(0);
    expect(clips.remedies).to.deep.equal(['turn', 'wait', 'silhouette']);
  });
  it('is not mentioned while it is held, and darker ones never are', () => {
    expect(reasonOf({ light: { ev100: 8, background: { tone: 0.18, stops: 3 } } }, 'clips')).to.equal(undefined);
    expect(reasonOf({ light: { ev100: 8, background: { tone: 0.18, stops: -4 } } }, 'clips')).to.equal(undefined);
  });
  it('costs light once ISO is at base: a face a stop short of light is as grainy as twice the ISO', () => {
    const still = { speedMps: 0, distanceM: 2 };
    const brief = briefWith({ light: { ev100: 12, background: { tone: 0.18, stops: 5 } }, subject: still });
    const plan = planWithoutLadder(brief);
    expect(plan.choice.iso).to.equal(100);
    const clips = plan.reasons.find((reason) => reason.code === 'clips') as Extract<Reason, { code: 'clips' }>;
    const missing = 5 - plan.figures.highlightStops;
    expect(clips.clipsStops).to.be.closeTo(missing, 1e-9);
    expect(Math.log2(clips.heldIso / plan.figures.isoEquivalent)).to.be.closeTo(clips.lessLightStops, 1e-9);
    expect(clips.lessLightStops).to.be.closeTo(missing, 0.2);
    expect(clips.remedies).to.include('reflect');
  });
  it('clips more the brighter it is, and never more than by that', () =>
    fc.assert(
      fc.property(fc.double({ min: 3.5, max: 9, noNaN: true }), fc.double({ min: 0.1, max: 3, noNaN: true }), (stops, more) => {
        const at = (bright: number): number =>
          reasonOf({ light: { ev100: 7, background: { tone: 0.18, stops: bright } } }, 'clips')!.clipsStops;
        expect(at(stops + more) - at(stops)).to.be.closeTo(more, 1e-9);
      }),
      { numRuns: 12 },
    ));
});

describe('a shadow that must show', () => {
  it('looks as the ISO it is lifted to: two stops from 1600 as 6400', () => {
    const brief = briefWith({ light: { ev100: 7, shadowStops: -2 }, subject: { speedMps: 1.6 } });
    const plan = planWithoutLadder(brief);
    const shadow = plan.reasons.find((reason) => reason.code === 'shadow') as Extract<Reason, { code: 'shadow' }>;
    // Common practice: shadows lifted 2 stops from ISO 1600 look like ISO 6400.
    expect(shadow.liftedIso).to.be.closeTo(4 * plan.figures.isoEquivalent, 1e-6);
    expect(shadow.snr).to.be.below(plan.figures.snrViewed);
  });
  it('says nothing where none was named', () => expect(reasonOf({ light: { ev100: 7 } }, 'shadow')).to.equal(undefined));
});

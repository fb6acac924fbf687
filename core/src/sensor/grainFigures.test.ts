import { expect } from 'chai';
import fc from 'fast-check';
import { exampleBrief } from '../../test/briefs.ts';
import { VIEWING_CPH } from '../optics/picture.ts';
import type { Sensor } from '../brief/brief.ts';
import { planWithoutLadder } from '../plan/planBrief.ts';
import {
  bodiesCompared,
  coarserBitsCost,
  cropCostStops,
  grainAtIso,
  isoStopsOf,
  liftRow,
  sensorNoiseOf,
} from './grainFigures.ts';
import { freeToLiftFrom } from './sensor.ts';

const APS_C: Sensor = exampleBrief().kit.sensor;
const FULL_FRAME: Sensor = { ...APS_C, widthMm: 36, heightMm: 24, maxIso: 204_800 };
/** Four times the area of four-thirds, near enough. Common practice. */
const HALF_SIZE: Sensor = { ...FULL_FRAME, widthMm: 18, heightMm: 12 };
const noiseless = (sensor: Sensor): Sensor => ({ ...sensor, readInE: 0, readOutE: 0 });

describe('the grain of a body', () => {
  it('is 106.8 to 1 at ISO 100 and 13.27 at 6400 in a pixel of full frame with 24 megapixels', () => {
    // Worked out apart from EMVA 1288's linear model with half a stop of highlight headroom.
    expect(grainAtIso(FULL_FRAME, 100, []).snrPixel).to.be.closeTo(106.8, 0.1);
    expect(grainAtIso(FULL_FRAME, 6400, []).snrPixel).to.be.closeTo(13.27, 0.01);
  });

  it('is what the plan says of the same light and size', () => {
    const { figures, choice } = planWithoutLadder(exampleBrief());
    const [view] = grainAtIso(APS_C, choice.iso, [exampleBrief().picture.viewCph]).views;
    // The plan lifts by 1⅓ stop beyond: with the camera's own ISO it would be so much cleaner.
    const at = grainAtIso(APS_C, figures.isoEquivalent, [exampleBrief().picture.viewCph]).views[0]!;
    expect(at.snr).to.be.closeTo(figures.snrViewed, 0.06 * figures.snrViewed);
    expect(view!.snr).to.be.above(at.snr);
  });

  it('falls with ISO and with the size it is looked at, and every body has its base among its ISOs', () => {
    const sizes = [VIEWING_CPH.posted1080, VIEWING_CPH.wide2048, VIEWING_CPH.screen4k, VIEWING_CPH.perPixel];
    for (const iso of isoStopsOf(APS_C)) {
      const { views, snrPixel } = grainAtIso(APS_C, iso, sizes);
      const snrs = views.map(({ snr }) => snr);
      expect(snrs).to.deep.equal([...snrs].sort((a, b) => b - a));
      expect(snrs.at(-1)).to.equal(snrPixel);
    }
    expect(isoStopsOf({ baseIso: 64, maxIso: 800 })).to.deep.equal([64, 100, 200, 400, 800]);
    expect(isoStopsOf({ baseIso: 200, maxIso: 1600 })).to.deep.equal([200, 400, 800, 1600]);
  });

  it('looks as that many stops more ISO where shadows are lifted: 1600 by two like 6400, 200 by two like 800', () => {
    // Common practice.
    expect(liftRow(APS_C, 1600)[2]!.effectiveIso).to.equal(6400);
    expect(liftRow(APS_C, 200)[2]!.effectiveIso).to.equal(800);
    const costs = liftRow(APS_C, 100).map(({ costStops }) => costStops);
    expect(costs[0]).to.be.closeTo(0, 1e-12);
    expect(costs).to.deep.equal([...costs].sort((a, b) => a - b));
    expect(freeToLiftFrom(sensorNoiseOf(noiseless(APS_C)), APS_C.baseIso, 6400)).to.equal(APS_C.baseIso);
    expect(freeToLiftFrom(sensorNoiseOf({ ...APS_C, readOutE: 60 }), APS_C.baseIso, 6400)).to.be.above(1000);
  });

  it('loses a stop of light to a crop of √2, two to one of 2', () => {
    expect(cropCostStops(Math.SQRT2)).to.be.closeTo(1, 1e-12);
    expect(cropCostStops(2)).to.equal(2);
    // Two stops of light are one of signal to noise where photons rule.
    const at = (crop: number): number => grainAtIso(noiseless(FULL_FRAME), 1600, [400], crop).views[0]!.snr;
    expect(at(1) / at(2)).to.be.closeTo(2, 1e-9);
  });

  it('pays for 12 bits where the step is coarse against the read noise, and not at high ISO', () => {
    const clean = { ...FULL_FRAME, readInE: 1, readOutE: 0.5 };
    // At ISO 100 a step of 12 bits is 90 000/4096 = 22 e−: 6.3 e− of rounding noise; of 14 bits 1.6. Signal 11 430/2^7 = 89 e−.
    const noise = (bits: number): number => Math.sqrt(89.3 + 1.25 + (90_000 / 2 ** bits) ** 2 / 12);
    expect(coarserBitsCost(clean, 100)).to.be.closeTo(Math.log2(noise(12) / noise(14)), 0.002);
    expect(coarserBitsCost(clean, 12_800)).to.be.below(0.01);
  });

  it('compares two bodies: four times the area is two stops at one f-number, and nothing at one depth of field', () => {
    // Full frame has about 4 times the area of four-thirds: common practice. Photons alone, the same pixels.
    const { sameFNumber, sameDepth, depthFactor } = bodiesCompared(noiseless(HALF_SIZE), noiseless(FULL_FRAME), 1600, 540);
    expect(sameFNumber).to.be.closeTo(2, 1e-6);
    expect(sameDepth).to.be.closeTo(0, 1e-6);
    expect(depthFactor).to.equal(2);
  });

  it('is as far ahead of the other as the other is behind', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 8, noNaN: true }), fc.constantFrom(400, 1600, 6400), (readInE, iso) => {
        const other = { ...HALF_SIZE, readInE };
        const ahead = bodiesCompared(other, FULL_FRAME, iso, 540).sameFNumber;
        const back = bodiesCompared(FULL_FRAME, other, iso * 2 ** ahead, 540).sameFNumber;
        expect(ahead + back).to.be.closeTo(0, 1e-6);
      }),
      { numRuns: 30 },
    );
  });
});

import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief, exampleBrief } from '../../test/briefs.ts';
import { planWithoutLadder } from '../plan/planBrief.ts';
import { lightFromIso, lightFromMeter, meterReading } from './anchor.ts';
import { exposureValue, meteredIso } from './exposure.ts';
import { evFromPhoto } from './photoReading.ts';

describe('light off the camera', () => {
  const atF28 = { shutterS: 2 ** (-25 / 3), fNumber: 2 ** 1.5, toneStops: 0 };
  const range = { compensationStops: 0, lowestIso: 100, ceilingIso: 6400 };

  it('is read from the ISO an automatic picks: f/2.8, 1/320 s and ISO 3200 are EV 6⅓', () => {
    // log2(2.83²·2^(25/3)/32) = 3 + 25/3 − 5.
    expect(lightFromIso(atF28, 3200, range)).to.deep.equal({ ev100: 3 + 25 / 3 - 5, bound: 'reading' });
  });

  it('is only a bound where the ISO stands at its ceiling or its lowest', () => {
    expect(lightFromIso(atF28, 6400, range).bound).to.equal('orDarker');
    expect(lightFromIso(atF28, 100, range).bound).to.equal('orBrighter');
    expect(lightFromMeter(atF28, 6400, -3).bound).to.equal('orDarker');
    expect(lightFromMeter(atF28, 6400, 3).bound).to.equal('orBrighter');
    expect(lightFromMeter(atF28, 6400, -2.9).bound).to.equal('reading');
  });

  it('comes out as planned when the meter reads what the plan says it will', () => {
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const { choice, figures } = planWithoutLadder(brief, 0);
        const keyStops = brief.picture.keyStops ?? 0;
        const toneStops = figures.compensationStops - keyStops;
        const transmission = brief.kit.lens.transmissionT ?? 1;
        const setting = { shutterS: choice.shutterS, fNumber: choice.fNumber / Math.sqrt(transmission), toneStops };
        const wanted = meteredIso(brief.light.ev100, setting.shutterS, setting.fNumber);
        // In manual the meter shows how much the set ISO gives beyond what it would ask for.
        const reading = Math.log2(choice.iso / wanted) + toneStops;
        expect(meterReading(setting, choice.iso, brief.light.ev100)).to.be.closeTo(reading, 1e-9);
        expect(lightFromMeter(setting, choice.iso, reading).ev100).to.be.closeTo(brief.light.ev100, 1e-9);
        const automatic = { compensationStops: figures.compensationStops, lowestIso: 0, ceilingIso: Infinity };
        expect(lightFromIso(setting, wanted * 2 ** keyStops, automatic).ev100).to.be.closeTo(brief.light.ev100, 1e-9);
      }),
      { numRuns: 300 },
    );
  });

  it('agrees with the worked example: lifted ⅔ stop in EV 4, the meter reads −⅔', () => {
    const { choice, figures } = planWithoutLadder(exampleBrief(), 0);
    const setting = { shutterS: choice.shutterS, fNumber: choice.fNumber, toneStops: figures.compensationStops };
    expect(lightFromMeter(setting, choice.iso, -2 / 3).ev100).to.be.closeTo(4, 0.02);
  });
});

describe('light of a finished picture', () => {
  const sunny = { shutterS: 1 / 125, fNumber: 16, iso: 100, meanLinear: 0.18, clippedShare: 0 };

  it('is its exposure where it came out as a mid grey: f/16 and 1/125 s at ISO 100 are full sun', () => {
    expect(evFromPhoto(sunny).ev100).to.be.closeTo(exposureValue(1 / 125, 16, 100), 1e-12);
    expect(evFromPhoto(sunny).ev100).to.be.closeTo(15, 0.05); // the sunny-16 rule: common practice
  });

  it('rises a stop where the picture came out twice as bright, and grows unsure where it is clipped', () => {
    const { ev100, uncertaintyStops } = evFromPhoto(sunny);
    expect(evFromPhoto({ ...sunny, meanLinear: 0.36 }).ev100).to.be.closeTo(ev100 + 1, 1e-12);
    expect(evFromPhoto({ ...sunny, clippedShare: 0.5 }).uncertaintyStops).to.be.above(uncertaintyStops + 1);
    expect(uncertaintyStops).to.be.within(0.5, 1.5);
  });

  it('is refused for a black picture', () => {
    expect(() => evFromPhoto({ ...sunny, meanLinear: 0 })).to.throw(RangeError);
  });
});

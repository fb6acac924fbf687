import { expect } from 'chai';
import fc from 'fast-check';
import { evFromLux, exposureValue, illuminanceLux, luminance, meteredIso, meteredShutterS, toneStops } from './exposure.ts';

describe('exposure', () => {
  // Definition EV = log2(N²/t); ISO 2720:1974 for the constants (from memory). Values worked out by hand to the digits shown.
  it('gives EV 14.644 for f/16, 1/100 s, ISO 100', () => expect(exposureValue(1 / 100, 16, 100)).to.be.closeTo(14.644, 5e-4));
  it('gives 81 920 lx and 4096 cd/m² at EV 15; full sun is about 10^5 lx (common practice)', () => {
    expect(illuminanceLux(15)).to.equal(81_920);
    expect(luminance(15)).to.equal(4096);
  });
  it('lets f/1.8 pass 4.94 times the light of f/4', () => expect((4 / 1.8) ** 2).to.be.closeTo(4.94, 5e-3));
  it('loses a stop for every doubling of ISO', () =>
    expect(exposureValue(1 / 100, 16, 200)).to.be.closeTo(exposureValue(1 / 100, 16, 100) - 1, 1e-12));

  it('finds the ISO that brings any setting back to its own light', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -6, max: 18, noNaN: true }),
        fc.integer({ min: -15, max: 39 }),
        fc.integer({ min: 0, max: 30 }),
        (ev, t, f) => {
          const shutterS = 2 ** (-t / 3);
          const fNumber = 2 ** (f / 6);
          const iso = meteredIso(ev, shutterS, fNumber);
          expect(exposureValue(shutterS, fNumber, iso)).to.be.closeTo(ev, 1e-9);
          expect(meteredShutterS(ev, fNumber, iso) / shutterS).to.be.closeTo(1, 1e-9);
        },
      ),
    ));
  // Zones are a stop apart and mid grey is the fifth; a white wall of 72 % lies two above it. Common practice.
  it('puts mid grey at nothing, half of it a stop under, four times of it two over', () => {
    expect([0.18, 0.09, 0.72].map(toneStops)).to.deep.equal([0, -1, 2]);
  });
  it('turns lux to EV and back', () => {
    for (const ev of [-4, 0, 7.3, 15]) expect(evFromLux(illuminanceLux(ev))).to.be.closeTo(ev, 1e-12);
  });
  it('refuses times, f-numbers and ISO that are not above zero', () => {
    for (const bad of [0, -1, NaN, Infinity]) {
      expect(() => exposureValue(bad, 8, 100)).to.throw(RangeError, 'shutterS');
      expect(() => exposureValue(1, bad, 100)).to.throw(RangeError, 'fNumber');
      expect(() => exposureValue(1, 8, bad)).to.throw(RangeError, 'iso');
      expect(() => evFromLux(bad)).to.throw(RangeError, 'lux');
    }
  });
});

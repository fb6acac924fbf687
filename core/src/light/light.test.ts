import { expect } from 'chai';
import fc from 'fast-check';
import { flickerStops } from './flicker.ts';
import { KNOWN_SCENES, planningEv } from './knownScenes.ts';
import { meterCompensation } from './meter.ts';
import { skyIlluminanceLux } from './sky.ts';
import { plannedStops, shareNear, swingAt, swingRule } from './swing.ts';

describe('the meter', () => {
  const grey = { subjectTone: 0.18, frameFill: 0.5, backgroundTone: 0.18, backgroundStops: 0 };
  // Worked out by hand: log2((0.5·0.045 + 0.5·0.18)/0.18). About −⅔ stop keeps black animals black: common practice.
  it('asks −0.68 stop for a dark animal over half the frame', () =>
    expect(meterCompensation({ ...grey, subjectTone: 0.045 })).to.be.closeTo(-0.68, 5e-3));
  it('asks nothing where all is mid grey', () => expect(meterCompensation(grey)).to.be.closeTo(0, 1e-12));
  it('asks more light in front of a bright background', () =>
    expect(meterCompensation({ ...grey, frameFill: 0.2, backgroundStops: 3 })).to.be.above(2));
});

describe('flicker between frames', () => {
  // Closed form log2((1+A)/(1−A)) with A = m·|sinc(Ft)|, worked out by hand.
  for (const [shutter, stops] of [
    [1 / 100, 0],
    [1 / 125, 0.271],
    [1 / 250, 0.902],
  ] as const) {
    it(`is ${stops} stop at 1/${Math.round(1 / shutter)} s under 100 Hz, depth 0.4`, () =>
      expect(flickerStops(100, 0.4, shutter)).to.be.closeTo(stops, 5e-4));
  }
  it('vanishes at whole periods and for steady light, and never is infinite', () => {
    for (const periods of [1, 2, 7]) expect(flickerStops(120, 1, periods / 120)).to.equal(0);
    expect(flickerStops(100, 0, 1 / 8000)).to.equal(0);
    expect(flickerStops(100, 1, 1 / 8192)).to.be.within(1, 60);
  });
});

describe('light of the sky', () => {
  // Janiczek & DeYoung (1987), evaluated by hand from the printed rows.
  for (const [altitude, lux, digits] of [
    [60, 103_100, 50],
    [0, 759, 0.5],
    [-6, 3.41, 5e-3],
  ] as const) {
    it(`is ${lux} lx with the sun at ${altitude} degrees`, () => expect(skyIlluminanceLux(altitude)).to.be.closeTo(lux, digits));
  }
  it('falls with the sun, within a tenth over the joins of the fits', () =>
    fc.assert(
      fc.property(fc.double({ min: -17.9, max: 60, noNaN: true }), (altitude) => {
        expect(skyIlluminanceLux(altitude + 0.5)).to.be.above(0.9 * skyIlluminanceLux(altitude));
      }),
    ));
  it('is divided by cloud and refuses impossible altitudes', () => {
    expect(skyIlluminanceLux(30, 'darkOvercast')).to.be.closeTo(skyIlluminanceLux(30) / 10, 1e-6);
    expect(skyIlluminanceLux(-40)).to.equal(6.5e-4);
    for (const bad of [91, -91, NaN]) expect(() => skyIlluminanceLux(bad)).to.throw(RangeError);
  });
});

describe('known scenes', () => {
  it('plan at the darker third of their range', () => {
    for (const scene of KNOWN_SCENES) {
      expect(scene.toEv, scene.id).to.be.at.least(scene.fromEv);
      expect(planningEv(scene)).to.be.closeTo(scene.fromEv + (scene.toEv - scene.fromEv) / 3, 1e-12);
      expect(scene.source).to.match(/\S/);
    }
  });
  // ANSI PH2.7-1986 (from memory).
  it('has full sun at EV 15 and the full-moon landscape below EV −2', () => {
    expect(KNOWN_SCENES.find((scene) => scene.id === 'full-sun')).to.include({ fromEv: 15, toEv: 15 });
    expect(KNOWN_SCENES.find((scene) => scene.id === 'full-moon')).to.include({ fromEv: -3, toEv: -2 });
  });
});

describe('swinging light', () => {
  // A cosine of amplitude 1 lies within ±½ for a third of its time: acos(−½) − acos(½) = 120° − 60° of 180°.
  it('lies within half of its swing a third of the time', () =>
    expect(shareNear({ downStops: 1, upStops: 1, periodS: 4 }, 0)).to.be.closeTo(1 / 3, 1e-12));
  it('is at its ends at the peaks and in the troughs', () => {
    const swing = { downStops: 3, upStops: 1, periodS: 2 };
    expect(swingAt(swing, 0)).to.be.closeTo(1, 1e-12);
    expect(swingAt(swing, 1)).to.be.closeTo(-3, 1e-12);
  });
  it('spends the share that counting moments finds', () => {
    const swing = { downStops: 4, upStops: 0.2, periodS: 7 };
    const moments = Array.from({ length: 20_000 }, (_, i) => swingAt(swing, (i / 20_000) * 7));
    for (const at of [-2, 0, 0.2])
      expect(moments.filter((stops) => Math.abs(stops - at) <= 0.5).length / 20_000).to.be.closeTo(shareNear(swing, at), 0.001);
  });
  it('spends a third of its time within half a stop of the peaks of a two-stop swing', () =>
    // sin x ≥ ½ for 120° of 360°.
    expect(shareNear({ downStops: 1, upStops: 1, periodS: 4 }, 1)).to.be.closeTo(1 / 3, 1e-12));
  it('is ridden out under a stop, followed up to three slower than two seconds, and met on its peaks beyond', () => {
    const rule = (downStops: number, upStops: number, periodS: number) => swingRule({ downStops, upStops, periodS });
    expect(swingRule(undefined)).to.equal('steady');
    expect(rule(0, 0, 1)).to.equal('steady');
    expect(rule(0.5, 0.4, 0.5)).to.equal('ridesOut');
    expect(rule(2, 1, 2.5)).to.equal('floats');
    expect(rule(2, 1, 2)).to.equal('brightPhase');
    expect(rule(2.4, 0.7, 60)).to.equal('brightPhase');
    expect(plannedStops({ downStops: 3, upStops: 1.5, periodS: 1 })).to.equal(1.5);
    expect(plannedStops({ downStops: 1, upStops: 1, periodS: 10 })).to.equal(0);
  });
  it('is steady when it does not swing', () => expect(shareNear({ downStops: 0, upStops: 0, periodS: 1 }, 0)).to.equal(1));
});

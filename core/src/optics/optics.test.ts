import { expect } from 'chai';
import fc from 'fast-check';
import { ratio } from '../../test/briefs.ts';
import { defocusDiscMm, depthOfField, fullFrameEquivalentMm, hyperfocalM, magnification } from './depthOfField.ts';
import { airyDiameterMm, defocusMtf, diffractionMtf, gaussianMtf, lensBlurMm, motionMtf, pixelMtf } from './mtf.ts';
import { pictureOf, viewedPixels } from './picture.ts';

describe('depth of field', () => {
  // Standard thin-lens formulas, worked out by hand.
  it('puts the hyperfocal of 50 mm at f/8, c 0.03, at 10.467 m', () =>
    expect(hyperfocalM(50, 8, 0.03)).to.be.closeTo(10.467, 5e-4));
  it('reaches from 0.689 m to infinity for 16 mm at f/11 focused at 6 m', () => {
    const { nearM, farM } = depthOfField(16, 11, 0.03, 6);
    expect(nearM).to.be.closeTo(0.689, 5e-4);
    expect(farM).to.equal(null);
  });
  it('blurs both its edges by exactly the circle of confusion', () =>
    fc.assert(
      fc.property(ratio(14, 400), ratio(1.4, 16), ratio(2, 60), (focal, f, distance) => {
        const { nearM, farM } = depthOfField(focal, f, 0.03, distance);
        expect(defocusDiscMm(focal, f, distance, nearM)).to.be.closeTo(0.03, 1e-9);
        if (farM !== null) expect(defocusDiscMm(focal, f, distance, farM) / 0.03).to.be.closeTo(1, 1e-6);
      }),
    ));
  it('refuses a distance inside the focal length', () => expect(() => magnification(400, 0.3)).to.throw(RangeError));
  // Trade fact: crop factor 1.5 for 23.5 × 15.6 mm, 2 for 17.3 × 13 mm (common practice).
  it('knows the full-frame equivalent', () => {
    expect(fullFrameEquivalentMm(18.3, 23.5, 15.6)).to.be.closeTo(28, 0.2);
    expect(fullFrameEquivalentMm(25, 17.3, 13)).to.be.closeTo(50, 0.1);
  });
});

describe('transfer functions', () => {
  // Goodman, Introduction to Fourier Optics: 0.3910 at half the cutoff.
  it('keep 0.3910 of the contrast at half the diffraction cutoff', () =>
    expect(diffractionMtf(0.5 / (550e-6 * 8), 8)).to.be.closeTo(0.391, 5e-5));
  it('lose all contrast at the cutoff, at the first null of a smear, and at the pixel’s own null', () => {
    expect(diffractionMtf(1 / (550e-6 * 8), 8)).to.equal(0);
    expect(motionMtf(50, 0.02)).to.be.closeTo(0, 1e-12);
    expect(pixelMtf(200, 0.005)).to.be.closeTo(0, 1e-12);
  });
  it('are 1 at no frequency and never above 1', () => {
    for (const mtf of [
      (f: number) => diffractionMtf(f, 4),
      (f: number) => defocusMtf(f, 0.02),
      (f: number) => gaussianMtf(f, 0.003),
      (f: number) => motionMtf(f, 0.01),
    ]) {
      expect(mtf(0)).to.be.closeTo(1, 1e-12);
      for (let f = 1; f < 500; f += 7) expect(Math.abs(mtf(f))).to.be.at.most(1);
    }
  });
  // First zero of J1 at 3.8317 (Abramowitz & Stegun, table 9.5).
  it('put the first null of a defocus disc at 1.22/disc', () =>
    expect(defocusMtf(3.8317 / (Math.PI * 0.02), 0.02)).to.be.closeTo(0, 1e-5));
  it('put the Airy disc of f/8 at 10.7 µm', () => expect(airyDiameterMm(8)).to.be.closeTo(0.01074, 1e-5));
  it('make a lens twice as soft wide open as at its best by default', () => {
    const lens = { bestBlurUm: 2, wideOpenFactor: 1, widestF: 2.8 };
    // f/2.8 as engraved means the mark, 2√2.
    expect(lensBlurMm(lens, 8 ** 0.5)).to.be.closeTo(0.004, 1e-12);
    expect(lensBlurMm(lens, 10 * 8 ** 0.5)).to.be.closeTo(0.00202, 1e-12);
  });
});

describe('the picture', () => {
  it('has a pitch of 6.00 µm on full frame with 24 MP', () =>
    expect(pictureOf(36, 24, 24, 1, 683).pitchMm).to.be.closeTo(0.006, 1e-12));
  it('never looks finer than the sensor', () => {
    const picture = pictureOf(36, 24, 24, 1, 20_000);
    expect(picture.limitCph).to.be.closeTo(2000, 1e-9);
    expect(picture.toleranceMm).to.be.closeTo(0.012, 1e-9);
  });
  it('counts a tolerance as two viewed pixels', () => {
    const picture = pictureOf(23.5, 15.6, 24, 1, 683);
    expect(viewedPixels(picture.toleranceMm, picture)).to.be.closeTo(2, 1e-12);
  });
  it('crops height and keeps pitch', () => {
    const picture = pictureOf(36, 24, 45, 1.5, 683);
    expect(picture.heightMm).to.equal(16);
    expect(picture.toleranceMm).to.be.closeTo(16 / 683, 1e-12);
  });
});

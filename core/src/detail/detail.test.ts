import { expect } from 'chai';
import fc from 'fast-check';
import { ratio } from '../../test/briefs.ts';
import { denseDetailBits } from '../../test/denseDetail.ts';
import { pictureOf } from '../optics/picture.ts';
import { DetailModel, type DetailInputs } from './detailModel.ts';

const PICTURE = pictureOf(36, 24, 24, 1, 1080);
const INPUTS: DetailInputs = {
  picture: PICTURE,
  lens: { bestBlurUm: 2, wideOpenFactor: 1, widestF: 2 },
  focalLengthMm: 50,
  distanceM: 5,
  depthM: 0,
  fullWellE: 90_000,
  tasteStops: 0,
};

const anyInputs: fc.Arbitrary<DetailInputs> = fc
  .record({
    height: ratio(8, 36),
    mp: ratio(8, 60),
    crop: ratio(1, 3),
    cph: ratio(300, 3000),
    widestF: ratio(1, 6),
    soft: ratio(1, 6),
    focal: ratio(8, 600),
    near: ratio(3, 400),
    depth: fc.oneof(fc.constant(0), ratio(0.002, 1)),
    taste: ratio(1, 4),
  })
  .map((v) => ({
    picture: pictureOf(v.height * 1.5, v.height, v.mp, v.crop, v.cph),
    lens: { bestBlurUm: v.soft, wideOpenFactor: 1, widestF: v.widestF },
    focalLengthMm: v.focal,
    distanceM: (v.focal / 1000) * v.near,
    depthM: v.depth * (v.focal / 1000) * v.near,
    fullWellE: 60_000,
    tasteStops: v.taste - 2,
  }));
const anyPoint = fc.record({
  stopDown: ratio(1, 8),
  smear: fc.oneof(fc.constant(0), ratio(0.01, 200)),
  shake: ratio(1e-4, 1),
  snr: ratio(0.5, 150),
});

describe('the detail integral', () => {
  it('is within 0.5 % of a dense quadrature over 60 wild settings (5e-5 of the ideal where little is left)', function () {
    this.timeout(60_000);
    fc.assert(
      fc.property(anyInputs, anyPoint, (inputs, point) => {
        const model = new DetailModel(inputs);
        const c = inputs.picture.toleranceMm;
        const fNumber = Math.min(32, inputs.lens.widestF * point.stopDown);
        const setting = { fNumber, smearMm: point.smear * c, shakeMm: point.shake * c, snr: point.snr };
        const bits = model.bits(model.aperture(fNumber), model.shutter(setting.smearMm, setting.shakeMm), setting.snr);
        const dense = denseDetailBits(inputs, setting);
        const room = dense < 0.01 * model.idealBits ? 5e-5 * model.idealBits : 0.005 * dense;
        expect(Math.abs(bits - dense)).to.be.below(room + 0.0005 * dense); // the dense sum itself is good to 0.05 %
      }),
      { numRuns: 60, seed: 20260112 },
    );
  });

  // Shannon's capacity of a flat channel, in closed form: ½·log2(1 + SNR²) bits per independent sample.
  it('tends to the closed form where nothing blurs: bits grow by one per halving of noise and sample', () => {
    const sharp = { ...INPUTS, lens: { ...INPUTS.lens, bestBlurUm: 1e-3 } };
    const model = new DetailModel(sharp);
    const at = (snr: number): number => model.bits(model.aperture(1), model.shutter(0, 0), snr);
    const samples = PICTURE.aspect * Math.PI * (PICTURE.limitCph ** 2 - 4);
    expect((at(2e9) - at(1e9)) / samples).to.be.closeTo(1, 1e-3);
  });

  it('falls when smear, shake or noise grows', () => {
    const model = new DetailModel({ ...INPUTS, depthM: 0.5 });
    const aperture = model.aperture(2.8);
    fc.assert(
      fc.property(ratio(1e-4, 0.5), ratio(1e-5, 0.03), ratio(2, 100), (smear, shake, snr) => {
        const bits = model.bits(aperture, model.shutter(smear, shake), snr);
        expect(model.bits(aperture, model.shutter(smear * 1.5, shake), snr)).to.be.at.most(bits * 1.002);
        expect(model.bits(aperture, model.shutter(smear, shake * 1.5), snr)).to.be.at.most(bits * (1 + 1e-9));
        expect(model.bits(aperture, model.shutter(smear, shake), snr * 0.9)).to.be.below(bits);
        expect(bits).to.be.below(model.quietBits(aperture, snr) * (1 + 1e-3));
      }),
    );
  });

  it('is the same for two formats with the same aperture diameter, view, shutter and pixel count', () => {
    // Noiseless readout, lens blur scaled with the format, photons alone: half the format, half the focal length, half the f-number.
    const half = {
      ...INPUTS,
      picture: pictureOf(18, 12, 24, 1, 1080),
      lens: { bestBlurUm: 1, wideOpenFactor: 1, widestF: 2 },
      focalLengthMm: 25,
      depthM: 1,
    };
    const full = { ...INPUTS, lens: { bestBlurUm: 2, wideOpenFactor: 1, widestF: 4 }, depthM: 1 };
    const bitsOf = (inputs: DetailInputs, f: number, smear: number): number => {
      const model = new DetailModel(inputs);
      return model.bits(model.aperture(f), model.shutter(smear, 0), 20);
    };
    expect(bitsOf(half, 2, 0.01) / bitsOf(full, 4, 0.02)).to.be.closeTo(1, 50 / 5000);
  });

  it('does not mind the order of a rough and a fine look', () => {
    const model = new DetailModel(INPUTS);
    const long = model.shutter(PICTURE.toleranceMm * 40, 0);
    const aperture = model.aperture(4);
    const rough = model.roughBits(aperture, long, 20);
    const fine = model.bits(aperture, long, 20);
    expect(rough / fine).to.be.closeTo(1, 0.15);
    expect(model.roughBits(aperture, long, 20)).to.equal(rough);
  });
});

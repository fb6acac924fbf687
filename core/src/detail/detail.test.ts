import { expect } from 'chai';
import fc from 'fast-check';
import { ratio } from '../../test/briefs.ts';
import { denseDetailBits } from '../../test/denseDetail.ts';
import { sinc } from '../numerics/sinc.ts';
import { pictureOf } from '../optics/picture.ts';
import { DetailModel, type DetailInputs } from './detailModel.ts';
import { eyeNoise } from './eyeNoise.ts';
import { SmearDirections } from './smearDirections.ts';

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

  it('takes the mean over directions of any smear from its table as a fine sum has it', () => {
    fc.assert(
      fc.property(ratio(0.01, 300), ratio(1e-9, 1e9), (cycles, still) => {
        const count = Math.ceil(400 + 200 * cycles);
        let sum = 0;
        for (let j = 0; j < count; j++)
          sum += Math.log1p(still * sinc(cycles * Math.cos(((j + 0.5) / count) * (Math.PI / 2))) ** 2);
        const found = new SmearDirections(Float64Array.of(1), cycles).meanLog(0, still);
        expect(found / (sum / count)).to.be.closeTo(1, cycles < 7 ? 0.04 : 0.08);
      }),
      { numRuns: 200 },
    );
  });

  // Where noise is far over the scene, ln(1 + x) = x and the integral of ν·ν⁻² is a logarithm: D = aspect·π·S₀·(SNR·h/p)²·ln(u/2)/ln 2.
  it('tends to the closed form in the dark, where nothing blurs', () => {
    const picture = pictureOf(36, 24, 24, 1, 60);
    const model = new DetailModel({ ...INPUTS, picture, lens: { ...INPUTS.lens, bestBlurUm: 1e-3 } });
    const snr = 1e-5;
    const scene = 0.09 / (2 * Math.PI * Math.log(1000));
    const closed = (1.5 * Math.PI * scene * (snr * (24 / 0.006)) ** 2 * Math.log(60 / 2)) / Math.LN2;
    const found = model.bits(model.aperture(1), model.shutter(0, 0), snr);
    // The pixels of a picture of 60 cycles keep all but 0.1 % of its contrast.
    expect(found / closed).to.be.closeTo(1, 2e-3);
  });

  // ISO 12232's "excellent" is a signal-to-noise ratio of 40 at viewing size, "acceptable" 10 (from memory): grain nobody sees and grain one does.
  it('lets the noise of an excellent picture lie under the eye’s own at 7 cycles a degree, of an acceptable one well over it', () => {
    const { limitCph, sensorCph } = PICTURE;
    const eye = eyeNoise(limitCph)((7 / 30) * limitCph);
    const sensor = (snrViewed: number): number => 1 / (snrViewed * 2 * limitCph) ** 2;
    expect(sensorCph).to.be.above(limitCph);
    expect(sensor(40)).to.be.below(eye);
    expect(sensor(10)).to.be.above(4 * eye);
  });

  it('gains nothing from light that takes only grain under the eye’s own noise', () => {
    const model = new DetailModel(INPUTS);
    const at = (snr: number): number => model.bits(model.aperture(4), model.shutter(0, 0), snr);
    expect(at(2000) / at(1000)).to.be.below(1.001);
    expect(at(20) / at(10)).to.be.above(1.1);
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

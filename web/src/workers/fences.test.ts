import { writeDng } from '@hushto/core';
import { expect } from 'chai';
import fc from 'fast-check';
import { tiffProblem, tooLarge, tooManyPixels } from './fences.ts';

/** The beginning of a PNG of a size: signature and IHDR (W3C Portable Network Graphics, 11.2.2). */
function pngHead(width: number, height: number): Uint8Array {
  const bytes = new Uint8Array(33);
  bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52]);
  const view = new DataView(bytes.buffer);
  view.setUint32(16, width);
  view.setUint32(20, height);
  bytes.set([8, 2, 0, 0, 0], 24);
  return bytes;
}

/** The beginning of a baseline JPEG of a size: SOI, an empty JFIF header, and SOF0 (ITU-T T.81, B.2.2). */
function jpegHead(width: number, height: number): Uint8Array {
  const jfif = [0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1, 1, 0, 0, 1, 0, 1, 0, 0];
  const frame = [0xff, 0xc0, 0, 17, 8, height >> 8, height & 255, width >> 8, width & 255, 3, 1, 0x22, 0, 2, 0x11, 1, 3, 0x11, 1];
  return Uint8Array.from([0xff, 0xd8, ...jfif, ...frame, 0xff, 0xda, 0, 12]);
}

/** A TIFF with one directory of entries, each tag, type, count and value, and the place of the next. */
function tiff(entries: [number, number, number, number][], next = 0, length = 4096): ArrayBuffer {
  const file = new ArrayBuffer(length);
  const view = new DataView(file);
  view.setUint16(0, 0x4949);
  view.setUint16(2, 42, true);
  view.setUint32(4, 8, true);
  view.setUint16(8, entries.length, true);
  entries.forEach(([tag, type, count, value], i) => {
    view.setUint16(10 + 12 * i, tag, true);
    view.setUint16(12 + 12 * i, type, true);
    view.setUint32(14 + 12 * i, count, true);
    view.setUint32(18 + 12 * i, value, true);
  });
  view.setUint32(10 + 12 * entries.length, next, true);
  return file;
}

describe('fences round what is decoded', () => {
  it('say the size of a picture before it is decoded', () => {
    expect(tooManyPixels(pngHead(6000, 4000))).to.equal(null);
    expect(tooManyPixels(pngHead(20_000, 20_000))).to.equal('has 400 megapixels; Hushto reads up to 100. Give a smaller copy.');
    expect(tooManyPixels(jpegHead(65_535, 65_535))).to.match(/^has 4295 megapixels/);
    expect(tooManyPixels(jpegHead(6000, 4000))).to.equal(null);
    expect(tooManyPixels(new Uint8Array(10))).to.equal(null);
    expect([tooLarge(0), tooLarge(20e6), tooLarge(4e9)]).to.deep.equal([
      'is empty.',
      null,
      'is 4000 MB; Hushto reads up to 320 MB.',
    ]);
  });

  it('let a sound DNG pass, and none that is cut off anywhere', () => {
    const dng = writeDng({
      values: new Uint16Array(64 * 48),
      width: 64,
      height: 48,
      iso: 100,
      shutterS: 0.01,
      fNumber: 2.8,
      whiteLevel: 16_383,
    } as never);
    const file = dng.buffer.slice(dng.byteOffset, dng.byteOffset + dng.byteLength);
    expect(tiffProblem(file)).to.equal(null);
    fc.assert(
      fc.property(fc.integer({ min: 8, max: file.byteLength - 1 }), (length) => {
        expect(tiffProblem(file.slice(0, length))).to.match(/cut short|damaged/);
      }),
    );
  });

  it('see directories that point at themselves or at each other, never end, or hold more than the file', () => {
    expect(tiffProblem(tiff([], 8))).to.match(/points at itself/);
    expect(tiffProblem(tiff([[330, 4, 1, 8]]))).to.match(/points at itself/);
    expect(tiffProblem(tiff([[256, 4, 1, 65_535], [257, 4, 1, 65_535]]))).to.match(/has 4295 megapixels/); // prettier-ignore
    expect(tiffProblem(tiff([[273, 4, 1, 4000], [279, 4, 1, 1000]]))).to.match(/cut short/); // prettier-ignore
    expect(tiffProblem(tiff([[273, 4, 0x3fffffff, 100]]))).to.match(/cut short/);
    expect(tiffProblem(tiff([], 9_999_999))).to.match(/cut short/);
    expect(tiffProblem(new ArrayBuffer(3))).to.match(/no raw file/);
    expect(tiffProblem(new ArrayBuffer(300))).to.match(/no raw file/);
    expect(tiffProblem(tiff([[256, 4, 1, 64], [257, 4, 1, 48]]))).to.equal(null); // prettier-ignore
  });

  it('come to an end on any bytes at all', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 8, maxLength: 400 }), (bytes) => {
        bytes.set([0x49, 0x49, 42, 0]);
        expect(tiffProblem(bytes.buffer.slice(0))).to.satisfy((found: unknown) => found === null || typeof found === 'string');
      }),
    );
  });
});

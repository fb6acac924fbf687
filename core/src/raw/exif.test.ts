import { expect } from 'chai';
import exifReader from 'exifreader';
import sharp from 'sharp';
import UTIF from 'utif2';
import { withExif, type Taken } from './exif.ts';
import { mosaicOfPicture } from './mosaicOfPicture.ts';
import { writeDng } from './writeDng.ts';

const TAKEN: Taken = {
  shutterS: 1 / 203.187,
  fNumber: 2.8284,
  iso: 6400,
  focalLengthMm: 18.3,
  equivalentMm: 28.2,
  at: '2027-01-14T18:05:09',
  offset: '+01:00',
  compensationStops: -2 / 3,
  body: 'APS-C 24 MP',
  lens: '18–55 mm f/3.5–5.6',
  lensRange: [18, 55, 3.5, 5.6],
  subjectM: 4,
};

/** What an independent reader makes of a file: exifreader. */
const read = (file: Uint8Array) => exifReader.load(Buffer.from(file), { computed: true, expanded: true }).exif!;

function expectAll(exif: ReturnType<typeof read>): void {
  expect(exif.ExposureTime?.computed).to.be.closeTo(1 / 203.187, 1e-6);
  expect(exif.FNumber?.computed).to.be.closeTo(2.8284, 1e-6);
  expect(exif.ISOSpeedRatings?.computed).to.equal(6400);
  expect(exif.FocalLength?.computed).to.be.closeTo(18.3, 1e-6);
  expect(exif.FocalLengthIn35mmFilm?.computed).to.equal(28);
  expect(exif.DateTimeOriginal?.description).to.equal('2027:01:14 18:05:09');
  expect(exif.OffsetTimeOriginal?.description).to.equal('+01:00');
  expect(exif.ExposureBiasValue?.computed).to.be.closeTo(-2 / 3, 1e-3);
  expect(exif.Make?.description).to.equal('hushto');
  expect(exif.Model?.description).to.equal('simulated camera, APS-C 24 MP');
  // EXIF text is ASCII.
  expect(exif.LensModel?.description).to.equal('18-55 mm f/3.5-5.6');
  expect(exif.SubjectDistance?.computed).to.be.closeTo(4, 1e-6);
  // APEX: the time is −log2, the aperture 2·log2.
  expect(exif.ShutterSpeedValue?.value).to.deep.equal([Math.round(1000 * Math.log2(203.187)), 1000]);
  expect(exif.ApertureValue?.value).to.deep.equal([Math.round(1e6 * 2 * Math.log2(2.8284)), 1e6]);
}

describe('files of the simulated camera', () => {
  it('are JPEGs that say everything of how they were taken, to an outside reader, and still show the picture', async () => {
    const plain = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#a63' } }).jpeg().toBuffer();
    const file = withExif(plain, TAKEN, 60, 40);
    expectAll(read(file));
    const [before, after] = await Promise.all([plain, file].map((one) => sharp(one).raw().toBuffer()));
    expect(after!.equals(before!)).to.equal(true);
    const { exif, orientation } = await sharp(file).metadata();
    expect(exif).to.be.instanceOf(Buffer);
    expect(orientation).to.equal(1);
    expect(() => withExif(Uint8Array.from([1, 2, 3]), TAKEN, 60, 40)).to.throw(RangeError);
  });
  it('are DNGs that say the same, of the picture’s own colours under the mosaic', () => {
    // One colour all over: red 166, green 102, blue 51 of 255.
    const pixels = Uint8ClampedArray.from({ length: 4 * 8 * 6 }, (_, i) => [166, 102, 51, 255][i % 4]!);
    const file = writeDng(mosaicOfPicture(pixels, 8, 6, TAKEN), TAKEN);
    expectAll(read(file));
    const picture = UTIF.decode(file.buffer)[0]!;
    UTIF.decodeImage(file.buffer, picture);
    const numbers = new Uint16Array(picture.data.buffer, picture.data.byteOffset, 48);
    // IEC 61966-2-1 by hand: ((166/255 + 0.055)/1.055)^2.4 = 0.3813; 102 gives 0.1329, 51 gives 0.0331.
    const linear = [...numbers].map((value) => (value - 512) / (16_383 - 512));
    expect(linear[0]).to.be.closeTo(0.3813, 2e-4);
    expect(linear[1]).to.be.closeTo(0.1329, 2e-4);
    expect(linear[8]).to.be.closeTo(0.1329, 2e-4);
    expect(linear[9]).to.be.closeTo(0.0331, 2e-4);
    // Directories of a TIFF are in the order of their tags.
    const tags = Object.keys(picture).filter((key) => /^t\d+$/.test(key)).map((key) => Number(key.slice(1)));
    expect(tags).to.deep.equal([...tags].sort((a, b) => a - b));
  });
  it('leave out what is not known', () => {
    const exif = read(writeDng(mosaicOfPicture(new Uint8ClampedArray(16), 2, 2, TAKEN)));
    expect(exif.ExposureTime?.computed).to.be.closeTo(1 / 203.187, 1e-6);
    expect(exif.LensModel).to.equal(undefined);
    expect(exif.DateTimeOriginal).to.equal(undefined);
  });
}); // prettier-ignore

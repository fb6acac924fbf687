import { expect } from 'chai';
import exifReader from 'exifreader';
import UTIF from 'utif2';
import { STARTER_BODIES } from '../../../contract/src/starterShelf.ts';
import { seededRandom } from '../numerics/seededRandom.ts';
import { simulatedRaw } from './simulatedRaw.ts';
import { writeDng } from './writeDng.ts';

const body = STARTER_BODIES[0]!;
const shot = { iso: 800, level: 0.4, shutterS: 1 / 64, fNumber: 5.6, width: 66, height: 42 };
const raw = simulatedRaw(body, shot, seededRandom(3));

describe('a DNG of the simulated camera', () => {
  it('is opened by another reader, number for number, as a raw picture with its black and white levels', () => {
    // utif2, an independent TIFF and DNG reader.
    const file = writeDng(raw);
    const picture = UTIF.decode(file.buffer)[0]!;
    const tag = (number: number): unknown[] => [...(picture[`t${number}`] as number[])];
    UTIF.decodeImage(file.buffer, picture);
    const numbers = new Uint16Array(picture.data.buffer, picture.data.byteOffset, 66 * 42);
    expect([picture.width, picture.height]).to.deep.equal([66, 42]);
    expect([...numbers]).to.deep.equal([...raw.values]);
    expect(tag(262)).to.deep.equal([32_803]);
    expect([...tag(50_714), ...tag(50_717)]).to.deep.equal([raw.blackLevel, raw.whiteLevel]);
    expect(tag(33_422)).to.deep.equal([0, 1, 1, 2]);
  });

  it('says its exposure to a reader of EXIF', () => {
    // exifreader, an independent reader of EXIF.
    const exif = exifReader.load(Buffer.from(writeDng(raw)), { computed: true, expanded: true }).exif!;
    expect(exif.ISOSpeedRatings?.computed).to.equal(800);
    expect(exif.ExposureTime?.computed).to.be.closeTo(1 / 64, 1e-6);
    expect(exif.FNumber?.computed).to.be.closeTo(5.6, 1e-6);
  });

  it('has photons, read noise and rounding, and stays within its range', () => {
    const dark = simulatedRaw(body, { ...shot, level: 0 }, seededRandom(4));
    expect(Math.max(...dark.values)).to.be.below(dark.blackLevel + 30);
    const bright = simulatedRaw(body, { ...shot, level: 1.5 }, seededRandom(5));
    expect(Math.max(...bright.values)).to.equal(bright.whiteLevel);
    expect(() => simulatedRaw(body, { ...shot, iso: 0 }, seededRandom(6))).to.throw(RangeError);
  });
});

import { NewFrameSchema, type NewFrame } from '@hushto/contract';
import { expect } from 'chai';
import fc from 'fast-check';
import { fitted, headerOf, type RawExif } from './frameHeader.ts';

const file = { name: 'one.jpg', bytes: 5_000_000 };
const digest = 'a'.repeat(64);
const read = (raw: RawExif, name = file.name, zone = 0): { frame: NewFrame } | { field: string } =>
  fitted({ ...headerOf(raw, { ...file, name }, () => zone), digest });
const frameOf = (raw: RawExif, name?: string, zone?: number): NewFrame => (read(raw, name, zone) as { frame: NewFrame }).frame;

describe('a frame whose file says odd things', () => {
  it('has no shutter of an APEX value that no shutter has', () => {
    expect(frameOf({ ShutterSpeedValue: 30, ApertureValue: 30 })).to.include({ shutterS: null, fNumber: null });
    expect(frameOf({ ShutterSpeedValue: 8 }).shutterS).to.be.closeTo(1 / 256, 1e-9);
  });

  it('lies upright where its orientation is half a turn of nothing', () => {
    expect(frameOf({ Orientation: 3 / 2 }).orientation).to.equal(1);
    expect(frameOf({ Orientation: 6 }).orientation).to.equal(6);
  });

  it('has no time of the year 0, nor of one that its zone moves out of four digits', () => {
    expect(frameOf({ DateTimeOriginal: '0000:01:01 00:00:00' }).takenAt).to.equal(null);
    expect(frameOf({ DateTimeOriginal: '9999:12:31 23:59:59' }, undefined, -600).takenAt).to.equal(null);
    expect(frameOf({ DateTimeOriginal: '2027:01:14 18:00:00' }).takenAt).to.equal('2027-01-14T18:00:00.000Z');
  });

  it('keeps a name whose emoji stand where it is cut, whole', () => {
    const name = frameOf({}, `${'🌊'.repeat(200)}.jpg`).name;
    expect(name.length).to.be.at.most(255);
    expect(name).to.match(/^(🌊)+\.jpg$/u);
    expect(frameOf({ Model: `${'a'.repeat(119)}🌊` }).camera).to.equal('a'.repeat(119));
    expect(frameOf({ Model: 'half \ud83c of one\0' }).camera).to.equal('half  of one');
  });

  it('is always one the log takes, or names the field that cannot be used', () => {
    const tags = ['ExposureTime', 'ShutterSpeedValue', 'FNumber', 'ApertureValue', 'ISO', 'FocalLength', 'FocalLengthIn35mmFormat', 'Orientation', 'Model', 'LensModel', 'DateTimeOriginal', 'OffsetTimeOriginal', 'SubSecTimeOriginal', 'ExifImageWidth', 'ExifImageHeight']; // prettier-ignore
    const value = fc.oneof(
      fc.double(),
      fc.integer(),
      fc.string({ unit: 'binary', maxLength: 300 }),
      fc.constantFrom<unknown>(null, [], [Number.NaN], '9999:12:31 23:59:59', '0000:00:00 00:00:00', 1e-320, Infinity),
    );
    const raw = fc.dictionary(fc.constantFrom(...tags), value);
    fc.assert(
      fc.property(raw, fc.string({ unit: 'binary', maxLength: 400 }), fc.integer({ min: -900, max: 900 }), (exif, name, zone) => {
        const found = read(exif, name, zone);
        if ('field' in found) expect(found.field).to.equal('name');
        else expect(NewFrameSchema.safeParse(found.frame).success).to.equal(true);
      }),
      { numRuns: 2000 },
    );
  });
});

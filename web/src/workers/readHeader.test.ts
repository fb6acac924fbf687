import { readFileSync } from 'node:fs';
import { expect } from 'chai';
import sharp from 'sharp';
import { digestOf, headOf, readHeader } from './readHeader.ts';

/** EXIF as an outside library writes it (libvips and libexif). */
const IFD2 = {
  ExposureTime: '1/200',
  FNumber: '28/10',
  ISOSpeedRatings: '6400',
  FocalLength: '183/10',
  FocalLengthIn35mmFilm: '28',
  DateTimeOriginal: '2027:01:14 16:20:05',
  OffsetTimeOriginal: '+01:00',
  SubSecTimeOriginal: '25',
  LensModel: '18.3 mm f/2.8',
};
const picture = (exif: object = { IFD0: { Model: 'APS-C 24 MP' }, IFD2 }) =>
  sharp({ create: { width: 90, height: 60, channels: 3, background: { r: 90, g: 80, b: 70 } } }).withExif(exif);

/** A TIFF with whole numbers as its entries, the higher byte first: TIFF 6.0, section 2. */
function bigEndian(entries: readonly (readonly [tag: number, type: number, value: number])[]): Buffer {
  const bytes = Buffer.alloc(8 + 2 + 12 * entries.length + 4);
  bytes.write('MM', 'latin1');
  bytes.writeUInt16BE(42, 2);
  bytes.writeUInt32BE(8, 4);
  bytes.writeUInt16BE(entries.length, 8);
  entries.forEach(([tag, type, value], i) => {
    const at = 10 + 12 * i;
    bytes.writeUInt16BE(tag, at);
    bytes.writeUInt16BE(type, at + 2);
    bytes.writeUInt32BE(1, at + 4);
    bytes.writeUInt16BE(value, at + 8);
  });
  return bytes;
}

/** A computer five hours behind. */
const read = (bytes: Buffer, name = 'a.jpg') => {
  const head = new Uint8Array(bytes).buffer;
  return readHeader(head, { name, bytes: bytes.length }, async () => head, () => -300);
}; // prettier-ignore

describe('what a file says of how it was taken', () => {
  const said = {
    takenAt: '2027-01-14T15:20:05.250Z',
    wallClock: '2027-01-14T16:20:05',
    zoned: true,
    camera: 'APS-C 24 MP',
    lens: '18.3 mm f/2.8',
    shutterS: 1 / 200,
    fNumber: 2.8,
    iso: 6400,
    focalLengthMm: 18.3,
    equivalentMm: 28,
  };

  for (const format of ['jpeg', 'webp', 'png', 'avif'] as const)
    it(`is read from ${format} as an outside library wrote it`, async () => {
      const found = await read(await picture().toFormat(format).toBuffer(), `a.${format}`);
      expect(found).to.have.property('header').that.deep.includes(said);
    });

  it('is read from HEIC as libheif and x265 wrote it', async () => {
    const found = await read(readFileSync(new URL('../../test/fixtures/frame.heic', import.meta.url)), 'a.heic');
    expect(found).to.have.property('header').that.deep.includes(said);
  });

  it('is read from a TIFF, which raws are built like', async () => {
    // The block of EXIF in a JPEG is a TIFF of its own behind six bytes.
    const { exif } = await sharp(await picture().jpeg().toBuffer()).metadata();
    expect(await read(exif!.subarray(6), 'a.tif'))
      .to.have.property('header')
      .that.deep.includes(said);
  });

  it('is read in either order of bytes, and turned as the camera says', async () => {
    const found = await read(bigEndian([[0x0112, 3, 6], [0x8827, 3, 1600]]), 'a.tif');
    expect(found).to.have.property('header').that.deep.includes({ orientation: 6, iso: 1600 });
  }); // prettier-ignore

  it('is read whatever the file is called', async () => {
    expect(await read(await picture().jpeg().toBuffer(), 'a.dng')).to.have.nested.property('header.iso', 6400);
  });

  it('takes the zone of this computer where the camera wrote none, and says so', async () => {
    const { OffsetTimeOriginal: _zone, ...unzoned } = IFD2;
    const found = await read(await picture({ IFD0: {}, IFD2: unzoned }).jpeg().toBuffer());
    expect(found).to.have.property('header').that.deep.includes({ takenAt: '2027-01-14T21:20:05.250Z', zoned: false });
  });

  it('leaves open what is not there: a picture without EXIF has a size and nothing more', async () => {
    const bare = await sharp({ create: { width: 90, height: 60, channels: 3, background: '#888' } })
      .jpeg()
      .toBuffer();
    expect(await read(bare)).to.have.property('header').that.deep.includes({
      takenAt: null, wallClock: null, zoned: false, widthPx: 90, heightPx: 60, orientation: 1, camera: null, shutterS: null, fNumber: null, iso: null,
    }); // prettier-ignore
  });

  it('takes no time that is none, and no text of blanks', async () => {
    const found = await read(await picture({ IFD0: { Model: '   ' }, IFD2: { ...IFD2, DateTimeOriginal: '0000:00:00 00:00:00' } }).jpeg().toBuffer());
    expect(found).to.have.property('header').that.deep.includes({ takenAt: null, wallClock: null, camera: null, iso: 6400 });
  }); // prettier-ignore

  it('is read from a file that is cut off behind its head', async () => {
    const whole = await picture().jpeg().toBuffer();
    expect(await read(whole.subarray(0, whole.length - 200))).to.have.nested.property('header.iso', 6400);
  });

  it('says why it cannot be read', async () => {
    const cut = (await picture().jpeg().toBuffer()).subarray(0, 20);
    for (const [bytes, why] of [
      [Buffer.alloc(0), 'is empty.'],
      [Buffer.from('a shopping list'), 'is no picture whose figures can be read.'],
      [cut, 'is no picture whose figures can be read.'],
      [Buffer.from([0x49, 0x49, 0x2a, 0, 8, 0, 0, 0, 0xff, 0xff]), 'is no picture whose figures can be read.'],
    ] as const)
      expect(await read(bytes)).to.deep.equal({ problem: why });
  });

  it('is looked for as far into a file as it may stand', async () => {
    const jpeg = await picture().jpeg().toBuffer();
    const read = async (...parts: Buffer[]): Promise<number> => (await headOf(new Blob([Buffer.concat(parts)]))).byteLength;
    expect(await read(jpeg), 'a small one, whole').to.equal(jpeg.length);
    expect(await read(jpeg, Buffer.alloc(600_000)), 'a JPEG, whose first segments say it').to.equal(131_072);
    // Segments of other things before the picture, each 60 kB: JPEG, annex B.
    const segment = Buffer.concat([Buffer.from([0xff, 0xef, 0xea, 0x62]), Buffer.alloc(0xea60)]);
    const late = [jpeg.subarray(0, 2), segment, segment, segment, jpeg.subarray(2), Buffer.alloc(600_000)];
    expect(await read(...late), 'a JPEG that says much else first').to.equal(524_288);
    expect(await read(bigEndian([[0x8827, 3, 1600]]), Buffer.alloc(600_000)), 'a TIFF, which may say it anywhere').to.equal(
      524_288,
    );
  });

  it('names a content: another name is the same, another byte at either end or in the middle is not', async () => {
    const bytes = Buffer.alloc(400_000, 7);
    const changed = (at: number): Blob => {
      const copy = Buffer.from(bytes);
      copy[at] = 8;
      return new Blob([copy]);
    };
    const digests = await Promise.all([new Blob([bytes]), new Blob([Buffer.from(bytes)]), changed(0), changed(200_000), changed(399_999), new Blob([bytes.subarray(1)])].map((file) => digestOf(file))); // prettier-ignore
    expect(digests[0]).to.match(/^[0-9a-f]{64}$/);
    expect(digests[1]).to.equal(digests[0]);
    expect(new Set(digests)).to.have.property('size', 5);
    // However much of it was read already.
    for (const read of [100, 65_536, 300_000, 400_000]) {
      const head = new Uint8Array(bytes.subarray(0, read)).buffer;
      expect(await digestOf(new Blob([bytes]), head), `${read} read`).to.equal(digests[0]);
    }
    const short = new Blob(['no more than this']);
    expect(await digestOf(short, await short.arrayBuffer())).to.equal(await digestOf(short));
  });
});

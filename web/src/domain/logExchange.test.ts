import { NewFrameSchema, type StoredTally } from '@hushto/contract';
import { expect } from 'chai';
import exifReader from 'exifreader';
import sharp from 'sharp';
import { exampleBrief } from '../../../core/test/briefs.ts';
import { framesOfCsv, framesOfTally, guessMapping, readCsv, sidecarName, sidecarOf } from './logExchange.ts';

const hourAhead = (): number => 60;
const digest = 'a'.repeat(64);

describe('what goes into the log without a picture, and out of it beside one', () => {
  it('takes a table in by its heads, whatever they are called, and says which lines it cannot', () => {
    const table = readCsv('\uFEFFFile name;Date;Shutter speed;F-number;ISO;Focal length;Kept\r\na.jpg;2027-01-14 16:20:05;1/125 s;f/2,8;ISO 6 400;35 mm;Keeper\r\nb.jpg;2027:01:14 16:21;0.5;;;;hands\r\nc.jpg;yesterday;1/60;;;;\r\nd.jpg;2027-02-30 10:00;1/60;;;;\r\ne.jpg;2027-01-14 16:20;;;;;\r\n')!;
    const { frames, bad } = framesOfCsv(table, guessMapping(table.heads), hourAhead);
    expect(frames.map(({ frame }) => frame)).to.have.length(2);
    expect(frames[0]!.frame).to.deep.include({ name: 'a.jpg', takenAt: '2027-01-14T15:20:05.000Z', wallClock: '2027-01-14T16:20:05', zoned: false, shutterS: 1 / 125, fNumber: 2.8, iso: 6400, focalLengthMm: 35, verdict: 'keeper' });
    expect(frames[1]!.frame).to.deep.include({ shutterS: 0.5, fNumber: null, verdict: 'hands' });
    expect(bad.map(({ line }) => line)).to.deep.equal([4, 5, 6]);
    expect(bad[0]!.why).to.match(/no time that can be read/);
    expect(bad[2]!.why).to.match(/no shutter speed/);
    // What is taken in is what the server takes.
    for (const { frame } of frames) expect(NewFrameSchema.safeParse({ ...frame, digest }).success).to.equal(true);
  }); // prettier-ignore

  it('knows a line again by what it says, and has none of an empty table', () => {
    const text = 'time,shutter\n2027-01-14 16:20,1/60\n2027-01-14 16:21,1/60\n';
    const keys = (): string[] =>
      framesOfCsv(readCsv(text)!, guessMapping(['time', 'shutter']), hourAhead).frames.map(({ key }) => key);
    expect(keys()).to.deep.equal(keys());
    expect(new Set(keys()).size).to.equal(2);
    expect(readCsv('time,shutter\n')).to.equal(null);
    expect(readCsv('')).to.equal(null);
  });

  it('takes in what Pocket counted, with the kit of its brief; soft does not say what it was lost to', () => {
    const shot = { at: '2027-01-14T15:20:05Z', shutterS: 1 / 64, fNumber: 2.8, iso: 3200, ev100: 4, distanceM: 4 };
    const document = { title: 'Market', day: '2027-01-14', briefId: 'b', runSheetId: null, brief: exampleBrief(), frames: (['sharp', 'soft', 'noisy', 'missed'] as const).map((verdict, i) => ({ id: `${i}`, verdict, ...shot })) };
    const frames = framesOfTally({ id: 't', revision: 1, createdAt: '', updatedAt: '', document } satisfies StoredTally, hourAhead);
    expect(frames.map(({ frame }) => frame.verdict)).to.deep.equal(['keeper', 'other', 'grain', 'other']);
    expect(frames[0]!.frame).to.deep.include({ wallClock: '2027-01-14T16:20:05', focalLengthMm: 18.3, equivalentMm: 28, briefId: 'b', name: 'Market, 1' });
    for (const { frame } of frames) expect(NewFrameSchema.safeParse({ ...frame, digest }).success).to.equal(true);
  }); // prettier-ignore

  it('writes sidecars that another reader reads, whatever the brief is called', async () => {
    const title = 'Steps & <carts> "at night"';
    const xmp = sidecarOf({ verdict: 'keeper', take: null }, title);
    // libvips puts the packet into a picture, exifreader takes it out: neither is ours.
    const picture = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#888' } }).withXmp(xmp).jpeg().toBuffer(); // prettier-ignore
    const { xmp: read } = exifReader.load(picture, { expanded: true });
    expect(read?.['Rating']?.value).to.equal('4');
    expect((read!['subject']!.value as { value: string }[]).map(({ value }) => value)).to.deep.equal(['Keeper', title]);
    expect(sidecarName('evening/a.b.jpg')).to.equal('evening/a.b.xmp');
    expect(sidecarOf({ verdict: null, take: null }, null)).to.include('xmp:Rating="0"');
  });
});

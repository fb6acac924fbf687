import { NewFrameSchema, type StoredTally } from '@hushto/contract';
import { expect } from 'chai';
import fc from 'fast-check';
import exifReader from 'exifreader';
import sharp from 'sharp';
import { exampleBrief } from '../../../core/test/briefs.ts';
import { framesOfCsv, framesOfTally, guessMapping, readCsv, sidecarNames, sidecarOf } from './logExchange.ts';

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

  it('gives each sidecar a safe name of its own: raw beside JPEG, two folders, names that lead elsewhere', () => {
    const frame = (name: string, wallClock: string | null = '2027-01-14T18:00:00') => ({ name, wallClock });
    expect(sidecarNames([frame('a.b.jpg'), frame('c.jpg'), frame('c.dng')])).to.deep.equal(['a.b.xmp', 'c.jpg.xmp', 'c.dng.xmp']);
    expect(sidecarNames([frame('1.jpg'), frame('1.jpg', '2027-01-15T18:00:00'), frame('1.jpg', null)])).to.deep.equal(['2027-01-14/1.jpg.xmp', '2027-01-15/1.jpg.xmp', 'undated/1.jpg.xmp']); // prettier-ignore
    expect(sidecarNames([frame('../../etc/passwd.jpg'), frame('C:\\x\n.jpg'), frame('...')])).to.deep.equal(['__.._etc_passwd.xmp', 'C_x_.xmp', '_.xmp']); // prettier-ignore
    const name = fc.oneof(fc.string({ unit: 'binary' }), fc.constantFrom('1.jpg', '1.JPG', '1.dng', '../1.jpg', '1'));
    fc.assert(
      fc.property(fc.array(name, { maxLength: 30 }), (list) => {
        const names = sidecarNames(list.map((one) => frame(one)));
        expect(new Set(names.map((one) => one.toLowerCase())).size).to.equal(list.length);
        for (const one of names)
          expect(one)
            .to.match(/^(2027-01-14\/)?[^/\\\0\n]+\.xmp$/)
            .and.not.match(/(^|\/)\.\.?\//);
      }),
    );
  });

  it('writes sidecars that another reader reads, whatever the brief is called', async () => {
    const title = 'Steps & <carts> "at night"';
    const xmp = sidecarOf({ verdict: 'keeper', take: null }, title);
    // libvips puts the packet into a picture, exifreader takes it out: neither is ours.
    const picture = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#888' } }).withXmp(xmp).jpeg().toBuffer(); // prettier-ignore
    const { xmp: read } = exifReader.load(picture, { expanded: true });
    expect(read?.['Rating']?.value).to.equal('4');
    expect((read!['subject']!.value as { value: string }[]).map(({ value }) => value)).to.deep.equal(['Keeper', title]);
    const harmful = sidecarOf({ verdict: 'keeper', take: null }, 'Steps\u0000\u0001\ud800 & \u000b<lamps>');
    expect(harmful).to.include('<rdf:li>Steps &amp; &lt;lamps&gt;</rdf:li>');
    expect(sidecarOf({ verdict: null, take: null }, null)).to.include('xmp:Rating="0"');
  });
});

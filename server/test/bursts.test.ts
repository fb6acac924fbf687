import type { LogFrame, LogPage, NewFrame } from '@hushto/contract';
import { burstsAmong } from '@hushto/core';
import { expect } from 'chai';
import fc from 'fast-check';
import { createHash, randomUUID } from 'node:crypto';
import { testServer, type TestServer } from './helpers.ts';

const BEGUN = Date.parse('2027-01-14T18:00:00Z');

/** A frame so many seconds into an evening, at one of two settings, with one of two pictures or none. */
interface Shot {
  seconds: number;
  slow: boolean;
  picture: 'a' | 'b' | null;
}

/** As much of a picture as is looked at (RIFF container, WebP). */
const WEBP = Buffer.concat([Buffer.from('RIFF'), Buffer.from([24, 0, 0, 0]), Buffer.from('WEBP'), Buffer.alloc(20)]);
const LIKENESS = { a: 'f'.repeat(64), b: '0'.repeat(64) };

function frameOf(name: string, { seconds, slow }: Shot): NewFrame {
  const takenAt = new Date(BEGUN + 1000 * seconds).toISOString();
  return { digest: createHash('sha256').update(randomUUID()).digest('hex'), name, bytes: 1, takenAt, wallClock: takenAt.slice(0, 19), zoned: true, widthPx: 6, heightPx: 4, orientation: 1, camera: null, lens: null, shutterS: slow ? 1 / 30 : 1 / 125, fNumber: 2, iso: 800, focalLengthMm: 35, equivalentMm: 35 }; // prettier-ignore
}

describe('bursts', () => {
  let server: TestServer;
  beforeEach(async () => void (server = await testServer()));
  afterEach(() => server.close());

  const add = async (shots: readonly Shot[], from = 0): Promise<void> => {
    const frames = shots.map((shot, i) => frameOf(`${String(from + i).padStart(4, '0')}.jpg`, shot));
    const { body } = await server.send('POST', '/api/log/frames', { frames });
    for (const [i, { picture }] of shots.entries())
      if (picture !== null) {
        const url = `/api/log/frames/${body.frames[i].id}/preview?likeness=${LIKENESS[picture]}`;
        const headers = { host: '127.0.0.1', 'content-type': 'image/webp' };
        const { statusCode } = await server.app.inject({ method: 'PUT', url, headers, payload: WEBP });
        expect(statusCode).to.equal(204);
      }
  };
  const all = async (): Promise<LogFrame[]> => {
    const { frames } = (await server.send('GET', '/api/log/frames?limit=500')).body as LogPage;
    return frames.sort((a, b) => Date.parse(a.takenAt!) - Date.parse(b.takenAt!) || (a.name < b.name ? -1 : 1));
  };
  /** Names of the frames of each burst. */
  const grouped = (frames: readonly LogFrame[]): string[][] => {
    const bursts = new Map<string, string[]>();
    for (const { burstId, name } of frames) if (burstId !== null) bursts.set(burstId, [...(bursts.get(burstId) ?? []), name]);
    return [...bursts.values()];
  };

  it('are those of the whole evening, in whatever order and in however many parts it comes', async () => {
    const shot = fc.record({ seconds: fc.oneof(fc.nat({ max: 40 }), fc.nat({ max: 4000 })), slow: fc.boolean(), picture: fc.constantFrom('a' as const, 'b' as const, null, null) }); // prettier-ignore
    await fc.assert(
      fc.asyncProperty(fc.array(fc.array(shot, { minLength: 1, maxLength: 12 }), { minLength: 1, maxLength: 4 }), async (parts) => {
        await server.close();
        server = await testServer();
        let from = 0;
        for (const part of parts) {
          await add(part, from);
          from += part.length;
        }
        const shots = parts.flat();
        const frames = await all();
        // Core's own word on all frames together, in the order of time.
        const whole = burstsAmong(
          frames.map(({ name, takenAt }) => {
            const { slow, picture } = shots[Number(name.slice(0, 4))]!;
            return { name, atMs: Date.parse(takenAt!), shutterS: slow ? 1 / 30 : 1 / 125, focalLengthMm: 35, likeness: picture && LIKENESS[picture] };
          }),
        ).map((run) => run.map(({ name }) => name));
        expect(grouped(frames)).to.deep.equal(whole);
      }),
      { numRuns: 25 },
    ); // prettier-ignore
  });

  it('keep their ids where nothing came near, and are two where their middle was deleted and something comes', async () => {
    const at = (seconds: number): Shot => ({ seconds, slow: false, picture: null });
    await add([at(0), at(1), at(2), at(3), at(4), at(600), at(601)]);
    const before = await all();
    const [evening, late] = [before[0]!.burstId, before[5]!.burstId];
    expect(grouped(before).map(({ length }) => length)).to.deep.equal([5, 2]);
    await server.send('POST', '/api/log/frames/delete', { ids: [before[2]!.id] });
    await add([at(5)], 7);
    const after = await all();
    expect(grouped(after)).to.deep.equal([['0000.jpg', '0001.jpg'], ['0003.jpg', '0004.jpg', '0007.jpg'], ['0005.jpg', '0006.jpg']]); // prettier-ignore
    expect(after.at(-1)!.burstId).to.equal(late);
    expect(after[0]!.burstId).not.to.equal(evening);
  });
});

import type { LogFrame, Tallied } from '@hushto/contract';
import { expect } from 'chai';
import type { LaidCount } from '../domain/countsOnFrames.ts';
import { judgeAsCounted } from './counted.ts';

const count: Tallied = { id: 'c', at: '2027-01-14T17:00:08.412Z', verdict: 'sharp', shutterS: 1 / 60, fNumber: 2, iso: 3200, ev100: 4, distanceM: 4 }; // prettier-ignore
const frame = (id: string): LogFrame => ({ id, verdict: null, briefId: null }) as LogFrame;
const laid: LaidCount[] = [{ count, frame: frame('f1'), verdict: 'keeper', before: frame('f0') }];

/** What is sent, as far as it is looked at. */
interface Sent {
  verdicts?: { id: string; verdict: string | null }[];
}

describe('judging frames as they were counted', () => {
  const { fetch } = globalThis;
  let asked: [path: string, body: Sent | null][];
  let failsAt = '';
  beforeEach(() => {
    asked = [];
    failsAt = '';
    globalThis.fetch = (async (url: string, { body }: { body?: string }) => {
      const sent = body === undefined ? null : (JSON.parse(body) as Sent);
      asked.push([url, sent]);
      if (url === failsAt) return new Response(JSON.stringify({ error: { code: 'DISK_FULL', message: 'The disk is full.', issues: [] } }), { status: 507 });
      if (url === '/api/log/verdicts') return new Response(JSON.stringify({ verdicts: sent!.verdicts!.map(({ id }) => ({ id, verdict: null })) }));
      return new Response(null, { status: 204 });
    }) as typeof globalThis.fetch; // prettier-ignore
  });
  afterEach(() => void (globalThis.fetch = fetch));

  it('puts everything back where one part of it fails, and says why', async () => {
    failsAt = '/api/log/frames/delete';
    const why = await judgeAsCounted(laid, null).then(() => '', String);
    expect(why).to.include('The disk is full.');
    expect(asked.map(([path, body]) => [path, body?.verdicts?.[0]?.verdict])).to.deep.equal([
      ['/api/log/verdicts', 'keeper'],
      ['/api/log/frames/delete', undefined],
      ['/api/log/verdicts', null],
    ]);
  });

  it('names no brief that is gone, and takes all of it back, the last first', async () => {
    const undo = await judgeAsCounted(laid, 'a brief that was deleted');
    await undo();
    expect(asked.map(([path]) => path)).to.deep.equal(['/api/log/verdicts', '/api/log/frames/delete', '/api/log/frames/restore', '/api/log/verdicts']); // prettier-ignore
  });
});

import type { LogFrame } from '@hushto/contract';
import type { Verdict } from '@hushto/core';
import { expect } from 'chai';
import { filterLog, frameAt, judgeFrames, loadLog, meant, needFrames, useLog } from './log.ts';

const TOTAL = 250;
const frameNo = (n: number, verdict: Verdict | null = null): LogFrame => ({
  id: `f${n}`, name: `${n}.jpg`, takenAt: null, wallClock: null, outingId: 'o', burstId: null, widthPx: null, heightPx: null, camera: null, lens: null,
  focalLengthMm: null, shutterS: null, fNumber: null, iso: null, equivalentMm: null, ev100: null, hold: null, smear: null, snr: null, distanceM: null,
  heldChance: null, briefId: null, take: null, verdict, preview: false, sharpness: null, cause: null, seed: null,
}); // prettier-ignore

/** A server of 250 frames, whose answers may be held back or fail. */
class FakeServer {
  asked: string[] = [];
  verdicts = new Map<string, Verdict | null>();
  held: (() => void)[] | null = null;
  fails = false;

  readonly fetch = async (url: string, init: { body?: string }): Promise<Response> => {
    this.asked.push(url);
    if (this.held) await new Promise<void>((go) => this.held!.push(go));
    if (this.fails) return this.#json({ error: { code: 'DISK_FULL', message: 'The disk is full.', issues: [] } }, 507);
    const { pathname, searchParams } = new URL(url, 'http://log');
    if (pathname === '/api/log') return this.#json({ outings: [], gear: [], frames: TOTAL, undrawn: 0 });
    if (pathname === '/api/log/verdicts') {
      const { verdicts } = JSON.parse(init.body!) as { verdicts: { id: string; verdict: Verdict | null }[] };
      const before = verdicts.map(({ id }) => ({ id, verdict: this.verdicts.get(id) ?? null }));
      for (const { id, verdict } of verdicts) this.verdicts.set(id, verdict);
      return this.#json({ verdicts: before });
    }
    const [offset, limit] = [Number(searchParams.get('offset')), Number(searchParams.get('limit'))];
    const total = searchParams.has('brief') ? 3 : TOTAL;
    const frames = Array.from({ length: Math.max(0, Math.min(limit, total - offset)) }, (_, i) => frameNo(offset + i, this.verdicts.get(`f${offset + i}`) ?? null));
    return this.#json({ total, frames });
  }; // prettier-ignore

  release(): void {
    const held = this.held ?? [];
    this.held = null;
    for (const go of held) go();
  }

  readonly #json = (body: unknown, status = 200): Response => new Response(JSON.stringify(body), { status });
}

/** Lets everything that is ready go on. */
const settled = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 5));

describe('the log as it is looked at', () => {
  const { fetch } = globalThis;
  let server: FakeServer;
  beforeEach(async () => {
    server = new FakeServer();
    globalThis.fetch = server.fetch as typeof globalThis.fetch;
    await filterLog({});
    await loadLog();
    server.asked = [];
  });
  after(() => void (globalThis.fetch = fetch));
  const verdictAt = (n: number): Verdict | null | undefined => frameAt(useLog.getState(), n)?.verdict;

  it('asks for what is in view, each page once, and holds it', async () => {
    needFrames(90, 130);
    needFrames(95, 140);
    await settled();
    expect(server.asked.filter((url) => url.includes('offset=100'))).to.have.length(1);
    expect(frameAt(useLog.getState(), 130)?.name).to.equal('130.jpg');
    needFrames(90, 130);
    await settled();
    expect(server.asked).to.have.length(1);
    expect(frameAt(useLog.getState(), 240)).to.equal(undefined);
  });

  it('leaves the answer to an older filter alone', async () => {
    server.held = [];
    needFrames(200, 210);
    const narrowed = filterLog({ brief: 'b' });
    server.release();
    await narrowed;
    await settled();
    expect(useLog.getState().total).to.equal(3);
    expect(frameAt(useLog.getState(), 205)).to.equal(undefined);
  });

  it('shows a verdict at once, and takes it back as it was', async () => {
    server.verdicts.set('f1', 'grain');
    await loadLog();
    server.held = [];
    const judged = judgeFrames(['f0', 'f1'], 'keeper');
    expect([verdictAt(0), verdictAt(1), verdictAt(2)]).to.deep.equal(['keeper', 'keeper', null]);
    server.release();
    const undo = await judged;
    await undo();
    expect([verdictAt(0), verdictAt(1)]).to.deep.equal([null, 'grain']);
    expect([server.verdicts.get('f0'), server.verdicts.get('f1')]).to.deep.equal([null, 'grain']);
  });

  it('puts right what the server did not take, and says why', async () => {
    server.fails = true;
    let why = '';
    const judged = judgeFrames(['f0'], 'keeper').catch((error: unknown) => void (why = String(error)));
    expect(verdictAt(0)).to.equal('keeper');
    await settled();
    server.fails = false;
    await judged;
    await loadLog();
    expect(why).to.include('The disk is full.');
    expect(verdictAt(0)).to.equal(null);
  });

  it('means the chosen frames, else the one under the cursor, else none', async () => {
    useLog.setState({ at: 7, chosen: new Set() });
    expect(meant(useLog.getState())).to.deep.equal(['f7']);
    useLog.setState({ chosen: new Set(['f3', 'f4']) });
    expect(meant(useLog.getState())).to.deep.equal(['f3', 'f4']);
    await filterLog({ brief: 'b' });
    expect(useLog.getState()).to.deep.include({ at: 0, chosen: new Set() });
  });

  it('says that it cannot be read, and reads again', async () => {
    server.fails = true;
    await loadLog();
    expect(useLog.getState().failed).to.equal('The disk is full.');
    server.fails = false;
    await loadLog();
    expect(useLog.getState().failed).to.equal(null);
  });
});

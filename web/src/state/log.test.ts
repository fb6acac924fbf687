import type { LogFrame } from '@hushto/contract';
import type { Verdict } from '@hushto/core';
import type { QueryClient } from '@tanstack/react-query';
import { expect } from 'chai';
import { aPage } from '../../test/aPage.ts';
import type * as Log from './log.ts';
import type * as Asking from './logQueries.ts';

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
  /** Questions that get lost on their way. */
  lost = 0;

  /** What it says is as it was when it was asked, however late that comes. */
  readonly fetch = async (url: string, init: { body?: string }): Promise<Response> => {
    this.asked.push(url);
    const answer = this.#answer(url, init);
    if (this.held) await new Promise<void>((go) => this.held!.push(go));
    return answer();
  };

  #answer(url: string, init: { body?: string }): () => Response {
    if (this.lost > 0 && url === '/api/log') {
      this.lost -= 1;
      return () => {
        throw new TypeError('fetch failed');
      };
    }
    const json = (body: unknown, status = 200) => () => new Response(JSON.stringify(body), { status });
    if (this.fails) return json({ error: { code: 'DISK_FULL', message: 'The disk is full.', issues: [] } }, 507);
    const { pathname, searchParams } = new URL(url, 'http://log');
    if (pathname === '/api/log') return json({ outings: [], gear: [], frames: TOTAL, undrawn: 0 });
    if (pathname === '/api/log/verdicts') {
      const { verdicts } = JSON.parse(init.body!) as { verdicts: { id: string; verdict: Verdict | null }[] };
      const before = verdicts.map(({ id }) => ({ id, verdict: this.verdicts.get(id) ?? null }));
      for (const { id, verdict } of verdicts) this.verdicts.set(id, verdict);
      return json({ verdicts: before });
    }
    const [offset, limit] = [Number(searchParams.get('offset')), Number(searchParams.get('limit'))];
    const total = searchParams.has('brief') ? 3 : TOTAL;
    const frames = Array.from({ length: Math.max(0, Math.min(limit, total - offset)) }, (_, i) => frameNo(offset + i, this.verdicts.get(`f${offset + i}`) ?? null));
    return json({ total, frames });
  } // prettier-ignore

  release(): void {
    const held = this.held ?? [];
    this.held = null;
    for (const go of held) go();
  }
}

describe('the log as it is looked at', () => {
  const { library } = aPage();
  const { fetch } = globalThis;
  let server: FakeServer;
  let log: typeof Log;
  let asking: typeof Asking;
  let queries: QueryClient;
  before(async () => {
    // What draws is read when there is a page.
    [log, asking, { queries }] = await Promise.all([import('./log.ts'), import('./logQueries.ts'), import('./queries.ts')]);
  });
  beforeEach(() => {
    server = new FakeServer();
    globalThis.fetch = server.fetch as typeof globalThis.fetch;
    queries.clear();
    log.filterLog({});
  });
  after(() => {
    globalThis.fetch = fetch;
    queries.clear();
  });

  /** Looks at the frames of a filter from one place to another, as the grid does. */
  async function look(first: number, last: number) {
    const view = library().renderHook(
      (at: { first: number; last: number }) => {
        const filter = log.useLog(({ filter: now }) => now);
        return { total: asking.useTotal(filter), shelf: asking.useShelf(), ...asking.useFrames(filter, at.first, at.last) };
      },
      { initialProps: { first, last } },
    );
    await library().waitFor(() => expect(view.result.current.shelf.isFetching || queries.isFetching() > 0).to.equal(false));
    return view;
  }
  const verdictAt = (n: number): Verdict | null | undefined => log.frameAt(n)?.verdict;
  const quiet = () => library().waitFor(() => expect(queries.isFetching()).to.equal(0));

  it('asks for what is in view, each page once, and holds it', async () => {
    const view = await look(90, 130);
    expect(server.asked.filter((url) => url.includes('offset=100'))).to.have.length(1);
    expect(view.result.current.frames.map((frame) => frame?.name)).to.deep.equal(
      Array.from({ length: 41 }, (_, i) => `${90 + i}.jpg`),
    );
    expect(view.result.current.total).to.equal(TOTAL);
    view.rerender({ first: 95, last: 140 });
    await quiet();
    expect(server.asked.filter((url) => url.includes('offset='))).to.have.length(2);
    expect(view.result.current.frames[0]?.name).to.equal('95.jpg');
    expect(log.frameAt(240)).to.equal(undefined);
  });

  it('leaves the answer to an older filter alone', async () => {
    const view = await look(0, 10);
    server.held = [];
    view.rerender({ first: 200, last: 210 });
    library().act(() => log.filterLog({ brief: 'b' }));
    expect(view.result.current.total).to.equal(null);
    server.release();
    await library().waitFor(() => expect(view.result.current.total).to.equal(3));
    await quiet();
    expect(view.result.current.frames.every((frame) => frame === undefined)).to.equal(true);
  });

  it('shows a verdict at once, and takes it back as it was', async () => {
    server.verdicts.set('f1', 'grain');
    const view = await look(0, 10);
    server.held = [];
    const judged = log.judgeFrames(['f0', 'f1'], 'keeper');
    expect([verdictAt(0), verdictAt(1), verdictAt(2)]).to.deep.equal(['keeper', 'keeper', null]);
    await library().waitFor(() => expect(view.result.current.frames[1]?.verdict).to.equal('keeper'));
    server.release();
    await (
      await judged
    )();
    expect([verdictAt(0), verdictAt(1)]).to.deep.equal([null, 'grain']);
    expect([server.verdicts.get('f0'), server.verdicts.get('f1')]).to.deep.equal([null, 'grain']);
    await quiet();
  });

  it('shows a verdict in the end that an older answer has overtaken', async () => {
    await look(0, 10);
    server.held = [];
    // Asked before it was judged, answered as it was then.
    const again = asking.askLogAgain();
    const older = server.held;
    server.held = null;
    await log.judgeFrames(['f0'], 'focus');
    for (const go of older) go();
    await again;
    await quiet();
    expect(verdictAt(0)).to.equal('focus');
  });

  it('puts right what the server did not take, and says why', async () => {
    await look(0, 10);
    server.fails = true;
    let why = '';
    const judged = log.judgeFrames(['f0'], 'keeper').catch((error: unknown) => void (why = String(error)));
    expect(verdictAt(0)).to.equal('keeper');
    await judged;
    server.fails = false;
    await asking.askLogAgain();
    expect(why).to.include('The disk is full.');
    expect(verdictAt(0)).to.equal(null);
  });

  it('means the chosen frames, else the one under the cursor, else none', async () => {
    await look(0, 10);
    log.useLog.setState({ at: 7, chosen: new Set() });
    expect(log.meant()).to.deep.equal(['f7']);
    log.useLog.setState({ chosen: new Set(['f3', 'f4']) });
    expect(log.meant()).to.deep.equal(['f3', 'f4']);
    expect(log.framesMeant().map(({ id }) => id)).to.deep.equal(['f3', 'f4']);
    library().act(() => log.filterLog({ brief: 'b' }));
    expect(log.useLog.getState()).to.deep.include({ at: 0, chosen: new Set() });
    await quiet();
  });

  it('says that it cannot be read, and reads again; a question that was lost on its way is asked once more by itself', async () => {
    server.fails = true;
    const view = await look(0, 10);
    expect(view.result.current.shelf.error?.message).to.equal('The disk is full.');
    expect(view.result.current.failed?.error?.message).to.equal('The disk is full.');
    expect(server.asked.filter((url) => url === '/api/log')).to.have.length(1);
    server.fails = false;
    await asking.askLogAgain();
    await library().waitFor(() => expect(view.result.current.shelf.data?.frames).to.equal(TOTAL));
    expect(view.result.current.failed).to.equal(null);
    server.lost = 1;
    await asking.askLogAgain();
    expect(view.result.current.shelf.error).to.equal(null);
    expect(server.lost).to.equal(0);
  });
});

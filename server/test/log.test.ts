import type { NewFrame } from '@hushto/contract';
import { VERDICTS } from '@hushto/core';
import { expect } from 'chai';
import fc from 'fast-check';
import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { exampleBrief } from '../../core/test/briefs.ts';
import { testServer, type TestServer } from './helpers.ts';

const START = Date.UTC(2027, 0, 14, 15, 0);
const MINUTE = 60_000;

/** A frame taken so many minutes into the evening, by a clock one hour ahead of UTC. */
function frame(name: string, minutes: number, more: Partial<NewFrame> = {}): NewFrame {
  const at = START + minutes * MINUTE;
  return {
    digest: createHash('sha256').update(name).digest('hex'),
    name: `${name}.jpg`,
    bytes: 5_000_000,
    takenAt: new Date(at).toISOString(),
    wallClock: new Date(at + 60 * MINUTE).toISOString().slice(0, 19),
    zoned: true,
    widthPx: 6000,
    heightPx: 4000,
    orientation: 1,
    camera: 'A body of mine',
    lens: '28 mm f/2.8',
    shutterS: 1 / 203.187,
    fNumber: 2.8284,
    iso: 6400,
    focalLengthMm: 18.3,
    equivalentMm: 28,
    ...more,
  };
}

const FINDING = {
  shares: { sharp: 0.05, hands: 0.8, subject: 0.1, focus: 0.03, grain: 0.02 },
  cause: 'hands',
  smear: { px: 6.5, directionDeg: 52, x: 0.5, y: 0.4 },
  sharpest: { x: 0.25, y: 0.75 },
  widthPx: 2048,
  places: [{ x: 0.1, y: 0.2, blurPx: 1.2, smearPx: 6, directionDeg: 50 }],
};

describe('the log', () => {
  let server: TestServer;
  beforeEach(async () => (server = await testServer()));
  afterEach(() => server.close());
  const add = (...frames: NewFrame[]) => server.send('POST', '/api/log/frames', { frames });
  const page = async (query = '') => (await server.send('GET', `/api/log/frames${query}`)).body;
  const names = async (query = ''): Promise<string[]> => (await page(query)).frames.map(({ name }: any) => name);
  const judge = (verdicts: { id: string; verdict: string | null }[]) => server.send('POST', '/api/log/verdicts', { verdicts });

  it('takes a frame in once, however often it is sent, and says which were there', async () => {
    const first = await add(frame('one', 0), frame('two', 1));
    const again = await add(frame('two', 1), frame('three', 2));
    expect(first.body.frames.map(({ known }: any) => known)).to.deep.equal([false, false]);
    expect(again.body.frames.map(({ known }: any) => known)).to.deep.equal([true, false]);
    expect(again.body.frames[0].id).to.equal(first.body.frames[1].id);
    expect(await names()).to.deep.equal(['three.jpg', 'two.jpg', 'one.jpg']);
    const twice = await add(frame('four', 3), frame('four', 3));
    expect(twice.body.frames.map(({ known }: any) => known)).to.deep.equal([false, true]);
    expect(twice.body.frames[0].id).to.equal(twice.body.frames[1].id);
  });

  it('takes all that are sent together or none of them', async () => {
    const { status, body } = await add(frame('good', 0), { ...frame('bad', 1), orientation: 9 });
    expect(status).to.equal(400);
    expect(body.error.issues[0].path).to.equal('frames.1.orientation');
    expect((await page()).total).to.equal(0);
  });

  it('begins another outing after four hours without a frame, and joins what comes late to its own', async () => {
    await add(frame('evening', 0), frame('night', 239), frame('next day', 239 + 241));
    await add(frame('late', 100), frame('undated', 0, { takenAt: null, wallClock: null }));
    const { outings, frames } = (await server.send('GET', '/api/log')).body;
    expect(frames).to.equal(5);
    expect(outings.map(({ frames: n }: any) => n)).to.deep.equal([1, 3, 1]);
    expect(outings[2].startedAt).to.equal(null);
    expect(await names(`?outing=${outings[1].id}`)).to.deep.equal(['night.jpg', 'late.jpg', 'evening.jpg']);
  });

  it('finds the brief a frame was taken for by the clock of the run sheet, and which of its takes', async () => {
    const brief = (await server.send('POST', '/api/briefs', exampleBrief())).body.id;
    const sheet = { title: 'Lantern evening', day: '2027-01-14', startsAt: '15:50', timeZone: 'Etc/GMT-1', placeId: null, segments: [{ id: 'a', title: '', briefId: brief, minutes: 30, light: { from: 'brief' }, pressesPerMinute: 1, burst: null }], carried: { bits: 14, compression: 'lossless', cardGb: 64, cards: 1, ratedShots: 400, batteries: 1, temperatureC: 20, bufferFrames: 40, writeMBs: 150, cullS: 2 }, checks: { before: [], arrival: [], afterwards: [] } };
    const made = await server.send('POST', '/api/run-sheets', sheet);
    expect(made.status, JSON.stringify(made.body)).to.equal(201);
    // 16:00 by the clock there is in the stretch from 15:50 to 16:20; 16:20 is past it.
    await add(frame('in it', 0), frame('after it', 20), frame('streak', 1, { shutterS: 1 / 5, iso: 160, fNumber: 2.8284 }));
    const { frames } = await page();
    expect(frames.map((one: any) => [one.name, one.briefId, one.take])).to.deep.equal([
      ['after it.jpg', null, null],
      ['streak.jpg', brief, 'streak'],
      ['in it.jpg', brief, null],
    ]);
    expect(frames[2].distanceM).to.equal(4);
    // 1.4 m/s across at 4 m, 18.3 mm, 1/256 s smear 25.13 µm; a tolerance is the height by 683.
    expect(frames[2].smear).to.be.closeTo((25.13 * (1.6 / 1.4) * (256 / 203.187)) / (15_600 / 683), 0.002);
    expect((await server.send('GET', '/api/log')).body.outings[0]).to.include({ title: 'Lantern evening', runSheetId: made.body.id });
    expect(await names('?take=plan')).to.deep.equal(['in it.jpg']);
    const { taken } = (await server.send('GET', '/api/log/says')).body;
    expect(taken).to.have.length(1);
    // f/2.8 and 1/203 s at ISO 6400: log2(8·203.187) − 6, to the third of a stop the shutter is counted in.
    expect(taken[0]).to.include({ briefId: brief, frames: 1, evSpread: 0 });
    expect(taken[0].ev100).to.be.closeTo(Math.log2(8 * 203.187) - 6, 1e-3);
    expect(Math.log2(taken[0].shutterS * 203.187)).to.be.closeTo(0, 1 / 6);
    const before = await server.send('POST', '/api/log/frames/brief', { ids: [frames[2].id], briefId: null });
    expect(before.body).to.deep.equal([{ id: frames[2].id, briefId: brief }]);
    expect((await page()).frames[2]).to.include({ briefId: null, smear: null, distanceM: null });
  }); // prettier-ignore

  it('makes drafts of a body and a lens it does not know, once, and finds those it does by their names', async () => {
    await add(frame('one', 0, { lens: '24-70mm F4' }), frame('two', 1, { camera: 'Full frame 24 MP', lens: '85 mm f/1.8' }));
    await add(frame('three', 2, { lens: '24-70mm F4' }));
    const bodies = (await server.send('GET', '/api/bodies')).body;
    const drafts = bodies.filter(({ document }: any) => document.label === 'A body of mine');
    expect(drafts).to.have.length(1);
    // 28/18.3 is a crop of 1.53: APS-C; 6000 × 4000 pixels.
    expect(drafts[0].document).to.include({ widthMm: 23.5, megapixels: 24 });
    expect(drafts[0].document.guessed).to.include('widthMm');
    const lenses = (await server.send('GET', '/api/lenses')).body;
    const zoom = lenses.filter(({ document }: any) => document.label === '24-70mm F4');
    expect(zoom).to.have.length(1);
    expect(zoom[0].document).to.include({ focalFromMm: 24, focalToMm: 70, widestFAtFrom: 4, widestFAtTo: 4 });
    const { gear } = (await server.send('GET', '/api/log')).body;
    const starter = bodies.find(({ document }: any) => document.label === 'Full frame 24 MP');
    expect(gear.find(({ writtenAs }: any) => writtenAs === 'Full frame 24 MP').documentId).to.equal(starter.id);
    expect(gear.find(({ writtenAs }: any) => writtenAs === 'A body of mine').documentId).to.equal(drafts[0].id);
  });

  it('keeps a verdict, and gives back what was there to be put back', async () => {
    const { frames } = (await add(frame('one', 0, { verdict: 'grain' }), frame('two', 1))).body;
    const [one, two] = frames.map(({ id }: any) => id);
    const before = await judge([{ id: one, verdict: 'keeper' }, { id: two, verdict: 'hands' }]);
    expect(before.body.verdicts).to.deep.equal([{ id: one, verdict: 'grain' }, { id: two, verdict: null }]);
    expect(await names('?verdict=hands')).to.deep.equal(['two.jpg']);
    await judge(before.body.verdicts);
    expect(await names('?verdict=none')).to.deep.equal(['two.jpg']);
    expect(await names('?verdict=judged')).to.deep.equal(['one.jpg']);
    expect((await judge([{ id: one, verdict: 'keeper' }, { id: 'nobody', verdict: 'keeper' }])).status).to.equal(404);
    expect(await names('?verdict=grain')).to.deep.equal(['one.jpg']);
  }); // prettier-ignore

  it('filters by any figure, ends of the range included', async () => {
    await add(frame('slow', 0, { shutterS: 1 / 60 }), frame('middle', 1, { shutterS: 1 / 125 }), frame('fast', 2, { shutterS: 1 / 250 }), frame('blank', 3, { shutterS: null, iso: null }));
    expect(await names(`?shutterS.from=${1 / 125}`)).to.deep.equal(['middle.jpg', 'slow.jpg']);
    expect(await names(`?shutterS.to=${1 / 125}`)).to.deep.equal(['fast.jpg', 'middle.jpg']);
    const [{ ev100 }] = (await page('?ev100.from=0')).frames;
    expect(await names(`?ev100.from=${ev100}&ev100.to=${ev100}`)).to.deep.equal(['fast.jpg']);
    expect((await server.send('GET', '/api/log/frames?shutter=1')).status).to.equal(400);
    // Pages join to the whole.
    expect([...(await names('?limit=3')), ...(await names('?limit=3&offset=3'))]).to.deep.equal(await names());
  }); // prettier-ignore

  it('groups bursts, and near duplicates by their likeness', async () => {
    const second = 1 / 60;
    const { frames } = (await add(frame('a1', 0), frame('a2', second / 2), frame('b', 5), frame('c1', 10), frame('c2', 10 + second, { shutterS: 1 / 60 }))).body;
    const ids = frames.map(({ id }: any) => id);
    const { outings } = (await server.send('GET', '/api/log')).body;
    const group = () => server.send('POST', `/api/log/outings/${outings[0].id}/group`);
    const bursts = async () => (await page()).frames.map(({ burstId }: any) => burstId).reverse();
    await group();
    const [a1, a2, ...others] = await bursts();
    expect(a1).to.be.a('string').and.equal(a2);
    expect(others).to.deep.equal([null, null, null]);
    for (const [i, likeness] of [[3, '0'.repeat(64)], [4, `3${'0'.repeat(63)}`]] as const)
      await server.app.inject({ method: 'PUT', url: `/api/log/frames/${ids[i]}/preview?likeness=${likeness}`, headers: { host: '127.0.0.1', 'content-type': 'image/webp' }, payload: webp(i) });
    await group();
    const [, , b, c1, c2] = await bursts();
    expect(b).to.equal(null);
    expect(c1).to.be.a('string').and.equal(c2);
  }); // prettier-ignore

  it('keeps a preview as it was sent, refuses what is none, and forgets them all when asked', async () => {
    const [{ id }] = (await add(frame('one', 0))).body.frames;
    const put = (payload: Buffer) =>
      server.app.inject({ method: 'PUT', url: `/api/log/frames/${id}/preview`, headers: { host: '127.0.0.1', 'content-type': 'image/webp' }, payload });
    expect((await put(webp(7))).statusCode).to.equal(204);
    const get = () => server.app.inject({ url: `/api/log/frames/${id}/preview`, headers: { host: '127.0.0.1' } });
    expect((await get()).rawPayload).to.deep.equal(webp(7));
    expect((await page()).frames[0].preview).to.equal(true);
    expect((await put(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'))).statusCode).to.equal(400);
    expect((await put(Buffer.concat([webp(1), Buffer.alloc(65_536)]))).statusCode).to.equal(413);
    expect((await get()).rawPayload).to.deep.equal(webp(7));
    expect((await server.send('GET', '/api/data')).body.log).to.deep.equal({ frames: 1, previews: 1 });
    await server.send('DELETE', '/api/log/previews');
    expect((await get()).statusCode).to.equal(404);
    expect((await page()).total).to.equal(1);
  }); // prettier-ignore

  it('keeps why a frame is soft with what that rests on, filters by it, and refuses chances that are none', async () => {
    const [{ id }, { id: other }] = (await add(frame('one', 0), frame('two', 1))).body.frames;
    const put = (finding: unknown, to = id) => server.send('PUT', `/api/log/frames/${to}/softness`, finding);
    expect((await put(FINDING)).status).to.equal(204);
    expect((await server.send('GET', `/api/log/frames/${id}/softness`)).body).to.deep.equal(FINDING);
    expect((await server.send('GET', `/api/log/frames/${other}/softness`)).status).to.equal(404);
    expect((await page('?cause=hands')).frames.map((one: any) => [one.id, one.cause])).to.deep.equal([[id, 'hands']]);
    expect((await page('?cause=none')).frames.map((one: any) => [one.id, one.cause])).to.deep.equal([[other, null]]);
    const refused = await put({ ...FINDING, shares: { ...FINDING.shares, hands: 1.2 } });
    expect([refused.status, refused.body.error.issues[0].path]).to.deep.equal([400, 'shares.hands']);
    expect((await put(FINDING, 'nobody')).status).to.equal(404);
    // Looked into again, the newer finding stands.
    const again = { ...FINDING, cause: 'unsure', smear: null, sharpest: null, places: [] };
    await put(again);
    expect((await server.send('GET', `/api/log/frames/${id}/softness`)).body).to.deep.equal(again);
  });

  it('deletes frames so that it can be undone, and brings one back that is dropped again', async () => {
    const { frames } = (await add(frame('one', 0, { verdict: 'keeper' }), frame('two', 1))).body;
    await server.send('POST', '/api/log/frames/delete', { ids: frames.map(({ id }: any) => id) });
    expect((await page()).total).to.equal(0);
    expect((await server.send('GET', '/api/log')).body.outings).to.deep.equal([]);
    await server.send('POST', '/api/log/frames/restore', { ids: [frames[0].id] });
    expect(await names('?verdict=keeper')).to.deep.equal(['one.jpg']);
    expect((await add(frame('two', 1))).body.frames).to.deep.equal([{ id: frames[1].id, known: false, preview: false, cause: false }]);
    expect(await names()).to.deep.equal(['two.jpg', 'one.jpg']);
  });

  it('says the same as counting by hand', async () => {
    const shutters = [1 / 15, 1 / 30, 1 / 60, 1 / 125, 1 / 250];
    const frames = Array.from({ length: 120 }, (_, i) =>
      frame(`n${i}`, i, {
        shutterS: shutters[i % 5]!,
        // Slower is lost to the hands more often: 4, 3, 2, 1 and 0 of each 4.
        verdict: i % 24 === 23 ? VERDICTS[(i / 24) % 5 | 0]! : (i / 5) % 4 < 4 - (i % 5) ? 'hands' : 'keeper',
      }),
    );
    await add(...frames);
    const says = (await server.send('GET', '/api/log/says')).body;
    const count = (some: NewFrame[], verdict: string) => some.filter((one) => one.verdict === verdict).length;
    expect(says.all).to.include({ frames: 120, judged: 120, keeper: count(frames, 'keeper'), hands: count(frames, 'hands'), focus: count(frames, 'focus') });
    for (const shutterS of shutters) {
      const own = frames.filter((one) => one.shutterS === shutterS);
      const row = says.byShutterAndFocal.find((one: any) => Math.abs(Math.log2(one.shutterS / shutterS)) < 1 / 6);
      expect(row).to.include({ frames: own.length, keeper: count(own, 'keeper'), hands: count(own, 'hands') });
    }
    const hands = says.limits.find(({ fault }: any) => fault === 'hands');
    expect(hands.frames).to.equal(count(frames, 'keeper') + count(frames, 'hands'));
    expect(hands.low).to.be.below(hands.at);
    expect(hands.high).to.be.above(hands.at);
    expect(says.taken).to.deep.equal([]);
    const some = (await server.send('GET', `/api/log/says?shutterS.to=${1 / 100}`)).body;
    expect(some.all.frames).to.equal(48);
    expect((await server.send('GET', '/api/log/says?outing=nobody')).body).to.deep.include({ limits: [], beyondHands: null, byIso: [] });
  }); // prettier-ignore

  it('goes out as a table with every frame once, over many slices, alike in time or without one', async () => {
    const frames = Array.from({ length: 1203 }, (_, i) => frame(`many${i}`, Math.floor(i / 7), i < 600 ? { takenAt: null, wallClock: null } : {})); // prettier-ignore
    for (let from = 0; from < frames.length; from += 200) await add(...frames.slice(from, from + 200));
    const { body } = await server.app.inject({ url: '/api/log/frames.csv', headers: { host: '127.0.0.1' } });
    const named = body.split('\r\n').slice(1, -1).map((line) => line.split(',')[0]!); // prettier-ignore
    expect(named).to.have.length(1203);
    expect(new Set(named).size).to.equal(1203);
    const taken = body.split('\r\n').slice(1, -1).map((line) => line.split(',')[1]!); // prettier-ignore
    expect(taken.slice(0, 600).every((at) => at === '')).to.equal(true);
    expect(taken.slice(600)).to.deep.equal([...taken.slice(600)].sort());
  });

  it('goes out as a table with every frame, where no name is a formula', async () => {
    await add(frame('=1+1', 0, { name: '=1+1.jpg', verdict: 'keeper' }), frame('two', 1));
    const { body } = await server.app.inject({ url: '/api/log/frames.csv', headers: { host: '127.0.0.1' } });
    const lines = body.trim().split('\r\n');
    expect(lines).to.have.length(3);
    expect(lines[0]!.split(',').slice(0, 6)).to.deep.equal(['name', 'taken', 'clock', 'shutter_s', 'f_number', 'iso']);
    expect(lines[1])
      .to.match(/^'=1\+1\.jpg,2027-01-14T15:00:00\.000Z,2027-01-14T16:00:00,/)
      .and.match(/,keeper$/);
  });

  it('comes back with a backup, verdicts and pictures too', async () => {
    const place = mkdtempSync(path.join(tmpdir(), 'hushto-log-'));
    const own = await testServer({ file: path.join(place, 'hushto.sqlite') });
    try {
      const [{ id }] = (await own.send('POST', '/api/log/frames', { frames: [frame('one', 0, { verdict: 'keeper' })] })).body.frames;
      await own.app.inject({ method: 'PUT', url: `/api/log/frames/${id}/preview`, headers: { host: '127.0.0.1', 'content-type': 'image/webp' }, payload: webp(4) });
      const made = await own.send('POST', '/api/data/backups');
      await own.send('POST', '/api/log/verdicts', { verdicts: [{ id, verdict: 'grain' }] });
      await own.send('DELETE', '/api/log/previews');
      await own.send('POST', '/api/log/frames', { frames: [frame('two', 1)] });
      expect((await own.send('POST', `/api/data/backups/${made.body.name}/restore`)).status).to.equal(204);
      const { frames } = (await own.send('GET', '/api/log/frames')).body;
      expect(frames.map(({ name, verdict, preview }: any) => [name, verdict, preview])).to.deep.equal([['one.jpg', 'keeper', true]]);
    } finally {
      await own.close();
      rmSync(place, { recursive: true });
    }
  });

  it('comes with the demo evening: every frame of a brief, most of them judged, all alike from start to start', async () => {
    const [one, other] = [await testServer({ demo: true, frames: true }), await testServer({ demo: true, frames: true })];
    const told = async (of: TestServer): Promise<unknown[]> =>
      (await of.send('GET', '/api/log/frames?limit=500')).body.frames.map(({ name, shutterS, iso, verdict, take }: any) => ({ name, shutterS, iso, verdict, take }));
    const frames = await told(one);
    expect(frames).to.have.length(400);
    expect(await told(other)).to.deep.equal(frames);
    const { all, limits, byBrief } = (await one.send('GET', '/api/log/says')).body;
    expect(byBrief.every(({ briefId }: any) => briefId !== null)).to.equal(true);
    expect(all.judged).to.be.within(300, 390);
    expect(limits.map(({ fault }: any) => fault)).to.have.members(['hands', 'subject', 'grain']);
    // Brought by the demo of the running page as well, and not twice.
    await one.send('POST', '/api/demo');
    expect((await one.send('GET', '/api/log')).body.frames).to.equal(400);
    await one.close();
    await other.close();
  });

  describe('in an archive of everything', () => {
    const put = (id: string, seed: number) =>
      server.app.inject({ method: 'PUT', url: `/api/log/frames/${id}/preview?likeness=${'a'.repeat(64)}&sharpness=2.5`, headers: { host: '127.0.0.1', 'content-type': 'image/webp' }, payload: webp(seed) });
    const archive = async (query = ''): Promise<Buffer> =>
      (await server.app.inject({ url: `/api/data/archive${query}`, headers: { host: '127.0.0.1' } })).rawPayload;
    const bring = async (to: TestServer, payload: Buffer) =>
      (await to.app.inject({ method: 'POST', url: '/api/data/archive', headers: { host: '127.0.0.1', 'content-type': 'application/gzip' }, payload })).json();
    const rows = async (of: TestServer): Promise<Record<string, unknown[]>> =>
      Object.fromEntries(
        await Promise.all(
          ['outing', 'burst', 'frame', 'verdict', 'preview', 'softness', 'gear'].map(async (name) => [name, await of.orm.em.fork().execute(`select * from log_${name} order by 1, 2`)]),
        ),
      ) as Record<string, unknown[]>;
    let ids: string[];
    beforeEach(async () => {
      const { frames } = (await add(frame('one', 0, { verdict: 'keeper' }), frame('two', 1 / 60), frame('undated', 0, { takenAt: null, wallClock: null }))).body;
      ids = frames.map(({ id }: any) => id);
      await judge([{ id: ids[1]!, verdict: 'hands' }, { id: ids[0]!, verdict: null }]);
      await put(ids[0]!, 3);
      await server.send('PUT', `/api/log/frames/${ids[0]!}/softness`, FINDING);
      await server.send('POST', '/api/log/frames/delete', { ids: [ids[2]] });
    });

    it('comes back row by row in an empty database, previews and what was deleted included', async () => {
      const empty = await testServer();
      const before = await rows(server);
      expect(Object.values(before).every(({ length }) => length > 0)).to.equal(true);
      expect((await bring(empty, await archive())).added).to.be.at.least(3);
      expect(await rows(empty)).to.deep.equal(before);
      expect((await bring(empty, await archive())).added).to.equal(0);
      expect(await rows(empty)).to.deep.equal(before);
      await empty.close();
    });

    it('leaves the previews out if wished', async () => {
      const empty = await testServer();
      await bring(empty, await archive('?previews=no'));
      const { preview, ...others } = await rows(empty);
      const { preview: _preview, ...before } = await rows(server);
      expect(preview).to.deep.equal([]);
      expect(others).to.deep.equal(before);
      await empty.close();
    });

    it('of frames that are there already fills in what is empty, under whatever id, and reports what differs', async () => {
      const other = await testServer();
      await other.send('POST', '/api/log/frames', { frames: [frame('one', 0, { verdict: 'grain' }), frame('two', 1 / 60)] });
      const brought = await bring(other, await archive());
      // One has its small picture and its cause now, two its verdict; the third is new.
      expect(brought).to.include({ filled: 3, differing: 0, leftOut: 0 });
      const { frames } = (await other.send('GET', '/api/log/frames')).body;
      expect(frames.map(({ name, verdict, preview, cause }: any) => [name, verdict, preview, cause])).to.have.deep.members([
        ['one.jpg', 'grain', true, FINDING.cause],
        ['two.jpg', 'hands', false, null],
      ]);
      const two = frames.find(({ name }: any) => name === 'two.jpg').id;
      await other.send('POST', '/api/log/verdicts', { verdicts: [{ id: two, verdict: 'focus' }] });
      expect(await bring(other, await archive())).to.include({ filled: 0, differing: 1 });
      expect((await other.send('GET', `/api/log/frames?verdict=focus`)).body.total, 'what stands here stays').to.equal(1);
      await other.close();
    });

    it('leaves out rows that do not fit and names them; whatever an archive holds, every list lives on', async () => {
      const lines = gunzipSync(await archive()).toString().trim().split('\n').slice(1, -1);
      const parsedLines = lines.map((line) => JSON.parse(line) as { log?: string; row?: Record<string, unknown> });
      const strange = fc.constantFrom<unknown>('', 'x', null, -1, 1e300, 1.5, 9e15, '\u0000', 'a'.repeat(5000), 'not-there');
      const harm = fc.record({ which: fc.nat(parsedLines.length - 1), column: fc.nat(40), value: strange, gone: fc.boolean() });
      const other = await testServer();
      await fc.assert(
        fc.asyncProperty(fc.array(harm, { minLength: 1, maxLength: 6 }), async (harms) => {
          const copy = structuredClone(parsedLines);
          for (const { which, column, value, gone } of harms) {
            const { row } = copy[which]!;
            if (!row) continue;
            const names = Object.keys(row);
            const name = names[column % names.length]!;
            if (gone) delete row[name];
            else row[name] = value;
          }
          const { status } = await bringText(other, copy.map((line) => JSON.stringify(line)));
          expect([200, 400]).to.include(status);
          for (const url of ['/api/log', '/api/log/frames?limit=500', '/api/log/says', '/api/data', '/api/briefs', '/api/bodies'])
            expect((await other.send('GET', url)).status, url).to.equal(200);
          expect((await other.app.inject({ url: '/api/log/frames.csv', headers: { host: '127.0.0.1' } })).statusCode).to.equal(200);
        }),
        { numRuns: 40 },
      );
      await other.close();
      const fresh = await testServer();
      const broken = parsedLines.map((line) => (line.log === 'log_frame' && line.row!['name'] === 'one.jpg' ? { ...line, row: { ...line.row, orientation: 99 } } : line)); // prettier-ignore
      const { body } = await bringText(fresh, broken.map((line) => JSON.stringify(line)));
      expect(body.lines).to.deep.equal([{ line: 2 + broken.findIndex(({ log, row }) => log === 'log_frame' && row!['orientation'] === 99), field: 'orientation' }]); // prettier-ignore
      await fresh.close();
    });

    /** Brings lines in as an archive whose head and foot fit. */
    async function bringText(to: TestServer, lines: readonly string[]): Promise<{ status: number; body: any }> {
      const text = lines.map((line) => `${line}\n`).join('');
      const head = JSON.stringify({ format: 'hushto-archive', version: 4, madeAt: '2027-01-14T18:00:00.000Z' });
      const foot = JSON.stringify({ lines: lines.length, sha256: createHash('sha256').update(text).digest('hex') });
      const payload = gzipSync(`${head}\n${text}${foot}\n`);
      const reply = await to.app.inject({ method: 'POST', url: '/api/data/archive', headers: { host: '127.0.0.1', 'content-type': 'application/gzip' }, payload }); // prettier-ignore
      return { status: reply.statusCode, body: reply.json() };
    }
  });
}); // prettier-ignore

/** Bytes that begin as WebP does. */
const webp = (seed: number): Buffer => Buffer.concat([Buffer.from('RIFF'), Buffer.from([24, 0, 0, 0]), Buffer.from('WEBP'), Buffer.alloc(20, seed)]); // prettier-ignore

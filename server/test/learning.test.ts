import { expect } from 'chai';
import { darkestOf, FocusSeriesSchema, HoldSeriesSchema, TasteSeriesSchema } from '@hushto/contract';
import { exampleBrief } from '../../core/test/briefs.ts';
import { testServer, type TestServer } from './helpers.ts';

describe('hold and taste series', () => {
  let server: TestServer;
  beforeEach(async () => void (server = await testServer({ demo: true })));
  afterEach(() => server.close());

  it('of Port Alder are there, whole, and not twice when it is added again', async () => {
    await server.send('POST', '/api/demo');
    const holds = (await server.send('GET', '/api/holds')).body;
    const tastes = (await server.send('GET', '/api/tastes')).body;
    expect(holds).to.have.length(4);
    expect(tastes.map(({ document }: any) => document.kind)).to.deep.equal(['taste', 'ceiling']);
    for (const { document } of holds) expect(HoldSeriesSchema.safeParse(document).error).to.equal(undefined);
    const focus = (await server.send('GET', '/api/focus-tests')).body;
    expect(focus.map(({ document }: any) => document.mode)).to.have.members(['single', 'continuous']);
    for (const { document } of focus) {
      expect(FocusSeriesSchema.safeParse(document).error).to.equal(undefined);
      // Of a body that sees somewhat less than its box says, and less again when it follows.
      expect(darkestOf(document).ev).to.be.within(document.mode === 'single' ? -4.5 : -3, document.mode === 'single' ? -2 : -0.5);
    }
    for (const { document } of tastes) expect(TasteSeriesSchema.safeParse(document).error).to.equal(undefined);
  });

  it('grow by a frame, are deleted and brought back', async () => {
    const [stored] = (await server.send('GET', '/api/holds')).body;
    const frame = { id: 'new', at: '2026-01-12T18:00:00Z', shutterS: 0.125, sharp: true, how: 'seen' };
    const grown = { ...stored.document, frames: [...stored.document.frames, frame] };
    const { status, body } = await server.send('PUT', `/api/holds/${stored.id}`, grown, { 'if-match': String(stored.revision) });
    expect(status).to.equal(200);
    expect(body.document.frames).to.have.length(19);
    expect(
      (await server.send('PUT', `/api/holds/${stored.id}`, stored.document, { 'if-match': String(stored.revision) })).status,
    ).to.equal(409);
    expect((await server.send('DELETE', `/api/holds/${stored.id}`)).status).to.equal(204);
    expect((await server.send('POST', `/api/holds/${stored.id}/restore`)).body.document.frames).to.have.length(19);
  });

  it('are refused field by field, and nothing is kept', async () => {
    const [{ document }] = (await server.send('GET', '/api/holds')).body;
    const wrong = { ...document, title: ' ', confidence: 1, frames: [{ ...document.frames[0], shutterS: 0, sharp: 'yes' }] };
    const { status, body } = await server.send('POST', '/api/holds', wrong);
    expect(status).to.equal(400);
    expect(body.error.issues.map((issue: any) => issue.path)).to.have.members([
      'title',
      'confidence',
      'frames.0.shutterS',
      'frames.0.sharp',
    ]);
    expect((await server.send('GET', '/api/holds')).body).to.have.length(4);
    const [{ document: taste }] = (await server.send('GET', '/api/tastes')).body;
    expect((await server.send('POST', '/api/tastes', { ...taste, kind: 'smell' })).status).to.equal(400);
  });

  it('are planned with over the API: tested hands are taken, said, and change what can be held', async () => {
    const brief = exampleBrief();
    const still = { ...brief, subject: { ...brief.subject, speedMps: 0 } };
    const tested = (theta: number) => ({
      thetas: [theta, theta + 0.5],
      slopes: [2, 2],
      weights: [1, 1],
      conditions: ['elbows'],
      stabiliserStops: 4,
      from: { seriesId: 'a', count: 18, day: '2027-03-03' },
    });
    const planned = async (theta: number) =>
      (await server.send('POST', '/api/plan', { ...still, hold: { ...still.hold, tested: tested(theta) } })).body;
    const [shaky, steady] = [await planned(4), await planned(10)];
    expect(shaky.figures.holdProbability).to.be.below(steady.figures.holdProbability);
    expect(JSON.stringify(shaky.reasons)).to.include('your 18 frames of 3 March');
    const unknown = {
      ...still,
      hold: { ...still.hold, tested: { ...tested(6), from: { seriesId: 'a', count: -1, day: null } } },
    };
    const refused = await server.send('POST', '/api/plan', unknown);
    expect([refused.status, refused.body.error.issues[0].path]).to.deep.equal([400, 'hold.tested.from.count']);
  });

  it('are looked up by the planner where a brief names one, and refused at that field where none counts', async () => {
    const holds = (await server.send('GET', '/api/holds')).body;
    const brief = exampleBrief();
    const named = (seriesId: string | null) => ({ ...brief, hold: { ...brief.hold, seriesId } });
    const planned = await server.send('POST', '/api/plan', named(holds[0].id));
    expect(JSON.stringify(planned.body.reasons)).to.include('from your 18 frames of 3 March');
    expect((await server.send('POST', '/api/plan', named(null))).status).to.equal(200);
    for (const id of [holds[3].id, 'gone']) {
      const { status, body } = await server.send('POST', '/api/plan', named(id));
      expect([status, body.error.issues[0].path]).to.deep.equal([400, 'hold.seriesId']);
    }
    expect((await server.send('POST', '/api/plan/schools', named(holds[0].id))).status).to.equal(200);
  });

  it('a body keeps what was measured, and its price', async () => {
    const [stored] = (await server.send('GET', '/api/bodies')).body;
    const figure = { value: 5.6, standardError: 0.05 };
    const set = { iso: 100, gainEPerDn: figure, readNoiseE: figure, fullE: figure, signalDn: 6000, varianceDn: 1070 };
    const measured = { ...stored.document, price: 900, measured: { day: '2026-01-12', sets: [set] } };
    const { status, body } = await server.send('PUT', `/api/bodies/${stored.id}`, measured);
    expect([status, body.document.price, body.document.measured.sets.length]).to.deep.equal([200, 900, 1]);
  });
});

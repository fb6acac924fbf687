import { expect } from 'chai';
import { CARRIED_AT_FIRST } from '@hushto/contract';
import { randomUUID } from 'node:crypto';
import { exampleBrief } from '../../core/test/briefs.ts';
import { testServer, type TestServer } from './helpers.ts';

describe('places, run sheets and tallies', () => {
  let server: TestServer;
  beforeEach(async () => void (server = await testServer({ demo: true })));
  afterEach(() => server.close());

  it('of Port Alder are there, and the evening speaks of its briefs', async () => {
    const [{ document: sheet }] = (await server.send('GET', '/api/run-sheets')).body;
    const briefs = (await server.send('GET', '/api/briefs')).body.map(({ id }: any) => id);
    const places = (await server.send('GET', '/api/places')).body;
    expect(places.map(({ document }: any) => document.label)).to.deep.equal(['Ferry Steps', 'The sluice', 'Skate hall']);
    expect(places[0].id).to.equal(sheet.placeId);
    expect(sheet.segments.map(({ briefId }: any) => briefId).filter(Boolean)).to.have.members(briefs);
  });

  it('are refused field by field, and nothing is kept', async () => {
    const { document: place } = (await server.send('GET', '/api/places')).body[0];
    const wrong = {
      ...place,
      timeZone: 'Nowhere/Land',
      latitudeDeg: 91,
      lamps: [{ id: 'a', from: '24:00', to: '1:00', ev100: 3 }],
    };
    const { status, body } = await server.send('POST', '/api/places', wrong);
    expect(status).to.equal(400);
    expect(body.error.issues.map((issue: any) => issue.path)).to.have.members([
      'timeZone',
      'latitudeDeg',
      'lamps.0.from',
      'lamps.0.to',
    ]);
    expect(body.error.issues.every((issue: any) => issue.message.length > 8)).to.equal(true);
    expect((await server.send('GET', '/api/places')).body).to.have.length(3);
    const day = await server.send('POST', '/api/run-sheets', { ...(await aSheet()), day: '2027-02-30' });
    expect(day.body.error.issues[0].path).to.equal('day');
  });

  it('keep a tally of thousands of frames', async () => {
    const frames = Array.from({ length: 5000 }, () => ({
      id: randomUUID(),
      at: '2027-01-14T18:00:00Z',
      verdict: 'sharp',
      shutterS: 1 / 256,
      fNumber: 2.8,
      iso: 6400,
      ev100: 4,
      distanceM: 4,
    }));
    const tally = { title: 'Many', day: '2027-01-14', briefId: null, runSheetId: null, brief: exampleBrief(), frames };
    const { status, body } = await server.send('POST', '/api/tallies', tally);
    expect(status).to.equal(201);
    expect(body.document.frames).to.have.length(5000);
  });

  const aSheet = async () => ({
    title: 'Mine',
    day: '2027-01-14',
    startsAt: '18:00',
    timeZone: 'Etc/GMT-1',
    placeId: null,
    segments: [],
    carried: CARRIED_AT_FIRST,
    checks: { before: [], arrival: [], afterwards: [] },
  });
});

describe('changes that may be sent again', () => {
  let server: TestServer;
  beforeEach(async () => void (server = await testServer()));
  afterEach(() => server.close());
  const NEW = { 'if-none-match': '*' };

  it('are created once under the id of their sender, however often they are sent', async () => {
    const id = randomUUID();
    const first = await server.send('PUT', `/api/briefs/${id}`, exampleBrief(), NEW);
    const again = await server.send('PUT', `/api/briefs/${id}`, exampleBrief(), NEW);
    expect(first.status).to.equal(200);
    expect(again).to.deep.equal(first);
    expect((await server.send('GET', '/api/briefs')).body).to.have.length(1);
    const other = await server.send('PUT', `/api/briefs/${id}`, { ...exampleBrief(), title: 'Another' }, NEW);
    expect(other.body.error.code).to.equal('CONFLICT');
  });

  it('are no conflict when the answer to the first was lost', async () => {
    const { body: stored } = await server.send('POST', '/api/briefs', exampleBrief());
    const changed = { ...exampleBrief(), title: 'Changed' };
    const opened = { 'if-match': String(stored.revision) };
    const first = await server.send('PUT', `/api/briefs/${stored.id}`, changed, opened);
    const again = await server.send('PUT', `/api/briefs/${stored.id}`, changed, opened);
    expect(first.body.revision).to.be.above(stored.revision);
    expect(again.body.revision).to.equal(first.body.revision);
    const late = await server.send('PUT', `/api/briefs/${stored.id}`, { ...changed, title: 'Late' }, opened);
    expect(late.status).to.equal(409);
  });

  it('need an id that nobody else can have made, and never bring a deleted one back', async () => {
    const named = await server.send('PUT', '/api/briefs/mine', exampleBrief(), NEW);
    expect(named.body.error.issues[0]).to.deep.equal({ path: 'id', message: 'Give a UUID.' });
    const id = randomUUID();
    await server.send('PUT', `/api/briefs/${id}`, exampleBrief(), NEW);
    await server.send('DELETE', `/api/briefs/${id}`);
    expect((await server.send('PUT', `/api/briefs/${id}`, exampleBrief(), NEW)).status).to.equal(409);
  });
});

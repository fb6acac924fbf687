import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { exampleBrief } from '../../core/test/briefs.ts';
import { testServer, type TestServer } from './helpers.ts';

describe('the API', () => {
  let server: TestServer;
  beforeEach(async () => void (server = await testServer({ demo: true })));
  afterEach(() => server.close());

  it('says it is well', async () => {
    expect(await server.send('GET', '/api/health')).to.deep.equal({ status: 200, body: { status: 'ok', version: '0.0.0-test' } });
  });

  it('plans the worked example: 1/200 s, f/2.8, ISO 6400, ⅔ stop of lift', async () => {
    const { status, body } = await server.send('POST', '/api/plan', exampleBrief());
    expect(status).to.equal(200);
    expect(body.choice.labels).to.deep.equal({ shutter: '1/200', aperture: 'f/2.8', iso: '6400', lift: '⅔' });
    expect(body.possible).to.equal(true);
    expect(body.ladder.find((rung: any) => rung.now)).to.include({ shutterS: body.choice.shutterS, evFrom: 4 });
    expect(body.camera.mode).to.equal('manual');
    expect(body.camera.say.mode).to.equal('Manual: 1/200\u00a0s, f/2.8, ISO fixed at 6400');
    expect(body.curve).to.have.length(37);
    expect(body.figures.gates).to.have.all.keys('freeze', 'hold', 'light', 'depth', 'flicker', 'focus');
  });

  it('names every field it refuses, and never shows a stack', async () => {
    const brief: any = exampleBrief();
    brief.subject.distanceM = -4;
    brief.light.ev = 3;
    const { status, body } = await server.send('POST', '/api/plan', brief);
    expect(status).to.equal(400);
    expect(body.error.code).to.equal('VALIDATION_FAILED');
    expect(body.error.issues.map((issue: any) => issue.path)).to.have.members(['subject.distanceM', 'light.ev']);
    expect(JSON.stringify(body)).not.to.match(/\bat .*\.ts/);
  });

  it('refuses NaN and infinities', async () => {
    const text = JSON.stringify(exampleBrief());
    for (const [wrong, code] of [
      ['NaN', 'BAD_JSON'],
      ['1e999', 'VALIDATION_FAILED'],
      ['"4"', 'VALIDATION_FAILED'],
    ] as const) {
      const reply = await server.app.inject({
        method: 'POST',
        url: '/api/plan',
        headers: { host: 'localhost', 'content-type': 'application/json' },
        payload: text.replace('"ev100":4', `"ev100":${wrong}`),
      });
      expect(reply.statusCode).to.equal(400);
      expect(reply.json().error.code).to.equal(code);
    }
  });

  it('plans by every school and for every aim, and lays the schools side by side', async () => {
    const brief = exampleBrief();
    for (const school of ['hush', 'moment', 'clean', 'depth']) {
      for (const aim of ['freeze', 'trace', 'streak', 'pan']) {
        const { status, body } = await server.send('POST', '/api/plan', { ...brief, picture: { ...brief.picture, school, aim } });
        expect(status, `${school}, ${aim}`).to.equal(200);
        expect(body.against === null).to.equal(school === 'hush');
      }
    }
    const { status, body } = await server.send('POST', '/api/plan/schools', brief);
    expect(status).to.equal(200);
    expect(body.map((row: any) => row.school)).to.deep.equal(['hush', 'moment', 'clean', 'depth']);
  });

  it('refuses a pan with nothing that crosses the frame, at the field', async () => {
    const brief = exampleBrief();
    const { status, body } = await server.send('POST', '/api/plan', {
      ...brief,
      subject: { ...brief.subject, directionDeg: 0 },
      picture: { ...brief.picture, aim: 'pan' },
    });
    expect(status).to.equal(400);
    expect(body.error.issues).to.have.length(1);
    expect(body.error.issues[0].path).to.equal('picture.aim');
  });

  it('publishes its OpenAPI description', async () => {
    const { body } = await server.send('GET', '/api/openapi.json');
    expect(body.openapi).to.match(/^3\./);
    expect(Object.keys(body.paths)).to.include.members([
      '/api/plan',
      '/api/briefs/',
      '/api/briefs/{id}',
      '/api/bodies/',
      '/api/lenses/',
      '/api/health',
    ]);
    const plan = body.paths['/api/plan'].post.requestBody.content['application/json'].schema;
    expect(JSON.stringify(plan)).to.include('distanceM');
  });

  it('answers only under its own names', async () => {
    const { status, body } = await server.send('GET', '/api/briefs', undefined, { host: 'evil.example' });
    expect(status).to.equal(403);
    expect(body.error.code).to.equal('HOST_REFUSED');
  });

  it('sends a strict content security policy', async () => {
    const reply = await server.app.inject({ url: '/api/health', headers: { host: 'localhost:1' } });
    const policy = String(reply.headers['content-security-policy']);
    // Frames are drawn by a WebAssembly module; no text becomes a script.
    expect(policy).to.include("default-src 'none'").and.to.include("script-src 'self' 'wasm-unsafe-eval';");
    expect(policy).not.to.match(/'unsafe-eval'|script-src[^;]*unsafe-inline/);
  });

  it('answers from the catalogue for unknown routes, other types and oversized bodies', async () => {
    expect((await server.send('GET', '/api/nothing')).body.error.code).to.equal('ROUTE_NOT_FOUND');
    const text = await server.app.inject({
      method: 'POST',
      url: '/api/plan',
      headers: { host: 'localhost', 'content-type': 'text/plain' },
      payload: 'hello',
    });
    expect(text.json().error.code).to.equal('NOT_JSON');
    const large = await server.send('POST', '/api/plan', { title: 'x'.repeat(2_200_000) });
    expect(large).to.deep.include({ status: 413 });
  });
});

describe('files of briefs', () => {
  let server: TestServer;
  before(async () => void (server = await testServer()));
  after(() => server.close());
  it('are taken in whole and given out again, and their schema is published', async () => {
    const briefs = [exampleBrief(), { ...exampleBrief(), title: 'Another' }];
    const sent = await server.send('POST', '/api/briefs/file', { format: 'hushto-briefs', version: 1, briefs });
    expect(sent.status).to.equal(201);
    const { body } = await server.send('GET', '/api/briefs/file');
    expect(body.briefs).to.deep.equal(briefs);
    expect((await server.send('GET', '/api/brief-file.schema.json')).body.properties).to.include.keys(
      'format',
      'version',
      'briefs',
    );
  });
  it('are refused with the field, and nothing of them is kept', async () => {
    const count = (await server.send('GET', '/api/briefs')).body.length;
    const briefs = [
      { ...exampleBrief(), title: 'Good' },
      { ...exampleBrief(), subject: { ...exampleBrief().subject, distanceM: -1 } },
    ];
    const { status, body } = await server.send('POST', '/api/briefs/file', { format: 'hushto-briefs', version: 1, briefs });
    expect(status).to.equal(400);
    expect(body.error.issues[0].path).to.equal('briefs.1.subject.distanceM');
    expect((await server.send('GET', '/api/briefs')).body).to.have.length(count);
  });
});

describe('stored documents', () => {
  let server: TestServer;
  beforeEach(async () => void (server = await testServer()));
  afterEach(() => server.close());

  it('starts with a shelf and, only when asked, with the demo', async () => {
    expect((await server.send('GET', '/api/bodies')).body).to.have.length(5);
    expect((await server.send('GET', '/api/lenses')).body.length).to.be.at.least(12);
    expect((await server.send('GET', '/api/briefs')).body).to.deep.equal([]);
    const { body } = await server.send('POST', '/api/demo');
    expect(body.map((stored: any) => stored.document.title)).to.deep.equal([
      'Ferry Steps market',
      'The Boathouse quintet',
      'Sluice otters at dusk',
      'Skate hall derby',
    ]);
    expect((await server.send('POST', '/api/demo')).body).to.have.length(4);
  });

  it('creates, reads, changes, lists, deletes and restores a brief', async () => {
    const brief = exampleBrief();
    const created = await server.send('POST', '/api/briefs', brief);
    expect(created.status).to.equal(201);
    const { id, revision } = created.body;
    expect((await server.send('GET', `/api/briefs/${id}`)).body.document).to.deep.equal(brief);
    const changed = await server.send(
      'PUT',
      `/api/briefs/${id}`,
      { ...brief, title: 'Renamed' },
      { 'if-match': `"${revision}"` },
    );
    expect(changed.body).to.include({ revision: revision + 1, id });
    expect((await server.send('GET', '/api/briefs')).body.map((stored: any) => stored.document.title)).to.deep.equal(['Renamed']);
    // Sent again, as after a lost answer, it changes nothing.
    for (let i = 0; i < 2; i++) expect((await server.send('DELETE', `/api/briefs/${id}`)).status).to.equal(204);
    expect((await server.send('GET', `/api/briefs/${id}`)).status).to.equal(404);
    expect((await server.send('POST', `/api/briefs/${id}/restore`)).body.document.title).to.equal('Renamed');
    expect((await server.send('GET', '/api/briefs')).body).to.have.length(1);
  });

  it('makes what is to be brought back but was never here, and leaves what is here as it is', async () => {
    const at = `/api/briefs/${randomUUID()}/restore`;
    const made = await server.send('POST', at, exampleBrief());
    expect(made.body.document).to.deep.equal(exampleBrief());
    expect((await server.send('POST', at, { ...exampleBrief(), title: 'Another' })).body).to.deep.equal(made.body);
    expect((await server.send('POST', '/api/briefs/nobody/restore', exampleBrief())).body.error.issues[0].path).to.equal('id');
  });

  it('keeps both versions apart when two windows change one brief', async () => {
    const { body } = await server.send('POST', '/api/briefs', exampleBrief());
    await server.send(
      'PUT',
      `/api/briefs/${body.id}`,
      { ...exampleBrief(), title: 'First' },
      { 'if-match': String(body.revision) },
    );
    const stale = { 'if-match': String(body.revision) };
    const late = await server.send('PUT', `/api/briefs/${body.id}`, { ...exampleBrief(), title: 'Second' }, stale);
    expect(late.body.error.code).to.equal('CONFLICT');
    expect((await server.send('DELETE', `/api/briefs/${body.id}`, undefined, stale)).body.error.code).to.equal('CONFLICT');
    expect((await server.send('GET', `/api/briefs/${body.id}`)).body.document.title).to.equal('First');
  });

  for (const kind of ['briefs', 'bodies', 'lenses']) {
    it(`gives 404 in the catalogue's form for ${kind} that do not exist, and 400 for wrong ones, changing nothing`, async () => {
      const before = (await server.send('GET', `/api/${kind}`)).body;
      for (const [method, url] of [
        ['GET', ''],
        ['DELETE', ''],
        ['POST', '/restore'],
      ] as const) {
        const reply = await server.send(method, `/api/${kind}/nobody${url}`);
        expect(reply.status).to.equal(404);
        expect(reply.body.error).to.deep.include({ code: 'NOT_FOUND', issues: [] });
      }
      const wrong = await server.send('POST', `/api/${kind}`, { title: 'x', label: 'x' });
      expect(wrong.status).to.equal(400);
      expect(wrong.body.error.issues.length).to.be.above(0);
      expect((await server.send('GET', `/api/${kind}`)).body).to.deep.equal(before);
    });
  }

  it('changes a lens of the shelf', async () => {
    const [first] = (await server.send('GET', '/api/lenses')).body;
    const reply = await server.send('PUT', `/api/lenses/${first.id}`, { ...first.document, stabiliserStops: 2 });
    expect(reply.body.document.stabiliserStops).to.equal(2);
  });
});

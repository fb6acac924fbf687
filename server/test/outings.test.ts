import { expect } from 'chai';
import { CARRIED_AT_FIRST } from '@hushto/contract';
import { randomUUID } from 'node:crypto';
import { exampleBrief } from '../../core/test/briefs.ts';
import { Pairing } from '../src/pairing.ts';
import { buildApp } from '../src/app.ts';
import { storesWith } from '../src/shelf.ts';
import { networkFrom } from '../src/network.ts';
import { testServer, type TestServer } from './helpers.ts';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { generate } from 'selfsigned';

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
    const first = await server.send('PUT', `/api/briefs/${stored.id}`, changed, { 'if-match': '1' });
    const again = await server.send('PUT', `/api/briefs/${stored.id}`, changed, { 'if-match': '1' });
    expect([first.body.revision, again.body.revision]).to.deep.equal([2, 2]);
    const late = await server.send('PUT', `/api/briefs/${stored.id}`, { ...changed, title: 'Late' }, { 'if-match': '1' });
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

describe('the local network', () => {
  let server: TestServer;
  let network: TestServer['app'];
  let pairing: Pairing;
  const HOST = 'desk.example:4568';
  beforeEach(async () => {
    server = await testServer({ demo: true });
    pairing = new Pairing(server.orm, `https://${HOST}`, () => new Date(0));
    const stores = storesWith(() => new Date(0));
    const keys = await generate([{ name: 'commonName', value: 'desk.example' }], { keySize: 2048 });
    network = await buildApp({
      orm: server.orm,
      stores,
      version: '0',
      webRoot: null,
      pairing,
      network: { names: ['desk.example'], cert: Buffer.from(keys.cert), key: Buffer.from(keys.private) },
    });
  });
  afterEach(async () => {
    await network.close();
    await server.close();
  });
  const ask = (url: string, headers: Record<string, string> = {}, payload?: object) =>
    network.inject({
      url,
      method: payload ? 'POST' : 'GET',
      headers: { host: HOST, ...headers },
      ...(payload ? { payload } : {}),
    });

  it('gives nothing to a device that is not paired', async () => {
    for (const url of ['/api/briefs', '/api/pairing', '/api/openapi.json', '/api/run-sheets', '/api/nothing']) {
      const reply = await ask(url);
      expect(reply.statusCode, url).to.equal(401);
      expect(reply.json().error.code).to.equal('NOT_PAIRED');
    }
    expect((await ask('/api/health')).statusCode).to.equal(200);
  });

  it('lets a device in for the code, by a cookie no script can read, and never tells it the next code', async () => {
    const { code } = pairing;
    const paired = await ask('/api/pair', {}, { code: ` ${code.slice(0, 3)} ${code.slice(3)}` });
    expect(paired.statusCode).to.equal(204);
    const cookie = String(paired.headers['set-cookie']);
    expect(cookie)
      .to.match(/HttpOnly/)
      .and.to.match(/Secure/)
      .and.to.match(/SameSite=Strict/);
    const held = { cookie: cookie.split(';')[0]! };
    expect((await ask('/api/briefs', held)).json()).to.have.length(4);
    expect((await ask('/api/pairing', held)).statusCode).to.equal(404);
    expect(pairing.code).not.to.equal(code);
    expect((await ask('/api/briefs', { cookie: 'hushto_device=guess' })).statusCode).to.equal(401);
  });

  it('changes the code after five wrong ones, and slows down who tries many', async () => {
    const { code } = pairing;
    const wrong = code === '000000' ? '111111' : '000000';
    for (let i = 0; i < 5; i++) expect((await ask('/api/pair', {}, { code: wrong })).json().error.code).to.equal('WRONG_CODE');
    expect(pairing.code).not.to.equal(code);
    const codes = [];
    for (let i = 0; i < 7; i++) codes.push((await ask('/api/pair', {}, { code: 'none' })).json().error.code);
    expect(codes).to.include('TOO_MANY');
  });

  it('answers only under the names of its certificate, and lets no other page change anything', async () => {
    for (const host of ['127.0.0.1:4568', 'localhost:4568', 'evil.example'])
      expect((await network.inject({ url: '/api/health', headers: { host } })).json().error.code).to.equal('HOST_REFUSED');
    const reply = await ask('/api/pair', { origin: 'https://evil.example' }, { code: pairing.code });
    expect(reply.json().error.code).to.equal('ORIGIN_REFUSED');
    expect((await ask('/api/pair', { origin: `https://${HOST}` }, { code: pairing.code })).statusCode).to.equal(204);
  });

  it('has the code only on the computer itself, and says when the network is not served', async () => {
    expect((await server.send('GET', '/api/pairing')).body).to.equal(null);
    const own = await buildApp({ orm: server.orm, stores: storesWith(() => new Date(0)), version: '0', webRoot: null, pairing });
    const reply = await own.inject({ url: '/api/pairing', headers: { host: 'localhost' } });
    expect(reply.json()).to.deep.equal({ address: `https://${HOST}`, code: pairing.code });
    const cross = await own.inject({
      method: 'POST',
      url: '/api/demo',
      headers: { host: 'localhost:1', origin: 'http://localhost:2' },
    });
    expect(cross.json().error.code).to.equal('ORIGIN_REFUSED');
    await own.close();
  });

  it('is set up by three variables that fit together, or says which does not', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'hushto-tls-'));
    const file = (name: string, text: string): string => {
      writeFileSync(path.join(folder, name), text);
      return path.join(folder, name);
    };
    const keys = await generate([{ name: 'commonName', value: 'desk' }], {
      keySize: 2048,
      extensions: [
        {
          name: 'subjectAltName',
          altNames: [
            { type: 2, value: 'desk.example' },
            { type: 7, ip: '192.0.2.7' },
          ],
        },
      ],
    });
    const [HUSHTO_TLS_CERT, HUSHTO_TLS_KEY] = [file('cert.pem', keys.cert), file('key.pem', keys.private)];
    const whole = { HUSHTO_HOST: '192.0.2.7', HUSHTO_TLS_CERT, HUSHTO_TLS_KEY };
    expect(networkFrom({})).to.equal(null);
    expect(networkFrom(whole)!.names).to.deep.equal(['desk.example', '192.0.2.7']);
    expect(networkFrom({ ...whole, HUSHTO_HOST: '0.0.0.0' })!.host).to.equal('0.0.0.0');
    expect(() => networkFrom({ HUSHTO_HOST: '192.0.2.7' })).to.throw(/set all three/);
    expect(() => networkFrom({ ...whole, HUSHTO_HOST: '192.0.2.8' })).to.throw(/not for HUSHTO_HOST 192\.0\.2\.8/);
    expect(() => networkFrom({ ...whole, HUSHTO_TLS_CERT: path.join(folder, 'none.pem') })).to.throw(
      /HUSHTO_TLS_CERT .* cannot be read/,
    );
    expect(() => networkFrom({ ...whole, HUSHTO_TLS_CERT: file('no.pem', 'no') })).to.throw(/no certificate in PEM/);
    rmSync(folder, { recursive: true });
  });
});

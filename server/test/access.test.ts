import { expect } from 'chai';
import { mkdirSync, chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { Agent, request } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { generate } from 'selfsigned';
import { KIND_NAMES, KINDS } from '@hushto/contract';
import { exampleBrief } from '../../core/test/briefs.ts';
import type {} from '@fastify/swagger';
import { buildApp } from '../src/app.ts';
import { readHere } from '../src/data/reader.ts';
import { networkFrom } from '../src/network.ts';
import { WriteGate } from '../src/writeGate.ts';
import { Pairing } from '../src/pairing.ts';
import { planHere, testServer, type TestServer } from './helpers.ts';

const HOST = 'desk.example:4568';
const A_MINUTE_MS = 60_000;
const A_DAY_MS = 86_400_000;

describe('the local network', () => {
  let server: TestServer;
  let network: TestServer['app'];
  let own: TestServer['app'];
  let pairing: Pairing;
  let nowMs: number;
  const webRoot = mkdtempSync(path.join(tmpdir(), 'hushto-page-'));
  before(() => {
    mkdirSync(path.join(webRoot, 'assets'));
    writeFileSync(path.join(webRoot, 'index.html'), '<!doctype html><title>hushto</title>');
    writeFileSync(path.join(webRoot, 'assets/app-1a2b.js'), 'export {}');
  });
  after(() => rmSync(webRoot, { recursive: true }));
  beforeEach(async () => {
    server = await testServer({ demo: true });
    nowMs = Date.UTC(2027, 0, 14, 18);
    const now = () => new Date(nowMs);
    pairing = new Pairing(server.orm, `https://${HOST}`, now, { isClosed: false });
    const keys = await generate([{ name: 'commonName', value: 'desk.example' }], { keySize: 2048 });
    const shared = {
      orm: server.orm,
      stores: server.stores,
      log: server.log,
      planner: planHere,
      reader: readHere(server.orm, server.stores),
      gate: new WriteGate(),
      backups: null,
      now,
      version: '0',
      webRoot,
      pairing,
    };
    network = await buildApp({
      ...shared,
      network: { names: ['desk.example'], cert: Buffer.from(keys.cert), key: Buffer.from(keys.private) },
    });
    own = await buildApp(shared);
  });
  afterEach(async () => {
    await own.close();
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
  const onComputer = (method: 'GET' | 'POST' | 'DELETE', url: string) =>
    own.inject({ method, url, headers: { host: '127.0.0.1:4567' } });
  const cookieOf = (reply: { headers: Record<string, unknown> }) => ({
    cookie: String(reply.headers['set-cookie']).split(';')[0]!,
  });
  const wrongCode = (code: string) => (code === '000000' ? '111111' : '000000');

  it('gives nothing to a device that is not paired', async () => {
    for (const url of ['/api/briefs', '/api/pairing', '/api/openapi.json', '/api/run-sheets', '/api/nothing', '/api']) {
      const reply = await ask(url);
      expect(reply.statusCode, url).to.equal(401);
      expect(reply.json().error.code).to.equal('NOT_PAIRED');
    }
    expect((await ask('/api/health')).statusCode).to.equal(200);
    for (const url of ['/', '/plan', '/plan/8b3c', '/assets/app-1a2b.js']) expect((await ask(url)).statusCode, url).to.equal(200);
  });

  it('gives nothing on any route, however it is spelt, by any method, over the wire as well', async () => {
    const places = (await server.send('GET', '/api/places')).body;
    const { id } = places[0];
    await network.ready();
    const known = Object.keys((network.swagger() as { paths: object }).paths).map((route) =>
      route.replace('/places/{id}', `/places/${id}`).replace(/\{\w+\}/g, 'x'),
    );
    expect(known.length).to.be.above(25);
    const spellings = [
      (url: string) => url,
      (url: string) => url.replace('/api', '/%61pi'),
      (url: string) => url.replace('/api', '/%2561pi'),
      (url: string) => url.replace('/api/', '/api%2f'),
      (url: string) => url.replace('/api/', '/api//'),
      (url: string) => `/${url}`,
      (url: string) => url.replace('/api', '/x/../api'),
      (url: string) => url.replace('/api', '/./api'),
      (url: string) => url.replace('/api', '/%2e/api'),
      (url: string) => url.replace('/api', '/\\api'),
      (url: string) => url.replace('/api', '/API'),
      (url: string) => `${url}?x=/plan`,
      (url: string) => `${url};/plan`,
      (url: string) => `https://${HOST}${url}`,
      (url: string) => url.replace('/api', '/api%zz'),
    ];
    await network.listen({ host: '127.0.0.1', port: 0 });
    const { port } = network.server.address() as AddressInfo;
    const agent = new Agent({ keepAlive: true, maxSockets: 4 });
    const open = new Set(['/api/health', '/api/pair']);
    // The routes of all kinds of documents are made by one function: of one kind every spelling is tried, of the others their own.
    const alike = KIND_NAMES.filter((name) => name !== 'places').map((name) => `/api/${KINDS[name].path}`);
    for (const route of known) {
      if (open.has(route)) continue;
      const plain = alike.includes(route.replace(/\/x(\/\w+)?$/, ''));
      for (const spell of plain ? spellings.slice(0, 1) : spellings)
        for (const method of ['GET', 'HEAD', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS']) {
          const url = spell(route);
          const { status, body } = await overTheWire(agent, port, method, url);
          expect([401, 404, 400], `${method} ${url} gave ${status}`).to.include(status);
          if (status !== 401) expect(body, `${method} ${url}`).to.match(/^(\{"error":|)/);
          if (/^\/api/.test(url) && !url.includes('%zz')) expect(status, `${method} ${url}`).to.equal(401);
        }
    }
    agent.destroy();
    expect((await server.send('GET', '/api/places')).body).to.deep.equal(places);
  });

  it('lets a device in for the code, by a cookie no script can read, and for each code one', async () => {
    expect((await ask('/api/pair', {}, { code: '000000' })).json().error.code).to.equal('PAIRING_CLOSED');
    const opened = (await onComputer('POST', '/api/pairing/open')).json();
    const { code } = opened.open;
    const paired = await ask('/api/pair', {}, { code: ` ${code.slice(0, 3)} ${code.slice(3)}`, name: 'The phone in the bag' });
    expect(paired.statusCode).to.equal(204);
    expect(String(paired.headers['set-cookie']))
      .to.match(/HttpOnly/)
      .and.to.match(/Secure/)
      .and.to.match(/SameSite=Strict/);
    const held = cookieOf(paired);
    expect((await ask('/api/briefs', held)).json()).to.have.length(4);
    // Over the air what is long is packed, and what is short is not.
    const packed = async (url: string) => (await ask(url, { ...held, 'accept-encoding': 'gzip' })).headers['content-encoding'];
    expect([await packed('/api/briefs'), await packed('/api/health')]).to.deep.equal(['gzip', undefined]);
    // The code, and who else is paired, are the computer's alone.
    expect((await ask('/api/pairing', held)).statusCode).to.equal(404);
    expect((await ask('/api/pair', {}, { code })).json().error.code).to.equal('PAIRING_CLOSED');
    expect((await ask('/api/briefs', { cookie: 'hushto_device=guess' })).statusCode).to.equal(401);
    const { devices } = (await onComputer('GET', '/api/pairing')).json();
    expect(devices).to.have.length(1);
    expect(devices[0]).to.include({ name: 'The phone in the bag' });
    expect(JSON.stringify(devices)).not.to.include(held.cookie.split('=')[1]);
  });

  it('sends a device away, and lets one that does not come for three months pair again', async () => {
    const pairOne = async () => cookieOf(await ask('/api/pair', {}, { code: pairing.open() }));
    const first = await pairOne();
    nowMs += 1;
    const second = await pairOne();
    const { devices } = (await onComputer('GET', '/api/pairing')).json();
    const left = (await onComputer('DELETE', `/api/pairing/devices/${devices[0].id}`)).json().devices;
    expect(left).to.have.length(1);
    // It is told so, and forgets what it has; a stranger is only asked to pair.
    expect((await ask('/api/briefs', first)).json().error.code).to.equal('DEVICE_REMOVED');
    expect((await ask('/api/briefs')).json().error.code).to.equal('NOT_PAIRED');
    nowMs += 80 * A_DAY_MS;
    expect((await ask('/api/briefs', second)).statusCode).to.equal(200);
    nowMs += 80 * A_DAY_MS;
    expect((await ask('/api/briefs', second)).statusCode).to.equal(200);
    nowMs += 91 * A_DAY_MS;
    expect((await ask('/api/briefs', second)).statusCode).to.equal(401);
    expect((await onComputer('GET', '/api/pairing')).json().devices).to.deep.equal([]);
    expect((await onComputer('DELETE', '/api/pairing/devices/nobody')).statusCode).to.equal(404);
  });

  it('opens pairing for two minutes, and shuts it when it is asked to', async () => {
    const code = pairing.open();
    nowMs += 2 * A_MINUTE_MS;
    expect((await ask('/api/pair', {}, { code })).json().error.code).to.equal('PAIRING_CLOSED');
    await onComputer('POST', '/api/pairing/open');
    expect((await onComputer('POST', '/api/pairing/close')).json().open).to.equal(null);
  });

  const tryFrom = (remoteAddress: string, code: string) =>
    network.inject({ method: 'POST', url: '/api/pair', headers: { host: HOST }, remoteAddress, payload: { code } });

  it('hears five wrong codes of an address, and lets the owner’s phone in whatever junk comes from others', async () => {
    const code = pairing.open();
    const heard: string[] = [];
    for (let i = 0; i < 9; i++) heard.push((await tryFrom('192.0.2.1', wrongCode(code))).json().error.code);
    expect(heard).to.deep.equal([...Array<string>(5).fill('WRONG_CODE'), ...Array<string>(4).fill('TOO_MANY')]);
    // The right one comes too late for whoever guessed so often.
    expect((await tryFrom('192.0.2.1', code)).statusCode).to.equal(429);
    for (let i = 0; i < 60; i++) await tryFrom(`198.51.100.${i % 20}`, 'junk');
    expect((await tryFrom('192.0.2.2', code)).statusCode).to.equal(204);
  });

  it('shuts when all together guess too often', async () => {
    const code = pairing.open();
    for (let i = 0; i < 500; i++) await pairing.pair(wrongCode(code), '', `10.0.${i >> 8}.${i & 255}`).catch(() => undefined);
    expect((await pairing.state()).open).to.equal(null);
  });

  it('looks no further into an address that is long, or encoded over and over: it is refused', async () => {
    const page = '/plan/some-brief';
    expect((await ask(page)).statusCode).to.equal(200);
    expect((await ask(`${page}?x=${'y'.repeat(2100)}`)).statusCode).to.equal(401);
    const encoded = (times: number): string => page.replace('some', `%${'25'.repeat(times)}73ome`);
    expect((await ask(encoded(2))).statusCode).to.equal(200);
    expect((await ask(encoded(9))).statusCode).to.equal(401);
  });

  it('answers only under the names of its certificate, and lets no other page change anything', async () => {
    for (const host of ['127.0.0.1:4568', 'localhost:4568', 'evil.example'])
      expect((await network.inject({ url: '/api/health', headers: { host } })).json().error.code).to.equal('HOST_REFUSED');
    const code = pairing.open();
    const reply = await ask('/api/pair', { origin: 'https://evil.example' }, { code });
    expect(reply.json().error.code).to.equal('ORIGIN_REFUSED');
    expect((await ask('/api/pair', { origin: `https://${HOST}` }, { code })).statusCode).to.equal(204);
  });

  it('is reached by HTTPS only from then on, and leaves nothing of anybody’s in a cache', async () => {
    const reply = await ask('/api/health');
    expect(reply.headers['strict-transport-security']).to.equal('max-age=31536000');
    expect(reply.headers['cache-control']).to.equal('no-store');
    expect((await ask('/api/briefs')).headers['cache-control']).to.equal('no-store');
    expect((await onComputer('GET', '/api/briefs')).headers).not.to.have.property('strict-transport-security');
  });

  it('does not tell the network where the data lie', async () => {
    const held = cookieOf(await ask('/api/pair', {}, { code: pairing.open() }));
    expect((await ask('/api/data', held)).json().folder).to.equal(null);
  });

  it('has pairing only on the computer itself, and says when the network is not served', async () => {
    expect((await server.send('GET', '/api/pairing')).body).to.equal(null);
    expect((await server.send('POST', '/api/pairing/open')).status).to.equal(404);
    const cross = await own.inject({
      method: 'POST',
      url: '/api/demo',
      headers: { host: 'localhost:1', origin: 'http://localhost:2' },
    });
    expect(cross.json().error.code).to.equal('ORIGIN_REFUSED');
  });

  it('is set up by three variables that fit together, or says which does not', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'hushto-tls-'));
    const file = (name: string, text: string): string => {
      writeFileSync(path.join(folder, name), text, { mode: 0o600 });
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
    chmodSync(HUSHTO_TLS_KEY, 0o644);
    expect(() => networkFrom(whole)).to.throw(/others of this computer may read.*chmod 600/);
    rmSync(folder, { recursive: true });
  });
});

/** Sends an address as it stands, which most clients would tidy up first, and gives status and body. */
function overTheWire(agent: Agent, port: number, method: string, url: string): Promise<{ status: number; body: string }> {
  return new Promise((resolve, reject) => {
    const payload = ['POST', 'PUT', 'PATCH'].includes(method) ? JSON.stringify(exampleBrief()) : null;
    const headers = { host: HOST, ...(payload ? { 'content-type': 'application/json' } : {}) };
    const options = { agent, host: '127.0.0.1', port, method, path: url, headers, rejectUnauthorized: false };
    const asked = request(options, (reply) => {
      let body = '';
      reply.on('data', (chunk) => (body += String(chunk)));
      reply.on('end', () => resolve({ status: reply.statusCode!, body }));
    });
    asked.on('error', (error) => reject(new Error(`${method} ${url}: ${error.message}`)));
    asked.end(payload ?? undefined);
  });
}

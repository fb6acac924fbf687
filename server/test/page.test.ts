import { expect } from 'chai';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { brotliCompressSync, brotliDecompressSync } from 'node:zlib';
import { testServer, type TestServer } from './helpers.ts';

describe('the built page', () => {
  const webRoot = mkdtempSync(path.join(tmpdir(), 'hushto-page-'));
  let server: TestServer;
  before(async () => {
    mkdirSync(path.join(webRoot, 'assets'));
    writeFileSync(path.join(webRoot, 'index.html'), '<!doctype html><title>hushto</title>');
    writeFileSync(path.join(webRoot, 'assets/app-1a2b.js'), 'export {}');
    writeFileSync(path.join(webRoot, 'assets/app-1a2b.js.br'), brotliCompressSync('export {}'));
    server = await testServer({ webRoot });
  });
  after(async () => {
    await server.close();
    rmSync(webRoot, { recursive: true });
  });
  const get = (url: string) => server.app.inject({ url, headers: { host: 'localhost:4567' } });

  it('answers at its own addresses, to be asked for again each time', async () => {
    for (const url of ['/', '/plan', '/plan/8b3c?from=menu']) {
      const reply = await get(url);
      expect(reply.statusCode, url).to.equal(200);
      expect(reply.body, url).to.include('<title>hushto</title>');
      expect(reply.headers['cache-control'], url).to.equal('no-cache');
    }
  });
  it('may keep assets for ever, for their names change with their content', async () => {
    expect((await get('/assets/app-1a2b.js')).headers['cache-control']).to.include('immutable');
  });
  it('sends the copy that was laid beside a file; within one computer nothing else is packed', async () => {
    const script = await server.app.inject({
      url: '/assets/app-1a2b.js',
      headers: { host: 'localhost:4567', 'accept-encoding': 'br' },
    });
    expect(script.headers['content-encoding']).to.equal('br');
    expect(brotliDecompressSync(script.rawPayload).toString()).to.equal('export {}');
    expect(script.headers['content-type']).to.include('javascript');
    expect(script.headers['cache-control']).to.include('immutable');
    const api = await server.app.inject({
      url: '/api/openapi.json',
      headers: { host: 'localhost:4567', 'accept-encoding': 'gzip' },
    });
    expect(api.headers['content-encoding']).to.equal(undefined);
    expect(api.json().info.title).to.equal('Hushto');
  });
  it('never stands in for the API or for a file that is not there', async () => {
    for (const url of ['/api', '/api/nothing', '/assets/gone-3c4d.js']) {
      const reply = await get(url);
      expect(reply.statusCode, url).to.equal(404);
      expect(reply.json().error.code, url).to.equal('ROUTE_NOT_FOUND');
    }
  });
});

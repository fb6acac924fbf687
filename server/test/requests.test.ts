import { KIND_NAMES, KINDS } from '@hushto/contract';
import { planBrief } from '@hushto/core';
import { MOST_ISSUES } from '@hushto/words';
import { expect } from 'chai';
import fc from 'fast-check';
import type { AddressInfo } from 'node:net';
import { connect } from 'node:net';
import { exampleBrief } from '../../core/test/briefs.ts';
import { createPlanner } from '../src/planner/planner.ts';
import { testServer, type TestServer } from './helpers.ts';

describe('bad requests of any kind', () => {
  let server: TestServer;
  before(async () => void (server = await testServer({ demo: true })));
  after(() => server.close());
  const post = (url: string, payload: string, type = 'application/json') =>
    server.app.inject({ method: 'POST', url, headers: { host: 'localhost', 'content-type': type }, payload });
  const titled = (title: string): string => JSON.stringify({ ...exampleBrief(), title: 'TITLE' }).replace('TITLE', title);

  it('are answered with what is wrong, never with a fault of ours, and change nothing', async () => {
    const before = (await server.send('GET', '/api/briefs')).body;
    const rows: [what: string, payload: string, status: number, code: string][] = [
      ['NUL in a text', titled('a\\u0000b'), 400, 'BAD_TEXT'],
      ['half a character', titled('\\ud83d'), 400, 'BAD_TEXT'],
      ['half a character in a key', '{"\\udc00": 1}', 400, 'BAD_TEXT'],
      ['a prototype', '{"__proto__": {"title": "x"}}', 400, 'BAD_JSON'],
      ['deep lists', '['.repeat(100_000) + ']'.repeat(100_000), 400, 'TOO_DEEP'],
      ['deep objects', '{"a":'.repeat(50_000) + '1' + '}'.repeat(50_000), 400, 'TOO_DEEP'],
      ['nothing', '', 400, 'BAD_JSON'],
      ['half of it', titled('x').slice(0, 200), 400, 'BAD_JSON'],
      ['a number', '7', 400, 'VALIDATION_FAILED'],
      ['null', 'null', 400, 'VALIDATION_FAILED'],
      ['a list', '[]', 400, 'VALIDATION_FAILED'],
    ];
    for (const [what, payload, status, code] of rows) {
      const reply = await post('/api/briefs', payload);
      expect([reply.statusCode, reply.json().error.code], what).to.deep.equal([status, code]);
    }
    for (const url of [
      '/api/briefs/%00',
      '/api/briefs/..%2f..%2fetc',
      `/api/briefs/${'x'.repeat(5000)}`,
      '/api/briefs/a%20b',
      '/api/briefs/%F0%9F',
      '/api/briefs/%zz',
      '/api/data/aside/briefs/%2e%2e',
      '/api/data/aside/nothing/x',
      '/api/changes?since=-1',
      '/api/changes?since=1e99',
      '/api/changes?since[]=1',
      '/api/changes?x=1',
    ]) {
      // prettier-ignore
      const reply = await server.app.inject({ url, headers: { host: 'localhost' } });
      expect(reply.statusCode, url).to.be.within(400, 414);
      expect(reply.json().error.code, url).to.be.a('string');
    }
    for (const method of ['PATCH', 'TRACE', 'OPTIONS', 'PROPFIND'])
      expect((await server.app.inject({ method: method as 'PATCH', url: '/api/briefs', headers: { host: 'localhost' } })).statusCode, method).to.equal(404); // prettier-ignore
    for (const type of ['text/html', 'application/xml', 'multipart/form-data; boundary=x', 'application/gzip'])
      expect((await post('/api/briefs', '{}', type)).statusCode, type).to.equal(415);
    for (const match of ['x', '1e3', '-1', `${'9'.repeat(40)}`, '"1'])
      expect((await server.send('PUT', `/api/briefs/${before[0].id}`, exampleBrief(), { 'if-match': match })).status, match).to.be.within(400, 409); // prettier-ignore
    expect((await server.send('GET', '/api/briefs')).body).to.deep.equal(before);
  });

  it('stop at fifty things that are wrong, however many there are', async () => {
    const keys = Object.fromEntries(Array.from({ length: 60_000 }, (_, i) => [`k${i}`, 1]));
    const { status, body } = await server.send('POST', '/api/plan', keys);
    expect(status).to.equal(400);
    expect(body.error.issues).to.have.length(MOST_ISSUES);
    const frames = Array.from({ length: 10_000 }, () => ({ id: 3 }));
    const tally = { title: 'T', day: '2027-01-14', briefId: null, runSheetId: null, brief: exampleBrief(), frames };
    expect((await server.send('POST', '/api/tallies', tally)).body.error.issues).to.have.length(MOST_ISSUES);
  });

  it('of any JSON at all, to any kind, are never a fault of ours', async () => {
    const json = fc.json({ maxDepth: 4 });
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...KIND_NAMES), json, async (kind, payload) => {
        const reply = await post(`/api/${KINDS[kind].path}`, payload);
        expect(reply.statusCode).to.be.within(400, 415);
      }),
      { numRuns: 300 },
    );
  });

  it('that never end are cut off', async () => {
    await server.app.listen({ host: '127.0.0.1', port: 0 });
    const { port } = server.app.server.address() as AddressInfo;
    expect(server.app.server.requestTimeout).to.equal(30_000);
    // The same server, with less patience than it has by itself.
    Object.assign(server.app.server, { requestTimeout: 300, headersTimeout: 200 });
    const said = await new Promise<string>((resolve) => {
      const socket = connect(port, '127.0.0.1', () => {
        socket.write(
          'POST /api/plan HTTP/1.1\r\nhost: localhost\r\ncontent-type: application/json\r\ncontent-length: 1000\r\n\r\n{"title":',
        );
      });
      let text = '';
      socket.on('data', (chunk) => (text += String(chunk)));
      socket.on('close', () => resolve(text));
    });
    expect(said).to.match(/^HTTP\/1\.1 408 [\s\S]*"code":"TIMED_OUT"/);
  }).timeout(15_000);
});

describe('plans in threads of their own', () => {
  it('are the same as here, answered in the order they came, while everything else is answered at once', async () => {
    const planner = createPlanner({ threads: 1 });
    const server = await testServer({ planner });
    const order: number[] = [];
    const brief = exampleBrief();
    const first = await server.send('POST', '/api/plan', brief);
    expect(first.body.choice).to.deep.equal(JSON.parse(JSON.stringify(planBrief(brief).choice)));
    const asked = Array.from({ length: 24 }, async (_, i) => {
      const { status } = await server.send('POST', i % 5 ? '/api/plan' : '/api/plan/schools', brief);
      expect(status).to.equal(200);
      order.push(i);
    });
    expect((await server.send('GET', '/api/health')).status).to.equal(200);
    // Health came past all that wait.
    expect(order.length).to.be.below(24);
    await Promise.all(asked);
    expect(order).to.deep.equal([...order].sort((a, b) => a - b));
    await server.close();
    await planner.close();
  }).timeout(30_000);

  it('are refused when too many wait, and stopped when one takes too long; the next is answered', async () => {
    const planner = createPlanner({ threads: 1, mostWaiting: 3 });
    const brief = exampleBrief();
    const outcomes = await Promise.allSettled(Array.from({ length: 8 }, () => planner.plan(brief)));
    expect(outcomes.filter(({ status }) => status === 'fulfilled')).to.have.length(4);
    for (const outcome of outcomes) if (outcome.status === 'rejected') expect(outcome.reason).to.include({ code: 'BUSY' });
    await planner.close();
    const hasty = createPlanner({ threads: 1, patienceMs: 1 });
    const error = await hasty.plan(brief).then(
      () => null,
      (reason: unknown) => reason,
    );
    expect(error).to.include({ code: 'TOO_SLOW' });
    await hasty.close();
  }).timeout(30_000);
});

import { KIND_NAMES, KINDS } from '@hushto/contract';
import { seededRandom } from '@hushto/core';
import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import Database from 'libsql';
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { copyFileSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { Agent, request } from 'node:https';
import path from 'node:path';
import { generate } from 'selfsigned';
import { archivesDrill, importsDrill } from './comingIn.ts';
import { restoreDrill } from './restore.ts';
import { allBriefs, inFolder, json, must, root, startServer, watchHealth, type Drilled } from './server.ts';

/** How much of each is done. */
export interface Amount {
  kills: number;
  requests: number;
  /** Kinds of damage, and plans of each of the many. */
  harms: number;
  plans: number;
  /** Frames of a large log. */
  frames: number;
  /** Frames of an import that is cut off again and again. */
  imported: number;
  /** Hostile archives. */
  archives: number;
  seed: number;
}
/** Figures of a drill, for the table. A drill that does not hold its promise throws. */
export type Figures = Record<string, number | string>;

interface Drill {
  promise: string;
  run: (amount: Amount) => Promise<Figures>;
}

const brief = (title: string) => ({ ...PORT_ALDER_BRIEFS[0]!, title });
const put = (server: Drilled, id: string, title: string, headers: Record<string, string>) =>
  json(`${server.base}/api/briefs/${id}`, { method: 'PUT', headers, body: JSON.stringify(brief(title)) });

/** What is kept, without the revisions that a restore gives anew. */
const contents = (stored: readonly { revision: number }[]): string =>
  JSON.stringify(stored.map(({ revision: _, ...rest }) => rest));

const WRITERS = 4;
/** A new id that is one writer's, by its first two digits. */
const idOf = (writer: number): string =>
  (4 * Math.floor(Math.random() * 64) + writer).toString(16).padStart(2, '0') + randomUUID().slice(2);

/** A small database is read through long before, ms. */
const LONGEST_READ_MS = 20_000;

/** Every promise of docs/reliability.md with its drill. */
export const DRILLS: Record<string, Drill> = {
  kills: {
    promise: 'What was acknowledged is there after a kill at any moment.',
    run: ({ kills, seed }) =>
      inFolder(async (data) => {
        const random = seededRandom(seed);
        /** What the server said it has, by id: the last title acknowledged. */
        const acknowledged = new Map<string, string>();
        let [writes, acknowledgements, lost] = [0, 0, 0];
        for (let round = 0; round <= kills; round++) {
          const server = await startServer(data);
          const there = new Map<string, string>((await allBriefs(server.base)).map(({ id, document }) => [id, document.title]));
          for (const [id, title] of acknowledged) if (Number(there.get(id) ?? -1) < Number(title)) lost += 1;
          if (round === kills) {
            await server.stop();
            break;
          }
          let alive = true;
          /** Each writer has briefs of its own: of one that two change at once nobody could say which came last. */
          const write = async (writer: number): Promise<void> => {
            while (alive) {
              const known = [...acknowledged.keys()].filter((id) => Number.parseInt(id.slice(0, 2), 16) % WRITERS === writer);
              const again = known.length > 0 && random() < 0.7;
              const id = again ? known[Math.floor(random() * known.length)]! : idOf(writer);
              const title = String((writes += 1));
              const reply = await put(server, id, title, again ? {} : { 'if-none-match': '*' }).catch(() => null);
              if (reply?.status !== 200) continue;
              acknowledged.set(id, title);
              acknowledgements += 1;
            }
          };
          const writers = Array.from({ length: WRITERS }, (_, writer) => write(writer));
          await new Promise((resolve) => setTimeout(resolve, 60 + random() * 250));
          await server.kill();
          alive = false;
          await Promise.all(writers);
        }
        must(lost === 0, `${lost} acknowledged writes were lost`);
        return { kills, 'acknowledged writes': acknowledgements, lost };
      }),
  },
  oneFile: {
    promise: 'After a stop, hushto.sqlite alone is everything.',
    run: () =>
      inFolder(async (data) => {
        const server = await startServer(data);
        for (let i = 0; i < 100; i++) await put(server, randomUUID(), String(i), { 'if-none-match': '*' });
        must((await server.stop()) === 0, 'it did not stop cleanly');
        const alone = path.join(data, 'alone');
        mkdirSync(alone);
        copyFileSync(path.join(data, 'hushto.sqlite'), path.join(alone, 'hushto.sqlite'));
        const copy = await startServer(alone);
        const { body } = await json(`${copy.base}/api/briefs`);
        await copy.stop();
        must(body.length === 100, `${body.length} of 100 briefs are in the copy`);
        return { 'briefs in the copied file': body.length };
      }),
  },
  twoServers: {
    promise: 'Two servers never write to one folder.',
    run: () =>
      inFolder(async (data) => {
        const server = await startServer(data);
        const said = await startServer(data).then(
          () => 'it started',
          (error: Error) => error.message,
        );
        must(said.includes(`process ${server.process.pid}`), said);
        await server.kill();
        // A kill leaves no lock behind.
        await (await startServer(data)).stop();
        return { 'second server': 'refused, naming the first', 'after a kill': 'starts at once' };
      }),
  },
  damage: {
    promise: 'A damaged file is not run; the newest backup that reads whole is offered and comes back.',
    run: ({ harms: most, seed }) =>
      inFolder(async (data) => {
        const random = seededRandom(seed);
        const file = path.join(data, 'hushto.sqlite');
        const first = await startServer(data, { HUSHTO_DEMO: '1' });
        await json(`${first.base}/api/data/backups`, { method: 'POST' });
        const before = (await json(`${first.base}/api/briefs`)).body;
        await first.stop();
        const sound = readFileSync(file);
        const database = new Database(file);
        const { rootpage } = database.prepare(`select rootpage from sqlite_master where name = 'brief_revision'`).get() as {
          rootpage: number;
        };
        database.close();
        const harms: [string, (bytes: Buffer) => Buffer][] = [
          // No page is the worse for it; the index alone is wrong.
          ['one bit of an index', (bytes) => (bytes.writeUInt8(bytes[4096 * rootpage - 1]! ^ 0x10, 4096 * rootpage - 1), bytes)],
          ['flipped page', (bytes) => bytes.fill(0xa5, 4096 * (2 + Math.floor(random() * 8)), 4096 * 12)],
          ['cut in half', (bytes) => bytes.subarray(0, bytes.length >> 1)],
          ['0 bytes', () => Buffer.alloc(0)],
          ['no database', () => Buffer.from('this is a letter '.repeat(2000))],
        ];
        for (const [what, harm] of harms.slice(0, most)) {
          writeFileSync(file, harm(Buffer.from(sound)));
          const said = await startServer(data).then(
            // What takes long to read is found right after the start, and ends it.
            async (server) => {
              const [code] = (await once(server.process, 'exit', { signal: AbortSignal.timeout(LONGEST_READ_MS) })) as [number];
              return code === 1 ? server.said() : 'it ended as if nothing were wrong';
            },
            (error: Error) => error.message,
          );
          const backup = /npm run restore -- "([^"]+)"/.exec(said)?.[1];
          must(backup !== undefined, `${what}: ${said}`);
          const restored = spawnSync(process.execPath, ['server/dist/restore.js', backup!], {
            cwd: root,
            env: { ...process.env, NODE_OPTIONS: '', HUSHTO_DATA: data },
            encoding: 'utf8',
          });
          must(restored.status === 0, `${what}: ${restored.stderr}`);
          const server = await startServer(data);
          const { body } = await json(`${server.base}/api/briefs`);
          await server.stop();
          must(contents(body) === contents(before), `${what}: not all came back`);
        }
        const kept = readdirSync(data).filter((name) => name.startsWith('before-restore-')).length;
        return {
          'kinds of damage': most,
          'refused with the remedy': most,
          restored: most,
          'damaged files kept': kept,
        };
      }),
  },
  restore: restoreDrill,
  archives: archivesDrill,
  imports: importsDrill,
  fullDisk: {
    promise: 'A full disk is said; nothing that was kept is lost, and there is no half of anything.',
    run: () =>
      inFolder(async (data): Promise<Figures> => {
        const small = path.join(data, 'small');
        mkdirSync(small);
        const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=3m', 'none', small]).status === 0;
        if (!mounted) return { 'small disk': 'none could be had here; the unit test bounds the file instead' };
        try {
          const server = await startServer(small);
          const ids: string[] = [];
          let refused = 0;
          for (let i = 0; i < 4000 && refused < 20; i++) {
            const id = randomUUID();
            const { status, body } = await put(server, id, String(i), { 'if-none-match': '*' });
            if (status === 200) ids.push(id);
            else {
              must(body.error.code === 'DISK_FULL' || body.error.code === 'CANNOT_WRITE', `${status} ${body.error.code}`);
              refused += 1;
            }
          }
          must(refused === 20, 'the disk did not fill');
          const there = new Set<string>((await allBriefs(server.base)).map(({ id }) => id));
          await server.kill();
          const lost = ids.filter((id) => !there.has(id)).length;
          must(lost === 0 && there.size === ids.length, `${lost} lost, ${there.size - ids.length} too many`);
          return { 'kept until full': ids.length, 'refused with 507': refused, lost };
        } finally {
          spawnSync('umount', [small]);
        }
      }),
  },
  hostile: {
    promise: 'No request is answered with a fault of ours, and none holds up another.',
    run: ({ requests, seed }) =>
      inFolder(async (data) => {
        const random = seededRandom(seed);
        const server = await startServer(data, { HUSHTO_DEMO: '1' });
        const before = (await json(`${server.base}/api/changes`)).body.revision;
        const pick = <One>(list: readonly One[]): One => list[Math.floor(random() * list.length)]!;
        const paths = [...KIND_NAMES.map((kind) => `/api/${KINDS[kind].path}`), '/api/plan', '/api/plan/schools', '/api/data/archive', '/api/nothing', '/api/briefs/file']; // prettier-ignore
        const whole = JSON.stringify(brief('x'));
        const bodies = [
          () => whole.slice(0, Math.floor(random() * whole.length)),
          () => whole.replace(/[\d.]+/g, (number) => (random() < 0.1 ? pick(['1e999', '-1', '"7"', 'null', '1e-320']) : number)),
          () => whole.replace('"x"', pick(['"\\u0000"', '"\\ud800"', `"${'y'.repeat(5000)}"`, '{}', '[[[[]]]]'])),
          () => `{${Array.from({ length: 3000 }, (_, i) => `"k${i}":1`).join(',')}}`,
          () => '['.repeat(30_000) + ']'.repeat(30_000),
          () => '{"__proto__":{"polluted":1}}',
          () => '',
        ];
        const stopWatching = watchHealth(server.base);
        const counts = new Map<number, number>();
        const one = async (): Promise<void> => {
          const method = pick(['POST', 'PUT', 'DELETE', 'GET', 'PATCH']);
          const id = pick([
            '',
            '',
            '/x',
            '/%00',
            '/..%2f..%2fetc',
            '/%zz',
            `/${'a'.repeat(900)}`,
            '?limit=1e9',
            '?after=%27--',
            '/restore',
          ]);
          const type = pick([
            'application/json',
            'application/json',
            'application/json',
            'text/plain',
            'application/gzip',
            'a/b',
          ]);
          const body = method === 'GET' || method === 'DELETE' ? undefined : pick(bodies)();
          const init = {
            method,
            headers: { 'content-type': type, 'if-match': pick(['1', 'x', '"99999999"']) },
            ...(body === undefined ? {} : { body }),
          };
          const { status } = await fetch(server.base + pick(paths) + id, init).then(async (reply) => {
            await reply.text();
            return reply;
          });
          counts.set(status, (counts.get(status) ?? 0) + 1);
        };
        for (let done = 0; done < requests; done += 8) await Promise.all(Array.from({ length: 8 }, one));
        const waits = await stopWatching();
        const after = (await json(`${server.base}/api/changes`)).body.revision;
        await server.stop();
        const faults = [...counts].filter(([status]) => status >= 500).reduce((sum, [, count]) => sum + count, 0);
        must(faults === 0, `${faults} answers of 5xx`);
        must(
          server
            .said()
            .split('\n')
            .every((line) => !line.includes('"level":50')),
          'it logged an error',
        );
        return { requests, 'answers of 5xx': faults, 'changes made': after - before, 'health p99, ms': Math.round(waits[Math.floor(0.99 * (waits.length - 1))]!), 'health worst, ms': Math.round(waits.at(-1)!) }; // prettier-ignore
      }),
  },
  manyPlans: {
    promise: 'Many at once are answered in the order they come; whoever asks for something small is not kept waiting.',
    run: ({ plans }) =>
      inFolder(async (data) => {
        const server = await startServer(data);
        const body = JSON.stringify(brief('x'));
        const plan = () => json(`${server.base}/api/plan`, { method: 'POST', body });
        for (let i = 0; i < 20; i++) await plan();
        const times: number[] = [];
        const asked = Array.from({ length: 64 }, async () => {
          for (let i = 0; i < plans; i++) {
            const begun = performance.now();
            must((await plan()).status === 200, 'a plan was refused');
            times.push(performance.now() - begun);
          }
        });
        const stopWatching = watchHealth(server.base);
        await Promise.all(asked);
        const waits = await stopWatching();
        await server.stop();
        const at = (list: number[], share: number): number =>
          Math.round(list.sort((a, b) => a - b)[Math.floor(share * (list.length - 1))]!);
        must(at(times, 0.99) < 10 * at(times, 0.5), `p99 ${at(times, 0.99)} ms, p50 ${at(times, 0.5)} ms`);
        return { connections: 64, 'plan p50, ms': at(times, 0.5), 'plan p99, ms': at(times, 0.99), 'health p50, ms': at(waits, 0.5), 'health p99, ms': at(waits, 0.99) }; // prettier-ignore
      }),
  },
  unpaired: {
    promise: 'A device that is not paired gets nothing, however it spells an address, and cannot guess its way in.',
    run: () =>
      inFolder(async (data) => {
        const keys = await generate([{ name: 'commonName', value: 'localhost' }], { keySize: 2048, extensions: [{ name: 'subjectAltName', altNames: [{ type: 2, value: 'localhost' }] }] }); // prettier-ignore
        const [cert, key] = ['cert.pem', 'key.pem'].map((name) => path.join(data, name)) as [string, string];
        writeFileSync(cert, keys.cert);
        writeFileSync(key, keys.private, { mode: 0o600 });
        const port = 20_000 + Math.floor(Math.random() * 20_000);
        const server = await startServer(data, { HUSHTO_DEMO: '1', HUSHTO_PORT: String(port), HUSHTO_HOST: 'localhost', HUSHTO_TLS_CERT: cert, HUSHTO_TLS_KEY: key }); // prettier-ignore
        const agent = new Agent({ keepAlive: true, maxSockets: 4 });
        const ask = (method: string, at: string, body?: string): Promise<{ status: number; text: string }> =>
          new Promise((resolve, reject) => {
            const headers = { host: `localhost:${port + 1}`, ...(body ? { 'content-type': 'application/json' } : {}) };
            const asked = request(
              { agent, host: 'localhost', port: port + 1, method, path: at, headers, rejectUnauthorized: false },
              (reply) => {
                let text = '';
                reply.on('data', (chunk) => (text += String(chunk)));
                reply.on('end', () => resolve({ status: reply.statusCode!, text }));
              },
            );
            asked.on('error', reject);
            asked.end(body);
          });
        const spellings = [(at: string) => at, (at: string) => at.replace('/api', '/%61pi'), (at: string) => at.replace('/api', '/%2561pi'), (at: string) => at.replace('/api/', '/api//'), (at: string) => `/${at}`, (at: string) => at.replace('/api', '/x/../api'), (at: string) => at.replace('/api', '/./api'), (at: string) => at.replace('/api/', '/api%2f'), (at: string) => `https://localhost:${port + 1}${at}`]; // prettier-ignore
        const { paths } = (await json(`${server.base}/api/openapi.json`)).body as { paths: object };
        const { id } = (await json(`${server.base}/api/places`)).body[0];
        let [tried, through] = [0, 0];
        for (const route of Object.keys(paths)) {
          if (route === '/api/health' || route.startsWith('/api/pair')) continue;
          for (const spell of spellings)
            for (const method of ['GET', 'POST', 'PUT', 'DELETE']) {
              const { status, text } = await ask(method, spell(route.replace('{id}', id).replace(/\{\w+\}/g, 'x')));
              tried += 1;
              if (status < 400 && !text.startsWith('<!doctype html>')) through += 1;
            }
        }
        must(through === 0, `${through} of ${tried} came through`);
        must((await json(`${server.base}/api/places`)).body.length === 3, 'something was deleted');
        await json(`${server.base}/api/pairing/open`, { method: 'POST' });
        let guesses = 0;
        for (let i = 0; i < 200; i++) {
          const { status } = await ask('POST', '/api/pair', JSON.stringify({ code: String(i).padStart(6, '0') }));
          must(status !== 204, 'a guess came in');
          if (status === 403) guesses += 1;
        }
        agent.destroy();
        await server.stop();
        must(guesses <= 5, `${guesses} guesses were heard`);
        return { 'requests without a token': tried, 'came through': through, 'guesses heard of 200': guesses };
      }),
  },
};

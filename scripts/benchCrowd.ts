// npm run bench:crowd: how long a start, the log, all changes and 200 clients that write take beside a large library, and how long
// meanwhile the server's health was waited for. Build first. The client shares the machine with the server.
import { KINDS, type Changes, type LogSays } from '@hushto/contract';
import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import Database from 'libsql';
import { createHash, randomUUID } from 'node:crypto';
import path from 'node:path';
import { manyFrames } from '../drill/restore.ts';
import { inFolder, json, percentile, startServer, watchHealth } from '../drill/server.ts';
import { countingMs, QUIET_COUNTING_MS } from './counting.ts';

const BRIEFS = 20_000;
const FRAMES = 100_000;
const CLIENTS = 200;
const WRITES = 10;
/** Until what is done right after a start is done, ms. */
const SETTLED_MS = 15_000;

const rows: { what: string; seconds: string; said: string | number; 'health worst, ms': number }[] = [];
await inFolder(async (folder) => {
  const first = await startServer(folder, { HUSHTO_DEMO: '1' });
  await first.stop();
  fill(path.join(folder, 'hushto.sqlite'));
  const begun = performance.now();
  const server = await startServer(folder);
  const at = (url: string): string => server.base + url;
  const seconds = (since: number): string => ((performance.now() - since) / 1000).toFixed(2);
  rows.push({ what: 'a start', seconds: seconds(begun), said: '', 'health worst, ms': 0 });
  const timed = async (what: string, work: () => Promise<string | number>): Promise<void> => {
    const stopWatching = watchHealth(server.base);
    const since = performance.now();
    const said = await work();
    rows.push({ what, seconds: seconds(since), said, 'health worst, ms': Math.round((await stopWatching()).at(-1)!) });
  };
  const add = async (frames: readonly object[]): Promise<number> =>
    (await json(at('/api/log/frames'), { method: 'POST', body: JSON.stringify({ frames }) })).status;
  await new Promise((resolve) => setTimeout(resolve, SETTLED_MS));
  await timed('one frame comes', () => add([frameNo(0, Date.UTC(2027, 0, 14, 18))]));
  await timed('200 frames come', () =>
    add(Array.from({ length: 200 }, (_, i) => frameNo(1 + i, Date.UTC(2027, 1, 1) + 5000 * i))),
  );
  await timed('statistics', async () => ((await json(at('/api/log/says'))).body as LogSays).all.frames);
  await timed('the log as a table, bytes', async () => (await (await fetch(at('/api/log/frames.csv'))).text()).length);
  await timed(
    'an archive, bytes',
    async () => (await (await fetch(at('/api/data/archive?previews=no'))).arrayBuffer()).byteLength,
  );
  for (const what of ['all changes', 'all changes again']) await timed(what, () => allChanges(at('/api/changes')));
  await timed(`${CLIENTS} clients, ${WRITES} writes each`, () => crowd(at('/api/briefs')));
  await server.stop();
});
console.table(rows);
console.log(`This machine counts at ${(countingMs() / QUIET_COUNTING_MS).toFixed(2)} of a quiet one's time.`);

/** Puts briefs and frames straight into a database that no server has open. */
function fill(file: string): void {
  manyFrames(file, FRAMES);
  const database = new Database(file);
  const { format, schema } = KINDS.briefs;
  database.exec('begin');
  const insert = database.prepare('insert into brief (id, title, document, format, revision, created_at, updated_at) values (?, ?, ?, ?, ?, ?, ?)');
  const { value } = database.prepare(`select value from ledger where name = 'revision'`).get() as { value: string };
  for (let i = 0; i < BRIEFS; i++) {
    const brief = schema.parse({ ...PORT_ALDER_BRIEFS[i % PORT_ALDER_BRIEFS.length], title: `Brief ${i}` });
    insert.run(randomUUID(), brief.title, JSON.stringify(brief), format, Number(value) + 1 + i, 1.7e12 + i, 1.7e12 + i);
  }
  database.exec(`update ledger set value = '${Number(value) + BRIEFS}' where name = 'revision'`);
  database.exec('commit');
  database.close();
} // prettier-ignore

function frameNo(n: number, atMs: number): object {
  const takenAt = new Date(atMs).toISOString();
  return { digest: createHash('sha256').update(`frame ${n}`).digest('hex'), name: `${n}.jpg`, bytes: 5e6, takenAt, wallClock: takenAt.slice(0, 19), zoned: true, widthPx: 6000, heightPx: 4000, orientation: 1, camera: 'Full frame 24 MP', lens: null, shutterS: 1 / 125, fNumber: 2.8, iso: 3200, focalLengthMm: 28, equivalentMm: 28 }; // prettier-ignore
}

async function allChanges(url: string): Promise<number> {
  let count = 0;
  for (let since = 0, more = true; more;) {
    const body = (await json(`${url}?since=${since}&limit=500`)).body as Changes;
    count += body.changes.length;
    ({ revision: since, more } = body);
  }
  return count;
}

/** @returns how long one write was waited for */
async function crowd(url: string): Promise<string> {
  const waits: number[] = [];
  const client = async (): Promise<void> => {
    for (let i = 0; i < WRITES; i++) {
      const begun = performance.now();
      const { status } = await json(`${url}/${randomUUID()}`, { method: 'PUT', headers: { 'if-none-match': '*' }, body: JSON.stringify(PORT_ALDER_BRIEFS[0]) }); // prettier-ignore
      if (status !== 200) throw new Error(`A write was answered ${status}.`);
      waits.push(performance.now() - begun);
    }
  };
  await Promise.all(Array.from({ length: CLIENTS }, client));
  waits.sort((a, b) => a - b);
  return `p50 ${percentile(waits, 0.5)} ms, p99 ${percentile(waits, 0.99)} ms`;
}

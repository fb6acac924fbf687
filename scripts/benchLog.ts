// npm run bench:log: how long the log takes with 1 000, 10 000 and 100 000 frames, or with as many as are named, and what
// this process, the server in it, holds of memory after them and all sizes before.
import type { NewFrame } from '@hushto/contract';
import { VERDICTS } from '@hushto/core';
import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { testServer, type TestServer } from '../server/test/helpers.ts';
import { countingMs, QUIET_COUNTING_MS } from './counting.ts';

/** What a page of the log and its statistics may take, ms, and taking in two thousand figures, s. */
const PAGE_MS = 100;
const SAYS_MS = 300;
const TOGETHER = 200;
const ROUNDS = 7;

const sizes = process.argv.slice(2).map(Number);
const rows = [];
for (const size of sizes.length > 0 ? sizes : [1_000, 10_000, 100_000]) rows.push(...(await measured(size)));
console.table(rows);
console.log(`Wanted: a page within ${PAGE_MS} ms, statistics within ${SAYS_MS} ms.`);

async function measured(size: number) {
  const folder = mkdtempSync(path.join(tmpdir(), 'hushto-bench-'));
  const server = await testServer({ demo: true, file: path.join(folder, 'log.sqlite') });
  const briefs = (await server.send('GET', '/api/briefs')).body as { id: string }[];
  const begun = performance.now();
  for (let from = 0; from < size; from += TOGETHER)
    await server.send('POST', '/api/log/frames', {
      frames: Array.from({ length: Math.min(TOGETHER, size - from) }, (_, i) =>
        frameNo(from + i, briefs[(from + i) % briefs.length]!.id),
      ),
    });
  const taking = { frames: size, what: 'taking in, for each frame', median: ((performance.now() - begun) / size).toFixed(2) };
  const far = Math.max(0, size - 100);
  const asked = [
    ['the newest page', '/frames?limit=100'],
    ['the oldest page', `/frames?limit=100&offset=${far}`],
    ['a page of those not judged', '/frames?limit=100&verdict=none'],
    ['a page by a figure', '/frames?limit=100&shutterS.from=0.01&iso.to=3200'],
    ['the outings', ''],
    ['statistics of all', '/says'],
    ['statistics of a brief', `/says?brief=${briefs[0]!.id}`],
  ] as const;
  const times = [];
  for (const [what, url] of asked) times.push(await timed(server, size, what, `/api/log${url}`));
  const memory = { frames: size, what: 'memory of this process, MB', now: (process.memoryUsage.rss() / 2 ** 20).toFixed(0) };
  await server.close();
  rmSync(folder, { recursive: true });
  return [taking, ...times, memory];
}

async function timed(server: TestServer, frames: number, what: string, url: string) {
  const counting = Number((countingMs() / QUIET_COUNTING_MS).toFixed(2));
  const times = [];
  for (let round = 0; round < ROUNDS; round++) {
    const start = performance.now();
    await server.send('GET', url);
    times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  return { frames, what, median: times[Math.floor(ROUNDS / 2)]!.toFixed(0), worst: times.at(-1)!.toFixed(0), counting };
}

/** Frames of many evenings, of every kind. */
function frameNo(n: number, briefId: string): NewFrame {
  const at = new Date(Date.UTC(2024, 0, 1) + 40_000 * n + Math.floor(n / 400) * 8 * 3_600_000);
  const verdict = [...VERDICTS, 'keeper', 'keeper', undefined][(n * 11) % 9] as (typeof VERDICTS)[number] | undefined;
  return {
    digest: createHash('sha256').update(`frame ${n}`).digest('hex'),
    name: `${n}.jpg`,
    bytes: 5_000_000,
    takenAt: at.toISOString(),
    wallClock: at.toISOString().slice(0, 19),
    zoned: true,
    widthPx: 6000,
    heightPx: 4000,
    orientation: 1,
    camera: ['Full frame 24 MP', 'APS-C 24 MP'][n % 2]!,
    lens: ['85 mm f/1.8', '18.3 mm f/2.8'][n % 2]!,
    shutterS: 2 ** -(5 + ((n * 7) % 17) / 3),
    fNumber: 2 ** 1.5,
    iso: 100 * 2 ** (((n * 5) % 20) / 3),
    focalLengthMm: [85, 18.3, 35, 50, 24][n % 5]!,
    equivalentMm: null,
    briefId,
    ...(verdict ? { verdict } : {}),
  };
}

import { seededRandom } from '@hushto/core';
import { createHash } from 'node:crypto';
import { gunzipSync, gzipSync } from 'node:zlib';
import type { Amount, Figures } from './drills.ts';
import { inFolder, json, must, startServer, watchHealth, type Drilled } from './server.ts';

const LISTS = ['/api/log', '/api/log/frames?limit=500', '/api/log/says', '/api/data', '/api/briefs', '/api/bodies', '/api/lenses', '/api/changes']; // prettier-ignore

/** Lines of an archive, with a head and a foot that fit them. */
function packed(lines: readonly string[]): Uint8Array<ArrayBuffer> {
  const text = lines.map((line) => `${line}\n`).join('');
  const head = JSON.stringify({ format: 'hushto-archive', version: 4, madeAt: '2027-01-14T18:00:00.000Z' });
  const foot = JSON.stringify({ lines: lines.length, sha256: createHash('sha256').update(text).digest('hex') });
  return new Uint8Array(gzipSync(`${head}\n${text}${foot}\n`));
}

async function bring(server: Drilled, archive: Uint8Array<ArrayBuffer>): Promise<{ status: number; code: string }> {
  const reply = await fetch(`${server.base}/api/data/archive`, {
    method: 'POST',
    headers: { 'content-type': 'application/gzip' },
    body: archive,
  });
  const body = (await reply.json()) as { error?: { code: string } };
  return { status: reply.status, code: body.error?.code ?? '' };
}

/** Archives whose rows, lines or sizes are not what they should be. */
export const archivesDrill = {
  promise: 'No archive ends the server, breaks a list or is taken in by half.',
  run: ({ archives, seed }: Amount): Promise<Figures> =>
    inFolder(async (data) => {
      const random = seededRandom(seed);
      const pick = <One>(list: readonly One[]): One => list[Math.floor(random() * list.length)]!;
      const server = await startServer(data, { HUSHTO_DEMO: '1' });
      const whole = Buffer.from(await (await fetch(`${server.base}/api/data/archive`)).arrayBuffer());
      const lines = gunzipSync(whole).toString().trim().split('\n').slice(1, -1);
      // Packed before anybody is timed: that takes this process a while.
      const bombs = [Buffer.alloc(400_000_000, 0x20), Buffer.alloc(400_000_000, 0x0a), Buffer.from(`"${'x'.repeat(30_000_000)}"\n`)].map((bomb) => new Uint8Array(gzipSync(bomb, { level: 1 }))); // prettier-ignore
      const stopWatching = watchHealth(server.base);
      const strange = ['', 'x', null, -1, 1e300, 0.5, 9e15, '\u0000', 'a'.repeat(5000), '2027', true, [], {}];
      let [taken, refused] = [0, 0];
      for (let i = 0; i < archives; i++) {
        const copy = [...lines];
        for (let harm = 0; harm < 4; harm++) {
          const at = Math.floor(random() * copy.length);
          const line = JSON.parse(copy[at]!) as { row?: Record<string, unknown> } & Record<string, unknown>;
          const fields = random() < 0.8 && line.row ? line.row : line;
          const name = pick(Object.keys(fields));
          if (random() < 0.2) delete fields[name];
          else fields[name] = pick(strange);
          copy[at] = JSON.stringify(line);
        }
        if (random() < 0.1) copy.push(pick(copy));
        const { status, code } = await bring(server, packed(copy));
        must(status === 200 || (status === 400 && code === 'BAD_ARCHIVE'), `an archive was answered ${status} ${code}`);
        if (status === 200) taken += 1;
        else refused += 1;
        for (const list of LISTS) must((await json(server.base + list)).status === 200, `${list} is broken`);
      }
      for (const bomb of bombs) must((await bring(server, bomb)).status === 400, 'a bomb was not refused');
      const waits = await stopWatching();
      await server.stop();
      return { archives, 'taken in': taken, 'refused as a whole': refused, bombs: bombs.length, 'health worst, ms': Math.round(waits.at(-1)!) }; // prettier-ignore
    }),
};

/** Imports of frames that are cut off by a kill, with odd frames among them. */
export const importsDrill = {
  promise: 'An import that is cut off at any moment is whole when it is sent again, and an odd frame keeps no other out.',
  run: ({ kills, imported, seed }: Amount): Promise<Figures> =>
    inFolder(async (data) => {
      const random = seededRandom(seed);
      const frames = Array.from({ length: imported }, (_, n) => frameNo(n));
      const isOdd = (n: number): boolean => n % 97 === 0;
      let [cutOff, alone] = [0, 0];
      const send = async (server: Drilled, some: readonly number[]): Promise<void> => {
        const body = JSON.stringify({ frames: some.map((n) => (isOdd(n) ? { ...frames[n], orientation: 1.5 } : frames[n])) });
        const { status } = await json(`${server.base}/api/log/frames`, { method: 'POST', body });
        if (status !== 400) return must(status === 200, `frames were answered ${status}`);
        // As the page does: one by one.
        if (some.length === 1) return void (alone += 1);
        for (const n of some) await send(server, [n]);
      };
      const all = frames.map((_, n) => n);
      for (let round = 0; round <= Math.min(kills, 20); round++) {
        const server = await startServer(data);
        const last = round === Math.min(kills, 20);
        const cut = last ? null : setTimeout(() => void server.kill(), 100 + random() * Math.max(900, imported));
        try {
          for (let from = 0; from < all.length; from += 100) await send(server, all.slice(from, from + 100));
          if (!last) await server.stop();
          if (cut) clearTimeout(cut);
        } catch (error) {
          // Only a connection that broke is a cut; a wrong answer is not, and nobody cuts the last round off.
          if (last || !(error instanceof TypeError)) throw error;
          cutOff += 1;
        }
        if (!last) continue;
        const { body } = await json(`${server.base}/api/log`);
        const good = all.filter((n) => !isOdd(n)).length;
        // Fewer were lost, more are there twice.
        must(body.frames === good, `${body.frames} of ${good} frames are there`);
        await server.stop();
      }
      return { frames: frames.length, 'cut off': cutOff, 'odd ones named, over all rounds': alone };
    }),
};

function frameNo(n: number): Record<string, unknown> {
  const at = new Date(Date.UTC(2027, 0, 14, 15) + 9000 * n).toISOString();
  return {
    digest: createHash('sha256').update(`frame ${n}`).digest('hex'),
    name: `${n}.jpg`,
    bytes: 5_000_000,
    takenAt: at,
    wallClock: at.slice(0, 19),
    zoned: true,
    widthPx: 6000,
    heightPx: 4000,
    orientation: 1,
    camera: 'Full frame 24 MP',
    lens: null,
    shutterS: 1 / 125,
    fNumber: 2.8,
    iso: 3200,
    focalLengthMm: 28,
    equivalentMm: 28,
  };
}

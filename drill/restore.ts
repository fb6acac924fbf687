import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import Database from 'libsql';
import { randomUUID } from 'node:crypto';
import { readdirSync } from 'node:fs';
import path from 'node:path';
import type { Amount, Figures } from './drills.ts';
import { allBriefs, inFolder, json, must, percentile, startServer, watchHealth, type Drilled } from './server.ts';

const brief = (title: string) => ({ ...PORT_ALDER_BRIEFS[0]!, title });
const WRITERS = 4;

/** A restore asked for while others write, of a large log, and to and fro. */
export const restoreDrill = {
  promise: 'A restore brings back the very backup that was asked for; what it replaces is in a backup, and nobody waits for it.',
  run: ({ frames }: Amount): Promise<Figures> =>
    inFolder(async (data) => {
      const begun = await startServer(data, { HUSHTO_DEMO: '1' });
      await begun.stop();
      const there = manyFrames(path.join(data, 'hushto.sqlite'), frames);
      const server = await startServer(data);
      const first = await backUp(server);
      await create(server, 'After the first');
      const second = await backUp(server);
      const acknowledged: string[] = [];
      let [busy, restoring] = [0, true];
      const writer = async (who: number): Promise<void> => {
        for (let i = 0; restoring; i++) {
          const title = `Writer ${who}, ${i}`;
          const { status, body } = await create(server, title);
          if (status === 200) acknowledged.push(title);
          else if (body?.error?.code === 'BUSY') busy += 1;
          else must(false, `a write was answered ${status}`);
          await new Promise((resolve) => setTimeout(resolve, 25));
        }
      };
      const writers = Array.from({ length: WRITERS }, (_, who) => writer(who));
      const stopWatching = watchHealth(server.base);
      const times: number[] = [];
      for (const backup of [first, second, first]) {
        const start = performance.now();
        const { status } = await json(`${server.base}/api/data/backups/${backup}/restore`, { method: 'POST' });
        must(status === 204, `a restore was answered ${status}: ${server.said()}`);
        times.push(performance.now() - start);
      }
      restoring = false;
      await Promise.all(writers);
      const waits = await stopWatching();
      const kept = new Set(titles(await allBriefs(server.base)));
      must(!kept.has('After the first'), 'it holds what was not in the backup');
      const { body: log } = await json(`${server.base}/api/log`);
      must(log.frames === there, `${log.frames} of ${there} frames are there`);
      await server.stop();
      const files = readdirSync(path.join(data, 'backups')).filter((name) => name.includes('before-restore'));
      for (const name of files) for (const title of titlesIn(path.join(data, 'backups', name))) kept.add(title);
      const lost = acknowledged.filter((title) => !kept.has(title)).length;
      must(lost === 0, `${lost} acknowledged writes are in no state and no backup`);
      return { frames: there, restores: times.length, 's each': Number((Math.max(...times) / 1000).toFixed(1)), 'acknowledged writes': acknowledged.length, 'answered BUSY': busy, lost, 'health p99, ms': percentile(waits, 0.99), 'health worst, ms': Math.round(waits.at(-1)!) }; // prettier-ignore
    }),
};

const create = (server: Drilled, title: string) =>
  json(`${server.base}/api/briefs/${randomUUID()}`, {
    method: 'PUT',
    headers: { 'if-none-match': '*' },
    body: JSON.stringify(brief(title)),
  });
const titles = (stored: readonly { document: { title: string } }[]): string[] => stored.map(({ document }) => document.title);

async function backUp(server: Drilled): Promise<string> {
  const { status, body } = await json(`${server.base}/api/data/backups`, { method: 'POST' });
  must(status === 201, `a backup was answered ${status}`);
  return body.name as string;
}

function titlesIn(file: string): string[] {
  const database = new Database(file);
  const rows = database.prepare('select title from brief').all() as { title: string }[];
  database.close();
  return rows.map(({ title }) => title);
}

/** Multiplies the demo's frames and their small pictures in a database that nobody has open. @returns how many there are then */
export function manyFrames(file: string, wanted: number): number {
  const database = new Database(file);
  const columns = (database.prepare(`select name from pragma_table_info('log_frame')`).all() as { name: string }[]).map(
    ({ name }) => name,
  );
  const NEW: Record<string, string> = { id: 'lower(hex(randomblob(16)))', digest: 'lower(hex(randomblob(32)))' };
  const list = columns.map((name) => `\`${name}\``).join(', ');
  const values = columns.map((name) => NEW[name] ?? `\`${name}\``).join(', ');
  const count = (): number => (database.prepare('select count(*) as n from log_frame').get() as { n: number }).n;
  database.exec('begin');
  for (let there = count(); there < wanted; there = count())
    database.exec(`insert into log_frame (${list}) select ${values} from log_frame limit ${Math.min(there, wanted - there)}`);
  // A picture of 6 kB for every fourth.
  database.exec(`insert or ignore into log_preview (frame_id, likeness, sharpness, webp)
    select id, null, null, randomblob(6000) from log_frame where rowid % 4 = 0`);
  database.exec('commit');
  const all = count();
  database.close();
  return all;
}

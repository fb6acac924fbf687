import { plan, schools, takes } from '../src/plan.worker.ts';
import type { MikroORM } from '@mikro-orm/libsql';
import type { FastifyInstance, InjectOptions } from 'fastify';
import { buildApp } from '../src/app.ts';
import type { Backups } from '../src/data/backups.ts';
import { openData } from '../src/data/database.ts';
import { readHere, readInThread } from '../src/data/reader.ts';
import { LogBook } from '../src/log/logBook.ts';
import type { Planner } from '../src/planner/planner.ts';
import { fillShelf } from '../src/shelf.ts';
import { storesWith, type Stores } from '../src/stores.ts';
import { WriteGate } from '../src/writeGate.ts';

export interface TestServer {
  app: FastifyInstance;
  orm: MikroORM;
  stores: Stores;
  log: LogBook;
  backups: Backups | null;
  /** The last revision that was in a backup at the opening; null where nothing was there. */
  backedUp: number | null;
  /** Sends JSON and gives status and body. */
  send(
    method: InjectOptions['method'],
    url: string,
    payload?: unknown,
    headers?: Record<string, string>,
  ): Promise<{ status: number; body: any }>;
  close(): Promise<void>;
}

/** Plans on this very thread: starting others would take longer than most tests. */
export const planHere: Planner = {
  plan: async (brief) => plan(brief),
  schools: async (brief) => schools(brief),
  takes: async (brief) => takes(brief),
  close: async () => undefined,
};

interface TestOptions {
  demo?: boolean;
  /** Whether the demo comes with its four hundred frames, which take half a second. */
  frames?: boolean;
  file?: string;
  webRoot?: string;
  planner?: Planner;
  /** Time of backups. */
  now?: () => Date;
}

/** The app over a database in memory of its own, with a clock that moves a second per reading. */
export async function testServer(options: TestOptions = {}): Promise<TestServer> {
  let seconds = 0;
  const clock = (): Date => new Date(Date.UTC(2026, 0, 12, 18, 0, seconds++));
  const { orm, backups, backedUp, close } = await openData(options.file ?? ':memory:', options.now ?? clock);
  const stores = storesWith(clock);
  const planner = options.planner ?? planHere;
  const log = new LogBook(stores, planner, clock);
  const reader = options.file ? readInThread(options.file) : readHere(orm, stores);
  await fillShelf(orm, stores, options.frames ? log : null, { demo: options.demo ?? false });
  const app = await buildApp({
    orm,
    stores,
    log,
    planner,
    reader,
    gate: new WriteGate(),
    backups,
    now: clock,
    version: '0.0.0-test',
    webRoot: options.webRoot ?? null,
  });
  return {
    app,
    orm,
    stores,
    log,
    backups,
    backedUp,
    send: async (method, url, payload, headers = {}) => {
      const reply = await app.inject({
        method,
        url,
        headers: { host: '127.0.0.1:4567', ...headers },
        ...(payload === undefined ? {} : { payload: payload as object }),
      });
      return { status: reply.statusCode, body: reply.body ? reply.json() : null };
    },
    close: async () => {
      await app.close();
      await reader.close();
      await close();
    },
  };
}

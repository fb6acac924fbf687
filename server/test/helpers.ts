import type { MikroORM } from '@mikro-orm/libsql';
import type { FastifyInstance, InjectOptions } from 'fastify';
import { buildApp } from '../src/app.ts';
import { openDatabase } from '../src/database.ts';
import { fillShelf, storesWith } from '../src/shelf.ts';

export interface TestServer {
  app: FastifyInstance;
  orm: MikroORM;
  /** Sends JSON and gives status and body. */
  send(
    method: InjectOptions['method'],
    url: string,
    payload?: unknown,
    headers?: Record<string, string>,
  ): Promise<{ status: number; body: any }>;
  close(): Promise<void>;
}

/** The app over a database in memory of its own, with a clock that moves a second per reading. */
export async function testServer(options: { demo?: boolean; file?: string; webRoot?: string } = {}): Promise<TestServer> {
  let seconds = 0;
  const orm = await openDatabase(options.file ?? ':memory:', new Date('2026-01-12T18:00:00Z'));
  const stores = storesWith(() => new Date(Date.UTC(2026, 0, 12, 18, 0, seconds++)));
  await fillShelf(orm, stores, { demo: options.demo ?? false });
  const app = await buildApp({ orm, stores, version: '0.0.0-test', webRoot: options.webRoot ?? null });
  return {
    app,
    orm,
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
      await orm.close();
    },
  };
}

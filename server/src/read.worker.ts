import { KIND_NAMES, type LogFilter, type LogSays } from '@hushto/contract';
import { MikroORM } from '@mikro-orm/libsql';
import type { MessagePort } from 'node:worker_threads';
import { writeArchive } from './data/archive.ts';
import { giveChunks } from './data/chunks.ts';
import type { Readable } from './data/reader.ts';
import { logCsv } from './log/csv.ts';
import { framesOf } from './log/frameRows.ts';
import { logSays } from './log/logSays.ts';
import { ormConfig } from './mikro-orm.config.ts';
import { storesWith } from './stores.ts';

/** Long reading, on a connection of its own that cannot write: whoever asks for something small does not wait for it. */

let opened: Promise<MikroORM> | null = null;
const connection = (file: string): Promise<MikroORM> => (opened ??= open(file));
async function open(file: string): Promise<MikroORM> {
  const orm = await MikroORM.init(ormConfig(file));
  await orm.em.getConnection().execute('pragma query_only = on');
  return orm;
}

export async function says({ file, filter }: { file: string; filter: LogFilter }): Promise<LogSays> {
  return logSays((await connection(file)).em.fork(), filter);
}

/** Digests of every document that can be sent as it is stored, by kind. */
export async function readable({ file }: { file: string }): Promise<Readable> {
  const [orm, stores] = [await connection(file), storesWith(() => new Date())];
  const found: Readable = {};
  for (const kind of KIND_NAMES) found[kind] = await stores[kind].readable(orm.em.fork());
  return found;
}

export async function csv({ file, filter, port }: { file: string; filter: LogFilter; port: MessagePort }): Promise<void> {
  const orm = await connection(file);
  await giveChunks(port, logCsv(framesOf(orm.em.fork(), filter)));
}

export async function archive(task: { file: string; madeAtMs: number; previews: boolean; port: MessagePort }): Promise<void> {
  const { file, madeAtMs, previews, port } = task;
  const orm = await connection(file);
  const madeAt = new Date(madeAtMs);
  await giveChunks(port, writeArchive(orm.em.fork(), storesWith(() => madeAt), madeAt, previews)); // prettier-ignore
}

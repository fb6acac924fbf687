import type { KindName, LogFilter, LogSays } from '@hushto/contract';
import type { MikroORM } from '@mikro-orm/libsql';
import { Readable as Stream } from 'node:stream';
import { MessageChannel } from 'node:worker_threads';
import { logCsv } from '../log/csv.ts';
import { framesOf } from '../log/frameRows.ts';
import { logSays } from '../log/logSays.ts';
import type { Stores } from '../stores.ts';
import { poolOf } from '../workers.ts';
import { writeArchive } from './archive.ts';
import { takeChunks } from './chunks.ts';

/** Digests of documents that can be sent as they are stored, by kind. */
export type Readable = Partial<Record<KindName, string[]>>;

/** Reading that goes through much: statistics, tables, archives. */
export interface Reader {
  says(filter: LogFilter): Promise<LogSays>;
  /** Opens every document once: what is asked for all of them later need not. */
  readable(): Promise<Readable>;
  csv(filter: LogFilter): Stream;
  /** @param previews whether the small pictures of the log go along */
  archive(madeAt: Date, previews: boolean): Stream;
  close(): Promise<void>;
}

/** Long reads that one thread does at a time, a slice of each in turn. */
const AT_A_TIME = 16;

/** Reads a database file in a thread. */
export function readInThread(file: string): Reader {
  const pool = poolOf('read.worker', { minThreads: 0, maxThreads: 1, concurrentTasksPerWorker: AT_A_TIME, idleTimeout: 60_000 });
  const streamed = (name: 'csv' | 'archive', task: object): Stream => {
    const { port1, port2 } = new MessageChannel();
    const stream = takeChunks(port2);
    pool
      .run({ ...task, file, port: port1 }, { name, transferList: [port1] as never })
      .catch((error: Error) => stream.destroy(error));
    return stream;
  };
  return {
    says: (filter) => pool.run({ file, filter }, { name: 'says' }) as Promise<LogSays>,
    readable: () => pool.run({ file }, { name: 'readable' }) as Promise<Readable>,
    csv: (filter) => streamed('csv', { filter }),
    archive: (madeAt, previews) => streamed('archive', { madeAtMs: madeAt.getTime(), previews }),
    close: () => pool.destroy(),
  };
}

/** Reads a database in memory, which no other thread sees. */
export const readHere = (orm: MikroORM, stores: Stores): Reader => ({
  says: (filter) => logSays(orm.em.fork(), filter),
  // What is in memory is small.
  readable: async () => ({}),
  csv: (filter) => Stream.from(logCsv(framesOf(orm.em.fork(), filter))),
  archive: (madeAt, previews) => writeArchive(orm.em.fork(), stores, madeAt, previews),
  close: async () => undefined,
});

import {
  ApiError,
  BackupSchema,
  BroughtSchema,
  DataStateSchema,
  ErrorReplySchema,
  KIND_NAMES,
  type Aside,
  type KindName,
} from '@hushto/contract';
import { fieldIssues } from '@hushto/words';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { createWriteStream, existsSync, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { z } from 'zod';
import { mustBePacked } from '../data/archiveLines.ts';
import { bringArchive } from '../data/bringArchive.ts';
import type { Backups } from '../data/backups.ts';
import type { Reader } from '../data/reader.ts';
import { backupsOf } from '../data/restore.ts';
import { timeText } from '../documents.ts';
import type { LogBook } from '../log/logBook.ts';
import type { Stores } from '../stores.ts';
import type { WriteGate } from '../writeGate.ts';
import { IdSchema } from './documents.routes.ts';

interface DataRoutes {
  orm: MikroORM;
  stores: Stores;
  log: LogBook;
  backups: Backups | null;
  now: () => Date;
  reader: Reader;
  gate: WriteGate;
  /** Whether paths of this computer may be told. */
  tellsFolder: boolean;
}

const ArchiveQuery = z.strictObject({
  previews: z.enum(['yes', 'no']).default('yes').describe('whether the small pictures of the log go along'),
});
const LARGEST_ARCHIVE_BYTES = 1_073_741_824;

/** Your data as a whole: what there is, its backups, one archive out and in, and what stands aside. */
export function dataRoutes({ orm, stores, log, reader, backups, now, gate, tellsFolder }: DataRoutes): FastifyPluginAsyncZod {
  const failing = {
    400: ErrorReplySchema,
    404: ErrorReplySchema,
    409: ErrorReplySchema,
    503: ErrorReplySchema,
    507: ErrorReplySchema,
  };
  const tags = ['data'];
  return async (app) => {
    app.addContentTypeParser(['application/gzip', 'application/octet-stream'], (_request, payload, done) => done(null, payload));
    app.get('/', { schema: { tags, response: { 200: DataStateSchema } } }, async () => {
      const em = orm.em.fork();
      const counts = Object.fromEntries(
        await Promise.all(KIND_NAMES.map(async (kind) => [kind, await stores[kind].count(em)] as const)),
      ) as Record<KindName, number>;
      return {
        folder: backups && tellsFolder ? path.dirname(backups.file) : null,
        bytes: backups ? sizeOf(backups.file) : 0,
        counts,
        log: await log.counts(em),
        backups: backups?.list() ?? [],
        aside: await asideIn(em, stores),
      };
    });
    app.post(
      '/backups',
      { config: { writes: false }, schema: { tags, response: { 201: BackupSchema, ...failing } } },
      async (_request, reply) => reply.status(201).send(await backupsOf(backups).make()),
    );
    app.post(
      '/backups/:name/restore',
      {
        config: { writes: false },
        schema: {
          tags,
          description:
            'Everything as it was in that backup. What there is now is backed up first; other changes are answered BUSY meanwhile.',
          params: z.object({ name: z.string().max(100) }),
          response: { 204: z.null(), ...failing },
        },
      },
      async (request, reply) => {
        await backupsOf(backups).restore(request.params.name, (work) => gate.alone(work));
        return reply.status(204).send(null);
      },
    );
    const archived = { tags, description: 'Everything as one file.', querystring: ArchiveQuery };
    app.get('/archive', { schema: archived }, ({ query }, reply) => {
      const day = now().toISOString().slice(0, 10);
      void reply.header('content-disposition', `attachment; filename="hushto-everything-${day}.ndjson.gz"`);
      return reply.type('application/gzip').send(reader.archive(now(), query.previews === 'yes'));
    });
    app.post(
      '/archive',
      {
        bodyLimit: LARGEST_ARCHIVE_BYTES,
        config: { writes: false },
        schema: {
          tags,
          description: 'Brings an archive in, all of it or nothing; other changes are answered BUSY meanwhile.',
          response: { 200: BroughtSchema, ...failing },
        },
      },
      async (request) => {
        const body = request.body as Readable | undefined;
        if (typeof body?.pipe !== 'function') throw new ApiError('NOT_JSON');
        const folder = mkdtempSync(path.join(tmpdir(), 'hushto-archive-'));
        try {
          const file = path.join(folder, 'archive');
          await pipeline(body, noMoreThan(LARGEST_ARCHIVE_BYTES), createWriteStream(file, { mode: 0o600 }));
          await mustBePacked(file);
          // Written by a thread; other writers are kept out meanwhile, as for a restore.
          return await gate.alone(() => bringArchive({ orm, stores, backups }, file));
        } finally {
          rmSync(folder, { recursive: true, force: true });
        }
      },
    );
    app.get(
      '/aside/:kind/:id',
      {
        schema: {
          tags,
          description: 'A document that cannot be read, as it is stored.',
          params: z.object({ kind: z.enum(KIND_NAMES as [KindName, ...KindName[]]), id: IdSchema }),
        },
      },
      async (request, reply) => {
        const { kind, id } = request.params;
        const row = await stores[kind].findRow(orm.em.fork(), id);
        if (!row) throw new ApiError('NOT_FOUND');
        void reply.header('content-disposition', `attachment; filename="${kind}-${id}.txt"`);
        return reply.type('text/plain; charset=utf-8').send(row.document);
      },
    );
  };
}

async function asideIn(em: EntityManager, stores: Stores): Promise<Aside[]> {
  const aside: Aside[] = [];
  for (const kind of KIND_NAMES)
    for await (const row of stores[kind].rows(em, { deletedAt: null })) {
      if (stores[kind].isKnown(row)) continue;
      const opened = stores[kind].open(row);
      if ('stored' in opened) continue;
      const { why, issues } = opened.unreadable;
      aside.push({
        kind,
        id: row.id,
        title: row.title,
        updatedAt: timeText(row.updatedAt),
        why,
        issues: fieldIssues({ issues }),
      });
    }
  return aside;
}

const sizeOf = (file: string): number =>
  [file, `${file}-wal`].reduce((sum, one) => sum + (existsSync(one) ? statSync(one).size : 0), 0);

function noMoreThan(limit: number): Transform {
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > limit) done(new ApiError('TOO_LARGE'));
      else done(null, chunk);
    },
  });
}

import {
  BriefFileSchema,
  briefFileJsonSchema,
  briefFileToday,
  BRIEF_FILE_SCHEMA_PATH,
  ErrorReplySchema,
  kitFileJsonSchema,
  KIT_FILE_SCHEMA_PATH,
  storedSchema,
} from '@hushto/contract';
import type { MikroORM } from '@mikro-orm/libsql';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { Readable } from 'node:stream';
import { z } from 'zod';
import type { Documents } from '../documents.ts';

/** Files of briefs and of kits: their published schemas, every brief as one file, and taking one in whole or not at all. */
export function briefFileRoutes({ orm, store }: { orm: MikroORM; store: Documents<'briefs'> }): FastifyPluginAsyncZod {
  return async (app) => {
    app.get(BRIEF_FILE_SCHEMA_PATH.replace('/api', ''), { schema: { hide: true } }, () => briefFileJsonSchema());
    app.get(KIT_FILE_SCHEMA_PATH.replace('/api', ''), { schema: { hide: true } }, () => kitFileJsonSchema());
    app.get(
      '/briefs/file',
      { schema: { tags: ['briefs'], description: 'Every brief as one file.', response: { 200: BriefFileSchema } } },
      async (_request, reply) => {
        const em = orm.em.fork();
        // A slice at a time: however many there are, nobody waits for them.
        async function* pieces(): AsyncGenerator<string> {
          yield '{"format":"hushto-briefs","version":2,"briefs":[';
          let comma = '';
          for await (const row of store.rows(em, { deletedAt: null })) {
            const opened = store.open(row);
            if ('unreadable' in opened) continue;
            yield comma + JSON.stringify(opened.stored.document);
            comma = ',';
          }
          yield ']}';
        }
        return reply.type('application/json; charset=utf-8').send(Readable.from(pieces()) as never);
      },
    );
    app.post(
      '/briefs/file',
      {
        schema: {
          tags: ['briefs'],
          description: 'Takes a file of briefs in, all of them or none.',
          body: z.preprocess(briefFileToday, BriefFileSchema),
          response: { 201: z.array(storedSchema('briefs')), 400: ErrorReplySchema },
        },
      },
      async (request, reply) => {
        const stored = await store.createAll(orm.em.fork(), request.body.briefs);
        // Checked when they came in.
        return reply
          .status(201)
          .type('application/json; charset=utf-8')
          .send(JSON.stringify(stored) as never);
      },
    );
  };
}

import { BriefFileSchema, briefFileJsonSchema, BRIEF_FILE_SCHEMA_PATH, ErrorReplySchema, storedSchema } from '@hushto/contract';
import type { MikroORM } from '@mikro-orm/libsql';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Documents } from '../documents.ts';

/** Files of briefs: their published schema, every brief as one file, and taking one in whole or not at all. */
export function briefFileRoutes({ orm, store }: { orm: MikroORM; store: Documents<'briefs'> }): FastifyPluginAsyncZod {
  return async (app) => {
    app.get(BRIEF_FILE_SCHEMA_PATH.replace('/api', ''), { schema: { hide: true } }, () => briefFileJsonSchema());
    app.get(
      '/briefs/file',
      { schema: { tags: ['briefs'], description: 'Every brief as one file.', response: { 200: BriefFileSchema } } },
      async (_request, reply) => {
        const briefs = (await store.list(orm.em.fork())).map(({ document }) => document);
        const file = { format: 'hushto-briefs', version: 1, briefs };
        // Checked brief by brief when they were opened.
        return reply.type('application/json; charset=utf-8').send(JSON.stringify(file) as never);
      },
    );
    app.post(
      '/briefs/file',
      {
        schema: {
          tags: ['briefs'],
          description: 'Takes a file of briefs in, all of them or none.',
          body: BriefFileSchema,
          response: { 201: z.array(storedSchema('briefs')), 400: ErrorReplySchema },
        },
      },
      async (request, reply) => reply.status(201).send(await store.createAll(orm.em.fork(), request.body.briefs)),
    );
  };
}

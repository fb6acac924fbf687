import { ErrorReplySchema } from '@hushto/contract';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Documents } from '../documents.ts';

interface DocumentRoutes<Document> {
  orm: MikroORM;
  store: Documents<Document>;
  /** Body of create and change. */
  document: z.ZodType<Document>;
  /** Reply, with what is kept beside the document. */
  stored: z.ZodType;
  tag: string;
}

const Params = z.object({ id: z.string().max(64) });
const Revision = z.looseObject({
  'if-match': z
    .string()
    .regex(/^"?\d+"?$/, 'Send the revision you opened, a whole number.')
    .optional(),
});

/** Create, read, list, change, delete and restore of one kind of document. */
export function documentRoutes<Document>({ orm, store, document, stored, tag }: DocumentRoutes<Document>): FastifyPluginAsyncZod {
  const em = (): EntityManager => orm.em.fork();
  const failing = { 400: ErrorReplySchema, 404: ErrorReplySchema };
  return async (app) => {
    app.get('/', { schema: { tags: [tag], response: { 200: z.array(stored) } } }, () => store.list(em()));
    app.post('/', { schema: { tags: [tag], body: document, response: { 201: stored, ...failing } } }, async (request, reply) =>
      reply.status(201).send(await store.create(em(), request.body as Document)),
    );
    app.get('/:id', { schema: { tags: [tag], params: Params, response: { 200: stored, ...failing } } }, (request) =>
      store.read(em(), request.params.id),
    );
    app.put(
      '/:id',
      {
        schema: {
          tags: [tag],
          params: Params,
          headers: Revision,
          body: document,
          response: { 200: stored, ...failing, 409: ErrorReplySchema },
        },
      },
      (request) => {
        const expected = request.headers['if-match'];
        const revision = expected === undefined ? null : Number(expected.replaceAll('"', ''));
        return store.change(em(), request.params.id, request.body as Document, revision);
      },
    );
    app.delete(
      '/:id',
      { schema: { tags: [tag], params: Params, response: { 204: z.null(), ...failing } } },
      async (request, reply) => {
        await store.delete(em(), request.params.id);
        return reply.status(204).send(null);
      },
    );
    app.post('/:id/restore', { schema: { tags: [tag], params: Params, response: { 200: stored, ...failing } } }, (request) =>
      store.restore(em(), request.params.id),
    );
  };
}

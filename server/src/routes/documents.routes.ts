import { ApiError, ErrorReplySchema } from '@hushto/contract';
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
/** An id the sender makes must be a UUID: nobody else makes the same. */
const NewId = z.uuid('Give a UUID.');
const Revision = z.looseObject({
  'if-none-match': z.literal('*', 'Send *, to create under this id.').optional(),
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
          description: 'Changes it, or with If-None-Match: * creates it under this id. Either may be sent again.',
          response: { 200: stored, ...failing, 409: ErrorReplySchema },
        },
      },
      (request) => {
        if (request.headers['if-none-match']) {
          const id = NewId.safeParse(request.params.id);
          if (!id.success) throw new ApiError('VALIDATION_FAILED', [{ path: 'id', message: 'Give a UUID.' }]);
          return store.createAs(em(), id.data, request.body as Document);
        }
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

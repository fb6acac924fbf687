import { ErrorReplySchema, KINDS, storedSchema, type DocumentOf, type KindName, type Stored } from '@hushto/contract';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import type { FastifyReply } from 'fastify';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Documents, ListCursor } from '../documents.ts';

interface DocumentRoutes<Name extends KindName> {
  orm: MikroORM;
  store: Documents<Name>;
}

/** Ids are made of these alone; anything else is nobody's. */
export const IdSchema = z.string().regex(/^[\w-]{1,64}$/, 'An id has letters, digits, - and _ only, 64 at most.');
const Params = z.object({ id: IdSchema });
const Revision = z.looseObject({
  'if-none-match': z.literal('*', 'Send *, to create under this id.').optional(),
  'if-match': z
    .string()
    .regex(/^"?\d{1,15}"?$/, 'Send the revision you opened, a whole number.')
    .optional(),
});
const ListQuery = z.strictObject({
  limit: z.coerce.number().int().min(1).max(500).default(200),
  after: z
    .string()
    .regex(/^\d{1,15}\.[\w-]{1,64}$/, 'Follow the link to the next page as it was given.')
    .optional(),
});

const expected = (headers: z.infer<typeof Revision>): number | null => {
  const text = headers['if-match'];
  return text === undefined ? null : Number(text.replaceAll('"', ''));
};
const cursorOf = (after: string | undefined): ListCursor | null => {
  const dot = after?.indexOf('.') ?? -1;
  return after === undefined ? null : { createdAtMs: Number(after.slice(0, dot)), id: after.slice(dot + 1) };
};

/** Sends what was checked when it came in, or when it was opened: it is not checked once more on its way out. */
const asText = (reply: FastifyReply, stored: Stored): FastifyReply =>
  reply.type('application/json; charset=utf-8').send(JSON.stringify(stored));

/** Create, read, list, change, delete and restore of one kind of document. */
export function documentRoutes<Name extends KindName>({ orm, store }: DocumentRoutes<Name>): FastifyPluginAsyncZod {
  const { path, tag, schema: documentSchema } = KINDS[store.name];
  const document = documentSchema as z.ZodType<DocumentOf<Name>>;
  const stored = storedSchema(store.name);
  const em = (): EntityManager => orm.em.fork();
  const failing = { 400: ErrorReplySchema, 404: ErrorReplySchema, 409: ErrorReplySchema };
  const tags = [tag];
  return async (app) => {
    app.get(
      '/',
      {
        schema: {
          tags,
          querystring: ListQuery,
          description: 'In the order of creation, 200 at a time; the header Link names the next page.',
          response: { 200: z.array(stored), 400: ErrorReplySchema },
        },
      },
      async (request, reply) => {
        const { limit, after } = request.query;
        const { texts, next } = await store.page(em(), cursorOf(after), limit);
        if (next) {
          const query = new URLSearchParams({ limit: String(limit), after: `${next.createdAtMs}.${next.id}` });
          void reply.header('link', `</api/${path}?${query.toString()}>; rel="next"`);
        }
        // Already JSON, and checked against the schema when it was opened.
        return reply.type('application/json; charset=utf-8').send(`[${texts.join(',')}]` as never);
      },
    );
    app.post('/', { schema: { tags, body: document, response: { 201: stored, ...failing } } }, async (request, reply) =>
      asText(reply.status(201), await store.create(em(), request.body as DocumentOf<Name>)),
    );
    app.get('/:id', { schema: { tags, params: Params, response: { 200: stored, ...failing } } }, async (request, reply) =>
      asText(reply, await store.read(em(), request.params.id)),
    );
    app.put(
      '/:id',
      {
        schema: {
          tags,
          params: Params,
          headers: Revision,
          body: document,
          description: 'Changes it, or with If-None-Match: * creates it under this id. Either may be sent again.',
          response: { 200: stored, ...failing },
        },
      },
      async (request, reply) =>
        asText(
          reply,
          request.headers['if-none-match']
            ? await store.createAs(em(), request.params.id, request.body as DocumentOf<Name>)
            : await store.change(em(), request.params.id, request.body as DocumentOf<Name>, expected(request.headers)),
        ),
    );
    app.delete(
      '/:id',
      {
        schema: {
          tags,
          params: Params,
          headers: Revision,
          description: 'With If-Match it is refused where it was changed since. A deleted one can be restored.',
          response: { 204: z.null(), ...failing },
        },
      },
      async (request, reply) => {
        await store.delete(em(), request.params.id, expected(request.headers));
        return reply.status(204).send(null);
      },
    );
    app.post(
      '/:id/restore',
      {
        schema: {
          tags,
          params: Params,
          body: document.nullish(),
          description: 'Brings back what was deleted, as it was. With a document, makes it of that where there never was one.',
          response: { 200: stored, ...failing },
        },
      },
      async (request, reply) =>
        asText(reply, await store.restore(em(), request.params.id, request.body as DocumentOf<Name> | null | undefined)),
    );
  };
}

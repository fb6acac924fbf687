import {
  ApiError,
  AssignSchema,
  ErrorReplySchema,
  FrameIdsSchema,
  FramesTakenInSchema,
  JudgedSchema,
  LogFilterSchema,
  LogLooksSchema,
  LogPageQuerySchema,
  LogPageSchema,
  LogSaysSchema,
  LogShelfSchema,
  MOST_PREVIEW_BYTES,
  NewFramesSchema,
  SoftnessSchema,
  type LogLook,
} from '@hushto/contract';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { LogBook } from '../log/logBook.ts';
import type { Reader } from '../data/reader.ts';
import { isWebp } from '../log/logRows.ts';
import type { Look } from '../log/looks.ts';
import { IdSchema } from './documents.routes.ts';

const Params = z.object({ id: IdSchema });
const likeness = z.string().regex(/^[0-9a-f]{64}$/);
const AboutPreview = z.strictObject({
  likeness: likeness.optional().describe('256 bits that are alike for alike pictures'),
  sharpness: z.coerce.number().min(0).max(1e6).optional(),
});

/** Fifty pictures of 64 kB in base 64, with what is said of them. */
const MOST_LOOKS_BYTES = 8_388_608;

/** A look with its picture as bytes. @throws ApiError VALIDATION_FAILED where it is none */
function lookOf({ preview, ...look }: LogLook, i: number): Look {
  if (!preview) return look;
  const webp = Buffer.from(preview.webp, 'base64');
  if (!isWebp(webp))
    throw new ApiError('VALIDATION_FAILED', [
      { path: `looks.${i}.preview.webp`, message: 'Send a picture in WebP, at most 64 kB.' },
    ]);
  return { ...look, preview: { ...preview, webp } };
}

/** Frames really taken: in, out, what became of them, and what they say. */
export function logRoutes({ orm, log, reader }: { orm: MikroORM; log: LogBook; reader: Reader }): FastifyPluginAsyncZod {
  const em = (): EntityManager => orm.em.fork();
  const failing = { 400: ErrorReplySchema, 404: ErrorReplySchema };
  const tags = ['log'];
  return async (app) => {
    app.addContentTypeParser('image/webp', { parseAs: 'buffer', bodyLimit: MOST_PREVIEW_BYTES }, (_request, bytes, done) =>
      done(null, bytes),
    );
    app.get('/', { schema: { tags, description: 'Its outings, and the bodies and lenses its frames name.', response: { 200: LogShelfSchema } } }, () =>
      log.shelf(em()),
    );
    app.get('/frames', { schema: { tags, querystring: LogPageQuerySchema, response: { 200: LogPageSchema, ...failing } } }, ({ query }) => {
      const { offset, limit, ...filter } = query;
      return log.page(em(), filter, offset, limit);
    });
    app.post(
      '/frames',
      { schema: { tags, description: 'Takes frames in, all of them or none; each once, however often it is sent.', body: NewFramesSchema, response: { 200: FramesTakenInSchema, ...failing } } },
      async ({ body }) => ({ frames: await log.add(em(), body.frames) }),
    );
    app.post(
      '/verdicts',
      { schema: { tags, description: 'Answers with what was said before: send that to take it back.', body: JudgedSchema, response: { 200: JudgedSchema, ...failing } } },
      ({ body }) => log.judge(em(), body),
    );
    app.post(
      '/frames/brief',
      { schema: { tags, body: AssignSchema, response: { 200: z.array(z.object({ id: z.string(), briefId: z.string().nullable() })), ...failing } } },
      ({ body }) => log.assign(em(), body.ids, body.briefId),
    );
    for (const [path, remove] of [['/frames/delete', true], ['/frames/restore', false]] as const)
      app.post(path, { schema: { tags, body: FrameIdsSchema, response: { 204: z.null(), ...failing } } }, async ({ body }, reply) => {
        await log.remove(em(), body.ids, remove);
        return reply.status(204).send(null);
      });
    app.post('/figures', { schema: { tags, description: 'Works the figures of frames out anew: of every one, or of those taken for a brief.', querystring: z.strictObject({ brief: IdSchema.optional() }), response: { 200: z.object({ frames: z.number().int() }), ...failing } } }, async ({ query }) => ({
      frames: await log.figure(em(), query.brief),
    }));
    app.post(
      '/looks',
      {
        bodyLimit: MOST_LOOKS_BYTES,
        schema: {
          tags,
          description: 'Small pictures of frames and why each is soft, many at once; alike pictures are grouped. Frames that are gone are passed over.',
          body: LogLooksSchema,
          response: { 200: z.object({ kept: z.number().int() }), ...failing },
        },
      },
      async ({ body }) => ({ kept: await log.putLooks(em(), body.looks.map(lookOf)) }),
    );
    app.get('/says', { schema: { tags, querystring: LogFilterSchema, response: { 200: LogSaysSchema, ...failing } } }, ({ query }) =>
      reader.says(query),
    );
    app.get('/frames.csv', { schema: { tags, description: 'The frames of a filter as a table.', querystring: LogFilterSchema } }, ({ query }, reply) => {
      void reply.header('content-disposition', 'attachment; filename="hushto-log.csv"');
      return reply.type('text/csv; charset=utf-8').send(reader.csv(query));
    });
    app.put('/frames/:id/preview', { schema: { tags, params: Params, querystring: AboutPreview, response: { 204: z.null(), ...failing } } }, async (request, reply) => {
      const bytes = request.body;
      if (!Buffer.isBuffer(bytes) || !isWebp(bytes))
        throw new ApiError('VALIDATION_FAILED', [{ path: 'body', message: 'Send a picture in WebP, at most 64 kB.' }]);
      const { likeness = null, sharpness = null } = request.query;
      await log.putLook(em(), { id: request.params.id, preview: { webp: bytes, likeness, sharpness } });
      return reply.status(204).send(null);
    });
    app.get('/frames/:id/preview', { schema: { tags, params: Params } }, async ({ params }, reply) => {
      const bytes = await log.preview(em(), params.id);
      if (!bytes) throw new ApiError('NOT_FOUND');
      return reply.type('image/webp').send(bytes);
    });
    app.put(
      '/frames/:id/softness',
      { schema: { tags, description: 'Why a frame is soft, as its picture told.', params: Params, body: SoftnessSchema, response: { 204: z.null(), ...failing } } },
      async ({ params, body }, reply) => {
        await log.putLook(em(), { id: params.id, softness: body });
        return reply.status(204).send(null);
      },
    );
    app.get('/frames/:id/softness', { schema: { tags, params: Params, response: { 200: SoftnessSchema, ...failing } } }, async ({ params }) => {
      const found = await log.softness(em(), params.id);
      if (!found) throw new ApiError('NOT_FOUND');
      return found;
    });
    app.delete('/previews', { schema: { tags, description: 'Forgets every preview; the frames stay.', response: { 204: z.null() } } }, async (_request, reply) => {
      await log.dropPreviews(em());
      return reply.status(204).send(null);
    });
  };
} // prettier-ignore

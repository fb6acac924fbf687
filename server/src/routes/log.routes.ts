import {
  ApiError,
  AssignSchema,
  ErrorReplySchema,
  FrameIdsSchema,
  FramesTakenInSchema,
  JudgedSchema,
  LogFilterSchema,
  LogPageQuerySchema,
  LogPageSchema,
  LogSaysSchema,
  LogShelfSchema,
  MOST_PREVIEW_BYTES,
  NewFramesSchema,
  SoftnessSchema,
} from '@hushto/contract';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { Readable } from 'node:stream';
import { z } from 'zod';
import { logCsv } from '../log/csv.ts';
import type { LogBook } from '../log/logBook.ts';
import { logSays } from '../log/logSays.ts';
import { IdSchema } from './documents.routes.ts';

const Params = z.object({ id: IdSchema });
const likeness = z.string().regex(/^[0-9a-f]{64}$/);
/** A picture in WebP begins so: RIFF, its length, WEBP. */
const isWebp = (bytes: Buffer): boolean =>
  bytes.length > 16 && bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP';
const AboutPreview = z.strictObject({
  likeness: likeness.optional().describe('256 bits that are alike for alike pictures'),
  sharpness: z.coerce.number().min(0).max(1e6).optional(),
});

/** Frames really taken: in, out, what became of them, and what they say. */
export function logRoutes({ orm, log }: { orm: MikroORM; log: LogBook }): FastifyPluginAsyncZod {
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
    app.post('/outings/:id/group', { schema: { tags, description: 'Groups its frames into bursts anew.', params: Params, response: { 204: z.null(), ...failing } } }, async ({ params }, reply) => {
      await log.group(em(), params.id);
      return reply.status(204).send(null);
    });
    app.get('/says', { schema: { tags, querystring: LogFilterSchema, response: { 200: LogSaysSchema, ...failing } } }, ({ query }) =>
      logSays(em(), query),
    );
    app.get('/frames.csv', { schema: { tags, description: 'The frames of a filter as a table.', querystring: LogFilterSchema } }, ({ query }, reply) => {
      void reply.header('content-disposition', 'attachment; filename="hushto-log.csv"');
      return reply.type('text/csv; charset=utf-8').send(Readable.from(logCsv(log.all(em(), query))));
    });
    app.put('/frames/:id/preview', { schema: { tags, params: Params, querystring: AboutPreview, response: { 204: z.null(), ...failing } } }, async (request, reply) => {
      const bytes = request.body;
      if (!Buffer.isBuffer(bytes) || !isWebp(bytes))
        throw new ApiError('VALIDATION_FAILED', [{ path: 'body', message: 'Send a picture in WebP, at most 64 kB.' }]);
      const { likeness = null, sharpness = null } = request.query;
      await log.putPreview(em(), request.params.id, bytes, { likeness, sharpness });
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
        await log.putSoftness(em(), params.id, body);
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

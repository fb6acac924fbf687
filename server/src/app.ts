import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import {
  ApiError,
  BodySchema,
  BriefSchema,
  fieldIssues,
  HealthSchema,
  HoldSeriesSchema,
  ShelfLensSchema,
  PlaceSchema,
  RunSheetSchema,
  StoredBodySchema,
  StoredBriefSchema,
  StoredHoldSchema,
  StoredLensSchema,
  StoredPlaceSchema,
  StoredRunSheetSchema,
  StoredTallySchema,
  StoredTasteSchema,
  TallySchema,
  TasteSeriesSchema,
} from '@hushto/contract';
import type { MikroORM } from '@mikro-orm/libsql';
import fastify, { type FastifyError, type FastifyInstance, type FastifyServerOptions } from 'fastify';
import { jsonSchemaTransform, serializerCompiler, type ZodTypeProvider } from 'fastify-type-provider-zod';
import path from 'node:path';
import { z } from 'zod';
import { briefFileRoutes } from './routes/briefFile.routes.ts';
import { documentRoutes } from './routes/documents.routes.ts';
import type { Pairing } from './pairing.ts';
import { guardByPairing, pairingCodeRoute, pairRoute } from './routes/pairing.routes.ts';
import { planRoutes } from './routes/plan.routes.ts';
import type { Network } from './network.ts';
import { addDemo, type Stores } from './shelf.ts';

/** What the app needs from outside; it opens and listens to nothing by itself. */
export interface AppDependencies {
  orm: MikroORM;
  stores: Stores;
  version: string;
  /** Folder of the built page, or null for the API alone. */
  webRoot: string | null;
  logger?: FastifyServerOptions['logger'];
  /** How phones of the network are paired; null while it is not served. */
  pairing?: Pairing | null;
  /** Set for the app that serves the network: by which names it is asked, and its certificate. This computer itself is not asked to pair. */
  network?: Pick<Network, 'names' | 'cert' | 'key'> | null;
}

const OWN_HOSTS = ['127.0.0.1', 'localhost', '[::1]'];
/** Methods that change nothing. */
const READING = new Set(['GET', 'HEAD', 'OPTIONS']);

export async function buildApp({
  orm,
  stores,
  version,
  webRoot,
  logger = false,
  pairing = null,
  network = null,
}: AppDependencies): Promise<FastifyInstance> {
  const app = fastify({
    logger,
    ...(network ? { https: { cert: network.cert, key: network.key } } : {}),
    bodyLimit: 2_097_152,
    // A browser keeps its connections open for a minute; stopping must not wait for it.
    forceCloseConnections: true,
  }).withTypeProvider<ZodTypeProvider>();
  app.setValidatorCompiler<z.ZodType>(({ schema }) => (data) => {
    const parsed = schema.safeParse(data);
    if (parsed.success) return { value: parsed.data };
    return { error: new ApiError('VALIDATION_FAILED', fieldIssues(parsed.error)) };
  });
  app.setSerializerCompiler(serializerCompiler);
  app.removeContentTypeParser('text/plain');
  answerErrors(app, webRoot !== null);

  // A page elsewhere must not reach this server under a name of its own (DNS rebinding), nor change anything from its own.
  const hosts = new Set(network ? network.names : OWN_HOSTS);
  app.addHook('onRequest', async ({ headers, method }) => {
    const host = headers.host ?? '';
    if (!hosts.has(host.replace(/:\d+$/, '').toLowerCase())) throw new ApiError('HOST_REFUSED');
    const { origin } = headers;
    if (!READING.has(method) && origin !== undefined && origin.replace(/^https?:\/\//, '') !== host)
      throw new ApiError('ORIGIN_REFUSED');
  });
  if (network && pairing) await guardByPairing(app, pairing);
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'", "'unsafe-inline'"], // positions of popovers are set as inline styles
        fontSrc: ["'self'"],
        imgSrc: ["'self'", 'data:'],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false, // plain HTTP on this machine
  });
  await app.register(swagger, { openapi: { info: { title: 'Hushto', version } }, transform: jsonSchemaTransform });

  await app.register(
    async (api) => {
      api
        .withTypeProvider<ZodTypeProvider>()
        .get('/health', { schema: { tags: ['server'], response: { 200: HealthSchema } } }, () => ({
          status: 'ok' as const,
          version,
        }));
      api.get('/openapi.json', { schema: { hide: true } }, () => app.swagger());
      api.withTypeProvider<ZodTypeProvider>().post(
        '/demo',
        {
          schema: {
            tags: ['briefs'],
            description: 'Adds Port Alder: its briefs, places, tests and run sheet, where they are missing.',
            response: { 200: z.array(StoredBriefSchema) },
          },
        },
        async () => {
          const em = orm.em.fork();
          await addDemo(em, stores);
          return stores.briefs.list(em);
        },
      );
      await api.register(network && pairing ? pairRoute(pairing) : pairingCodeRoute(pairing));
      await api.register(planRoutes({ orm, holds: stores.holds }));
      await api.register(briefFileRoutes({ orm, store: stores.briefs }));
      const briefs = { orm, store: stores.briefs, document: BriefSchema, stored: StoredBriefSchema, tag: 'briefs' };
      const bodies = { orm, store: stores.bodies, document: BodySchema, stored: StoredBodySchema, tag: 'kit' };
      const lenses = { orm, store: stores.lenses, document: ShelfLensSchema, stored: StoredLensSchema, tag: 'kit' };
      const places = { orm, store: stores.places, document: PlaceSchema, stored: StoredPlaceSchema, tag: 'outings' };
      const sheets = { orm, store: stores.runSheets, document: RunSheetSchema, stored: StoredRunSheetSchema, tag: 'outings' };
      const tallies = { orm, store: stores.tallies, document: TallySchema, stored: StoredTallySchema, tag: 'outings' };
      const holds = { orm, store: stores.holds, document: HoldSeriesSchema, stored: StoredHoldSchema, tag: 'learning' };
      const tastes = { orm, store: stores.tastes, document: TasteSeriesSchema, stored: StoredTasteSchema, tag: 'learning' };
      await api.register(documentRoutes(briefs), { prefix: '/briefs' });
      await api.register(documentRoutes(bodies), { prefix: '/bodies' });
      await api.register(documentRoutes(lenses), { prefix: '/lenses' });
      await api.register(documentRoutes(places), { prefix: '/places' });
      await api.register(documentRoutes(sheets), { prefix: '/run-sheets' });
      await api.register(documentRoutes(tallies), { prefix: '/tallies' });
      await api.register(documentRoutes(holds), { prefix: '/holds' });
      await api.register(documentRoutes(tastes), { prefix: '/tastes' });
    },
    { prefix: '/api' },
  );
  if (webRoot !== null) await servePage(app, webRoot);
  return app;
}

/** The built page. */
async function servePage(app: FastifyInstance, webRoot: string): Promise<void> {
  await app.register(fastifyStatic, {
    root: webRoot,
    cacheControl: false,
    setHeaders: (reply, file) => {
      // Vite names assets by their content, so they may be kept for ever; the index must be asked for again.
      const isAsset = path.relative(webRoot, file).startsWith('assets');
      void reply.setHeader('cache-control', isAsset ? 'public, max-age=31536000, immutable' : 'no-cache');
    },
  });
}

/** Faults of Fastify's own that have a sentence in the catalogue. */
const FASTIFY_FAULTS = {
  FST_ERR_CTP_BODY_TOO_LARGE: 'TOO_LARGE',
  FST_ERR_CTP_INVALID_MEDIA_TYPE: 'NOT_JSON',
  FST_ERR_CTP_INVALID_JSON_BODY: 'BAD_JSON',
  FST_ERR_CTP_EMPTY_JSON_BODY: 'BAD_JSON',
} as const;

function answerErrors(app: FastifyInstance, hasPage: boolean): void {
  app.setNotFoundHandler((request, reply) => {
    // Addresses inside the page lead to its index; what is under /api, or looks like a file, never does.
    const inPage = request.method === 'GET' && !/^\/api(\/|$)|\.\w+$/.test(request.url.split('?')[0]!);
    if (!hasPage || !inPage) throw new ApiError('ROUTE_NOT_FOUND');
    return reply.sendFile('index.html');
  });
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const known = asApiError(error);
    if (known.code === 'INTERNAL') request.log.error(error);
    return reply.status(known.status).send({ error: { code: known.code, message: known.message, issues: known.issues } });
  });
}

function asApiError(error: FastifyError): ApiError {
  if (error instanceof ApiError) return error;
  const code = FASTIFY_FAULTS[error.code as keyof typeof FASTIFY_FAULTS];
  if (code) return new ApiError(code);
  return new ApiError(error instanceof SyntaxError ? 'BAD_JSON' : 'INTERNAL');
}

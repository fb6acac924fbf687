import helmet from '@fastify/helmet';
import compress from '@fastify/compress';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import { ApiError, HealthSchema, KIND_NAMES, KINDS, storedSchema, type KindName } from '@hushto/contract';
import { fieldIssues } from '@hushto/words';
import type { MikroORM } from '@mikro-orm/libsql';
import fastify, { type FastifyInstance, type FastifyReply, type FastifyServerOptions } from 'fastify';
import { jsonSchemaTransform, serializerCompiler, type ZodTypeProvider } from 'fastify-type-provider-zod';
import path from 'node:path';
import { constants } from 'node:zlib';
import { z } from 'zod';
import { answerBrokenRequest, answerErrors } from './answers.ts';
import { readJsonBodies, refuseBadAddresses } from './bodies.ts';
import type { Backups } from './data/backups.ts';
import type { Reader } from './data/reader.ts';
import type { LogBook } from './log/logBook.ts';
import type { Network } from './network.ts';
import type { Pairing } from './pairing.ts';
import type { Planner } from './planner/planner.ts';
import { briefFileRoutes } from './routes/briefFile.routes.ts';
import { changesRoutes } from './routes/changes.routes.ts';
import { dataRoutes } from './routes/data.routes.ts';
import { documentRoutes } from './routes/documents.routes.ts';
import { logRoutes } from './routes/log.routes.ts';
import { guardByPairing, pairingRoutes, pairRoute } from './routes/pairing.routes.ts';
import { planRoutes } from './routes/plan.routes.ts';
import { addDemo } from './shelf.ts';
import { type Stores } from './stores.ts';
import { guardWrites, READING, type WriteGate } from './writeGate.ts';

/** What the app needs from outside; it opens and listens to nothing by itself. */
export interface AppDependencies {
  orm: MikroORM;
  stores: Stores;
  log: LogBook;
  planner: Planner;
  reader: Reader;
  /** Shared by every app on the same database. */
  gate: WriteGate;
  /** Null for a database in memory. */
  backups: Backups | null;
  now: () => Date;
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

/** A request that has not arrived whole by then is cut off, ms. */
const WHOLE_WITHIN_MS = 30_000;
/** A year, as browsers are told to come by HTTPS only, s. */
const HTTPS_ONLY_S = 31_536_000;

export async function buildApp({
  orm,
  stores,
  log,
  planner,
  reader,
  gate,
  backups,
  now,
  version,
  webRoot,
  logger = false,
  pairing = null,
  network = null,
}: AppDependencies): Promise<FastifyInstance> {
  const connections = { requestTimeout: WHOLE_WITHIN_MS, connectionsCheckingInterval: 5_000 };
  const app = fastify({
    logger,
    ...(network ? { https: { cert: network.cert, key: network.key, ...connections } } : { http: connections }),
    requestTimeout: WHOLE_WITHIN_MS,
    bodyLimit: 2_097_152,
    // A browser keeps its connections open for a minute; stopping must not wait for it.
    forceCloseConnections: true,
    // What is answered before any route is found comes from the catalogue too.
    clientErrorHandler: answerBrokenRequest,
    frameworkErrors: (_error, _request, reply) => {
      const { code, status, message } = new ApiError('BAD_REQUEST');
      void (reply as FastifyReply).status(status).send({ error: { code, message, issues: [] } });
    },
  }).withTypeProvider<ZodTypeProvider>();
  app.setValidatorCompiler<z.ZodType>(({ schema }) => (data) => {
    const parsed = schema.safeParse(data);
    if (parsed.success) return { value: parsed.data };
    return { error: new ApiError('VALIDATION_FAILED', fieldIssues(parsed.error)) };
  });
  app.setSerializerCompiler(serializerCompiler);
  readJsonBodies(app);
  refuseBadAddresses(app);
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
  guardWrites(app, gate);
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"], // the module that draws frames; no text becomes a script
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
    // On this machine it is plain HTTP.
    strictTransportSecurity: network ? { maxAge: HTTPS_ONLY_S, includeSubDomains: false } : false,
  });
  // Lists of briefs are text; what is small or packed already goes as it is. Within one computer packing takes longer than sending.
  if (network)
    await app.register(compress, {
      threshold: 1024,
      encodings: ['br', 'gzip'],
      brotliOptions: { params: { [constants.BROTLI_PARAM_QUALITY]: 4 } },
    });
  await app.register(swagger, { openapi: { info: { title: 'Hushto', version } }, transform: jsonSchemaTransform });

  await app.register(
    async (api) => {
      // What somebody keeps stays out of every cache on the way.
      api.addHook('onRequest', async (_request, reply) => void reply.header('cache-control', 'no-store'));
      api
        .withTypeProvider<ZodTypeProvider>()
        .get('/health', { config: { open: 'always' }, schema: { tags: ['server'], response: { 200: HealthSchema } } }, () => ({
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
            response: { 200: z.array(storedSchema('briefs')) },
          },
        },
        async () => {
          const em = orm.em.fork();
          await addDemo(em, stores, log);
          return stores.briefs.list(em);
        },
      );
      await api.register(network && pairing ? pairRoute(pairing) : pairingRoutes(pairing));
      await api.register(planRoutes({ orm, holds: stores.holds, planner }));
      await api.register(changesRoutes({ orm, stores }));
      await api.register(dataRoutes({ orm, stores, log, reader, backups, now, gate, tellsFolder: !network }), {
        prefix: '/data',
      });
      await api.register(logRoutes({ orm, log, reader }), { prefix: '/log' });
      await api.register(briefFileRoutes({ orm, store: stores.briefs }));
      for (const name of KIND_NAMES) await api.register(documentRoutesOf(name), { prefix: `/${KINDS[name].path}` });
    },
    { prefix: '/api' },
  );
  if (webRoot !== null) await servePage(app, webRoot);
  return app;

  function documentRoutesOf<Name extends KindName>(name: Name) {
    return documentRoutes<Name>({ orm, store: stores[name] });
  }
}

/** The built page. It holds nothing of anybody's: a device may load it before it is paired. */
async function servePage(app: FastifyInstance, webRoot: string): Promise<void> {
  app.addHook('onRoute', (route) => {
    if (route.url === '/*' || route.url === '/') route.config = { ...route.config, open: 'page' };
  });
  await app.register(fastifyStatic, {
    root: webRoot,
    cacheControl: false,
    // Copies that the build has laid beside them.
    preCompressed: true,
    setHeaders: (reply, file) => {
      // Vite names assets by their content, so they may be kept for ever; the index must be asked for again.
      const isAsset = path.relative(webRoot, file).startsWith('assets');
      void reply.setHeader('cache-control', isAsset ? 'public, max-age=31536000, immutable' : 'no-cache');
    },
  });
}

import cookie from '@fastify/cookie';
import rateLimit from '@fastify/rate-limit';
import { ApiError, ErrorReplySchema, PairingSchema, PairSchema } from '@hushto/contract';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { KEPT_MS, type Pairing } from '../pairing.ts';
import { IdSchema } from './documents.routes.ts';

const COOKIE = 'hushto_device';

declare module 'fastify' {
  interface FastifyContextConfig {
    /** Whether a device of the network may ask for it before it is paired. Nothing is open by itself. */
    open?: 'always' | 'page';
  }
}

/** On the computer itself: whether phones can be paired, opening and shutting that, and the devices that are paired. */
export const pairingRoutes =
  (pairing: Pairing | null): FastifyPluginAsyncZod =>
  async (app) => {
    const tags = ['server'];
    const asked = (): Pairing => {
      if (!pairing) throw new ApiError('NOT_FOUND');
      return pairing;
    };
    const state = { tags, response: { 200: PairingSchema, 404: ErrorReplySchema } };
    app.get('/pairing', { schema: state }, async () => (pairing ? pairing.state() : null));
    app.post('/pairing/open', { schema: state }, async () => {
      asked().open();
      return asked().state();
    });
    app.post('/pairing/close', { schema: state }, async () => {
      asked().close();
      return asked().state();
    });
    app.delete('/pairing/devices/:id', { schema: { ...state, params: z.object({ id: IdSchema }) } }, async (request) => {
      await asked().remove(request.params.id);
      return asked().state();
    });
  };

/**
 * On the network: a request is let through when its device is paired, or when the route it came to says of itself that it is open.
 * What the address looks like decides nothing, with one exception that only shuts: what would be under /api, however it is written,
 * is no part of the page.
 */
export async function guardByPairing(app: FastifyInstance, pairing: Pairing): Promise<void> {
  await app.register(cookie);
  await app.register(rateLimit, { global: false, errorResponseBuilder: () => new ApiError('TOO_MANY') });
  app.addHook('onRequest', async (request, reply) => {
    if (isOpen(request)) return;
    const standing = await pairing.standing(request.cookies[COOKIE]);
    if (standing === 'removed') {
      // Said once; from then on it is any other device.
      void reply.clearCookie(COOKIE, { path: '/' });
      throw new ApiError('DEVICE_REMOVED');
    }
    if (standing === 'unknown') throw new ApiError('NOT_PAIRED');
  });
}

function isOpen(request: FastifyRequest): boolean {
  const { open } = request.routeOptions.config;
  if (open === 'always') return true;
  const reads = request.method === 'GET' || request.method === 'HEAD';
  return (open === 'page' || request.is404) && reads && !isUnderApi(request.url);
}

/** No address of the page is longer. */
const LONGEST_ADDRESS = 2048;
/** How often an address may be encoded over and over. */
const MOST_DECODINGS = 4;

/** Whether an address is, in any spelling, one of the API's. What cannot be read, or only at length, is taken for one. */
function isUnderApi(url: string): boolean {
  if (url.length > LONGEST_ADDRESS) return true;
  try {
    // Encoded more than once, with doubled slashes, back ones and dots: as the strangest server would read it.
    let path = url;
    let decodings = 0;
    for (let before = ''; before !== path;) {
      if (decodings++ > MOST_DECODINGS) return true;
      [before, path] = [path, decodeURIComponent(path)];
    }
    path = path.replace(/^[a-z][a-z\d+.-]*:\/\/[^/?#]*/i, '').replace(/[\\/]+/g, '/');
    const { pathname } = new URL(path.startsWith('/') ? path : `/${path}`, 'http://page.invalid');
    return /^\/+api(\/|$)/i.test(pathname);
  } catch {
    return true;
  }
}

/** Exchanges the code for the device's own secret. Tries are counted by sender: junk of one keeps no other out. */
export const pairRoute =
  (pairing: Pairing): FastifyPluginAsyncZod =>
  async (app) => {
    app.post(
      '/pair',
      {
        config: { open: 'always', rateLimit: { max: 10, timeWindow: '1 minute' } },
        schema: { tags: ['server'], body: PairSchema, response: { 204: z.null(), 403: ErrorReplySchema, 429: ErrorReplySchema } },
      },
      async (request, reply) => {
        const secret = await pairing.pair(request.body.code, request.body.name ?? '', request.ip);
        return reply
          .setCookie(COOKIE, secret, { path: '/', httpOnly: true, secure: true, sameSite: 'strict', maxAge: A_YEAR_S })
          .status(204)
          .send(null);
      },
    );
  };

/** The cookie outlives the pairing, which the server alone ends. */
const A_YEAR_S = Math.max(365 * 86_400, KEPT_MS / 1000);

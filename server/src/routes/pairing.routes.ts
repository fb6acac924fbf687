import cookie from '@fastify/cookie';
import rateLimit from '@fastify/rate-limit';
import { ApiError, ErrorReplySchema, PairingSchema, PairSchema } from '@hushto/contract';
import type { FastifyInstance } from 'fastify';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Pairing } from '../pairing.ts';

const COOKIE = 'hushto_device';
const A_YEAR_S = 365 * 86_400;
/** What a device may ask for before it is paired. */
const OPEN = new Set(['/api/pair', '/api/health']);

/** On the computer itself: the address and the code to pair a phone with, or null while the network is not served. */
export const pairingCodeRoute =
  (pairing: Pairing | null): FastifyPluginAsyncZod =>
  async (app) => {
    app.get('/pairing', { schema: { tags: ['server'], response: { 200: PairingSchema } } }, () =>
      pairing ? { address: pairing.address, code: pairing.code } : null,
    );
  };

/** On the network: the API answers only to devices that were paired; the page itself holds nothing of anybody's. */
export async function guardByPairing(app: FastifyInstance, pairing: Pairing): Promise<void> {
  await app.register(cookie);
  await app.register(rateLimit, { global: false, errorResponseBuilder: () => new ApiError('TOO_MANY') });
  app.addHook('onRequest', async (request) => {
    const path = request.url.split('?')[0]!;
    if (!/^\/api(\/|$)/.test(path) || OPEN.has(path)) return;
    if (!(await pairing.knows(request.cookies[COOKIE]))) throw new ApiError('NOT_PAIRED');
  });
}

/** Exchanges the code for the device's own secret. */
export const pairRoute =
  (pairing: Pairing): FastifyPluginAsyncZod =>
  async (app) => {
    app.post(
      '/pair',
      {
        config: { rateLimit: { max: 10, timeWindow: '1 minute' } },
        schema: { tags: ['server'], body: PairSchema, response: { 204: z.null(), 403: ErrorReplySchema, 429: ErrorReplySchema } },
      },
      async (request, reply) => {
        const secret = await pairing.pair(request.body.code);
        return reply
          .setCookie(COOKIE, secret, { path: '/', httpOnly: true, secure: true, sameSite: 'strict', maxAge: A_YEAR_S })
          .status(204)
          .send(null);
      },
    );
  };

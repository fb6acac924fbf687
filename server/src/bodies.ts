import { ApiError } from '@hushto/contract';
import type { FastifyInstance } from 'fastify';

/** Deeper than anything that is kept, far shallower than what would hurt. */
const DEEPEST = 40;

/** JSON bodies, read by one parser that refuses what no document may hold. */
export function readJsonBodies(app: FastifyInstance): void {
  app.removeContentTypeParser(['application/json', 'text/plain']);
  app.addContentTypeParser('application/json', { parseAs: 'string' }, (_request, text, done) => {
    try {
      const json: unknown = JSON.parse(text as string);
      // Only what is written as an escape can be half a character: the rest came as UTF-8.
      checked(json, 0, /\\u|\0/.test(text as string));
      done(null, json);
    } catch (error) {
      done(error instanceof ApiError ? error : new ApiError(error instanceof RangeError ? 'TOO_DEEP' : 'BAD_JSON'));
    }
  });
}

/** Refuses addresses that hold what no text has. @throws ApiError BAD_TEXT */
export function refuseBadAddresses(app: FastifyInstance): void {
  app.addHook('preValidation', async ({ query, params }) => {
    for (const values of [query, params]) checked(values, 0, true);
  });
}

/** SQLite ends a text at NUL, and half of a surrogate pair comes back as another character. */
const BAD_TEXT = /\0|\p{Surrogate}/u;

function checked(value: unknown, depth: number, escapes: boolean): void {
  if (depth > DEEPEST) throw new ApiError('TOO_DEEP');
  if (typeof value === 'string' && escapes && BAD_TEXT.test(value)) throw new ApiError('BAD_TEXT');
  if (typeof value !== 'object' || value === null) return;
  if (Array.isArray(value)) {
    for (const inner of value) checked(inner, depth + 1, escapes);
    return;
  }
  for (const key of Object.keys(value)) {
    // It would reach behind the object of whoever copies it.
    if (key === '__proto__') throw new ApiError('BAD_JSON');
    if (escapes) checked(key, depth + 1, escapes);
    checked((value as Record<string, unknown>)[key], depth + 1, escapes);
  }
}

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
      checked(json, 0);
      done(null, json);
    } catch (error) {
      done(error instanceof ApiError ? error : new ApiError(error instanceof RangeError ? 'TOO_DEEP' : 'BAD_JSON'));
    }
  });
}

/** SQLite ends a text at NUL, and half of a surrogate pair comes back as another character. */
const BAD_TEXT = /\0|\p{Surrogate}/u;

function checked(value: unknown, depth: number): void {
  if (depth > DEEPEST) throw new ApiError('TOO_DEEP');
  if (typeof value === 'string' && BAD_TEXT.test(value)) throw new ApiError('BAD_TEXT');
  if (typeof value !== 'object' || value === null) return;
  for (const [key, inner] of Object.entries(value)) {
    // It would reach behind the object of whoever copies it.
    if (key === '__proto__') throw new ApiError('BAD_JSON');
    checked(key, depth + 1);
    checked(inner, depth + 1);
  }
}

import { ApiError, type ErrorCode } from '@hushto/contract';
import type { FastifyError, FastifyInstance } from 'fastify';
import { STATUS_CODES } from 'node:http';
import type { Socket } from 'node:net';

/** Faults of Fastify's own that have a sentence in the catalogue. */
const FASTIFY_FAULTS: Readonly<Record<string, ErrorCode>> = {
  FST_ERR_CTP_BODY_TOO_LARGE: 'TOO_LARGE',
  FST_ERR_CTP_INVALID_MEDIA_TYPE: 'NOT_JSON',
  FST_ERR_CTP_INVALID_JSON_BODY: 'BAD_JSON',
  FST_ERR_CTP_EMPTY_JSON_BODY: 'BAD_JSON',
  FST_ERR_CTP_INVALID_CONTENT_LENGTH: 'BAD_REQUEST',
  FST_ERR_BAD_URL: 'BAD_REQUEST',
  FST_ERR_ASYNC_CONSTRAINT: 'BAD_REQUEST',
  ECONNRESET: 'TIMED_OUT',
};

/** Faults of the file system and of SQLite, by how their codes begin. */
const STORAGE_FAULTS: readonly (readonly [RegExp, ErrorCode])[] = [
  [/^(SQLITE_FULL|ENOSPC|EDQUOT|EFBIG)/, 'DISK_FULL'],
  [/^(SQLITE_CORRUPT|SQLITE_NOTADB)/, 'DATA_DAMAGED'],
  [/^(SQLITE_IOERR|SQLITE_READONLY|SQLITE_CANTOPEN|SQLITE_BUSY|EACCES|EROFS|EPERM)/, 'CANNOT_WRITE'],
];

/** What is no whole request: too slow to arrive, or not to be understood. Said on the bare connection, which is closed. */
export function answerBrokenRequest(error: Error & { code?: string }, socket: Socket): void {
  if (error.code === 'ECONNRESET' || socket.destroyed || !socket.writable) return void socket.destroy();
  const { code, status, message } = new ApiError(error.code === 'ERR_HTTP_REQUEST_TIMEOUT' ? 'TIMED_OUT' : 'BAD_REQUEST');
  const body = JSON.stringify({ error: { code, message, issues: [] } });
  const head = [
    `HTTP/1.1 ${status} ${STATUS_CODES[status] ?? ''}`,
    'content-type: application/json; charset=utf-8',
    `content-length: ${Buffer.byteLength(body)}`,
    'connection: close',
  ];
  socket.end(`${head.join('\r\n')}\r\n\r\n${body}`);
}

/** Every failure is answered from the catalogue; addresses inside the page lead to its index. */
export function answerErrors(app: FastifyInstance, hasPage: boolean): void {
  app.setNotFoundHandler((request, reply) => {
    // What is under /api, or looks like a file, never leads to the page.
    const inPage = request.method === 'GET' && !/^\/api(\/|$)|\.\w+$/.test(request.url.split('?')[0]!);
    if (!hasPage || !inPage) throw new ApiError('ROUTE_NOT_FOUND');
    return reply.sendFile('index.html');
  });
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const known = asApiError(error);
    if (known.status >= 500 && known.code !== 'BUSY') request.log.error(error);
    void reply.header('cache-control', 'no-store');
    return reply.status(known.status).send({ error: { code: known.code, message: known.message, issues: known.issues } });
  });
}

function asApiError(error: Partial<FastifyError> & Error): ApiError {
  if (error instanceof ApiError) return error;
  const code = FASTIFY_FAULTS[error.code ?? ''];
  if (code) return new ApiError(code);
  if (error instanceof SyntaxError) return new ApiError('BAD_JSON');
  const fault = storageCode(error);
  const storage = STORAGE_FAULTS.find(([beginning]) => beginning.test(fault));
  if (storage) return new ApiError(storage[1]);
  // What a client did wrong is not ours, whatever Fastify calls it.
  if (error.statusCode !== undefined && error.statusCode >= 400 && error.statusCode < 500) return new ApiError('BAD_REQUEST');
  return new ApiError('INTERNAL');
}

/** The code of the fault itself: libraries wrap it. */
function storageCode(error: { code?: string; message?: string; cause?: unknown; previous?: unknown }): string {
  const inner = error.cause ?? error.previous;
  if (typeof error.code === 'string' && /^(SQLITE|E)/.test(error.code)) return error.code;
  if (typeof inner === 'object' && inner !== null) return storageCode(inner);
  if (/database or disk is full/.test(error.message ?? '')) return 'SQLITE_FULL';
  if (/disk image is malformed|not a database/.test(error.message ?? '')) return 'SQLITE_CORRUPT';
  return '';
}

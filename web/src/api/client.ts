import {
  ErrorReplySchema,
  StoredBodySchema,
  StoredBriefSchema,
  StoredHoldSchema,
  StoredLensSchema,
  PairingSchema,
  StoredPlaceSchema,
  StoredRunSheetSchema,
  StoredTallySchema,
  StoredTasteSchema,
  type Body,
  type FieldIssue,
  type HoldSeries,
  type Place,
  type RunSheet,
  type ShelfLensDocument,
  type Tally,
  type TasteSeries,
} from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { z } from 'zod';

/** A request that did not work, in the catalogue's words. `OFFLINE` when no answer came at all. */
export class RequestError extends Error {
  readonly code: string;
  readonly issues: readonly FieldIssue[];

  constructor(code: string, message: string, issues: readonly FieldIssue[] = []) {
    super(message);
    this.code = code;
    this.issues = issues;
  }
}

/** The server's REST API; the only place that calls fetch. */
export const api = {
  briefs: resource(StoredBriefSchema, '/api/briefs')<Brief>(),
  bodies: resource(StoredBodySchema, '/api/bodies')<Body>(),
  lenses: resource(StoredLensSchema, '/api/lenses')<ShelfLensDocument>(),
  places: resource(StoredPlaceSchema, '/api/places')<Place>(),
  runSheets: resource(StoredRunSheetSchema, '/api/run-sheets')<RunSheet>(),
  tallies: resource(StoredTallySchema, '/api/tallies')<Tally>(),
  holds: resource(StoredHoldSchema, '/api/holds')<HoldSeries>(),
  tastes: resource(StoredTasteSchema, '/api/tastes')<TasteSeries>(),
  /** Takes briefs in, all of them or none. */
  takeIn: (briefs: readonly Brief[]) =>
    send(z.array(StoredBriefSchema), 'POST', '/api/briefs/file', { format: 'hushto-briefs', version: 1, briefs }),
  addDemo: () => send(z.array(StoredBriefSchema), 'POST', '/api/demo'),
  /** The code to pair a phone with; null while the network is not served, or where this is not the computer itself. */
  pairing: () => send(PairingSchema, 'GET', '/api/pairing'),
  pair: (code: string) => send(z.null(), 'POST', '/api/pair', { code }),
};

function resource<Stored>(schema: z.ZodType<Stored>, base: string) {
  return <Document>() => ({
    list: () => send(z.array(schema), 'GET', base),
    read: (id: string) => send(schema, 'GET', `${base}/${id}`),
    /** Creates under an id made here; may be sent again. */
    create: (id: string, document: Document) => send(schema, 'PUT', `${base}/${id}`, document, { 'if-none-match': '*' }),
    change: (id: string, document: Document, revision: number) =>
      send(schema, 'PUT', `${base}/${id}`, document, { 'if-match': String(revision) }),
    delete: (id: string) => send(z.null(), 'DELETE', `${base}/${id}`),
    restore: (id: string) => send(schema, 'POST', `${base}/${id}/restore`),
  });
}

/** A server that has not answered for so long is taken for gone. */
const PATIENCE_MS = 10_000;

async function send<Reply>(
  schema: z.ZodType<Reply>,
  method: string,
  url: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Reply> {
  const init: RequestInit = { method, headers, signal: AbortSignal.timeout(PATIENCE_MS) };
  if (body !== undefined) {
    init.body = JSON.stringify(body);
    init.headers = { ...headers, 'content-type': 'application/json' };
  }
  const response = await fetch(url, init).catch(() => {
    throw new RequestError('OFFLINE', 'The server does not answer. Your edits are kept here; save again when it is back.');
  });
  const reply: unknown = response.status === 204 ? null : await response.json().catch(() => null);
  if (response.ok) return schema.parse(reply);
  const known = ErrorReplySchema.safeParse(reply);
  // A proxy's page, a gateway's error: whatever answered, it is not the server.
  if (!known.success) throw new RequestError('OFFLINE', 'The server gave no answer Hushto understands; is it the right one?');
  const { code, message, issues } = known.data.error;
  throw new RequestError(code, message, issues);
}

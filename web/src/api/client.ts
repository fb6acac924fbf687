import {
  BackupSchema,
  BroughtSchema,
  ChangesSchema,
  DataStateSchema,
  ErrorReplySchema,
  KINDS,
  PairingSchema,
  storedSchema,
  type FieldIssue,
  type KindName,
  type Stored,
  type StoredOf,
} from '@hushto/contract';
import { z } from 'zod';

/** A request that did not work, in the catalogue's words. `OFFLINE` when no answer came at all. */
class RequestError extends Error {
  readonly code: string;
  readonly issues: readonly FieldIssue[];

  constructor(code: string, message: string, issues: readonly FieldIssue[] = []) {
    super(message);
    this.code = code;
    this.issues = issues;
  }
}

const at = (kind: KindName, id: string): string => `/api/${KINDS[kind].path}/${id}`;
const one = (kind: KindName): z.ZodType<Stored> => storedSchema(kind);
const matching = (revision: number | null): Record<string, string> => (revision === null ? {} : { 'if-match': String(revision) });

/** The server's REST API; the only place that calls fetch. */
export const api = {
  changes: (since: number) => send(ChangesSchema, 'GET', `/api/changes?since=${since}&limit=500`),
  read: (kind: KindName, id: string) => send(one(kind), 'GET', at(kind, id)),
  /** Creates under an id made here; may be sent again. */
  create: (kind: KindName, id: string, document: unknown) =>
    send(one(kind), 'PUT', at(kind, id), document, { 'if-none-match': '*' }),
  change: (kind: KindName, id: string, document: unknown, revision: number) =>
    send(one(kind), 'PUT', at(kind, id), document, matching(revision)),
  delete: (kind: KindName, id: string, revision: number | null) =>
    send(z.null(), 'DELETE', at(kind, id), undefined, matching(revision)),
  restore: (kind: KindName, id: string, document: unknown) => send(one(kind), 'POST', `${at(kind, id)}/restore`, document),
  addDemo: (): Promise<StoredOf<'briefs'>[]> => send(z.array(storedSchema('briefs')), 'POST', '/api/demo'),
  /** What is kept, its backups, and what stands aside; looking for that takes a while where there are hundreds of thousands. */
  data: () => send(DataStateSchema, 'GET', '/api/data', undefined, {}, A_WHILE_MS),
  backUp: () => send(BackupSchema, 'POST', '/api/data/backups', undefined, {}, A_WHILE_MS),
  restoreBackup: (name: string) =>
    send(z.null(), 'POST', `/api/data/backups/${encodeURIComponent(name)}/restore`, undefined, {}, A_WHILE_MS),
  bringArchive: (archive: Blob) => send(BroughtSchema, 'POST', '/api/data/archive', archive, {}, A_WHILE_MS),
  /** How phones are paired; null while the network is not served, or where this is not the computer itself. */
  pairing: () => send(PairingSchema, 'GET', '/api/pairing'),
  openPairing: () => send(PairingSchema, 'POST', '/api/pairing/open'),
  closePairing: () => send(PairingSchema, 'POST', '/api/pairing/close'),
  revokeDevice: (id: string) => send(PairingSchema, 'DELETE', `/api/pairing/devices/${id}`),
  pair: (code: string, name: string) => send(z.null(), 'POST', '/api/pair', { code, name }),
};

/** Where everything can be fetched as one file. */
export const ARCHIVE_PATH = '/api/data/archive';
export const asidePath = (kind: KindName, id: string): string => `/api/data/aside/${kind}/${id}`;

/** A server that has not answered for so long is taken for gone. */
const PATIENCE_MS = 10_000;
/** Whole databases take longer. */
export const A_WHILE_MS = 300_000;

/** How long to wait before asking again while the server is busy, as it is during a restore, ms. */
const BUSY_WAITS_MS = [500, 1000, 2000, 4000, 8000, 8000, 8000];

let onRemoved: () => void = () => undefined;
/** Is called when the server says that this device was removed. */
export const whenRemoved = (listener: () => void): void => void (onRemoved = listener);

type Asked<Reply> = [
  schema: z.ZodType<Reply>,
  method: string,
  url: string,
  body?: unknown,
  headers?: Record<string, string>,
  patienceMs?: number,
];

/** Asks the server; while it is busy, again and again for some time. @throws RequestError */
export async function send<Reply>(...asked: Asked<Reply>): Promise<Reply> {
  for (const waitMs of BUSY_WAITS_MS) {
    try {
      return await sendOnce(...asked);
    } catch (error) {
      if (!(error instanceof RequestError)) throw error;
      if (error.code === 'DEVICE_REMOVED') onRemoved();
      if (error.code !== 'BUSY') throw error;
      await new Promise((resolve) => setTimeout(resolve, waitMs));
    }
  }
  return sendOnce(...asked);
}

async function sendOnce<Reply>(
  ...[schema, method, url, body, headers = {}, patienceMs = PATIENCE_MS]: Asked<Reply>
): Promise<Reply> {
  const init: RequestInit = { method, headers, signal: AbortSignal.timeout(patienceMs) };
  if (body instanceof Blob)
    Object.assign(init, {
      body,
      headers: { ...headers, 'content-type': body.type === 'image/webp' ? body.type : 'application/gzip' },
    });
  else if (body !== undefined)
    Object.assign(init, { body: JSON.stringify(body), headers: { ...headers, 'content-type': 'application/json' } });
  const response = await fetch(url, init).catch(() => {
    throw new RequestError('OFFLINE', 'The server cannot be reached, so this was not done.');
  });
  const reply: unknown = response.status === 204 ? null : await response.json().catch(() => null);
  if (response.ok) return schema.parse(reply);
  const known = ErrorReplySchema.safeParse(reply);
  // A proxy's page, a gateway's error: whatever answered, it is not the server.
  if (!known.success) throw new RequestError('OFFLINE', 'The server gave no answer Hushto understands; is it the right one?');
  const { code, message, issues } = known.data.error;
  throw new RequestError(code, message, issues);
}

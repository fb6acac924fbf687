import {
  FramesTakenInSchema,
  JudgedSchema,
  LogPageSchema,
  LogSaysSchema,
  LogShelfSchema,
  BackupSchema,
  BroughtSchema,
  ChangesSchema,
  DataStateSchema,
  ErrorReplySchema,
  KINDS,
  PairingSchema,
  storedSchema,
  type FieldIssue,
  type Judged,
  type LogFilter,
  type NewFrame,
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

/** The log: kept by the server alone, so what is asked for is never older than it. */
export const logApi = {
  shelf: () => send(LogShelfSchema, 'GET', '/api/log'),
  page: (filter: LogFilter, offset: number, limit: number) =>
    send(LogPageSchema, 'GET', `/api/log/frames?${queryOf({ ...filter, offset, limit })}`),
  add: (frames: readonly NewFrame[]) => send(FramesTakenInSchema, 'POST', '/api/log/frames', { frames }),
  /** Answers with what was said before: sent again, it takes this back. */
  judge: (judged: Judged) => send(JudgedSchema, 'POST', '/api/log/verdicts', judged),
  remove: (ids: readonly string[]) => send(z.null(), 'POST', '/api/log/frames/delete', { ids }),
  restore: (ids: readonly string[]) => send(z.null(), 'POST', '/api/log/frames/restore', { ids }),
  assign: (ids: readonly string[], briefId: string | null) =>
    send(z.array(z.object({ id: z.string(), briefId: z.string().nullable() })), 'POST', '/api/log/frames/brief', {
      ids,
      briefId,
    }),
  group: (outingId: string) => send(z.null(), 'POST', `/api/log/outings/${outingId}/group`),
  /** Figures of a brief's frames anew; thousands take seconds. */
  figure: (brief: string) =>
    send(z.object({ frames: z.number() }), 'POST', `/api/log/figures?${queryOf({ brief })}`, undefined, {}, A_WHILE_MS),
  says: (filter: LogFilter) => send(LogSaysSchema, 'GET', `/api/log/says?${queryOf(filter)}`),
  putPreview: (id: string, webp: Blob, about: { likeness?: string; sharpness?: number }) =>
    send(z.null(), 'PUT', `/api/log/frames/${id}/preview?${queryOf(about)}`, webp),
  dropPreviews: () => send(z.null(), 'DELETE', '/api/log/previews'),
};
export const previewPath = (id: string): string => `/api/log/frames/${id}/preview`;
export const logCsvPath = (filter: LogFilter): string => `/api/log/frames.csv?${queryOf(filter)}`;

function queryOf(asked: Readonly<Record<string, string | number | undefined>>): string {
  const query = new URLSearchParams();
  for (const [name, value] of Object.entries(asked)) if (value !== undefined) query.set(name, String(value));
  return query.toString();
}

/** Where everything can be fetched as one file. */
export const ARCHIVE_PATH = '/api/data/archive';
export const asidePath = (kind: KindName, id: string): string => `/api/data/aside/${kind}/${id}`;

/** A server that has not answered for so long is taken for gone. */
const PATIENCE_MS = 10_000;
/** Whole databases take longer. */
const A_WHILE_MS = 300_000;

async function send<Reply>(
  schema: z.ZodType<Reply>,
  method: string,
  url: string,
  body?: unknown,
  headers: Record<string, string> = {},
  patienceMs = PATIENCE_MS,
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
    throw new RequestError('OFFLINE', 'The server does not answer. What you changed is kept here, and sent when it is back.');
  });
  const reply: unknown = response.status === 204 ? null : await response.json().catch(() => null);
  if (response.ok) return schema.parse(reply);
  const known = ErrorReplySchema.safeParse(reply);
  // A proxy's page, a gateway's error: whatever answered, it is not the server.
  if (!known.success) throw new RequestError('OFFLINE', 'The server gave no answer Hushto understands; is it the right one?');
  const { code, message, issues } = known.data.error;
  throw new RequestError(code, message, issues);
}

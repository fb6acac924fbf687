import type { Changes, KindName, Stored } from '@hushto/contract';

/** The server, as far as documents go. Failures are told apart by their `code`. */
export interface Remote {
  changes(since: number): Promise<Changes>;
  create(kind: KindName, id: string, document: unknown): Promise<Stored>;
  change(kind: KindName, id: string, document: unknown, revision: number): Promise<Stored>;
  read(kind: KindName, id: string): Promise<Stored>;
  delete(kind: KindName, id: string, revision: number | null): Promise<unknown>;
  /** Brings back what was deleted, as it was; makes it where it was never there. */
  restore(kind: KindName, id: string, document: unknown): Promise<Stored>;
}

/** One of all windows at a time does what has this name. */
export type Alone = <Result>(name: 'send' | 'pull', work: () => Promise<Result>) => Promise<Result>;

/** Failures of the way to the server: nothing else gets through either. */
export const AWAY: ReadonlySet<string> = new Set(['OFFLINE', 'NOT_PAIRED', 'DEVICE_REMOVED', 'HOST_REFUSED', 'ORIGIN_REFUSED']);
/** Failures after which the same may be sent again later; any other is the change's own fault. */
export const LATER: ReadonlySet<string> = new Set([
  'INTERNAL',
  'TOO_MANY',
  'BUSY',
  'TOO_SLOW',
  'TIMED_OUT',
  'DISK_FULL',
  'CANNOT_WRITE',
  'DATA_DAMAGED',
]);

/** How the server took the last request: it answered, was not reached, or failed by itself, so that it is not known what it has. */
export type ServerState = 'answers' | 'away' | 'fails';

/** @param code of a request's failure; of no catalogue where null */
export const serverAfter = (code: string | null): ServerState =>
  code === 'OFFLINE' ? 'away' : code !== null && LATER.has(code) && !ASKS_PATIENCE.has(code) ? 'fails' : 'answers';

/** Asks for patience, and is no failure. */
const ASKS_PATIENCE: ReadonlySet<string> = new Set(['BUSY', 'TOO_MANY']);

export const codeOf = (error: unknown): string | null =>
  typeof error === 'object' && error !== null && 'code' in error && typeof error.code === 'string' ? error.code : null;

/** A failure in a sentence. */
export const said = (error: unknown): string => (error instanceof Error ? error.message : String(error));

import type { KindName } from '@hushto/contract';
import { applyAction, chosen } from './actions.ts';
import { keyOf, type Action, type ActionOf, type Choice, type Draft } from './entry.ts';
import { LocalWrites, type Disk } from './localWrites.ts';
import { Receiver } from './receiver.ts';
import type { Alone, Remote } from './remote.ts';
import { Sender } from './sender.ts';
import type { Unsaved } from './unsaved.ts';

interface DocumentSyncParts {
  disk: Disk;
  remote: Remote;
  alone: Alone;
  /** Tells the other windows which entries changed. */
  tell: (keys: readonly string[]) => void;
  now: () => number;
  newId: () => string;
  /** How long a moving hand may go on before its next step is written. */
  rest: () => Promise<void>;
  unsaved: Unsaved;
}

export type DocumentSync = ReturnType<typeof createDocumentSync>;

/**
 * Keeps documents in this browser and in step with the server. An edit is shown at once, on the disk a moment later, and on the server
 * when that answers; each stage may fail, be repeated or meet another window without a loss.
 */
export function createDocumentSync({ disk, remote, alone, tell, now, newId, rest, unsaved }: DocumentSyncParts) {
  const local = new LocalWrites({ disk, tell, rest });
  const sender = new Sender({ local, disk, remote, alone });
  const receiver = new Receiver({ local, disk, remote, alone });
  const windowId = newId();
  let tags = 0;
  const stamp = () => ({ tag: `${windowId}.${++tags}`, atMs: now() });
  const commit = (actions: readonly Action[]): Promise<boolean> => local.commitActions(actions, applyAction);
  const create = (kind: KindName, after: unknown, id = newId()): ActionOf<'edit'> => ({ type: 'edit', kind, id, seen: null, after, draft: null, safely: false, ...stamp() }); // prettier-ignore

  return {
    store: local.store,
    open: () => local.open(),
    reread: (keys: readonly string[]) => local.reread(keys),
    retry: () => local.retry(),
    send: () => sender.send(),
    pull: () => receiver.pull(),
    /** @param seen what was edited, as it was shown; null for a new document. Resolves to whether it is on the disk */
    edit: (kind: KindName, id: string, seen: unknown, after: unknown, draft: Draft | null = null): Promise<boolean> =>
      commit([{ type: 'edit', kind, id, seen, after, draft, safely: false, ...stamp() }]),
    /** An edit that must live through a page killed the moment after: safe before it is shown. */
    editSafely: async (kind: KindName, id: string, seen: unknown, after: unknown): Promise<boolean> => {
      const action: Action = { type: 'edit', kind, id, seen, after, draft: null, safely: true, ...stamp() };
      unsaved.save([action]);
      const written = await commit([action]);
      if (written) unsaved.clear([action]);
      return written;
    },
    /** Several new documents at once: all on the disk, or none. */
    createAll: async (kind: KindName, documents: readonly unknown[]): Promise<string[]> => {
      const created = documents.map((after) => create(kind, after));
      await commit(created);
      return created.map(({ id }) => id);
    },
    /** Keeps what was typed but cannot be used yet. */
    draft: (kind: KindName, id: string, draft: Draft): Promise<boolean> => commit([{ type: 'draft', kind, id, draft }]),
    delete: (kind: KindName, id: string, seen: unknown): Promise<boolean> => {
      const conflict = local.view(keyOf(kind, id))?.conflict ?? null;
      return commit([{ type: 'delete', kind, id, seen, conflict, ...stamp() }]);
    },
    bringBack: (kind: KindName, id: string, createdAt: string, document: unknown): Promise<boolean> =>
      commit([{ type: 'bringBack', kind, id, createdAt, document, ...stamp() }]),
    /** The user says which of two states stays. */
    choose: async (kind: KindName, id: string, choice: Choice): Promise<void> => {
      const entry = local.view(keyOf(kind, id));
      if (!entry?.conflict) return;
      const at = stamp();
      const copies = chosen(entry, { choice, ...at }).copies.map((after) => create(kind, after));
      await commit([...copies, { type: 'choose', kind, id, conflict: entry.conflict, choice, ...at }]);
    },
    /** The page is about to go: what the user did and is not on the disk yet is left for the next one. */
    leave: () => unsaved.save(local.unwrittenActions()),
    /** Applies again what pages that went had not written. What did reach the disk is not changed by it. */
    redoUnsaved: async (): Promise<void> => {
      const actions = unsaved.read();
      if (await commit(actions)) unsaved.clear(actions);
    },
  };
}

import { kindOf, type DocumentOf, type FieldIssue, type KindName } from '@hushto/contract';
import { fieldIssues } from '@hushto/words';
import { useCallback, useMemo } from 'react';
import type { z } from 'zod';
import { create } from 'zustand';
import { useShortcuts } from '../components/useShortcuts.ts';
import { mergeThree } from '../sync/merge.ts';
import { keyOf } from '../sync/entry.ts';
import { create as createDocument, documentOf, draftOf, sync, useSync } from './library.ts';
import { typedChange } from '../sync/typing.ts';

/** One change, to be undone whatever else was changed since. */
interface Change {
  before: unknown;
  after: unknown;
}

interface History {
  /** By document, latest last. */
  past: Record<string, readonly Change[]>;
  future: Record<string, readonly Change[]>;
  /** What is wrong with what was typed last, by document. */
  issues: Record<string, FieldIssue[]>;
}

/** Changes that follow each other faster than this, ms, are one step to undo, and sent as one: a drag, or typing. */
const ONE_STEP_MS = 600;
const MOST_STEPS = 100;

const useHistory = create<History>()(() => ({ past: {}, future: {}, issues: {} }));
let lastEdit = { key: '', atMs: -Infinity };
let sending = 0;

/**
 * Changes a document: shown at once, kept in this browser a moment later, and on its way to the server when the hand rests. What cannot
 * be used is kept as typed, with what is wrong with it. @returns whether the change counts
 */
export function editDocument<Name extends KindName>(
  kind: Name,
  id: string,
  change: (document: DocumentOf<Name>) => DocumentOf<Name>,
): boolean {
  const shown = documentOf(kind, id);
  if (!shown) return false;
  const key = keyOf(kind, id);
  const schema = kindOf(kind).schema as z.ZodType<DocumentOf<Name>>;
  const typed = typedChange(schema, shown, draftOf(kind, id), (document) => asJson(change(document)));
  if (!typed) return true;
  const { use, draft, issues } = typed;
  setIssues(key, issues);
  if (!use) {
    if (draft) void sync.draft(kind, id, draft);
    return false;
  }
  note(key, { before: shown, after: use.after });
  void sync.edit(kind, id, use.seen, use.after, draft);
  sendSoon();
  return true;
}

/**
 * A document as it comes back from the server: what was set to nothing is not there. Otherwise the same document here and there would
 * not be equal.
 */
const asJson = <Document>(document: Document): Document => JSON.parse(JSON.stringify(document)) as Document;

/** Puts a whole document in the place of another, as a step of its own to undo. */
export function replaceDocument<Name extends KindName>(kind: Name, id: string, document: DocumentOf<Name>): void {
  lastEdit = { key: '', atMs: -Infinity };
  editDocument(kind, id, () => document);
  lastEdit = { key: '', atMs: -Infinity };
}

/** Remembers a change, with the one before where both belong to one movement of the hand. */
function note(key: string, change: Change): void {
  const atMs = Date.now();
  const goesOn = lastEdit.key === key && atMs - lastEdit.atMs < ONE_STEP_MS;
  lastEdit = { key, atMs };
  useHistory.setState(({ past, future }) => {
    const steps = past[key] ?? [];
    const last = steps.at(-1);
    const next = goesOn && last ? [...steps.slice(0, -1), { before: last.before, after: change.after }] : [...steps, change];
    return { past: { ...past, [key]: next.slice(-MOST_STEPS) }, future: { ...future, [key]: [] } };
  });
}

function setIssues(key: string, issues: FieldIssue[]): void {
  if (issues.length === 0 && !useHistory.getState().issues[key]?.length) return;
  useHistory.setState((history) => ({ issues: { ...history.issues, [key]: issues } }));
}

/** Takes one change back, or makes it again, and leaves alone what was changed since, here or elsewhere. */
function step(kind: KindName, id: string, from: 'past' | 'future'): void {
  const to = from === 'past' ? 'future' : 'past';
  const key = keyOf(kind, id);
  const { [from]: steps, [to]: others } = useHistory.getState();
  const change = steps[key]?.at(-1);
  const shown = documentOf(kind, id);
  if (!change || !shown) return;
  lastEdit = { key: '', atMs: -Infinity };
  const [was, will] = from === 'past' ? [change.after, change.before] : [change.before, change.after];
  // As if it were somebody else's change: from what it made, to what was there before.
  const { document } = mergeThree<unknown>(was, will, shown);
  const parsed = kindOf(kind).schema.safeParse(document);
  // Brought together with what others did since it may be impossible: then the whole of it comes back.
  const back = parsed.success ? parsed.data : will;
  setIssues(key, []);
  useHistory.setState({
    [from]: { ...steps, [key]: steps[key]!.slice(0, -1) },
    [to]: { ...others, [key]: [...(others[key] ?? []), change] },
  });
  void sync.edit(kind, id, shown, back);
  sendSoon();
}

function sendSoon(): void {
  clearTimeout(sending);
  sending = window.setTimeout(() => void sync.send(), ONE_STEP_MS);
}

/** Takes the last change of a document back. */
export const undoDocument = (kind: KindName, id: string): void => step(kind, id, 'past');

/** What can be taken back of a document, and made again. */
export function useHistoryOf(kind: KindName, id: string) {
  const key = keyOf(kind, id);
  const canUndo = useHistory(({ past }) => (past[key]?.length ?? 0) > 0);
  const canRedo = useHistory(({ future }) => (future[key]?.length ?? 0) > 0);
  const undo = useCallback(() => step(kind, id, 'past'), [kind, id]);
  const redo = useCallback(() => step(kind, id, 'future'), [kind, id]);
  return { undo, redo, canUndo, canRedo };
}

/** A document's changes, with undo and redo by key as well. */
export function useDocument<Name extends KindName>(kind: Name, id: string) {
  const history = useHistoryOf(kind, id);
  const issues = useHistory((state) => state.issues[keyOf(kind, id)]);
  const edit = useCallback(
    (change: (document: DocumentOf<Name>) => DocumentOf<Name>) => editDocument(kind, id, change),
    [kind, id],
  );
  useShortcuts({
    'mod+z': ['Undo', history.undo],
    'mod+shift+z': ['Redo', history.redo],
    'mod+y': ['Redo', history.redo],
  });
  return { ...history, edit, issues: issues ?? [] };
}

/** A document as typed, and what is wrong with it where it cannot be used so. Null where there is none. */
export function useTyped<Name extends KindName>(kind: Name, id: string) {
  const draft = useSync(({ entries }) => entries.get(keyOf(kind, id))?.draft?.typed);
  const issues = useMemo(() => {
    const parsed = draft ? kindOf(kind).schema.safeParse(draft) : null;
    return parsed?.error ? fieldIssues(parsed.error) : NO_ISSUES;
  }, [kind, draft]);
  return { typed: (draft ?? null) as DocumentOf<Name> | null, issues };
}
const NO_ISSUES: FieldIssue[] = [];

/** A new document, kept. Returns its id at once. */
export function addDocument<Name extends KindName>(kind: Name, document: DocumentOf<Name>): string {
  const id = crypto.randomUUID();
  void createDocument(kind, document, id);
  return id;
}

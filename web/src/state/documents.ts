import {
  BodySchema,
  fieldIssues,
  HoldSeriesSchema,
  PlaceSchema,
  RunSheetSchema,
  TasteSeriesSchema,
  type Body,
  type FieldIssue,
  type HoldSeries,
  type Place,
  type RunSheet,
  type TasteSeries,
} from '@hushto/contract';
import equal from 'fast-deep-equal';
import { useCallback } from 'react';
import { create } from 'zustand';
import { useShortcuts } from '../components/useShortcuts.ts';
import { keep, keepHere, outbox, useLibrary } from './library.ts';

/** Documents that are kept as they are changed, without a save of their own. */
interface Live {
  places: Place;
  runSheets: RunSheet;
  bodies: Body;
  holds: HoldSeries;
  tastes: TasteSeries;
}
export type LiveShelf = keyof Live;

interface Editing {
  past: Record<string, readonly unknown[]>;
  future: Record<string, readonly unknown[]>;
  /** What could not be kept of the last change, by document. */
  issues: Record<string, FieldIssue[]>;
}

const SCHEMAS = {
  places: PlaceSchema,
  runSheets: RunSheetSchema,
  bodies: BodySchema,
  holds: HoldSeriesSchema,
  tastes: TasteSeriesSchema,
};
/** Changes that follow each other faster than this, ms, are one step to undo, and sent as one. */
const ONE_STEP_MS = 600;
const MOST_STEPS = 100;

const useEditing = create<Editing>()(() => ({ past: {}, future: {}, issues: {} }));
let lastEdit = { id: '', atMs: -Infinity };
let sending = 0;

/** Changes a document; it is in this browser's storage at once and on its way to the server shortly after. Refused changes are said. Returns whether it is kept. */
export function editDocument<Name extends LiveShelf>(
  shelf: Name,
  id: string,
  change: (document: Live[Name]) => Live[Name],
): boolean {
  const before = documentOf(shelf, id);
  if (!before) return false;
  const after = change(before);
  if (equal(before, after)) return true;
  const atMs = Date.now();
  const goesOn = lastEdit.id === id && atMs - lastEdit.atMs < ONE_STEP_MS;
  lastEdit = { id, atMs };
  if (!write(shelf, id, after)) return false;
  useEditing.setState(({ past, future }) => ({
    past: goesOn ? past : { ...past, [id]: [...(past[id] ?? []), before].slice(-MOST_STEPS) },
    future: { ...future, [id]: [] },
  }));
  return true;
}

function step(shelf: LiveShelf, id: string, from: 'past' | 'future', to: 'past' | 'future'): void {
  const { [from]: steps, [to]: others } = useEditing.getState();
  const target = steps[id]?.at(-1);
  const now = documentOf(shelf, id);
  if (!target || !now) return;
  lastEdit = { id: '', atMs: -Infinity };
  if (!write(shelf, id, target as Live[LiveShelf])) return;
  useEditing.setState({
    [from]: { ...steps, [id]: steps[id]!.slice(0, -1) },
    [to]: { ...others, [id]: [...(others[id] ?? []), now] },
  });
}

function write<Name extends LiveShelf>(shelf: Name, id: string, document: Live[Name]): boolean {
  const parsed = SCHEMAS[shelf].safeParse(document);
  const issues = parsed.success ? [] : fieldIssues(parsed.error);
  useEditing.setState((editing) => ({ issues: { ...editing.issues, [id]: issues } }));
  if (!parsed.success) return false;
  keepHere(shelf, document as never, id);
  // Sent when the hand rests.
  clearTimeout(sending);
  sending = window.setTimeout(() => void outbox.getState().send(), ONE_STEP_MS);
  return true;
}

const documentOf = <Name extends LiveShelf>(shelf: Name, id: string): Live[Name] | null =>
  (useLibrary.getState()[shelf].find((one) => one.id === id)?.document ?? null) as Live[Name] | null;

/** A document's changes, with undo and redo by key as well. */
export function useDocument<Name extends LiveShelf>(shelf: Name, id: string) {
  const canUndo = useEditing(({ past }) => (past[id]?.length ?? 0) > 0);
  const canRedo = useEditing(({ future }) => (future[id]?.length ?? 0) > 0);
  const issues = useEditing((editing) => editing.issues[id]);
  const edit = useCallback((change: (document: Live[Name]) => Live[Name]) => editDocument(shelf, id, change), [shelf, id]);
  const undo = useCallback(() => step(shelf, id, 'past', 'future'), [shelf, id]);
  const redo = useCallback(() => step(shelf, id, 'future', 'past'), [shelf, id]);
  useShortcuts({ 'Control+z': undo, 'Control+Z': redo, 'Control+y': redo });
  return { edit, undo, redo, canUndo, canRedo, issues: issues ?? [] };
}

/** A new document, kept. Returns its id at once. */
export function addDocument<Name extends LiveShelf>(shelf: Name, document: Live[Name]): string {
  const id = crypto.randomUUID();
  void keep(shelf, document as never, id);
  return id;
}

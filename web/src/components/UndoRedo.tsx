import { Redo2, Undo2 } from 'lucide-react';

interface UndoRedoProps {
  canUndo: boolean;
  canRedo: boolean;
  undo: () => void;
  redo: () => void;
}

/** Undo and redo as a pair of buttons; nothing while there is nothing to take back. */
export function UndoRedo({ canUndo, canRedo, undo, redo }: UndoRedoProps) {
  if (!canUndo && !canRedo) return null;
  return (
    <>
      <button
        type="button"
        className="btn s bare icon"
        aria-label="Undo"
        title="Undo (Ctrl Z)"
        disabled={!canUndo}
        onClick={undo}
      >
        <Undo2 className="i" aria-hidden="true" />
      </button>
      <button
        type="button"
        className="btn s bare icon"
        aria-label="Redo"
        title="Redo (Ctrl Shift Z)"
        disabled={!canRedo}
        onClick={redo}
      >
        <Redo2 className="i" aria-hidden="true" />
      </button>
    </>
  );
}

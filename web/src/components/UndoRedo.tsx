import { Redo2, Undo2 } from 'lucide-react';
import { Button } from './Button.tsx';

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
      <Button look="bare" size="s" icon aria-label="Undo" data-hint="Undo (Ctrl Z)" disabled={!canUndo} onClick={undo}>
        <Undo2 aria-hidden="true" />
      </Button>
      <Button look="bare" size="s" icon aria-label="Redo" data-hint="Redo (Ctrl Shift Z)" disabled={!canRedo} onClick={redo}>
        <Redo2 aria-hidden="true" />
      </Button>
    </>
  );
}

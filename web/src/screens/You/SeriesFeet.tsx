import type { StoredBrief, StoredTaste } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { Trash2, Undo2 } from 'lucide-react';
import { useNavigate } from 'react-router';
import { TextField } from '../../components/TextField.tsx';
import { useToasts } from '../../components/Toasts.tsx';
import { UndoRedo } from '../../components/UndoRedo.tsx';
import { editDocument, undoDocument, type useDocument } from '../../state/documents.ts';
import { bringBack, discard, useLibrary } from '../../state/library.ts';
import { takesFrom, withTaste } from '../../domain/tasteSeries.ts';

type History = Omit<ReturnType<typeof useDocument<'tastes'>>, 'edit'>;

interface SeriesFeetProps {
  stored: StoredTaste;
  history: History;
  /** What is counted, "choice" or "look", how many there are, and how to go on after the end. */
  one: string;
  count: number;
  on: string;
  onTakeBack: () => void;
}

/** Foot of a series: its name, taking the last one back, stopping and going on, deleting. */
export function SeriesFeet({ stored, history, one, count, on, onTakeBack }: SeriesFeetProps) {
  const navigate = useNavigate();
  const { show } = useToasts();
  const remove = async (): Promise<void> => {
    void navigate('/you/taste');
    await discard('tastes', stored.id);
    show(`“${stored.document.title}” is deleted.`, { label: 'Undo', run: () => void bringBack('tastes', stored) });
  };
  return (
    <div className="row start feet">
      <TextField
        label="Name"
        hideLabel
        value={stored.document.title}
        onChange={(title) => editDocument('tastes', stored.id, (before) => ({ ...before, title }))}
      />
      <button type="button" className="btn s bare" disabled={count === 0} onClick={onTakeBack}>
        <Undo2 className="i" aria-hidden="true" /> {count === 0 ? 'Take back' : `Take back ${one} ${count}`}
      </button>
      <button
        type="button"
        className="btn s"
        disabled={count === 0}
        onClick={() => editDocument('tastes', stored.id, (before) => ({ ...before, closed: !before.closed }))}
      >
        {stored.document.closed ? on : 'Stop here'}
      </button>
      <button type="button" className="btn s bare" onClick={() => void remove()}>
        <Trash2 className="i" aria-hidden="true" /> Delete
      </button>
      <UndoRedo {...history} />
      {history.issues.map(({ path, message }) => (
        <p key={path} className="help bad" role="alert">
          {path === 'title' ? 'Give it a name of at least one character.' : `${path}: ${message}`}
        </p>
      ))}
    </div>
  );
}

/** Which briefs take their taste or ceiling from it; ticking one changes its plan, and can be undone. */
export function UsedBy({ stored }: { stored: StoredTaste }) {
  const briefs = useLibrary((library) => library.briefs);
  const { show } = useToasts();
  const { id, document: series } = stored;
  const what = series.kind === 'taste' ? 'taste' : 'ceiling';
  const set = (brief: StoredBrief, change: (before: Brief) => Brief, say: string): void => {
    if (!editDocument('briefs', brief.id, change))
      return show(`${brief.document.title} cannot take it; open it under Plan to see why.`);
    show(say, { label: 'Undo', run: () => undoDocument('briefs', brief.id) });
  };
  const without = (brief: Brief): Brief => ({
    ...brief,
    picture:
      series.kind === 'taste'
        ? { ...brief.picture, tasteStops: 0, tasteFrom: undefined }
        : { ...brief.picture, isoCeilingFrom: undefined },
  });
  if (briefs.length === 0) return null;
  return (
    <fieldset className="used-by">
      <legend>Plan with this {what}</legend>
      {briefs.map((brief) => (
        <label key={brief.id} className="tick">
          <input
            type="checkbox"
            checked={takesFrom(brief.document, id)}
            onChange={({ target }) =>
              target.checked
                ? set(brief, (before) => withTaste(before, id, series), `${brief.document.title} plans with this ${what}.`)
                : set(brief, without, `${brief.document.title} no longer plans with it.`)
            }
          />
          <span>{brief.document.title}</span>
        </label>
      ))}
    </fieldset>
  );
}

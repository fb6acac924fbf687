import type { StoredBrief, StoredTaste } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { Trash2, Undo2 } from 'lucide-react';
import { Button } from '../../components/Button.tsx';
import { Checkbox } from '../../components/Checkbox.tsx';
import { Problem } from '../../components/Field.tsx';
import { TextField } from '../../components/TextField.tsx';
import { UndoRedo } from '../../components/UndoRedo.tsx';
import { useToasts } from '../../components/toast.ts';
import { useDeletion } from '../../components/useDeletion.ts';
import { ceilingDiffersIn, takesFrom, withTaste, type CeilingPart } from '../../domain/tasteSeries.ts';
import { editDocument, undoDocument, type useDocument } from '../../state/documents.ts';
import { useLibrary } from '../../state/library.ts';

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
  const remove = useDeletion();
  return (
    <div className="flex flex-wrap gap-x-2 gap-y-1 items-center mt-auto pt-1.5">
      <TextField
        label="Name"
        hideLabel
        className="w-60 max-sm:w-full"
        value={stored.document.title}
        onChange={(title) => editDocument('tastes', stored.id, (before) => ({ ...before, title }))}
      />
      <Button look="bare" size="s" disabled={count === 0} onClick={onTakeBack}>
        <Undo2 aria-hidden="true" /> {count === 0 ? 'Take back' : `Take back ${one} ${count}`}
      </Button>
      <Button
        size="s"
        disabled={count === 0}
        onClick={() => editDocument('tastes', stored.id, (before) => ({ ...before, closed: !before.closed }))}
      >
        {stored.document.closed ? on : 'Stop here'}
      </Button>
      <Button look="bare" size="s" onClick={() => void remove('tastes', stored, { away: '/you/taste' })}>
        <Trash2 aria-hidden="true" /> Delete
      </Button>
      <UndoRedo {...history} />
      {history.issues.map(({ path, message }) => (
        <Problem key={path} alert>
          {path === 'title' ? 'Give it a name of at least one character.' : `${path}: ${message}`}
        </Problem>
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
    <fieldset className="flex flex-wrap gap-x-5 gap-y-0.5 mt-2 pt-2 border-t border-t-rule">
      <legend className="float-left w-full font-strong">Plan with this {what}</legend>
      {briefs.map((brief) => (
        <Checkbox
          key={brief.id}
          checked={takesFrom(brief.document, id)}
          onChange={(on) =>
            on
              ? set(brief, (before) => withTaste(before, id, series), `${brief.document.title} plans with this ${what}.`)
              : set(brief, without, `${brief.document.title} no longer plans with it.`)
          }
        >
          {brief.document.title}
          {series.kind === 'ceiling' && <Differs parts={ceilingDiffersIn(brief.document, series)} />}
        </Checkbox>
      ))}
    </fieldset>
  );
}

const DIFFERS: Record<CeilingPart, string> = { body: 'another body', size: 'another size', finish: 'finished otherwise' };

/** In what a brief is not what the ceiling was found for. */
const Differs = ({ parts }: { parts: readonly CeilingPart[] }) =>
  parts.length > 0 && <span className="text-quiet"> ({parts.map((part) => DIFFERS[part]).join(', ')})</span>;

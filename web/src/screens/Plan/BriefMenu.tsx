import type { Brief } from '@hushto/core';
import { briefLine } from '@hushto/words';
import { Check, ChevronDown, Copy, Plus, RotateCcw, Trash2 } from 'lucide-react';
import { Popover } from 'radix-ui';
import { BriefValley } from '../../components/MiniValley.tsx';
import { lazy, memo, Suspense, useId, useState } from 'react';
import { useLibrary } from '../../state/library.ts';

// Few come for files: what reads them is loaded with the menu.
const BriefFiles = lazy(async () => ({ default: (await import('./BriefFiles.tsx')).BriefFiles }));

const Situations = lazy(async () => ({ default: (await import('./Situations.tsx')).Situations }));

export interface BriefActions {
  open: (id: string) => void;
  create: (brief: Brief) => void;
  duplicate: () => void;
  remove: () => void;
  rename: (title: string) => void;
  takeIn: (briefs: readonly Brief[]) => void;
}

interface Opened {
  /** Back to how it was when it was opened; null while it is that. */
  asOpened: (() => void) | null;
}

interface BriefMenuProps extends BriefActions, Opened {
  id: string;
  /** As it is being typed; the brief itself as it last could be planned. */
  title: string;
  brief: Brief;
  problem: string | null;
}

/** The brief's title, which opens the list of briefs and what can be done with this one. */
export const BriefMenu = memo(function BriefMenu({ id, title, brief, problem, ...actions }: BriefMenuProps) {
  const [open, setOpen] = useState(false);
  const [adding, setAdding] = useState(false);
  const close = (): void => setOpen(false);
  return (
    <Popover.Root
      open={open}
      onOpenChange={(next) => {
        setOpen(next);
        setAdding(false);
      }}
    >
      <h1>
        <Popover.Trigger className="opener" aria-label={`${title}. Open the list of briefs`}>
          <span>{title || 'Without a name'}</span> <ChevronDown className="i" aria-hidden="true" />
        </Popover.Trigger>
      </h1>
      {problem && <p className="help bad">{problem}</p>}
      <Popover.Portal>
        <Popover.Content className="pop menu" align="start" sideOffset={4} collisionPadding={12} aria-label="Briefs">
          {adding ? (
            <Suspense>
              <Situations
                onBack={() => setAdding(false)}
                onPick={(made) => {
                  actions.create(made);
                  close();
                }}
              />
            </Suspense>
          ) : (
            <BriefList {...actions} id={id} title={title} brief={brief} close={close} onAdd={() => setAdding(true)} />
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
});

/** A longer list is read, not looked at. */
const MOST_DRAWN = 40;

interface BriefListProps extends BriefActions, Opened {
  id: string;
  title: string;
  brief: Brief;
  close: () => void;
  onAdd: () => void;
}

function BriefList({ id, title, brief, close, onAdd, open, duplicate, remove, rename, takeIn, asOpened }: BriefListProps) {
  const briefs = useLibrary((library) => library.briefs);
  const nameId = useId();
  const drawn = briefs.length <= MOST_DRAWN;
  const then = (action: () => void) => (): void => {
    close();
    action();
  };
  return (
    <>
      <div className="field name">
        <label htmlFor={nameId}>Name of this brief</label>
        <span className="inp">
          <input id={nameId} value={title} autoComplete="off" maxLength={120} onChange={(event) => rename(event.target.value)} />
        </span>
      </div>
      <ul aria-label="Briefs">
        {briefs.map((stored) => (
          <li key={stored.id}>
            <button type="button" aria-current={stored.id === id ? 'true' : undefined} onClick={then(() => open(stored.id))}>
              {drawn && (
                <span className="col-start-3 row-span-2 row-start-1 self-center">
                  <BriefValley brief={stored.document} />
                </span>
              )}
              {stored.id === id && <Check className="i" aria-hidden="true" />}
              <b>{stored.document.title}</b>
              <span>{briefLine(stored.document)}</span>
            </button>
          </li>
        ))}
      </ul>
      <div className="foot">
        <button type="button" className="btn s go" onClick={onAdd}>
          <Plus className="i" aria-hidden="true" /> New brief
        </button>
        <button type="button" className="btn s" onClick={then(duplicate)}>
          <Copy className="i" aria-hidden="true" /> Duplicate
        </button>
        <button type="button" className="btn s bare" onClick={then(remove)}>
          <Trash2 className="i" aria-hidden="true" /> Delete
        </button>
      </div>
      {asOpened && (
        <p className="foot">
          <button type="button" className="btn s bare" onClick={then(asOpened)}>
            <RotateCcw className="i" aria-hidden="true" /> As it was when I opened it
          </button>
        </p>
      )}
      <Suspense>
        <BriefFiles
          id={id}
          title={title}
          these={[brief]}
          all={briefs.map(({ document }) => document)}
          onTakenIn={(taken) => {
            close();
            takeIn(taken);
          }}
        />
      </Suspense>
    </>
  );
}

import { Check, ChevronDown, Plus, Trash2 } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { DocumentOf, KindName, StoredOf } from '@hushto/contract';
import { bringBack, discard, useLibrary } from '../state/library.ts';
import { TextField } from './TextField.tsx';
import { useToasts } from './Toasts.tsx';

interface DocumentMenuProps<Name extends KindName> {
  shelf: Name;
  /** What they are called, "place" and "places", and the address they stand under. */
  one: string;
  many: string;
  at: string;
  open: StoredOf<Name>;
  titleOf: (document: DocumentOf<Name>) => string;
  lineOf: (document: DocumentOf<Name>) => string;
  onRename: (title: string) => void;
  /** Makes a new one and gives its id. */
  onNew: () => string;
}

/** A title that opens the list of its kind, with its name, a new one, and deleting, which can be undone. */
export function DocumentMenu<Name extends KindName>(props: DocumentMenuProps<Name>) {
  const { shelf, one, many, at, open: stored, titleOf, lineOf, onRename, onNew } = props;
  const [open, setOpen] = useState(false);
  const items = useLibrary((library) => library[shelf]) as readonly StoredOf<Name>[];
  const navigate = useNavigate();
  const { show } = useToasts();
  const title = titleOf(stored.document);
  const go = (id: string): void => void navigate(`${at}/${id}`);
  const remove = async (): Promise<void> => {
    void navigate(at);
    await discard(shelf, stored.id);
    show(`“${title}” is deleted.`, { label: 'Undo', run: () => void bringBack(shelf, stored).then(() => go(stored.id)) });
  };
  const then = (action: () => void) => (): void => {
    setOpen(false);
    action();
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <h1>
        <Popover.Trigger className="opener" aria-label={`${title}. Open the list of ${many}`}>
          <span>{title}</span> <ChevronDown className="i" aria-hidden="true" />
        </Popover.Trigger>
      </h1>
      <Popover.Portal>
        <Popover.Content className="pop menu" align="start" sideOffset={4} collisionPadding={12} aria-label={`List of ${many}`}>
          <div className="name">
            <TextField label={`Name of this ${one}`} value={title} onChange={onRename} />
          </div>
          <ul aria-label={many[0]!.toUpperCase() + many.slice(1)}>
            {items.map((item) => (
              <li key={item.id}>
                <button type="button" aria-current={item.id === stored.id ? 'true' : undefined} onClick={then(() => go(item.id))}>
                  {item.id === stored.id && <Check className="i" aria-hidden="true" />}
                  <b>{titleOf(item.document)}</b>
                  <span>{lineOf(item.document)}</span>
                </button>
              </li>
            ))}
          </ul>
          <div className="foot">
            <button type="button" className="btn s go" onClick={then(() => go(onNew()))}>
              <Plus className="i" aria-hidden="true" /> New {one}
            </button>
            <button type="button" className="btn s bare" onClick={then(() => void remove())}>
              <Trash2 className="i" aria-hidden="true" /> Delete
            </button>
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

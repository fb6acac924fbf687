import { Check, ChevronDown, Plus, Trash2 } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { TextField } from './TextField.tsx';

interface DocumentMenuProps {
  /** What they are called, "place" and "places". */
  one: string;
  many: string;
  title: string;
  openId: string;
  items: readonly { id: string; title: string; line: string }[];
  onOpen: (id: string) => void;
  onRename: (title: string) => void;
  onNew: () => void;
  onDelete: () => void;
}

/** A title that opens the list of its kind, with its name, a new one, and deleting. */
export function DocumentMenu({ one, many, title, openId, items, onOpen, onRename, onNew, onDelete }: DocumentMenuProps) {
  const [open, setOpen] = useState(false);
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
                <button
                  type="button"
                  aria-current={item.id === openId ? 'true' : undefined}
                  onClick={then(() => onOpen(item.id))}
                >
                  {item.id === openId && <Check className="i" aria-hidden="true" />}
                  <b>{item.title}</b>
                  <span>{item.line}</span>
                </button>
              </li>
            ))}
          </ul>
          <div className="foot">
            <button type="button" className="btn s go" onClick={then(onNew)}>
              <Plus className="i" aria-hidden="true" /> New {one}
            </button>
            <button type="button" className="btn s bare" onClick={then(onDelete)}>
              <Trash2 className="i" aria-hidden="true" /> Delete
            </button>
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

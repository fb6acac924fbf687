import { briefLine } from '@hushto/words';
import { Copy, Plus, RotateCcw, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { MenuFoot, MenuItem, MenuList } from '../../components/Menu.tsx';
import { BriefValley } from '../../components/MiniValley.tsx';
import { TextField } from '../../components/TextField.tsx';
import { useLibrary } from '../../state/library.ts';
import { BriefFiles } from './BriefFiles.tsx';
import { Situations } from './Situations.tsx';
import type { OpenedBrief } from './useBriefActions.ts';

/** The list of briefs, or the situations a new one begins from. */
export function BriefPanel(props: Omit<BriefListProps, 'onAdd'>) {
  const [adding, setAdding] = useState(false);
  if (!adding) return <BriefList {...props} onAdd={() => setAdding(true)} />;
  return (
    <Situations
      onBack={() => setAdding(false)}
      onPick={(made) => {
        props.create(made);
        props.close();
      }}
    />
  );
}

/** A longer list is read, not looked at. */
const MOST_DRAWN = 40;

interface BriefListProps extends OpenedBrief {
  close: () => void;
  onAdd: () => void;
}

function BriefList({ id, title, brief, close, onAdd, open, duplicate, remove, rename, takeIn, asOpened }: BriefListProps) {
  const briefs = useLibrary((library) => library.briefs);
  const drawn = briefs.length <= MOST_DRAWN;
  const then = (action: () => void) => (): void => {
    close();
    action();
  };
  return (
    <>
      <div className="px-4 pt-2 pb-3">
        <TextField label="Name of this brief" value={title} onChange={rename} />
      </div>
      <MenuList label="Briefs">
        {briefs.map((stored) => (
          <MenuItem
            key={stored.id}
            name={stored.document.title}
            line={briefLine(stored.document)}
            current={stored.id === id}
            end={drawn && <BriefValley brief={stored.document} />}
            onPick={then(() => open(stored.id))}
          />
        ))}
      </MenuList>
      <MenuFoot>
        <Button look="go" size="s" onClick={onAdd}>
          <Plus aria-hidden="true" /> New brief
        </Button>
        <Button size="s" onClick={then(duplicate)}>
          <Copy aria-hidden="true" /> Duplicate
        </Button>
        <Button look="bare" size="s" onClick={then(remove)}>
          <Trash2 aria-hidden="true" /> Delete
        </Button>
      </MenuFoot>
      {asOpened && (
        <MenuFoot>
          <Button look="bare" size="s" onClick={then(asOpened)}>
            <RotateCcw aria-hidden="true" /> As it was when I opened it
          </Button>
        </MenuFoot>
      )}
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
    </>
  );
}

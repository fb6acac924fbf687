import { capital } from '@hushto/words';
import { Plus, Trash2 } from 'lucide-react';
import { useNavigate } from 'react-router';
import type { DocumentOf, KindName, StoredOf } from '@hushto/contract';
import { useLibrary } from '../state/library.ts';
import { Button } from './Button.tsx';
import { MenuFoot, MenuItem, MenuList, TitleMenu } from './Menu.tsx';
import { TextField } from './TextField.tsx';
import { useDeletion } from './useDeletion.ts';

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
  const items = useLibrary((library) => library[shelf]) as readonly StoredOf<Name>[];
  const navigate = useNavigate();
  const title = titleOf(stored.document);
  const go = (id: string): void => void navigate(`${at}/${id}`);
  const remove = useDeletion();
  return (
    <TitleMenu title={title} opens={`Open the list of ${many}`} label={`List of ${many}`}>
      {(close) => {
        const then = (action: () => void) => (): void => {
          close();
          action();
        };
        return (
          <>
            <div className="px-4 pt-2 pb-3">
              <TextField label={`Name of this ${one}`} value={title} onChange={onRename} />
            </div>
            <MenuList label={capital(many)}>
              {items.map((item) => (
                <MenuItem
                  key={item.id}
                  name={titleOf(item.document)}
                  line={lineOf(item.document)}
                  current={item.id === stored.id}
                  onPick={then(() => go(item.id))}
                />
              ))}
            </MenuList>
            <MenuFoot>
              <Button look="go" size="s" onClick={then(() => go(onNew()))}>
                <Plus aria-hidden="true" /> New {one}
              </Button>
              <Button
                look="bare"
                size="s"
                onClick={then(() => void remove(shelf, stored, { away: at, back: `${at}/${stored.id}` }))}
              >
                <Trash2 aria-hidden="true" /> Delete
              </Button>
            </MenuFoot>
          </>
        );
      }}
    </TitleMenu>
  );
}

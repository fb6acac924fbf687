import { Check, Search } from 'lucide-react';
import { useState, type ReactNode } from 'react';

interface PickItem {
  id: string;
  label: string;
  detail?: string;
  group?: string;
  /** Other words it is found by. */
  also?: string;
}

interface PickListProps {
  label: string;
  items: readonly PickItem[];
  value: string | undefined;
  onPick: (id: string) => void;
  searchable?: boolean;
  empty?: ReactNode;
}

/** A list to choose one from, by eye or by typing a part of its name. */
export function PickList({ label, items, value, onPick, searchable = false, empty = 'Nothing by that name.' }: PickListProps) {
  const [wanted, setWanted] = useState('');
  const shown = items.filter((item) =>
    `${item.label} ${item.group ?? ''} ${item.also ?? ''}`.toLowerCase().includes(wanted.trim().toLowerCase()),
  );
  return (
    <div className="pick">
      {searchable && (
        <label className="inp">
          <Search className="i quiet" aria-hidden="true" />
          <input
            value={wanted}
            placeholder="Find"
            aria-label={`Find in ${label.toLowerCase()}`}
            onChange={(event) => setWanted(event.target.value)}
          />
        </label>
      )}
      <ul className="pick-list" aria-label={label} tabIndex={-1}>
        {shown.map((item, i) => (
          <li key={item.id}>
            {item.group && item.group !== shown[i - 1]?.group && <p className="pick-group">{item.group}</p>}
            <button type="button" aria-pressed={item.id === value} onClick={() => onPick(item.id)}>
              <Check className="i" aria-hidden="true" style={{ visibility: item.id === value ? 'visible' : 'hidden' }} />
              <span>{item.label}</span>
              {item.detail && <span className="quiet small num">{item.detail}</span>}
            </button>
          </li>
        ))}
      </ul>
      {shown.length === 0 && <p className="help">{empty}</p>}
    </div>
  );
}

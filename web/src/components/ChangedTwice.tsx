import { KINDS } from '@hushto/contract';
import { fieldClash } from '@hushto/words';
import { useMemo } from 'react';
import { settleClash, useKeeping } from '../state/library.ts';
import { clashesIn, clashTitle, type Clashing } from '../sync/library.ts';
import type { Keep } from '../sync/record.ts';
import { Button } from './Button.tsx';
import { Sheet } from './Sheet.tsx';

/** What was changed here and elsewhere at once, and cannot be brought together without asking. Nothing of either is lost until chosen. */
export function ChangedTwice({ onClose }: { onClose: () => void }) {
  const entries = useKeeping((keeping) => keeping.entries);
  const clashes = useMemo(() => clashesIn(entries), [entries]);
  const choose = (clashing: Clashing, keep: Keep): void => {
    void settleClash(clashing, keep);
    if (clashes.length === 1) onClose();
  };
  return (
    <Sheet title="Changed twice" onClose={onClose}>
      <ul className="grid gap-4">
        {clashes.map((clashing) => (
          <li className="grid gap-1" key={`${clashing.kind}${clashing.id}`}>
            <p>
              <b>{clashTitle(clashing)}</b> <span className="text-13 text-quiet">{KINDS[clashing.kind].name}</span>
            </p>
            <p>{whatHappened(clashing)}</p>
            <p className="flex flex-wrap gap-3 items-center justify-start">
              {choicesOf(clashing).map(([label, keep]) => (
                <Button key={label} size="s" onClick={() => choose(clashing, keep)}>
                  {label}
                </Button>
              ))}
            </p>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}

/** What can be done about a clash, in the order of how much it keeps of what was done here. */
function choicesOf({ clash: { why, mine, others } }: Clashing): [label: string, keep: Keep][] {
  const other: [string, Keep][] = others.map((_one, i) => [
    others.length > 1 ? `Keep the other, ${i + 1} of ${others.length}` : 'Keep the other',
    { other: i },
  ]);
  if (mine === null) return [['Delete it', 'mine'], ...other];
  if (why === 'deleted' || why === 'refused')
    return [
      ['Keep as a new one', 'mine'],
      [others.length > 0 ? 'Back to what the server has' : 'Let it go', { other: 0 }],
    ];
  return [['Keep this one', 'mine'], ...other, [others.length > 1 ? 'Keep all' : 'Keep both', 'both']];
}

function whatHappened({ clash: { why, mine, others, fields, refusal } }: Clashing): string {
  if (why === 'refused') return `The server refuses it: ${refusal ?? 'it did not say why.'}`;
  if (why === 'deleted') return 'It was deleted elsewhere after you opened it.';
  if (mine === null) return 'You deleted it here; elsewhere it was changed in the meantime.';
  return `Both changed ${fields.map((path) => fieldClash(path, mine, others[0])).join('; ')}.`;
}

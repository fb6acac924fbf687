import { KINDS } from '@hushto/contract';
import { fieldConflict } from '@hushto/words';
import { useMemo } from 'react';
import { settleConflict, useSync } from '../state/library.ts';
import { conflictsIn, conflictTitle, type InConflict } from '../sync/library.ts';
import type { Choice } from '../sync/entry.ts';
import { Button } from './Button.tsx';
import { Sheet } from './Sheet.tsx';

/** What was changed here and elsewhere at once, and cannot be brought together without asking. Nothing of either is lost until chosen. */
export function ChangedTwice({ onClose }: { onClose: () => void }) {
  const entries = useSync((state) => state.entries);
  const conflicts = useMemo(() => conflictsIn(entries), [entries]);
  const choose = (one: InConflict, choice: Choice): void => {
    void settleConflict(one, choice);
    if (conflicts.length === 1) onClose();
  };
  return (
    <Sheet title="Changed twice" onClose={onClose}>
      <ul className="grid gap-4">
        {conflicts.map((one) => (
          <li className="grid gap-1" key={`${one.kind}${one.id}`}>
            <p>
              <b>{conflictTitle(one)}</b> <span className="text-13 text-quiet">{KINDS[one.kind].name}</span>
            </p>
            <p>{whatHappened(one)}</p>
            <p className="flex flex-wrap gap-3 items-center justify-start">
              {choicesOf(one).map(([label, choice]) => (
                <Button key={label} size="s" onClick={() => choose(one, choice)}>
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

/** What can be done about a conflict, in the order of how much it keeps of what was done here. */
function choicesOf({ conflict: { why, mine, others } }: InConflict): [label: string, choice: Choice][] {
  const other: [string, Choice][] = others.map((_one, i) => [
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

function whatHappened({ conflict: { why, mine, others, fields, refusal } }: InConflict): string {
  if (why === 'refused') return `The server refuses it: ${refusal ?? 'it did not say why.'}`;
  if (why === 'deleted') return 'It was deleted elsewhere after you opened it.';
  if (mine === null) return 'You deleted it here; elsewhere it was changed in the meantime.';
  return `Both changed ${fields.map((path) => fieldConflict(path, mine, others[0])).join('; ')}.`;
}

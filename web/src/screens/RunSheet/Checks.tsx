import { CHECK_TIMES, type Check, type RunSheet, type WhereOptions } from '@hushto/contract';
import type { Checklists } from '@hushto/core';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { Checkbox } from '../../components/Checkbox.tsx';
import { FieldBox } from '../../components/Field.tsx';
import { cn } from '../../components/cn.ts';
import { putAway, shownLists, ticked, withOwn, type CheckTime, type ShownCheck } from '../../domain/checks.ts';
import type { EditSheet } from './RunSheetSegments.tsx';

const TITLES: Record<CheckTime, string> = { before: 'Before leaving', arrival: 'On arrival', afterwards: 'Afterwards' };

interface ChecksProps {
  sheet: RunSheet;
  made: Checklists;
  where: WhereOptions;
  edit: EditSheet;
}

/** Three lists, made from the briefs and the photographer's own; what is ticked stays ticked. */
export function Checks({ sheet, made, where, edit }: ChecksProps) {
  const lists = shownLists(sheet.checks, made, where);
  return (
    <section className="grid grid-cols-3 gap-6 mt-5 pt-3 border-t border-t-rule max-md:grid-cols-1" aria-label="Checklists">
      {CHECK_TIMES.map((time) => (
        <List
          key={time}
          title={TITLES[time]}
          checks={lists[time]}
          change={(change) =>
            edit((before) => ({ ...before, checks: { ...before.checks, [time]: change(before.checks[time]) } }))
          }
        />
      ))}
    </section>
  );
}

interface ListProps {
  title: string;
  checks: readonly ShownCheck[];
  change: (change: (kept: readonly Check[]) => Check[]) => void;
}

function List({ title, checks, change }: ListProps) {
  const [text, setText] = useState('');
  const add = (): void => {
    if (text.trim()) change((kept) => withOwn(kept, text.trim(), crypto.randomUUID()));
    setText('');
  };
  return (
    <section aria-label={title}>
      <h3>
        {title}{' '}
        <span className="text-quiet print:hidden">
          {checks.filter(({ check }) => check.done).length} of {checks.length}
        </span>
      </h3>
      <ul>
        {checks.map(({ key, text: line, check }) => (
          <li key={key} className="flex gap-1 items-start">
            <Checkbox
              className={cn('flex-1 items-start py-1 max-sm:py-3', check.done && 'text-quiet line-through')}
              checked={check.done}
              onChange={() => change((kept) => ticked(kept, check))}
            >
              {line}
            </Checkbox>
            <Button
              look="bare"
              size="s"
              icon
              className="size-6 min-h-6 text-quiet max-sm:size-11 print:hidden"
              aria-label={`Put away: ${line}`}
              onClick={() => change((kept) => putAway(kept, check))}
            >
              <X aria-hidden="true" />
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="mt-1.5 flex items-center gap-2 print:hidden"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <FieldBox className="h-7 max-sm:h-11">
          <input
            value={text}
            maxLength={400}
            aria-label={`Add to: ${title}`}
            placeholder="Your own"
            onChange={({ target }) => setText(target.value)}
          />
        </FieldBox>
        <Button type="submit" size="s" icon aria-label={`Add to ${title.toLowerCase()}`} disabled={!text.trim()}>
          <Plus aria-hidden="true" />
        </Button>
      </form>
    </section>
  );
}

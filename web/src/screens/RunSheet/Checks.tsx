import { CHECK_TIMES, type Check, type RunSheet } from '@hushto/contract';
import type { Checklists } from '@hushto/core';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { putAway, shownLists, ticked, withOwn, type CheckTime, type ShownCheck } from '../../domain/checks.ts';
import type { EditSheet } from './RunSheetSegments.tsx';

const TITLES: Record<CheckTime, string> = { before: 'Before leaving', arrival: 'On arrival', afterwards: 'Afterwards' };

/** Three lists, made from the briefs and the photographer's own; what is ticked stays ticked. */
export function Checks({ sheet, made, edit }: { sheet: RunSheet; made: Checklists; edit: EditSheet }) {
  const lists = shownLists(sheet.checks, made);
  return (
    <section className="checks" aria-label="Checklists">
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
        <span className="quiet">
          {checks.filter(({ check }) => check.done).length} of {checks.length}
        </span>
      </h3>
      <ul>
        {checks.map(({ key, text: line, check }) => (
          <li key={key} className={check.done ? 'done' : ''}>
            <label className="tick">
              <input type="checkbox" checked={check.done} onChange={() => change((kept) => ticked(kept, check))} />
              <span>{line}</span>
            </label>
            <button
              type="button"
              className="tip-x"
              aria-label={`Put away: ${line}`}
              onClick={() => change((kept) => putAway(kept, check))}
            >
              <X className="i" aria-hidden="true" />
            </button>
          </li>
        ))}
      </ul>
      <form
        className="row"
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <span className="inp">
          <input
            value={text}
            maxLength={400}
            aria-label={`Add to: ${title}`}
            placeholder="Your own"
            onChange={({ target }) => setText(target.value)}
          />
        </span>
        <button type="submit" className="btn s icon" aria-label={`Add to ${title.toLowerCase()}`} disabled={!text.trim()}>
          <Plus className="i" aria-hidden="true" />
        </button>
      </form>
    </section>
  );
}

import { countingSeries, seriesFor } from '@hushto/contract';
import { CONDITION_NAMES, HOLD_CONDITIONS, type HoldCondition } from '@hushto/core';
import { capital, CONDITION_WORDS, dayWords } from '@hushto/words';
import { Link } from 'react-router';
import { Checkbox } from '../../../components/Checkbox.tsx';
import { Select } from '../../../components/Select.tsx';
import { steadyText } from '../../../quantities/quantities.ts';
import { useLibrary } from '../../../state/library.ts';
import { patch, type EditorProps } from './editing.ts';

/** What steadies or unsettles the hands. */
export function HoldEditor({ brief, edit }: EditorProps) {
  const { conditions } = brief.hold;
  const toggle = (condition: HoldCondition, on: boolean): void =>
    edit(patch('hold', { conditions: on ? [...conditions, condition] : conditions.filter((other) => other !== condition) }));
  return (
    <>
      <ul className="grid gap-1.5">
        {CONDITION_NAMES.map((condition) => (
          <li key={condition}>
            <Checkbox checked={conditions.includes(condition)} onChange={(on) => toggle(condition, on)}>
              <span className="flex-1">{capital(CONDITION_WORDS[condition])}</span>
              <span className="text-13 tabular-nums text-quiet">{steadyText(HOLD_CONDITIONS[condition])}</span>
            </Checkbox>
          </li>
        ))}
      </ul>
      <p className="text-quiet">In stops of shutter. Our starting values, until you test your own hands.</p>
      <TestedHands brief={brief} edit={edit} />
    </>
  );
}

/** Whose hands the plan takes: the nearest hold test by itself, one of them by name, or the starting value. */
function TestedHands({ brief, edit }: EditorProps) {
  const holds = useLibrary((library) => library.holds);
  const counting = countingSeries(holds);
  const nearest = seriesFor({ ...brief, hold: { ...brief.hold, seriesId: undefined } }, holds);
  if (counting.length === 0)
    return (
      <p className="text-quiet">
        <Link to="/you/steadiness">Test your own hands</Link>: 18 frames replace the starting value.
      </p>
    );
  const { seriesId } = brief.hold;
  const value = seriesId === undefined ? 'nearest' : (seriesId ?? 'start');
  return (
    <Select
      label="Hands"
      value={value}
      options={[
        { value: 'nearest', label: `Nearest test: ${nearest?.document.title ?? 'none'}` },
        ...counting.map(({ id, document }) => ({ value: id, label: `${document.title}, ${dayWords(document.day)}` })),
        { value: 'start', label: 'The starting value' },
      ]}
      onChange={(hands) => edit(patch('hold', { seriesId: hands === 'nearest' ? undefined : hands === 'start' ? null : hands }))}
    />
  );
}

import { countingSeries, seriesFor } from '@hushto/contract';
import { CONDITION_NAMES, HOLD_CONDITIONS, type HoldCondition } from '@hushto/core';
import { capital, CONDITION_WORDS, dayWords } from '@hushto/words';
import { useId } from 'react';
import { Link } from 'react-router';
import { useLibrary } from '../../../state/library.ts';
import { steadyText } from '../../../quantities/quantities.ts';
import { patch, type EditorProps } from './editing.ts';

/** What steadies or unsettles the hands. */
export function HoldEditor({ brief, edit }: EditorProps) {
  const { conditions } = brief.hold;
  const toggle = (condition: HoldCondition, on: boolean): void =>
    edit(patch('hold', { conditions: on ? [...conditions, condition] : conditions.filter((other) => other !== condition) }));
  return (
    <>
      <ul className="ticks">
        {CONDITION_NAMES.map((condition) => (
          <li key={condition}>
            <label className="tick">
              <input
                type="checkbox"
                checked={conditions.includes(condition)}
                onChange={(event) => toggle(condition, event.target.checked)}
              />
              <span>{capital(CONDITION_WORDS[condition])}</span>
              <span className="quiet small num">{steadyText(HOLD_CONDITIONS[condition])}</span>
            </label>
          </li>
        ))}
      </ul>
      <p className="help">In stops of shutter. Our starting values, until you test your own hands.</p>
      <TestedHands brief={brief} edit={edit} />
    </>
  );
}

/** Whose hands the plan takes: the nearest hold test by itself, one of them by name, or the starting value. */
function TestedHands({ brief, edit }: EditorProps) {
  const holds = useLibrary((library) => library.holds);
  const id = useId();
  const counting = countingSeries(holds);
  const nearest = seriesFor({ ...brief, hold: { ...brief.hold, seriesId: undefined } }, holds);
  if (counting.length === 0)
    return (
      <p className="help">
        <Link to="/you/steadiness">Test your own hands</Link>: 18 frames replace the starting value.
      </p>
    );
  const { seriesId } = brief.hold;
  const value = seriesId === undefined ? 'nearest' : (seriesId ?? 'start');
  return (
    <div className="field">
      <label htmlFor={id}>Hands</label>
      <select
        id={id}
        className="inp"
        value={value}
        onChange={({ target }) =>
          edit(
            patch('hold', {
              seriesId: target.value === 'nearest' ? undefined : target.value === 'start' ? null : target.value,
            }),
          )
        }
      >
        <option value="nearest">Nearest test: {nearest?.document.title ?? 'none'}</option>
        {counting.map((stored) => (
          <option key={stored.id} value={stored.id}>
            {stored.document.title}, {dayWords(stored.document.day)}
          </option>
        ))}
        <option value="start">The starting value</option>
      </select>
    </div>
  );
}

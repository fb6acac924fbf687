import { capital, HOLD_CONDITIONS, type HoldCondition } from '@hushto/core';
import { steadyText } from '../../../quantities/quantities.ts';
import { patch, type EditorProps } from './editing.ts';

const ALL = Object.entries(HOLD_CONDITIONS) as [HoldCondition, (typeof HOLD_CONDITIONS)[HoldCondition]][];

/** What steadies or unsettles the hands. */
export function HoldEditor({ brief, edit }: EditorProps) {
  const { conditions } = brief.hold;
  const toggle = (condition: HoldCondition, on: boolean): void =>
    edit(patch('hold', { conditions: on ? [...conditions, condition] : conditions.filter((other) => other !== condition) }));
  return (
    <>
      <ul className="ticks">
        {ALL.map(([condition, { label, stops }]) => (
          <li key={condition}>
            <label className="tick">
              <input
                type="checkbox"
                checked={conditions.includes(condition)}
                onChange={(event) => toggle(condition, event.target.checked)}
              />
              <span>{capital(label)}</span>
              <span className="quiet small num">{steadyText(stops)}</span>
            </label>
          </li>
        ))}
      </ul>
      <p className="help">In stops of shutter. Our starting values, until you test your own hands.</p>
    </>
  );
}

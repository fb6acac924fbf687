import { VIEWING_CPH } from '@hushto/core';
import { useId } from 'react';
import { VIEW_OPTIONS, viewNamed, type ViewName } from '@hushto/words';

/** The size a picture is looked at, in a narrow place. */
export function ViewSelect({
  label,
  viewCph,
  onChange,
}: {
  label: string;
  viewCph: number;
  onChange: (viewCph: number) => void;
}) {
  const id = useId();
  const known = viewNamed(viewCph);
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <select
        id={id}
        className="inp"
        value={known ?? ''}
        onChange={({ target }) => onChange(VIEWING_CPH[target.value as ViewName])}
      >
        {known === null && <option value="">{Math.round(2 * viewCph)} px high</option>}
        {VIEW_OPTIONS.map(({ value, label: name }) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
    </div>
  );
}

import { VIEWING_CPH } from '@hushto/core';
import { VIEW_OPTIONS, viewNamed } from '@hushto/words';
import { Select } from './Select.tsx';

interface ViewSelectProps {
  label: string;
  viewCph: number;
  onChange: (viewCph: number) => void;
}

/** The size a picture is looked at, in a narrow place. */
export function ViewSelect({ label, viewCph, onChange }: ViewSelectProps) {
  return (
    <Select
      label={label}
      value={viewNamed(viewCph)}
      none={`${Math.round(2 * viewCph)} px high`}
      options={VIEW_OPTIONS}
      onChange={(view) => onChange(VIEWING_CPH[view])}
    />
  );
}

import { useId, useState } from 'react';
import { Field, FieldBox } from './Field.tsx';

/** A time of day; what is not yet one waits in the field. */
export function ClockField({ label, value, onChange }: { label: string; value: string; onChange: (clock: string) => void }) {
  const id = useId();
  const [typing, setTyping] = useState<string | null>(null);
  return (
    <Field htmlFor={id} label={label}>
      <FieldBox>
        <input
          id={id}
          type="time"
          value={typing ?? value}
          onChange={(event) => {
            setTyping(event.target.value);
            if (event.target.value) onChange(event.target.value);
          }}
          onBlur={() => setTyping(null)}
        />
      </FieldBox>
    </Field>
  );
}

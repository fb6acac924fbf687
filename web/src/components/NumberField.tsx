import { useId, useState } from 'react';
import { readNumber } from '../quantities/quantities.ts';
import { Field, FieldBox } from './Field.tsx';

interface NumberFieldProps {
  label: string;
  value: number;
  unit?: string;
  /** Digits shown when the value comes from outside. */
  format?: (value: number) => string;
  onChange: (value: number) => void;
  hideLabel?: boolean;
  className?: string | undefined;
}

/** A typed number. What is typed counts as soon as it is a number; until then the last one holds and the field says so. */
export function NumberField({ label, value, unit, format = String, onChange, hideLabel = false, className }: NumberFieldProps) {
  const id = useId();
  const [typing, setTyping] = useState<string | null>(null);
  const text = typing ?? format(value);
  const bad = readNumber(text) === null;
  return (
    <Field
      htmlFor={id}
      label={label}
      hideLabel={hideLabel}
      className={className}
      problem={bad && `Give a number, such as ${format(value)}.`}
    >
      <FieldBox bad={bad}>
        <input
          id={id}
          inputMode="decimal"
          autoComplete="off"
          value={text}
          aria-invalid={bad}
          aria-describedby={bad ? `${id}-help` : undefined}
          onChange={(event) => {
            setTyping(event.target.value);
            const number = readNumber(event.target.value);
            if (number !== null) onChange(number);
          }}
          onBlur={() => setTyping(null)}
        />
        {unit && <span className="text-13 whitespace-nowrap text-quiet">{unit}</span>}
      </FieldBox>
    </Field>
  );
}

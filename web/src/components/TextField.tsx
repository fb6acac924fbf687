import { useId, useState } from 'react';
import { Field, FieldBox } from './Field.tsx';

interface TextFieldProps {
  label: string;
  value: string;
  onChange: (text: string) => void;
  hideLabel?: boolean;
  className?: string | undefined;
}

/** A line of text. While it is typed it stands as typed, even where what is kept is trimmed or waits. */
export function TextField({ label, value, onChange, hideLabel = false, className }: TextFieldProps) {
  const id = useId();
  const [typing, setTyping] = useState<string | null>(null);
  return (
    <Field htmlFor={id} label={label} hideLabel={hideLabel} className={className}>
      <FieldBox>
        <input
          id={id}
          value={typing ?? value}
          maxLength={120}
          autoComplete="off"
          onBlur={() => setTyping(null)}
          onChange={({ target }) => {
            setTyping(target.value);
            onChange(target.value);
          }}
        />
      </FieldBox>
    </Field>
  );
}

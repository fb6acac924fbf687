import { useId, useState } from 'react';

interface TextFieldProps {
  label: string;
  value: string;
  onChange: (text: string) => void;
  hideLabel?: boolean;
}

/** A line of text. While it is typed it stands as typed, even where what is kept is trimmed or waits. */
export function TextField({ label, value, onChange, hideLabel = false }: TextFieldProps) {
  const id = useId();
  const [typing, setTyping] = useState<string | null>(null);
  return (
    <div className="field">
      <label htmlFor={id} className={hideLabel ? 'vh' : ''}>
        {label}
      </label>
      <span className="inp">
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
      </span>
    </div>
  );
}

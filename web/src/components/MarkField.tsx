import type { MarkSeries } from '@hushto/core';
import { useId } from 'react';

interface MarkFieldProps {
  label: string;
  text: string;
  marks: MarkSeries;
  example: string;
  onText: (text: string) => void;
}

/** A camera's mark as it is typed: 1/125, f/2.8, 1600. */
export function MarkField({ label, text, marks, example, onText }: MarkFieldProps) {
  const id = useId();
  const bad = marks.parse(text) === null;
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <span className={bad ? 'inp bad' : 'inp'}>
        <input id={id} value={text} autoComplete="off" aria-invalid={bad} onChange={(event) => onText(event.target.value)} />
      </span>
      {bad && <span className="help bad">Such as {example}.</span>}
    </div>
  );
}

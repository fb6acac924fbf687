import type { MarkSeries } from '@hushto/core';
import { useId } from 'react';
import { Field, FieldBox } from './Field.tsx';

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
    <Field htmlFor={id} label={label} problem={bad && `Such as ${example}.`}>
      <FieldBox bad={bad}>
        <input id={id} value={text} autoComplete="off" aria-invalid={bad} onChange={(event) => onText(event.target.value)} />
      </FieldBox>
    </Field>
  );
}

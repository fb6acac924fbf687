import { useId, useState } from 'react';
import type { FieldError, UseFormRegisterReturn } from 'react-hook-form';
import { z } from 'zod';

interface FormFieldProps {
  label: string;
  error: FieldError | undefined;
  input: UseFormRegisterReturn;
}

/** A labelled field of a form, with the sentence that says what is wrong with it. */
export function FormField({ label, error, input }: FormFieldProps) {
  const id = useId();
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <span className={error ? 'inp bad' : 'inp'}>
        <input
          id={id}
          autoComplete="off"
          aria-invalid={error !== undefined}
          aria-describedby={error ? `${id}-help` : undefined}
          {...input}
        />
      </span>
      {error && (
        <span id={`${id}-help`} className="help bad">
          {error.message}
        </span>
      )}
    </div>
  );
}

interface FormEndProps {
  /** What sending it does: "Add body". */
  action: string;
  /** Why it did not go through, in a sentence. */
  failure: string | null;
  busy: boolean;
  onCancel: () => void;
}

/** The foot of a form: what went wrong, the way back, and the way on. */
export function FormEnd({ action, failure, busy, onCancel }: FormEndProps) {
  return (
    <>
      {failure && (
        <p className="help bad" role="alert">
          {failure}
        </p>
      )}
      <div className="row">
        <button type="button" className="btn s bare" onClick={onCancel}>
          Back
        </button>
        <button type="submit" className="btn s go" disabled={busy}>
          {action}
        </button>
      </div>
    </>
  );
}

/** A number as typed in a form, comma or point. @param say what to say when it is none */
export const typedNumber = (say: string) =>
  z.string().transform((text, context) => {
    const value = Number(text.replace(',', '.'));
    if (text.trim() !== '' && Number.isFinite(value)) return value;
    context.addIssue({ code: 'custom', message: say });
    return z.NEVER;
  });

/** Sends a form and keeps the sentence that says why it did not go through. */
export function useSubmission<Values>(send: (values: Values) => Promise<void>) {
  const [failure, setFailure] = useState<string | null>(null);
  const submit = async (values: Values): Promise<void> => {
    setFailure(null);
    await send(values).catch((error: unknown) => setFailure(error instanceof Error ? error.message : String(error)));
  };
  return { submit, failure };
}

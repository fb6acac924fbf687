import { useId, useState } from 'react';
import type { FieldError, UseFormRegisterReturn } from 'react-hook-form';
import { z } from 'zod';
import { Button } from '../../../components/Button.tsx';
import { Field, FieldBox, Problem } from '../../../components/Field.tsx';
import { said } from '../../../sync/remote.ts';

interface FormFieldProps {
  label: string;
  error: FieldError | undefined;
  input: UseFormRegisterReturn;
}

/** A labelled field of a form, with the sentence that says what is wrong with it. */
export function FormField({ label, error, input }: FormFieldProps) {
  const id = useId();
  return (
    <Field htmlFor={id} label={label} problem={error?.message}>
      <FieldBox bad={error !== undefined}>
        <input
          id={id}
          autoComplete="off"
          aria-invalid={error !== undefined}
          aria-describedby={error ? `${id}-help` : undefined}
          {...input}
        />
      </FieldBox>
    </Field>
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
      {failure && <Problem alert>{failure}</Problem>}
      <div className="flex items-center justify-between gap-3">
        <Button look="bare" size="s" onClick={onCancel}>
          Back
        </Button>
        <Button type="submit" look="go" size="s" disabled={busy}>
          {action}
        </Button>
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
    await send(values).catch((error: unknown) => setFailure(said(error)));
  };
  return { submit, failure };
}

import type { ComponentProps, ReactNode } from 'react';
import { TriangleAlert } from 'lucide-react';
import { cn } from './cn.ts';

/** The box round what is typed or chosen, of every field alike. */
export const boxLook = (bad = false): string =>
  cn(
    'inline-flex h-9 w-full items-center gap-1.5 rounded-md border border-edge bg-panel px-2.5 max-sm:min-h-11',
    bad && 'border-2 border-warn px-2.25',
  );

/** Round an input, with its unit or its icon beside it. */
export function FieldBox({ bad = false, className, ...rest }: ComponentProps<'span'> & { bad?: boolean }) {
  return (
    <span
      className={cn(
        boxLook(bad),
        'focus-within:outline-2 focus-within:outline-offset-1 focus-within:outline-ink',
        '[&_input]:w-full [&_input]:min-w-0 [&_input]:bg-transparent [&_input]:tabular-nums [&_input]:outline-0',
        className,
      )}
      {...rest}
    />
  );
}

interface FieldProps {
  /** The id of what it names. */
  htmlFor: string;
  label: ReactNode;
  /** Whether the label is only for those who listen. */
  hideLabel?: boolean;
  /** What is wrong and what would be right; under the field, as `${htmlFor}-help`. */
  problem?: ReactNode;
  className?: string | undefined;
  children: ReactNode;
}

/** A label over its field, and under it what is wrong. */
export function Field({ htmlFor, label, hideLabel = false, problem, className, children }: FieldProps) {
  return (
    <div className={cn('grid gap-1', className)}>
      <label htmlFor={htmlFor} className={hideLabel ? 'sr-only' : 'text-13 text-quiet'}>
        {label}
      </label>
      {children}
      {problem && <Problem id={`${htmlFor}-help`}>{problem}</Problem>}
    </div>
  );
}

/** What cannot be so, in brick. With `alert` it is read out when it comes, and has the triangle. */
export function Problem({ alert = false, className, children, ...rest }: ComponentProps<'p'> & { alert?: boolean }) {
  return (
    <p className={cn('flex gap-1.5 leading-5 text-warn', className)} role={alert ? 'alert' : undefined} {...rest}>
      {alert && <TriangleAlert className="mt-0.5" aria-hidden="true" />}
      <span>{children}</span>
    </p>
  );
}

import { ToggleGroup } from 'radix-ui';
import type { ReactNode } from 'react';
import { cn } from './cn.ts';

interface TogglesProps<Value extends string> {
  label: string;
  /** What is on. */
  on: readonly Value[];
  options: readonly { value: Value; label: ReactNode; hint?: string }[];
  onChange: (on: Value[]) => void;
  /** Whether turning one on turns the others off; none may be on. */
  oneAtMost?: boolean;
  className?: string | undefined;
  /** Of each of them. */
  each?: string | undefined;
}

/** Things that are on or off each, for the thumb. */
export function Toggles<Value extends string>({
  label,
  on,
  options,
  onChange,
  oneAtMost = false,
  className,
  each,
}: TogglesProps<Value>) {
  // Buttons that are pressed in, of which none need be: no radios; and arrows stay the screen's.
  return (
    <ToggleGroup.Root
      type="multiple"
      role="group"
      rovingFocus={false}
      aria-label={label}
      className={cn('grid gap-1.5', className)}
      value={[...on]}
      onValueChange={(values) => onChange((values as Value[]).filter((value) => !oneAtMost || !on.includes(value)))}
    >
      {options.map(({ value, label: name, hint }) => (
        <ToggleGroup.Item
          key={value}
          value={value}
          data-hint={hint}
          className={cn(
            'flex min-h-11 cursor-pointer items-center justify-between gap-1 rounded-md border border-edge px-2 hover:bg-sunk',
            'data-[state=on]:border-ink data-[state=on]:bg-chosen data-[state=on]:font-semibold data-[state=on]:text-on-chosen',
            each,
          )}
        >
          {name}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

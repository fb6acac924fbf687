import { RadioGroup } from 'radix-ui';
import { useId } from 'react';
import { cva } from 'class-variance-authority';
import { cn } from './cn.ts';

/** Segments side by side, and each of them: of choices and of ways alike. */
export const segments = 'flex max-w-full overflow-hidden rounded-md border border-edge';
export const segment = cva(
  [
    'cursor-pointer py-1 text-quiet not-first:border-l not-first:border-l-edge hover:bg-sunk max-sm:min-h-11 max-sm:min-w-11',
    'focus-visible:-outline-offset-3 data-[state=active]:bg-chosen data-[state=active]:font-semibold data-[state=active]:text-on-chosen',
    'data-[state=checked]:bg-chosen data-[state=checked]:font-semibold data-[state=checked]:text-on-chosen',
  ],
  {
    variants: { fit: { true: 'px-1.75 text-13', false: 'flex-auto px-1.5 text-center leading-5' } },
    defaultVariants: { fit: false },
  },
);

interface SegmentedControlProps<Value extends string> {
  label: string;
  value: Value | null;
  options: readonly { value: Value; label: string; hint?: string }[];
  onChange: (value: Value) => void;
  /** Whether the label is only for those who listen. */
  hideLabel?: boolean;
  /** Whether it is only as wide as its words; else it takes the whole width. */
  fit?: boolean;
  className?: string | undefined;
}

/** One of a few, all in view. */
export function SegmentedControl<Value extends string>({
  label,
  value,
  options,
  onChange,
  hideLabel = false,
  fit = false,
  className,
}: SegmentedControlProps<Value>) {
  const id = useId();
  return (
    <div className={cn('grid min-w-0 gap-1', fit && 'justify-items-start', className)}>
      <span id={id} className={hideLabel ? 'sr-only' : 'text-13 text-quiet'}>
        {label}
      </span>
      <RadioGroup.Root
        aria-labelledby={id}
        orientation="horizontal"
        className={segments}
        value={value}
        onValueChange={(chosen) => onChange(chosen as Value)}
      >
        {options.map((option) => (
          <RadioGroup.Item
            key={option.value}
            value={option.value}
            aria-description={option.hint}
            data-hint={option.hint}
            className={segment({ fit })}
          >
            {option.label}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
    </div>
  );
}

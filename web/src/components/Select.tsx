import { Check, ChevronDown } from 'lucide-react';
import { Select as RadixSelect } from 'radix-ui';
import { useId } from 'react';
import { boxLook, Field } from './Field.tsx';
import { cn } from './cn.ts';

/** A list item must have a value; this stands for the empty one, and for no other. */
const EMPTY = '\u2205';
const held = (value: string): string => (value === '' ? EMPTY : value);

interface SelectProps<Value extends string> {
  label: string;
  hideLabel?: boolean;
  /** Null while nothing of the list is chosen. */
  value: Value | null;
  options: readonly { value: Value; label: string }[];
  onChange: (value: Value) => void;
  /** What stands there while nothing of the list is chosen. */
  none?: string;
  className?: string | undefined;
}

/** One of a list, which opens over its field. */
export function Select<Value extends string>({
  label,
  hideLabel = false,
  value,
  options,
  onChange,
  none = '',
  className,
}: SelectProps<Value>) {
  const id = useId();
  return (
    <Field htmlFor={id} label={label} hideLabel={hideLabel} className={className}>
      <RadixSelect.Root
        value={value === null ? '' : held(value)}
        onValueChange={(chosen) => {
          const one = options.find((option) => held(option.value) === chosen);
          if (one) onChange(one.value);
        }}
      >
        <RadixSelect.Trigger id={id} className={cn(boxLook(), 'cursor-pointer justify-between text-left')}>
          <span className="overflow-hidden text-ellipsis whitespace-nowrap">
            <RadixSelect.Value placeholder={none} />
          </span>
          <ChevronDown className="text-quiet" aria-hidden="true" />
        </RadixSelect.Trigger>
        <RadixSelect.Portal>
          <RadixSelect.Content
            position="popper"
            sideOffset={4}
            collisionPadding={12}
            className="z-60 max-h-(--radix-select-content-available-height) min-w-(--radix-select-trigger-width) overflow-hidden rounded-md border border-rule bg-panel shadow-pop"
          >
            <RadixSelect.Viewport className="p-1">
              {options.map((option) => (
                <RadixSelect.Item
                  key={option.value}
                  value={held(option.value)}
                  className="flex cursor-pointer items-center gap-2 rounded-sm py-1.5 pr-3 pl-2 outline-none data-[highlighted]:bg-sunk data-[state=checked]:font-strong max-sm:min-h-11"
                >
                  <span className="w-4 flex-none">
                    <RadixSelect.ItemIndicator>
                      <Check aria-hidden="true" />
                    </RadixSelect.ItemIndicator>
                  </span>
                  <RadixSelect.ItemText>{option.label}</RadixSelect.ItemText>
                </RadixSelect.Item>
              ))}
            </RadixSelect.Viewport>
          </RadixSelect.Content>
        </RadixSelect.Portal>
      </RadixSelect.Root>
    </Field>
  );
}

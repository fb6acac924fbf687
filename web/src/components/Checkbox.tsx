import { Check } from 'lucide-react';
import { Checkbox as RadixCheckbox } from 'radix-ui';
import type { ReactNode } from 'react';
import { cn } from './cn.ts';

interface CheckboxProps {
  checked: boolean;
  onChange: (checked: boolean) => void;
  className?: string | undefined;
  children: ReactNode;
}

/** Something that is so or is not, with its words beside it; pressing the words is pressing the box. */
export function Checkbox({ checked, onChange, className, children }: CheckboxProps) {
  return (
    <label className={cn('flex cursor-pointer items-center gap-2 max-sm:min-h-11', className)}>
      <RadixCheckbox.Root
        className="grid size-4.5 flex-none cursor-pointer place-items-center rounded-sm border-[1.5px] border-edge bg-panel data-[state=checked]:border-ink data-[state=checked]:bg-ink data-[state=checked]:text-panel"
        checked={checked}
        onCheckedChange={(now) => onChange(now === true)}
      >
        <RadixCheckbox.Indicator>
          <Check className="size-3.5 stroke-3" aria-hidden="true" />
        </RadixCheckbox.Indicator>
      </RadixCheckbox.Root>
      {children}
    </label>
  );
}

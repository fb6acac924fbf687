import { Switch as RadixSwitch } from 'radix-ui';
import type { ReactNode } from 'react';
import { cn } from './cn.ts';

interface SwitchProps {
  on: boolean;
  onChange: (on: boolean) => void;
  className?: string | undefined;
  children: ReactNode;
}

/** Something that goes on working until it is turned off, its words beside it, pressed like itself; what is only said of one thing is a `Checkbox`. */
export function Switch({ on, onChange, className, children }: SwitchProps) {
  return (
    <label className={cn('flex cursor-pointer items-center gap-2 max-sm:min-h-11', className)}>
      <RadixSwitch.Root
        className="relative h-5 w-9 flex-none cursor-pointer rounded-sm border-[1.5px] border-edge bg-panel data-[state=checked]:border-ink data-[state=checked]:bg-ink"
        checked={on}
        onCheckedChange={onChange}
      >
        <RadixSwitch.Thumb className="block size-3.5 translate-x-0.5 rounded-[2px] border-[1.5px] border-edge data-[state=checked]:translate-x-4 data-[state=checked]:border-panel data-[state=checked]:bg-panel motion-safe:transition-transform motion-safe:duration-100 forced-colors:border-[CanvasText] forced-colors:bg-[CanvasText]" />
      </RadixSwitch.Root>
      {children}
    </label>
  );
}

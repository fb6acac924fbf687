import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { cn } from './cn.ts';

interface DisclosureProps {
  title: string;
  /** Whether it stands open at first. */
  open?: boolean;
  /** Whether the title is said quietly. */
  quiet?: boolean;
  className?: string | undefined;
  children: ReactNode;
}

/** What is asked for now and then, behind its title. */
export function Disclosure({ title, open: first = false, quiet = false, className, children }: DisclosureProps) {
  const [open, setOpen] = useState(first);
  return (
    <Collapsible.Root open={open} onOpenChange={setOpen} className={className}>
      <Collapsible.Trigger
        className={cn(
          'flex w-full cursor-pointer items-center gap-1 py-1 text-left max-sm:min-h-11',
          quiet ? 'text-quiet' : 'font-bold',
        )}
      >
        <ChevronRight
          className="size-4 flex-none motion-safe:transition-transform motion-safe:duration-100 [[data-state=open]>&]:rotate-90"
          aria-hidden="true"
        />
        {title}
      </Collapsible.Trigger>
      <Collapsible.Content className="grid gap-2 pt-1">{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}

import { ScrollArea } from 'radix-ui';
import type { ReactNode } from 'react';
import { FADES } from './fades.ts';
import { cn } from './cn.ts';

interface ScrollsProps {
  /** What it holds, for those who listen: it can be reached by the keyboard. */
  label: string;
  /** How high it may get. */
  className: string;
  children: ReactNode;
}

/** A list that is longer than its place: it scrolls, its lower edge fades, and a slim bar says how much there is. */
export const Scrolls = ({ label, className, children }: ScrollsProps) => (
  <ScrollArea.Root type="auto" className="relative grid min-h-0 overflow-hidden">
    <ScrollArea.Viewport
      tabIndex={0}
      role="region"
      aria-label={label}
      className={cn(FADES, 'focus-visible:-outline-offset-2 [&>div]:block!', className)}
    >
      {children}
    </ScrollArea.Viewport>
    <ScrollArea.Scrollbar orientation="vertical" className="flex w-1.5 touch-none p-px select-none">
      <ScrollArea.Thumb className="relative flex-1 rounded-full bg-edge forced-colors:bg-[CanvasText]" />
    </ScrollArea.Scrollbar>
  </ScrollArea.Root>
);

import { Tabs } from 'radix-ui';
import type { ReactNode } from 'react';
import { segment, segments } from './SegmentedControl.tsx';
import { cn } from './cn.ts';

interface WaysProps<Way extends string> {
  label: string;
  way: Way;
  ways: readonly { value: Way; label: string; panel: ReactNode }[];
  onChange: (way: Way) => void;
  /** Room for the tallest of them, so that nothing below moves. */
  className?: string | undefined;
}

/** Several ways of saying one thing, each with fields of its own; those of one are in view. */
export function Ways<Way extends string>({ label, way, ways, onChange, className }: WaysProps<Way>) {
  return (
    <Tabs.Root className="grid gap-3" value={way} onValueChange={(chosen) => onChange(chosen as Way)}>
      <Tabs.List className={segments} aria-label={label}>
        {ways.map(({ value, label: name }) => (
          <Tabs.Trigger key={value} value={value} className={segment()}>
            {name}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {ways.map(({ value, panel }) => (
        <Tabs.Content key={value} value={value} tabIndex={-1} className={cn('grid content-start gap-3', className)}>
          {panel}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}

import { lowerFirst } from '@hushto/words';
import { Command } from 'cmdk';
import { Check, Search } from 'lucide-react';
import type { ReactNode } from 'react';
import { FieldBox } from './Field.tsx';
import { cn } from './cn.ts';

interface PickItem {
  id: string;
  label: string;
  detail?: string;
  group?: string;
  /** Other words it is found by. */
  also?: string;
}

interface PickListProps {
  label: string;
  items: readonly PickItem[];
  value: string | undefined;
  onPick: (id: string) => void;
  searchable?: boolean;
  /** Whether there is room for a few of them only. */
  low?: boolean;
  empty?: ReactNode;
}

/** A list to choose one from, by eye or by typing a part of its name. */
export function PickList({
  label,
  items,
  value,
  onPick,
  searchable = false,
  low = false,
  empty = 'Nothing by that name.',
}: PickListProps) {
  const groups = [...new Set(items.map(({ group }) => group ?? ''))];
  return (
    <Command
      label={searchable ? `Find in ${lowerFirst(label)}` : label}
      className="grid gap-2"
      tabIndex={searchable ? -1 : 0}
      filter={holds}
      defaultValue={value ?? ''}
    >
      {searchable && (
        <FieldBox>
          <Search className="text-quiet" aria-hidden="true" />
          <Command.Input placeholder="Find" />
        </FieldBox>
      )}
      <Command.List label={label} className={cn('-mx-2 overflow-auto px-0.5', low ? 'max-h-40' : 'max-h-66')}>
        <Command.Empty className="px-1.5 text-quiet">{empty}</Command.Empty>
        {groups.map((group) => (
          <Command.Group
            key={group}
            heading={group || undefined}
            className="[&_[cmdk-group-heading]]:px-1.5 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-0.5 [&_[cmdk-group-heading]]:text-13 [&_[cmdk-group-heading]]:text-quiet"
          >
            {items
              .filter((item) => (item.group ?? '') === group)
              .map((item) => (
                <Command.Item
                  key={item.id}
                  value={item.id}
                  keywords={[item.label, group, item.also ?? '']}
                  aria-checked={item.id === value}
                  className="grid cursor-pointer grid-cols-[16px_1fr_auto] items-center gap-2 rounded-sm px-1.5 py-1.25 data-[selected=true]:bg-sunk aria-checked:font-strong max-sm:min-h-11"
                  onSelect={() => onPick(item.id)}
                >
                  <Check className={cn(item.id !== value && 'invisible')} aria-hidden="true" />
                  <span>{item.label}</span>
                  {item.detail && <span className="text-13 text-quiet tabular-nums">{item.detail}</span>}
                </Command.Item>
              ))}
          </Command.Group>
        ))}
      </Command.List>
    </Command>
  );
}

/** Whether a name, its group or its other words hold what is typed; those that do keep their order. */
const holds = (_id: string, typed: string, words: string[] = []): number =>
  words.join(' ').toLowerCase().includes(typed.trim().toLowerCase()) ? 1 : 0;

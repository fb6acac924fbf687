import { ChevronDown, type LucideIcon } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { Button } from './Button.tsx';
import { panelLook } from './Panel.tsx';
import { cn } from './cn.ts';

interface ActionMenuProps {
  /** What is done with the choice: "Save it as". */
  title: string;
  icon: LucideIcon;
  disabled?: boolean;
  actions: readonly { name: string; /** What it is good for. */ line?: string; onPick: () => void }[];
}

/** One of several things to do, behind one button. */
export const ActionMenu = ({ title, icon: Icon, disabled = false, actions }: ActionMenuProps) => (
  <DropdownMenu.Root>
    <DropdownMenu.Trigger asChild>
      <Button look="bare" size="s" className="justify-self-start" disabled={disabled}>
        <Icon aria-hidden="true" /> {title} <ChevronDown aria-hidden="true" />
      </Button>
    </DropdownMenu.Trigger>
    <DropdownMenu.Portal>
      <DropdownMenu.Content
        align="start"
        sideOffset={4}
        collisionPadding={8}
        className={cn(panelLook, 'z-50 w-[min(288px,calc(100vw-24px))] gap-0 px-0 py-2')}
      >
        {actions.map(({ name, line, onPick }) => (
          <DropdownMenu.Item
            key={name}
            className="grid cursor-pointer px-4 py-2 outline-none data-[highlighted]:bg-sunk data-[highlighted]:shadow-[inset_4px_0_0_var(--ink)] forced-colors:data-[highlighted]:bg-[Highlight] forced-colors:data-[highlighted]:text-[HighlightText] max-sm:min-h-11"
            onSelect={onPick}
          >
            <b className="font-strong">{name}</b>
            {line && <span className="leading-5 text-quiet">{line}</span>}
          </DropdownMenu.Item>
        ))}
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  </DropdownMenu.Root>
);

import { useShallow } from 'zustand/react/shallow';
import { useSettings } from '../state/settings.ts';
import { Button } from './Button.tsx';
import { Sheet } from './Sheet.tsx';
import { Switch } from './Switch.tsx';
import { useShortcutLines } from './useShortcuts.ts';

/** What a key is called on the key itself. */
const ON_KEY: Record<string, string> = {
  left: '←',
  right: '→',
  up: '↑',
  down: '↓',
  home: 'Home',
  end: 'End',
  escape: 'Esc',
  mod: 'Ctrl',
  shift: '⇧',
};

/** The `?` list, and the switch for keys of a single letter. */
export function ShortcutList({ onClose }: { onClose: () => void }) {
  const { letterKeys, set } = useSettings(useShallow(({ letterKeys, set }) => ({ letterKeys, set })));
  const lines = useShortcutLines();
  return (
    <Sheet title="Keys" onClose={onClose}>
      <dl className="grid gap-2">
        {lines.map(({ keys, does }) => (
          <div className="grid grid-cols-[132px_1fr] items-center" key={does}>
            <dt className="flex flex-wrap gap-x-2 gap-y-1">
              {keys.map((key) => (
                <span key={key} className="flex gap-0.5">
                  {caps(key).map((cap) => (
                    <kbd key={cap}>{cap}</kbd>
                  ))}
                </span>
              ))}
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
      <Switch on={letterKeys} onChange={(on) => set({ letterKeys: on })}>
        Single-letter keys
      </Switch>
      <Button size="s" onClick={() => set({ tipsAway: [] })}>
        Show the three first lines again
      </Button>
    </Sheet>
  );
}

/** The caps one presses for a name of `useShortcuts`; a sign that stands over another is shown alone. */
const caps = (name: string): string[] =>
  name
    .replace(/^shift\+(?=\W$)/, '')
    .split(/[>+]/)
    .map((key) => ON_KEY[key] ?? key);

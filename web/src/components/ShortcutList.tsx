import { Keyboard, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useSettings } from '../state/settings.ts';

const KEYS: readonly (readonly [keys: string[], does: string])[] = [
  [['←', '→'], 'Shutter, a third'],
  [['⇧', '←', '→'], 'Shutter, a stop'],
  [['↑', '↓'], 'Aperture, a third'],
  [['[', ']'], 'ISO, a third'],
  [['b'], 'One frame more; with ⇧ one fewer'],
  [['p', 's'], 'Pin the shutter; p a, p i, p b the others'],
  [['h'], 'Go to the hush point'],
  [['c'], 'Keep this frame and compare'],
  [['Ctrl', 'Z'], 'Undo; with ⇧ redo'],
  [['t'], 'Table or chart'],
  [['d'], 'Paper or Dim'],
  [['?'], 'This list'],
];

/** The `?` list, and the switch for keys of a single letter. */
export function ShortcutList({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { letterKeys, set } = useSettings();
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Trigger className="btn s bare icon keys-open" aria-label="Keyboard shortcuts" title="Keyboard shortcuts (?)">
        <Keyboard className="i" aria-hidden="true" />
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="pop sheet" aria-describedby={undefined}>
          <div className="row">
            <Dialog.Title asChild>
              <h2>Keys</h2>
            </Dialog.Title>
            <Dialog.Close className="tip-x" aria-label="Close">
              <X className="i" aria-hidden="true" />
            </Dialog.Close>
          </div>
          <dl className="keys">
            {KEYS.map(([keys, does]) => (
              <div key={does}>
                <dt>
                  {keys.map((key) => (
                    <kbd key={key}>{key}</kbd>
                  ))}
                </dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
          <label className="tick">
            <input type="checkbox" checked={letterKeys} onChange={(event) => set({ letterKeys: event.target.checked })} />
            Single-letter keys
          </label>
          <button type="button" className="btn s" onClick={() => set({ tipsAway: [] })}>
            Show the three first lines again
          </button>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

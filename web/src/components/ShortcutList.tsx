import { Keyboard, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useLocation } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { useSettings } from '../state/settings.ts';

type Keys = readonly (readonly [keys: string[], does: string])[];

/** What each screen's keys do; the last two work everywhere. */
const KEYS: Record<'plan' | 'light' | 'outings' | 'you/steadiness' | 'you/taste' | 'kit', Keys> = {
  plan: [
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
  ],
  light: [
    [['[', ']'], 'The day before, the day after'],
    [['t'], 'Table or chart'],
    [['Ctrl', 'Z'], 'Undo; with ⇧ redo'],
  ],
  'you/steadiness': [
    [['f'], 'Take the frame with the simulated camera'],
    [['s'], 'The frame is sharp'],
    [['l'], 'The frame is soft'],
    [['t'], 'Table or chart'],
    [['Ctrl', 'Z'], 'Undo; with ⇧ redo'],
  ],
  'you/taste': [
    [['s'], 'The left frame; acceptable'],
    [['l'], 'The right frame; too much'],
    [['Ctrl', 'Z'], 'Undo; with ⇧ redo'],
  ],
  kit: [[['t'], 'Table or swatches']],
  outings: [
    [['Space'], 'On a handle: take a stretch, and drop it'],
    [['↑', '↓'], 'Move what is taken'],
    [['Ctrl', 'Z'], 'Undo; with ⇧ redo'],
  ],
};
const POCKET: Keys = [
  [['↑', '↓'], 'Light a third brighter, darker; with ⇧ a stop'],
  [['1', '4'], 'Count sharp, soft, noisy, missed'],
  [['u'], 'Take the last frame back'],
  [['[', ']'], 'The stop before, the next'],
  [['d'], 'Dim or deep dim'],
];
const EVERYWHERE: Keys = [
  [['d'], 'Paper or Dim'],
  [['?'], 'This list'],
];

/** The `?` list, and the switch for keys of a single letter. */
export function ShortcutList({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const { letterKeys, set } = useSettings(useShallow(({ letterKeys, set }) => ({ letterKeys, set })));
  const { pathname } = useLocation();
  const screen = (Object.keys(KEYS) as (keyof typeof KEYS)[]).find((path) => pathname.startsWith(`/${path}`));
  const keys = KEYS[screen ?? 'plan'];
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
          <KeyList keys={[...keys, ...EVERYWHERE]} />
          <details>
            <summary>In Pocket</summary>
            <KeyList keys={POCKET} />
          </details>
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

const KeyList = ({ keys }: { keys: Keys }) => (
  <dl className="keys">
    {keys.map(([names, does]) => (
      <div key={does}>
        <dt>
          {names.map((name) => (
            <kbd key={name}>{name}</kbd>
          ))}
        </dt>
        <dd>{does}</dd>
      </div>
    ))}
  </dl>
);

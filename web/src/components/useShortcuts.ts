import { useHotkeys, useHotkeysContext } from 'react-hotkeys-hook';
import { useSettings } from '../state/settings.ts';

/**
 * Beside fields one types in, keys belong to whatever has the focus of these.
 * The Valley's flag is a slider too, but its arrows are the screen's own, and `h` has to work from where a drag ends.
 */
const KEEPS_KEYS =
  '[role=slider]:not([data-cursor]), [role=menu], [role=listbox], [role=combobox], [role=tablist], [role=dialog], [role=alertdialog]';
/** A choice moves by arrows and ticks by the space bar; letters mean nothing to it. */
const KEEPS_ARROWS = '[role=radio], [role=checkbox]';

/** How long a first letter waits for its second, ms. */
const SECOND_WITHIN_MS = 1500;

/** What a key does in words, and doing it; keys with the same words stand in one line of the list. */
export type Shortcuts = Record<string, readonly [does: string, run: () => void]>;

/** A line of the list: the keys of one thing. */
export interface ShortcutLine {
  keys: string[];
  does: string;
}

/** The keys that work now, as whatever is on the page has registered them: the screen's first, then what works everywhere. */
export function useShortcutLines(): ShortcutLine[] {
  const lines = new Map<string, ShortcutLine>();
  // What is everywhere has been there longest. Two parts that say the same share a line.
  for (const { metadata } of [...useHotkeysContext().hotkeys].reverse())
    for (const [key, does] of Object.entries((metadata ?? {}) as Record<string, string>))
      lines.set(does, { does, keys: [...new Set([...(lines.get(does)?.keys ?? []), key])] });
  return [...lines.values()];
}

/**
 * Keyboard shortcuts of a part of a screen, "shift+left", "mod+z" (Control, or the command key), "p>a" for two letters one after the
 * other. They never fire while typing, nor while a control or dialog that has keys of its own is in use.
 */
export function useShortcuts(shortcuts: Shortcuts): void {
  const letters = useSettings((settings) => settings.letterKeys);
  useHotkeys(
    // "p>b" is asked before "b", which the same press answers.
    Object.keys(shortcuts).sort((one, other) => Number(other.includes('>')) - Number(one.includes('>'))),
    (event, { hotkey }) => {
      if (event.defaultPrevented || isKept(event) || (!letters && isLetter(event))) return;
      event.preventDefault();
      shortcuts[hotkey]![1]();
    },
    {
      useKey: true,
      enableOnFormTags: ['slider', 'radio'],
      sequenceTimeoutMs: SECOND_WITHIN_MS,
      metadata: Object.fromEntries(Object.entries(shortcuts).map(([hotkey, [does]]) => [hotkey, does])),
    },
  );
}

const isLetter = ({ key, ctrlKey, metaKey }: KeyboardEvent): boolean => key.length === 1 && !ctrlKey && !metaKey;

/** Whether whatever has the focus, or lies over the page, has a use of its own for it. */
function isKept({ key, target }: KeyboardEvent): boolean {
  if (document.querySelector('[role=dialog], [role=alertdialog], [role=menu]')) return true;
  if (!(target instanceof Element)) return false;
  return target.closest(KEEPS_KEYS) !== null || (key.length > 1 && target.closest(KEEPS_ARROWS) !== null);
}

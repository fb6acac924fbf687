import { useEffect, useId, useMemo, useRef } from 'react';
import { create } from 'zustand';
import { useSettings } from '../state/settings.ts';

/**
 * Keys that belong to whatever has the focus: typing, sliders, lists, dialogs.
 * The Valley's flag is a slider too, but its arrows are the screen's own, and `h` has to work from where a drag ends.
 */
const KEEPS_KEYS =
  'input, textarea, select, [contenteditable], [role=slider]:not([data-cursor]), [role=menu], [role=listbox], [role=combobox], [role=tablist], [role=dialog]';
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

const useRegistered = create<{ by: Record<string, ShortcutLine[]> }>()(() => ({ by: {} }));

/** The keys that work now, as whatever is on the page has registered them: the screen's first, then what works everywhere. */
export function useShortcutLines(): ShortcutLine[] {
  const by = useRegistered((registered) => registered.by);
  // What is everywhere has been there longest. Two parts that say the same share a line.
  const lines = new Map<string, ShortcutLine>();
  for (const line of Object.values(by).reverse().flat()) {
    const keys = new Set([...(lines.get(line.does)?.keys ?? []), ...line.keys]);
    lines.set(line.does, { does: line.does, keys: [...keys] });
  }
  return [...lines.values()];
}

function linesOf(shortcuts: Shortcuts): ShortcutLine[] {
  const lines = new Map<string, string[]>();
  for (const [keys, [does]] of Object.entries(shortcuts)) lines.set(does, [...(lines.get(does) ?? []), keys]);
  return [...lines].map(([does, keys]) => ({ keys, does }));
}

/**
 * Keyboard shortcuts of a part of a screen: keys as the browser names them, with "Control+" (the command key too) and "Shift+" before
 * them; "p a" is two letters, one after the other.
 * They never fire while typing, nor while a control or dialog that has keys of its own is in use.
 */
export function useShortcuts(shortcuts: Shortcuts): void {
  const latest = useRef(shortcuts);
  useEffect(() => {
    latest.current = shortcuts;
  });
  const id = useId();
  const said = JSON.stringify(linesOf(shortcuts));
  const lines = useMemo(() => JSON.parse(said) as ShortcutLine[], [said]);
  useEffect(() => {
    useRegistered.setState(({ by }) => ({ by: { ...by, [id]: lines } }));
    return () => useRegistered.setState(({ by: { [id]: _gone, ...by } }) => ({ by }));
  }, [id, lines]);
  const letters = useSettings((settings) => settings.letterKeys);
  useEffect(() => {
    let first: { key: string; at: number } | null = null;
    const press = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || event.altKey) return;
      if (event.target instanceof Element && event.target.closest(KEEPS_KEYS)) return;
      if (event.key.length > 1 && event.target instanceof Element && event.target.closest(KEEPS_ARROWS)) return;
      if (document.querySelector('[role=dialog]')) return;
      const chord = event.ctrlKey || event.metaKey;
      if (event.key.length === 1 && !chord && !letters) return;
      const name = `${chord ? 'Control+' : ''}${event.shiftKey && event.key.length > 1 ? 'Shift+' : ''}${event.key}`;
      const begun = first && event.timeStamp - first.at < SECOND_WITHIN_MS ? first.key : null;
      const found = (begun && latest.current[`${begun} ${name}`]) || latest.current[name];
      const begins = !found && Object.keys(latest.current).some((keys) => keys.startsWith(`${name} `));
      first = begins ? { key: name, at: event.timeStamp } : null;
      if (!found && !begins) return;
      event.preventDefault();
      found?.[1]();
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [letters]);
}

import { useEffect, useRef } from 'react';
import { useSettings } from '../state/settings.ts';

/**
 * Keys that belong to whatever has the focus: typing, sliders, lists, dialogs.
 * The Valley's flag is a slider too, but its arrows are the screen's own, and `h` has to work from where a drag ends.
 */
const KEEPS_KEYS =
  'input, textarea, select, [contenteditable], [role=slider]:not(.flag), [role=menu], [role=listbox], [role=tablist], [role=dialog], [role=radiogroup]';

/**
 * Keyboard shortcuts of a screen: `key` as the browser names it, with "Control+" (the command key too) and "Shift+" before it.
 * They never fire while typing, nor while a control or dialog that has keys of its own is in use.
 */
export function useShortcuts(shortcuts: Record<string, () => void>): void {
  const latest = useRef(shortcuts);
  useEffect(() => {
    latest.current = shortcuts;
  });
  const letters = useSettings((settings) => settings.letterKeys);
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || event.altKey) return;
      if (event.target instanceof Element && event.target.closest(KEEPS_KEYS)) return;
      if (document.querySelector('[role=dialog]')) return;
      const chord = event.ctrlKey || event.metaKey;
      const name = `${chord ? 'Control+' : ''}${event.shiftKey && event.key.length > 1 ? 'Shift+' : ''}${event.key}`;
      const run = latest.current[name];
      if (!run || (event.key.length === 1 && !chord && !letters)) return;
      event.preventDefault();
      run();
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [letters]);
}

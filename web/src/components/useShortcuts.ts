import { useEffect, useRef } from 'react';
import { useSettings } from '../state/settings.ts';

/**
 * Keys that belong to whatever has the focus: typing, sliders, lists, dialogs.
 * The Valley's flag is a slider too, but its arrows are the screen's own, and `h` has to work from where a drag ends.
 */
const KEEPS_KEYS =
  'input:not([type=radio]):not([type=checkbox]), textarea, select, [contenteditable], [role=slider]:not(.flag), [role=menu], [role=listbox], [role=tablist], [role=dialog]';
/** A choice moves by arrows and ticks by the space bar; letters mean nothing to it. */
const KEEPS_ARROWS = 'input[type=radio], input[type=checkbox]';

/** How long a first letter waits for its second, ms. */
const SECOND_WITHIN_MS = 1500;

/**
 * Keyboard shortcuts of a screen: `key` as the browser names it, with "Control+" (the command key too) and "Shift+" before it; "p a" is
 * two letters, one after the other.
 * They never fire while typing, nor while a control or dialog that has keys of its own is in use.
 */
export function useShortcuts(shortcuts: Record<string, () => void>): void {
  const latest = useRef(shortcuts);
  useEffect(() => {
    latest.current = shortcuts;
  });
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
      const run = (begun && latest.current[`${begun} ${name}`]) || latest.current[name];
      const begins = !run && Object.keys(latest.current).some((keys) => keys.startsWith(`${name} `));
      first = begins ? { key: name, at: event.timeStamp } : null;
      if (!run && !begins) return;
      event.preventDefault();
      run?.();
    };
    document.addEventListener('keydown', press);
    return () => document.removeEventListener('keydown', press);
  }, [letters]);
}

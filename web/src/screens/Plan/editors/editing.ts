import type { Brief } from '@hushto/core';

/** What every editor of the brief is handed: the brief as it stands, and the way to change it. */
export interface EditorProps {
  brief: Brief;
  edit: (change: (brief: Brief) => Brief) => void;
}

type Part = 'subject' | 'light' | 'hold' | 'picture';

/** A change of some values in one part of the brief. */
export const patch =
  <Name extends Part>(part: Name, change: Partial<Brief[Name]>) =>
  (brief: Brief): Brief => ({ ...brief, [part]: { ...brief[part], ...change } });

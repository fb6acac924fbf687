/** Look of a part of this screen. */
export const PANEL =
  'grid gap-3 rounded-[6px] border border-rule bg-panel px-6 py-4 [&_.pairing]:border-t-0! [&_.pairing]:p-0! [&_h3]:font-[650]';

/** Does something, says what came of it, and looks again at how things stand. */
export type Attempt = (work: () => Promise<string | null>) => Promise<void>;

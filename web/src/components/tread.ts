import type { Rung } from '@hushto/core';
import { cva } from 'class-variance-authority';

const DASHED = 'before:h-0.75 before:[background:repeating-linear-gradient(90deg,var(--tread)_0_8px,transparent_8px_14px)]';

/** The tread of a rung: solid where it works, dashed at the edge, dotted brick past it; the present light's own in teal, heavier. */
export const tread = cva('group/rung relative [--tread:var(--ink-2)] before:absolute before:inset-x-0 before:top-0', {
  variants: {
    state: {
      works: 'before:h-0.75 before:bg-(--tread)',
      edge: DASHED,
      relaxed: DASHED,
      past: 'before:border-t-3 before:border-dotted before:border-t-warn',
    } satisfies Record<Rung['state'], string>,
    now: {
      true: 'bg-hush-wash forced-colors:outline-2 forced-colors:-outline-offset-1 [--tread:var(--hush)] before:h-1.25 deep:outline-2 deep:-outline-offset-1 deep:outline-ink',
      false: '',
    },
  },
});

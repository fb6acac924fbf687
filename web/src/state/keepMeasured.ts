import type { StoredBrief } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { keep, libraryNow } from './library.ts';

/** What is said once it is kept, and how it is taken back. */
export interface KeptMeasured {
  say: string;
  undo: { label: string; run: () => void };
}

/**
 * Keeps what was measured with its body or lens, and in the briefs that carry it; one press undoes all.
 * @param store keeps the measured document, or the one before it  @param carries whether a brief carries it  @param change of such a brief
 */
export async function keepMeasured(
  label: string,
  store: (which: 'before' | 'after') => Promise<unknown>,
  carries: (brief: Brief) => boolean,
  change: (brief: Brief) => Brief,
): Promise<KeptMeasured> {
  const carrying = libraryNow().briefs.filter(({ document }) => carries(document));
  const briefs = async (of: (stored: StoredBrief) => Brief): Promise<void> => {
    for (const stored of carrying) await keep('briefs', of(stored), stored.id);
  };
  await store('after');
  await briefs(({ document }) => change(document));
  const many =
    carrying.length === 0 ? '' : ` ${carrying.length} ${carrying.length === 1 ? 'brief plans' : 'briefs plan'} with it.`;
  return {
    say: `${label} has its own figures now.${many}`,
    undo: {
      label: 'Undo',
      run: () => void store('before').then(() => briefs(({ document }) => document)),
    },
  };
}

import type { DocumentOf, StoredOf } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { change as changeDocument, libraryNow } from './library.ts';

/** What is said once it is kept, and how to undo it. */
export interface KeptMeasured {
  say: string;
  undo: { label: string; run: () => void };
}

/**
 * Keeps what was measured with its body or lens, and in the briefs that carry it; one press undoes all of it and nothing else.
 * @param before the body or lens  @param after with what was measured  @param carries whether a brief carries it
 * @param change of such a brief
 */
export async function keepMeasured<Name extends 'bodies' | 'lenses'>(
  kind: Name,
  { id, document: before }: Pick<StoredOf<Name>, 'id' | 'document'>,
  after: DocumentOf<Name>,
  carries: (brief: Brief) => boolean,
  change: (brief: Brief) => Brief,
): Promise<KeptMeasured> {
  const carrying = libraryNow().briefs.filter(({ document }) => carries(document));
  const changes = carrying.map((stored) => ({ id: stored.id, seen: stored.document, after: change(stored.document) }));
  await changeDocument(kind, id, { seen: before, after });
  for (const one of changes) await changeDocument('briefs', one.id, one);
  // Undone as a change of its own: what was edited since stays.
  const undo = async (): Promise<void> => {
    await changeDocument(kind, id, { seen: after, after: before });
    for (const one of changes) await changeDocument('briefs', one.id, { seen: one.after, after: one.seen });
  };
  const many =
    carrying.length === 0 ? '' : ` ${carrying.length} ${carrying.length === 1 ? 'brief plans' : 'briefs plan'} with it.`;
  return {
    say: `${before.label} has its own figures now.${many}`,
    undo: {
      label: 'Undo',
      run: () => void undo(),
    },
  };
}

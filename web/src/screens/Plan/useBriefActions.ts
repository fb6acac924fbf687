import type { StoredBrief } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { useNavigate } from 'react-router';
import { api } from '../../api/client.ts';
import { useToasts } from '../../components/Toasts.tsx';
import { bringBack, discard as discardStored, keep, sentWords, useLibrary } from '../../state/library.ts';
import { draftStore } from '../../state/stores.ts';
import type { BriefActions } from './BriefMenu.tsx';

/** What can be done with the open brief; every failure is said, and nothing typed is lost by it. */
export function useBriefActions(stored: StoredBrief, brief: Brief): BriefActions & { save: () => void; discard: () => void } {
  const navigate = useNavigate();
  const { show } = useToasts();
  const { put } = useLibrary();
  const drafts = draftStore.getState();
  const { id } = stored;

  const attempt = async (work: () => Promise<void>): Promise<void> => {
    try {
      await work();
    } catch (error) {
      show(error instanceof Error ? error.message : String(error));
    }
  };
  const open = (to: string): void => void navigate(`/plan/${to}`);
  const create = (made: Brief): void =>
    void attempt(async () => {
      const id = crypto.randomUUID();
      const kept = keep('briefs', made, id);
      open(id);
      await kept;
    });
  return {
    open,
    create,
    duplicate: () => create(copyOf(brief)),
    takeIn: (briefs) =>
      void attempt(async () => {
        const kept = await api.takeIn(briefs);
        kept.forEach((one) => put('briefs', one));
        show(kept.length === 1 ? `“${kept[0]!.document.title}” is here.` : `${kept.length} briefs are here.`);
        open(kept[0]!.id);
      }),
    rename: (title) => drafts.edit(id, stored.document, (edited) => ({ ...edited, title })),
    discard: () => {
      drafts.discard(id, stored.document);
      show('Your edits are gone; this is the brief as saved.', {
        label: 'Bring them back',
        run: () => drafts.edit(id, stored.document, () => brief),
      });
    },
    save: () =>
      void attempt(async () => {
        const kept = keep('briefs', brief, id, draftStore.getState().byId[id]?.from);
        // What is typed while the answer is on its way is still unsaved.
        drafts.saved(id);
        const { sent } = await kept;
        show(sentWords(sent));
      }),
    remove: () =>
      void attempt(async () => {
        const deleted = discardStored('briefs', id);
        void navigate('/plan');
        await deleted;
        show(`“${stored.document.title}” is deleted.`, {
          label: 'Undo',
          run: () =>
            void attempt(async () => {
              await bringBack('briefs', stored);
              open(id);
            }),
        });
      }),
  };
}

const copyOf = (brief: Brief): Brief => ({ ...brief, title: `${brief.title.slice(0, 110)}, copy` });

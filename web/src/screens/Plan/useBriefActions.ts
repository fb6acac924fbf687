import type { StoredBrief } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { useNavigate } from 'react-router';
import { useToasts } from '../../components/toast.ts';
import { useDeletion } from '../../components/useDeletion.ts';
import { editDocument } from '../../state/documents.ts';
import { create as createDocument, createAll } from '../../state/library.ts';
import { said } from '../../sync/remote.ts';

export interface BriefActions {
  open: (id: string) => void;
  create: (brief: Brief) => void;
  duplicate: () => void;
  remove: () => void;
  rename: (title: string) => void;
  takeIn: (briefs: readonly Brief[]) => void;
}

/** The open brief as its menu shows it. */
export interface OpenedBrief extends BriefActions {
  id: string;
  /** As it is being typed; the brief itself as it last could be planned. */
  title: string;
  brief: Brief;
  /** Back to how it was when it was opened; null while it is that. */
  asOpened: (() => void) | null;
}

/** What can be done with the open brief; every failure is said, and nothing typed is lost by it. */
export function useBriefActions(stored: StoredBrief): BriefActions {
  const navigate = useNavigate();
  const remove = useDeletion();
  const { show } = useToasts();
  const { id, document: brief } = stored;

  const attempt = async (work: () => Promise<void>): Promise<void> => {
    try {
      await work();
    } catch (error) {
      show(said(error));
    }
  };
  const open = (to: string): void => void navigate(`/plan/${to}`);
  const create = (made: Brief): void =>
    void attempt(async () => {
      const newId = crypto.randomUUID();
      const kept = createDocument('briefs', made, newId);
      open(newId);
      await kept;
    });
  return {
    open,
    create,
    duplicate: () => create(copyOf(brief)),
    takeIn: (briefs) =>
      void attempt(async () => {
        const [first] = await createAll('briefs', briefs);
        show(briefs.length === 1 ? `“${briefs[0]!.title}” is here.` : `${briefs.length} briefs are here.`);
        if (first) open(first);
      }),
    rename: (title) => void editDocument('briefs', id, (edited) => ({ ...edited, title })),
    remove: () => void remove('briefs', stored, { away: '/plan', back: `/plan/${id}` }),
  };
}

const copyOf = (brief: Brief): Brief => ({ ...brief, title: `${brief.title.slice(0, 110)}, copy` });

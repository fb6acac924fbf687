import { KINDS, type KindName, type StoredOf } from '@hushto/contract';
import { useNavigate } from 'react-router';
import { bringBack, discard } from '../state/library.ts';
import { useToasts } from './toast.ts';
import { said } from '../sync/remote.ts';

interface Deletion {
  /** Where to be while it is gone, and after it is brought back. */
  away?: string;
  back?: string;
  /** What is said; else that it is deleted, by its title. */
  say?: string;
}

/** Deletes a document and says so, with the way back as long as the message stands. */
export function useDeletion() {
  const navigate = useNavigate();
  const { show } = useToasts();
  return async <Name extends KindName>(kind: Name, stored: StoredOf<Name>, { away, back, say }: Deletion = {}): Promise<void> => {
    const complain = (error: unknown): void => show(said(error));
    const undo = async (): Promise<void> => {
      await bringBack(kind, stored);
      if (back) void navigate(back);
    };
    try {
      const deleted = discard(kind, stored.id);
      if (away) void navigate(away);
      await deleted;
      show(say ?? `“${KINDS[kind].titleOf(stored.document as never)}” is deleted.`, {
        label: 'Undo',
        run: () => void undo().catch(complain),
      });
    } catch (error) {
      complain(error);
    }
  };
}

import type { Backup } from '@hushto/contract';

interface BackUpChanges {
  backups: { make(): Promise<Backup> };
  /** The last revision given out. */
  revision: () => Promise<number>;
  /** Is told of a backup that could not be made; the next try is the next call's. */
  failed: (error: unknown) => void;
}

/** Makes a backup whenever it is called and something was changed since the last. @param since the revision that needs none any more */
export function backUpChanges({ backups, revision, failed }: BackUpChanges, since: number): () => Promise<void> {
  let backedUp = since;
  return async () => {
    try {
      const now = await revision();
      if (now === backedUp) return;
      await backups.make();
      backedUp = now;
    } catch (error) {
      failed(error);
    }
  };
}

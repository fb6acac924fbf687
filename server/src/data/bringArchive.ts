import { ApiError, type Brought, type FieldIssue } from '@hushto/contract';
import type { MikroORM } from '@mikro-orm/libsql';
import type { Stores } from '../stores.ts';
import { readArchive } from './archive.ts';
import type { Backups } from './backups.ts';

/** What comes back from the thread: errors of the catalogue lose their kind on the way. */
export type BroughtInThread = { brought: Brought } | { refused: FieldIssue[] };

/**
 * Brings an archive in: in a thread where the database is a file, here where it is in memory. Writers must be kept out by the caller.
 * @throws ApiError BAD_ARCHIVE; nothing was changed then
 */
export async function bringArchive(
  { orm, stores, backups }: { orm: MikroORM; stores: Stores; backups: Backups | null },
  archive: string,
): Promise<Brought> {
  if (!backups) return readArchive(orm.em.fork(), stores, archive);
  const answer = await backups.inThread<BroughtInThread>('bringArchive', { file: backups.file, archive });
  if ('refused' in answer) throw new ApiError('BAD_ARCHIVE', answer.refused);
  return answer.brought;
}

import { KIND_NAMES, type KindName } from '@hushto/contract';
import type { MikroORM } from '@mikro-orm/libsql';
import type { Stores } from '../stores.ts';
import type { Reader } from './reader.ts';

/** From so many documents on it is worth a thread to have them opened before they are asked for: each takes some 0.2 ms. Ours. */
const MANY = 2000;

/** Has every document opened in a thread, where there are many: whoever asks for all of them then waits a third as long. */
export async function rememberReadable(orm: MikroORM, stores: Stores, reader: Pick<Reader, 'readable'>): Promise<void> {
  let documents = 0;
  for (const kind of KIND_NAMES) documents += await stores[kind].count(orm.em.fork());
  if (documents < MANY) return;
  for (const [kind, digests] of Object.entries(await reader.readable())) stores[kind as KindName].remember(digests);
}

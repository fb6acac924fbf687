import type { EntityManager, Knex } from '@mikro-orm/libsql';

/** What may stand for a question mark. */
export type Value = string | number | null | Buffer;

/**
 * Runs a statement of ours and gives its rows. Values are bound by the driver, never written into the statement; inside a transaction it
 * is part of that.
 */
export async function query<Rows = unknown>(em: EntityManager, sql: string, values: readonly Value[] = []): Promise<Rows> {
  const statement = em.getKnex().raw(sql, values as readonly (string | number | Buffer)[]);
  const transaction = em.getTransactionContext<Knex.Transaction>();
  return (await (transaction ? statement.transacting(transaction) : statement)) as Rows;
}

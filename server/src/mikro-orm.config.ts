import { defineConfig, type Options } from '@mikro-orm/libsql';
import { Migrator } from '@mikro-orm/migrations';
import { DOCUMENT_ENTITIES } from './entities/document.entity.ts';
import { LedgerEntity } from './entities/ledger.entity.ts';
import { PairedEntity } from './entities/paired.entity.ts';
import { MIGRATION_NAMES } from './migrations/names.ts';
import { Migration20260112000000_documents } from './migrations/Migration20260112000000_documents.ts';
import { Migration20260301000000_outings } from './migrations/Migration20260301000000_outings.ts';
import { Migration20260501000000_learning } from './migrations/Migration20260501000000_learning.ts';
import { Migration20261126000000_revisions } from './migrations/Migration20261126000000_revisions.ts';

const MIGRATIONS: Record<(typeof MIGRATION_NAMES)[number], typeof Migration20260112000000_documents> = {
  Migration20260112000000_documents,
  Migration20260301000000_outings,
  Migration20260501000000_learning,
  Migration20261126000000_revisions,
};

/** @param dbName a file, or `:memory:` */
export function ormConfig(dbName: string): Options {
  return defineConfig({
    dbName,
    entities: [...Object.values(DOCUMENT_ENTITIES), LedgerEntity, PairedEntity],
    extensions: [Migrator],
    // Named one by one: the same from source and from dist, without looking through folders.
    migrations: {
      migrationsList: MIGRATION_NAMES.map((name) => ({ name, class: MIGRATIONS[name] })),
      snapshot: false,
      silent: true,
    },
  });
}

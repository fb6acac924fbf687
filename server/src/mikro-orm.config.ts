import { defineConfig, type Options } from '@mikro-orm/libsql';
import { Migrator } from '@mikro-orm/migrations';
import { DOCUMENT_ENTITIES } from './entities/document.entity.ts';
import { LedgerEntity } from './entities/ledger.entity.ts';
import { LOG_ENTITIES } from './entities/log.entity.ts';
import { PairedEntity } from './entities/paired.entity.ts';
import { MIGRATIONS } from './migrations/index.ts';

/** @param dbName a file, or `:memory:` */
export function ormConfig(dbName: string): Options {
  return defineConfig({
    dbName,
    entities: [...Object.values(DOCUMENT_ENTITIES), LedgerEntity, PairedEntity, ...LOG_ENTITIES],
    extensions: [Migrator],
    migrations: {
      migrationsList: Object.entries(MIGRATIONS).map(([name, step]) => ({ name, class: step })),
      snapshot: false,
      silent: true,
    },
  });
}

import { defineConfig, type Options } from '@mikro-orm/libsql';
import { Migrator } from '@mikro-orm/migrations';
import {
  BodyEntity,
  BriefEntity,
  HoldEntity,
  LensEntity,
  PairedEntity,
  PlaceEntity,
  RunSheetEntity,
  TallyEntity,
  TasteEntity,
} from './entities/document.entity.ts';
import { Migration20260112000000_documents } from './migrations/Migration20260112000000_documents.ts';
import { Migration20260301000000_outings } from './migrations/Migration20260301000000_outings.ts';
import { Migration20260501000000_learning } from './migrations/Migration20260501000000_learning.ts';

/** @param dbName a file, or `:memory:` */
export function ormConfig(dbName: string): Options {
  return defineConfig({
    dbName,
    entities: [
      BriefEntity,
      BodyEntity,
      LensEntity,
      PlaceEntity,
      RunSheetEntity,
      TallyEntity,
      HoldEntity,
      TasteEntity,
      PairedEntity,
    ],
    extensions: [Migrator],
    migrations: {
      // Named one by one: the same from source and from dist, without looking through folders.
      migrationsList: [
        { name: 'Migration20260112000000_documents', class: Migration20260112000000_documents },
        { name: 'Migration20260301000000_outings', class: Migration20260301000000_outings },
        { name: 'Migration20260501000000_learning', class: Migration20260501000000_learning },
      ],
      snapshot: false,
      silent: true,
    },
  });
}

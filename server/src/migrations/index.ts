import { Migration20260112000000_documents } from './Migration20260112000000_documents.ts';
import { Migration20260301000000_outings } from './Migration20260301000000_outings.ts';
import { Migration20260501000000_learning } from './Migration20260501000000_learning.ts';
import { Migration20261126000000_revisions } from './Migration20261126000000_revisions.ts';
import { Migration20261127000000_subjects } from './Migration20261127000000_subjects.ts';
import { Migration20261128000000_log } from './Migration20261128000000_log.ts';
import { Migration20261129000000_softness } from './Migration20261129000000_softness.ts';
import { Migration20261130000000_kits } from './Migration20261130000000_kits.ts';
import { Migration20261202000000_removedDevices } from './Migration20261202000000_removedDevices.ts';

/**
 * Every step of the tables' history, in order; a database that names another was written by a newer Hushto. Named one by one: the same
 * from source and from dist, without looking through folders.
 */
export const MIGRATIONS = {
  Migration20260112000000_documents,
  Migration20260301000000_outings,
  Migration20260501000000_learning,
  Migration20261126000000_revisions,
  Migration20261127000000_subjects,
  Migration20261128000000_log,
  Migration20261129000000_softness,
  Migration20261130000000_kits,
  Migration20261202000000_removedDevices,
};

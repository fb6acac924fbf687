/** Every step of the tables' history, in order; a database that names another was written by a newer Hushto. */
export const MIGRATION_NAMES = [
  'Migration20260112000000_documents',
  'Migration20260301000000_outings',
  'Migration20260501000000_learning',
  'Migration20261126000000_revisions',
] as const;

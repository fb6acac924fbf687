import { defineEntity, p } from '@mikro-orm/core';

/** Columns every stored document has: its own JSON with the version of its format, and when and how often it changed. */
const columns = {
  id: p.string().length(36).primary(),
  title: p.string().length(200),
  document: p.json<unknown>(),
  /** Version of the document's format; raised with a migration when the format changes. */
  format: p.integer(),
  revision: p.integer(),
  createdAt: p.datetime(),
  updatedAt: p.datetime(),
  /** Deleted documents stay until they are restored: deleting can be undone. */
  deletedAt: p.datetime().nullable(),
};

export const BriefEntity = defineEntity({ name: 'BriefEntity', tableName: 'brief', properties: columns });
export const BodyEntity = defineEntity({ name: 'BodyEntity', tableName: 'body', properties: columns });
export const LensEntity = defineEntity({ name: 'LensEntity', tableName: 'lens', properties: columns });

export const PlaceEntity = defineEntity({ name: 'PlaceEntity', tableName: 'place', properties: columns });
export const RunSheetEntity = defineEntity({ name: 'RunSheetEntity', tableName: 'run_sheet', properties: columns });
export const TallyEntity = defineEntity({ name: 'TallyEntity', tableName: 'tally', properties: columns });

export const HoldEntity = defineEntity({ name: 'HoldEntity', tableName: 'hold_series', properties: columns });
export const TasteEntity = defineEntity({ name: 'TasteEntity', tableName: 'taste_series', properties: columns });

/** A device of the network that was paired: only the hash of what it shows us is kept. */
export const PairedEntity = defineEntity({
  name: 'PairedEntity',
  tableName: 'paired',
  properties: { tokenHash: p.string().length(64).primary(), pairedAt: p.datetime() },
});

export type DocumentEntity = typeof BriefEntity;
export const DOCUMENT_FORMAT = 1;

import { KIND_NAMES, KINDS, type KindName } from '@hushto/contract';
import { defineEntity, p, Type, type InferEntity } from '@mikro-orm/core';

/** JSON kept as the text it is: one that cannot be read must not keep its whole list from being read. */
class JsonText extends Type<string, string> {
  override getColumnType(): string {
    return 'json';
  }

  /** SQLite makes a number of a text that is one in such a column (its affinity is NUMERIC, see "Datatypes In SQLite"). */
  override convertToJSValue(value: unknown): string {
    return String(value);
  }
}

/** Columns every stored document has: its own JSON with the version of its format, and when and how often it changed. */
const columns = {
  id: p.string().length(36).primary(),
  title: p.string().length(200),
  document: p.type(JsonText).$type<string>(),
  /** Version of the document's format; raised with a step of upgrade when the format changes. */
  format: p.integer(),
  /** Counted over all documents: no two changes share one, and what is newer has a higher one. */
  revision: p.integer(),
  createdAt: p.datetime(),
  updatedAt: p.datetime(),
  /** Deleted documents stay until they are restored: deleting can be undone. */
  deletedAt: p.datetime().nullable(),
};

const entityOf = (name: KindName) =>
  defineEntity({
    name: `${name}Entity`,
    tableName: KINDS[name].table,
    properties: columns,
    indexes: [
      { name: `${KINDS[name].table}_revision`, properties: ['revision'] },
      { name: `${KINDS[name].table}_order`, properties: ['createdAt', 'id'] },
    ],
  });

export type DocumentEntity = ReturnType<typeof entityOf>;
/** A row as the table has it. */
export type Row = InferEntity<DocumentEntity>;
/** One table for each kind. */
export const DOCUMENT_ENTITIES = Object.fromEntries(KIND_NAMES.map((name) => [name, entityOf(name)])) as Record<
  KindName,
  DocumentEntity
>;

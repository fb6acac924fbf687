import {
  ApiError,
  kindOf,
  openDocument,
  type DocumentOf,
  type Kind,
  type KindName,
  type Stored,
  type Unreadable,
} from '@hushto/contract';
import { fieldIssues, unreadableWords } from '@hushto/words';
import type { EntityManager } from '@mikro-orm/libsql';
import { hash, randomUUID } from 'node:crypto';
import { setImmediate as breathe } from 'node:timers/promises';
import { isDeepStrictEqual } from 'node:util';
import { z } from 'zod';
import { DOCUMENT_ENTITIES, type DocumentEntity, type Row } from './entities/document.entity.ts';
import { nextRevision } from './ledger.ts';
import { query } from './query.ts';

export type { Row } from './entities/document.entity.ts';

/** Where a page of a list begins: after this document. */
export interface ListCursor {
  createdAtMs: number;
  id: string;
}

/** An id the sender makes must be a UUID: nobody else makes the same. */
const NewId = z.uuid();
/** Rows read at once where all are gone through. */
const SLICE = 200;
/** Rows written at once. */
const FEW = 50;
/** Texts known to be readable; beyond this many they are looked at again. */
const MOST_KNOWN = 200_000;

/** Creates, reads, lists, changes, deletes and restores one kind of document; each change is one transaction. */
export class Documents<Name extends KindName> {
  readonly name: Name;
  readonly #kind: Kind<DocumentOf<Name>>;
  readonly #entity: DocumentEntity;
  readonly #now: () => Date;
  /** Digests of texts that were opened once and are to be sent as they are stored. Not revisions: a disk may change a text under one. */
  readonly #readable = new Set<string>();

  constructor(name: Name, now: () => Date) {
    this.name = name;
    this.#kind = kindOf(name) as Kind<DocumentOf<Name>>;
    this.#entity = DOCUMENT_ENTITIES[name];
    this.#now = now;
  }

  /** A page in the order of creation, each document as JSON text. What cannot be read is left out. @returns where the next begins, null at the end */
  async page(em: EntityManager, after: ListCursor | null, limit: number): Promise<{ texts: string[]; next: ListCursor | null }> {
    const rows = await this.#slice(em, after, limit, { deletedAt: null });
    return {
      texts: rows.map((row) => this.text(row)).filter((text) => text !== null),
      next: rows.length === limit ? cursorAfter(rows.at(-1)!) : null,
    };
  }

  /** All that can be read. For kinds that are few; lists for the page come by {@link page}. */
  async list(em: EntityManager): Promise<Stored<DocumentOf<Name>>[]> {
    const all: Stored<DocumentOf<Name>>[] = [];
    for await (const row of this.rows(em, { deletedAt: null })) {
      const opened = this.open(row);
      if ('stored' in opened) all.push(opened.stored);
    }
    return all;
  }

  /** Every row there is, deleted ones too unless told otherwise, without holding anybody up. */
  async *rows(em: EntityManager, where: { deletedAt?: null } = {}): AsyncGenerator<Row> {
    let after: ListCursor | null = null;
    for (;;) {
      const rows = await this.#slice(em, after, SLICE, where);
      yield* rows;
      after = rows.length === SLICE ? cursorAfter(rows.at(-1)!) : null;
      if (!after) return;
      await breathe();
    }
  }

  /** Where the changes of a page begin that asks from a revision: of a kind that has a window, at its latest. */
  async changesFrom(em: EntityManager, since: number): Promise<number> {
    const { window } = this.#kind;
    if (window === null) return since;
    const [first] = await em.find(
      this.#entity,
      {},
      { orderBy: { revision: 'desc' }, offset: window - 1, limit: 1, disableIdentityMap: true },
    );
    return first ? Math.max(since, first.revision - 1) : since;
  }

  /** @throws ApiError SET_ASIDE where it is there but cannot be read */
  async read(em: EntityManager, id: string): Promise<Stored<DocumentOf<Name>>> {
    return this.#stored(await this.#row(em, id));
  }

  /** As it stands in the table, deleted or not, readable or not; null where there is none. */
  async findRow(em: EntityManager, id: string): Promise<Row | null> {
    return (await this.findRows(em, [id])).get(id) ?? null;
  }

  /** Rows as they stand in the table, by id; ids that are not there are left out. */
  async findRows(em: EntityManager, ids: readonly string[]): Promise<Map<string, Row>> {
    // A mapper takes several times as long over a row.
    const rows = await query<StoredRow[]>(em, `select * from \`${this.#kind.table}\` where id in (${ids.map(() => '?').join(', ')})`, ids); // prettier-ignore
    return new Map(rows.map((row) => [row.id, rowOf(row)]));
  }

  async create(em: EntityManager, document: DocumentOf<Name>): Promise<Stored<DocumentOf<Name>>> {
    const [stored] = await this.createAll(em, [document]);
    return stored!;
  }

  /** All of them or none. */
  async createAll(em: EntityManager, documents: readonly DocumentOf<Name>[]): Promise<Stored<DocumentOf<Name>>[]> {
    const begun = this.#now().getTime();
    return em.transactional(async (inner) => {
      const revision = await nextRevision(inner, documents.length);
      const stored: Stored<DocumentOf<Name>>[] = [];
      for (let from = 0; from < documents.length; from += FEW) {
        // A millisecond apart, so that they are listed in the order they came in.
        const rows = documents
          .slice(from, from + FEW)
          .map((document, i) => this.#newRow(randomUUID(), document, begun + from + i, revision + from + i));
        await inner.insertMany(this.#entity, rows);
        rows.forEach((row, i) => stored.push({ ...beside(row), document: documents[from + i]! }));
        await breathe();
      }
      return stored;
    });
  }

  /** Creates under an id the sender made. Sent again, as after a lost answer, it changes nothing; another document there is a conflict. */
  async createAs(em: EntityManager, id: string, document: DocumentOf<Name>): Promise<Stored<DocumentOf<Name>>> {
    if (!NewId.safeParse(id).success) throw new ApiError('VALIDATION_FAILED', [{ path: 'id', message: 'Give a UUID.' }]);
    return em.transactional(async (inner) => {
      const row = this.#newRow(id, document, this.#now().getTime(), await nextRevision(inner));
      // Nearly always it is new: it is looked for only where it is not.
      if (await this.#insertNew(inner, row)) return { ...beside(row), document };
      const there = await this.findRow(inner, id);
      if (!there || there.deletedAt || !this.#holds(there, document)) throw new ApiError('CONFLICT');
      // Nothing changes: what was given out for it is given back.
      await nextRevision(inner, -1);
      return this.#stored(there);
    });
  }

  /** @param expected the revision the change was made on; null takes whatever there is. Sent again it changes nothing. */
  async change(
    em: EntityManager,
    id: string,
    document: DocumentOf<Name>,
    expected: number | null,
  ): Promise<Stored<DocumentOf<Name>>> {
    return em.transactional(async (inner) => {
      const row = await this.#row(inner, id);
      // What this version cannot read it must not write over.
      this.#stored(row);
      if (this.#holds(row, document)) return this.#stored(row);
      if (expected !== null && row.revision !== expected) throw new ApiError('CONFLICT');
      const changed = { ...this.#contents(document), revision: await nextRevision(inner), updatedAt: this.#now() };
      await inner.nativeUpdate(this.#entity, { id }, changed);
      return { ...beside({ ...row, ...changed }), document };
    });
  }

  /** @param expected the revision it was deleted at; null takes whatever there is. What is deleted already stays as it is. */
  async delete(em: EntityManager, id: string, expected: number | null = null): Promise<void> {
    await em.transactional(async (inner) => {
      const row = await inner.findOne(this.#entity, { id });
      if (!row) throw new ApiError('NOT_FOUND');
      if (row.deletedAt) return;
      if (expected !== null && row.revision !== expected) throw new ApiError('CONFLICT');
      Object.assign(row, { deletedAt: this.#now(), revision: await nextRevision(inner) });
    });
  }

  /** @param document what to make of it where it was never here; none where it must have been */
  async restore(em: EntityManager, id: string, document?: DocumentOf<Name> | null): Promise<Stored<DocumentOf<Name>>> {
    return em.transactional(async (inner) => {
      const row = await inner.findOne(this.#entity, { id });
      if (!row && document) return this.createAs(inner, id, document);
      if (!row) throw new ApiError('NOT_FOUND');
      if (row.deletedAt) Object.assign(row, { deletedAt: null, revision: await nextRevision(inner) });
      return this.#stored(row);
    });
  }

  /** Whether nothing of this kind was ever stored, deleted ones included. */
  async isUntouched(em: EntityManager): Promise<boolean> {
    return (await em.count(this.#entity)) === 0;
  }

  async count(em: EntityManager): Promise<number> {
    return em.count(this.#entity, { deletedAt: null });
  }

  /** Puts rows in as they are, readable or not; their revisions are given anew. */
  async putRows(inner: EntityManager, rows: readonly Row[]): Promise<void> {
    if (rows.length === 0) return;
    const first = await nextRevision(inner, rows.length);
    await inner.insertMany(
      this.#entity,
      rows.map((row, i) => ({ ...row, revision: first + i })),
    );
  }

  /** A document with what is kept beside it, or why it cannot be read. */
  open(row: Row): { stored: Stored<DocumentOf<Name>> } | { unreadable: Unreadable } {
    let json: unknown;
    try {
      json = JSON.parse(row.document);
    } catch {
      return { unreadable: { why: 'notJson', format: row.format, issues: [] } };
    }
    const opened = openDocument(this.name, row.format, json);
    if ('unreadable' in opened) return opened;
    if (this.#readable.size >= MOST_KNOWN) this.#readable.clear();
    // Texts are quicker compared, and alike unless somebody else wrote them.
    const alike = (): boolean => JSON.stringify(opened.document) === row.document || isDeepStrictEqual(opened.document, json);
    if (row.format === this.#kind.format && alike()) this.#readable.add(digestOf(row));
    return { stored: { ...beside(row), document: opened.document } };
  }

  /** Opens every document once. @returns the digests of texts that can be sent as they are stored, for {@link remember} */
  async readable(em: EntityManager): Promise<string[]> {
    for await (const row of this.rows(em, { deletedAt: null })) this.open(row);
    return [...this.#readable];
  }

  /** Takes over what another thread has opened. */
  remember(readable: readonly string[]): void {
    if (this.#readable.size + readable.length <= MOST_KNOWN) for (const digest of readable) this.#readable.add(digest);
  }

  /** Whether this very text was opened before, and is in today's form. */
  isKnown(row: Row): boolean {
    return row.format === this.#kind.format && this.#readable.has(digestOf(row));
  }

  /** The same as JSON text, without taking apart what was opened before; null where it cannot be read. */
  text(row: Row, more: object = {}): string | null {
    let { document } = row;
    if (!this.isKnown(row)) {
      const opened = this.open(row);
      if ('unreadable' in opened) return null;
      // The same document is the same text whenever it is asked for.
      if (!this.isKnown(row)) document = JSON.stringify(opened.stored.document);
    }
    return `${JSON.stringify({ ...more, ...beside(row) }).slice(0, -1)},"document":${document}}`;
  }

  async #slice(em: EntityManager, after: ListCursor | null, limit: number, where: { deletedAt?: null }): Promise<Row[]> {
    const createdAt = after && new Date(after.createdAtMs);
    const beyond = after && { $or: [{ createdAt: { $gt: createdAt } }, { createdAt, id: { $gt: after.id } }] };
    return em.find(
      this.#entity,
      { ...where, ...beyond },
      {
        orderBy: { createdAt: 'asc', id: 'asc' },
        limit,
        disableIdentityMap: true,
      },
    );
  }

  /** @returns whether nothing was there under its id */
  async #insertNew(inner: EntityManager, { id, title, document, format, revision, createdAt, updatedAt }: Row): Promise<boolean> {
    const made = await query<unknown[]>(
      inner,
      `insert into \`${this.#kind.table}\` (id, title, document, format, revision, created_at, updated_at)
       values (?, ?, ?, ?, ?, ?, ?) on conflict (id) do nothing returning id`,
      [id, title, document, format, revision, createdAt.getTime(), updatedAt.getTime()],
    );
    return made.length > 0;
  }

  #newRow(id: string, document: DocumentOf<Name>, atMs: number, revision: number): Row {
    const at = new Date(atMs);
    return { id, ...this.#contents(document), revision, createdAt: at, updatedAt: at, deletedAt: null };
  }

  #contents(document: DocumentOf<Name>): Pick<Row, 'title' | 'document' | 'format'> {
    return { title: this.#kind.titleOf(document), document: JSON.stringify(document), format: this.#kind.format };
  }

  #holds(row: Row, document: DocumentOf<Name>): boolean {
    const opened = this.open(row);
    return 'stored' in opened && isDeepStrictEqual(opened.stored.document, JSON.parse(JSON.stringify(document)));
  }

  async #row(em: EntityManager, id: string): Promise<Row> {
    const row = await this.findRow(em, id);
    if (!row || row.deletedAt) throw new ApiError('NOT_FOUND');
    return row;
  }

  #stored(row: Row): Stored<DocumentOf<Name>> {
    const opened = this.open(row);
    if ('stored' in opened) return opened.stored;
    const { why, issues } = opened.unreadable;
    throw new ApiError('SET_ASIDE', [{ path: '', message: unreadableWords({ why, issues: fieldIssues({ issues }) }) }]);
  }
}

/** A row as the driver gives it: times in ms, whatever a damaged disk makes of them. */
type StoredRow = Omit<Row, 'createdAt' | 'updatedAt' | 'deletedAt'> & {
  created_at: number | null;
  updated_at: number | null;
  deleted_at: number | null;
};

const rowOf = ({ created_at, updated_at, deleted_at, ...row }: StoredRow): Row => ({
  ...row,
  document: String(row.document),
  createdAt: new Date(created_at ?? NaN),
  updatedAt: new Date(updated_at ?? NaN),
  deletedAt: deleted_at === null ? null : new Date(deleted_at),
});

const digestOf = ({ document }: Row): string => hash('sha1', String(document), 'base64');

/** Null after a row whose time is none: SQLite puts those last. */
const cursorAfter = ({ createdAt, id }: Row): ListCursor | null =>
  Number.isNaN(createdAt.getTime()) ? null : { createdAtMs: createdAt.getTime(), id };

/** A time that is none must not keep a whole list from being sent. */
export const timeText = (at: Date): string => (Number.isNaN(at.getTime()) ? new Date(0) : at).toISOString();

const beside = ({ id, revision, createdAt, updatedAt }: Row): Omit<Stored, 'document'> => ({
  id,
  revision,
  createdAt: timeText(createdAt),
  updatedAt: timeText(updatedAt),
});

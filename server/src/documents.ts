import { ApiError } from '@hushto/contract';
import type { EntityManager } from '@mikro-orm/libsql';
import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { DOCUMENT_FORMAT, type DocumentEntity } from './entities/document.entity.ts';

/** A stored document with what is kept beside it. */
export interface Stored<Document> {
  id: string;
  revision: number;
  createdAt: string;
  updatedAt: string;
  document: Document;
}

interface Row {
  id: string;
  title: string;
  document: unknown;
  format: number;
  revision: number;
  createdAt: Date;
  updatedAt: Date;
  deletedAt?: Date | null | undefined;
}

/** Creates, reads, lists, changes, deletes and restores one kind of document; each change is one transaction. */
export class Documents<Document> {
  readonly #entity: DocumentEntity;
  readonly #titleOf: (document: Document) => string;
  readonly #now: () => Date;

  constructor(entity: DocumentEntity, titleOf: (document: Document) => string, now: () => Date) {
    this.#entity = entity;
    this.#titleOf = titleOf;
    this.#now = now;
  }

  async list(em: EntityManager): Promise<Stored<Document>[]> {
    const rows = await em.find(this.#entity, { deletedAt: null }, { orderBy: { createdAt: 'asc', id: 'asc' } });
    return rows.map((row) => this.#stored(row));
  }

  async read(em: EntityManager, id: string): Promise<Stored<Document>> {
    return this.#stored(await this.#row(em, id));
  }

  async create(em: EntityManager, document: Document): Promise<Stored<Document>> {
    const [stored] = await this.createAll(em, [document]);
    return stored!;
  }

  /** All of them or none. */
  async createAll(em: EntityManager, documents: readonly Document[]): Promise<Stored<Document>[]> {
    const begun = this.#now().getTime();
    // A millisecond apart, so that they are listed in the order they came in.
    const rows = documents.map((document, i) => this.#newRow(randomUUID(), document, begun + i));
    await em.transactional(async (inner) => {
      for (const row of rows) inner.persist(inner.create(this.#entity, row));
    });
    return rows.map((row) => this.#stored(row));
  }

  /** Creates under an id the sender made. Sent again, as after a lost answer, it changes nothing; another document there is a conflict. */
  async createAs(em: EntityManager, id: string, document: Document): Promise<Stored<Document>> {
    return em.transactional(async (inner) => {
      const there = await inner.findOne(this.#entity, { id });
      if (there && (there.deletedAt || !isDeepStrictEqual(there.document, plain(document)))) throw new ApiError('CONFLICT');
      if (there) return this.#stored(there);
      const row = this.#newRow(id, document, this.#now().getTime());
      inner.persist(inner.create(this.#entity, row));
      return this.#stored(row);
    });
  }

  /** @param expected the revision the change was made on; null takes whatever there is. Sent again it changes nothing. */
  async change(em: EntityManager, id: string, document: Document, expected: number | null): Promise<Stored<Document>> {
    return em.transactional(async (inner) => {
      const row = await this.#row(inner, id);
      if (isDeepStrictEqual(row.document, plain(document))) return this.#stored(row);
      if (expected !== null && row.revision !== expected) throw new ApiError('CONFLICT');
      Object.assign(row, { document, title: this.#titleOf(document), revision: row.revision + 1, updatedAt: this.#now() });
      return this.#stored(row);
    });
  }

  async delete(em: EntityManager, id: string): Promise<void> {
    await em.transactional(async (inner) => {
      const row = await this.#row(inner, id);
      row.deletedAt = this.#now();
    });
  }

  async restore(em: EntityManager, id: string): Promise<Stored<Document>> {
    return em.transactional(async (inner) => {
      const row = await inner.findOne(this.#entity, { id });
      if (!row) throw new ApiError('NOT_FOUND');
      row.deletedAt = null;
      return this.#stored(row);
    });
  }

  /** Whether nothing of this kind was ever stored, deleted ones included. */
  async isUntouched(em: EntityManager): Promise<boolean> {
    return (await em.count(this.#entity)) === 0;
  }

  #newRow(id: string, document: Document, atMs: number): Row {
    const at = new Date(atMs);
    const title = this.#titleOf(document);
    return { id, title, document, format: DOCUMENT_FORMAT, revision: 1, createdAt: at, updatedAt: at, deletedAt: null };
  }

  async #row(em: EntityManager, id: string): Promise<Row> {
    const row = await em.findOne(this.#entity, { id, deletedAt: null });
    if (!row) throw new ApiError('NOT_FOUND');
    return row;
  }

  #stored(row: Row): Stored<Document> {
    return {
      id: row.id,
      revision: row.revision,
      createdAt: row.createdAt.toISOString(),
      updatedAt: row.updatedAt.toISOString(),
      document: row.document as Document,
    };
  }
}

/** As it is stored: without what is undefined. */
const plain = (document: unknown): unknown => JSON.parse(JSON.stringify(document));

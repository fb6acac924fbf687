import { ChangesSchema, ErrorReplySchema, KIND_NAMES, KINDS, type KindName } from '@hushto/contract';
import type { EntityManager, MikroORM } from '@mikro-orm/libsql';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { setImmediate as breathe } from 'node:timers/promises';
import { z } from 'zod';
import { readLedger } from '../ledger.ts';
import type { Stores } from '../stores.ts';

/** Rows looked at between two breaths. */
const FEW = 100;

const FORMATS = Object.fromEntries(KIND_NAMES.map((kind) => [kind, KINDS[kind].format]));

const Query = z.strictObject({
  since: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).default(0),
  limit: z.coerce.number().int().min(1).max(500).default(200),
});

/** What changed of everything since a revision: how pages and phones keep up without reading it all again. */
export function changesRoutes({ orm, stores }: { orm: MikroORM; stores: Stores }): FastifyPluginAsyncZod {
  return async (app) => {
    app.get(
      '/changes',
      {
        schema: {
          tags: ['server'],
          querystring: Query,
          description:
            'Everything changed since a revision, oldest change first. From 0 it is all there is, deleted ones left out; of tallies the latest 300.',
          response: { 200: ChangesSchema, 400: ErrorReplySchema },
        },
      },
      async (request, reply) => {
        const { since, limit } = request.query;
        const em = orm.em.fork();
        // Read first: what is changed while the lists are read is the next answer's.
        const { revision, history } = await readLedger(em);
        const found = await changed(em, stores, since, revision, limit + 1);
        const more = found.length > limit;
        const taken = found.slice(0, limit);
        const texts: string[] = [];
        for (const [i, row] of taken.entries()) {
          const text = textOf(stores, row);
          if (text !== null) texts.push(text);
          // Those that are looked at for the first time take a while.
          if (i % FEW === FEW - 1) await breathe();
        }
        const head = JSON.stringify({ history, revision: more ? taken.at(-1)!.revision : revision, more, formats: FORMATS });
        return reply
          .type('application/json; charset=utf-8')
          .send(`${head.slice(0, -1)},"changes":[${texts.join(',')}]}` as never);
      },
    );
  };
}

interface Changed {
  kind: KindName;
  id: string;
  title: string;
  document: string;
  format: number;
  revision: number;
  created_at: number;
  updated_at: number;
  deleted_at: number | null;
}

/** Rows of every kind changed after a revision and up to another, oldest change first; from the beginning, deleted ones left out. */
async function changed(em: EntityManager, stores: Stores, since: number, upTo: number, limit: number): Promise<Changed[]> {
  // One question to all tables, each answered by its index and asked for no more than is wanted; the numbers are ours and need no escaping.
  const parts = await Promise.all(
    KIND_NAMES.map(async (kind) => {
      const from = await stores[kind].changesFrom(em, since);
      const alive = since === 0 ? ' and deleted_at is null' : '';
      const where = `revision > ${from} and revision <= ${upTo}${alive}`;
      return `select * from (select '${kind}' as kind, * from \`${KINDS[kind].table}\` where ${where} order by revision limit ${limit})`;
    }),
  );
  return em.execute<Changed[]>(`${parts.join(' union all ')} order by revision limit ${limit}`);
}

function textOf(stores: Stores, { kind, created_at, updated_at, deleted_at, ...row }: Changed): string | null {
  const [createdAt, updatedAt] = [new Date(created_at), new Date(updated_at)];
  if (deleted_at !== null) {
    const { id, revision } = row;
    return JSON.stringify({ kind, id, revision, createdAt, updatedAt, deleted: true });
  }
  return stores[kind].text({ ...row, createdAt, updatedAt, deletedAt: null }, { kind, deleted: false });
}

import { ChangesSchema, ErrorReplySchema, KIND_NAMES, type KindName } from '@hushto/contract';
import type { MikroORM } from '@mikro-orm/libsql';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import type { Row } from '../documents.ts';
import { readLedger } from '../ledger.ts';
import type { Stores } from '../shelf.ts';

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
        const found: { kind: KindName; row: Row }[] = [];
        for (const kind of KIND_NAMES)
          for (const row of await stores[kind].changed(em, since, revision, limit)) found.push({ kind, row });
        found.sort((a, b) => a.row.revision - b.row.revision);
        const more = found.length > limit || found.length === limit;
        const taken = found.slice(0, limit);
        const texts = taken.map(({ kind, row }) => textOf(stores, kind, row)).filter((text) => text !== null);
        const head = JSON.stringify({ history, revision: more ? taken.at(-1)!.row.revision : revision, more });
        return reply
          .type('application/json; charset=utf-8')
          .send(`${head.slice(0, -1)},"changes":[${texts.join(',')}]}` as never);
      },
    );
  };
}

function textOf(stores: Stores, kind: KindName, row: Row): string | null {
  const { id, revision, createdAt, updatedAt } = row;
  if (row.deletedAt) return JSON.stringify({ kind, id, revision, createdAt, updatedAt, deleted: true });
  return stores[kind].text(row, { kind, deleted: false });
}

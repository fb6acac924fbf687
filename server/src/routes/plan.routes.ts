import { ApiError, BriefSchema, ErrorReplySchema, PlanSchema, SchoolsSchema, withHands, type HoldSeries } from '@hushto/contract';
import { compareSchools, planBrief, type Brief } from '@hushto/core';
import type { MikroORM } from '@mikro-orm/libsql';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import type { Documents } from '../documents.ts';

const NAMES_SERIES = 'A brief that names a hold series in hold.seriesId is planned with its hands.';

/** A brief in, a plan out; or what every school would choose. */
export function planRoutes({ orm, holds }: { orm: MikroORM; holds: Documents<HoldSeries> }): FastifyPluginAsyncZod {
  const failing = { 400: ErrorReplySchema };
  /** Only a series that is named is looked up: nothing is guessed for a program. */
  const handed = async (brief: Brief): Promise<Brief> => {
    const { seriesId, tested } = brief.hold;
    if (typeof seriesId !== 'string' || tested) return brief;
    const planned = withHands(brief, await holds.list(orm.em.fork()));
    if (planned.hold.tested) return planned;
    const message = 'No hold test with this id may count: it is gone, is left out of plans, or has fewer than six frames.';
    throw new ApiError('VALIDATION_FAILED', [{ path: 'hold.seriesId', message }]);
  };
  return async (app) => {
    app.post(
      '/plan',
      {
        schema: { tags: ['plan'], description: NAMES_SERIES, body: BriefSchema, response: { 200: PlanSchema, ...failing } },
      },
      async (request) => planBrief(await handed(request.body)),
    );
    app.post(
      '/plan/schools',
      {
        schema: { tags: ['plan'], description: NAMES_SERIES, body: BriefSchema, response: { 200: SchoolsSchema, ...failing } },
      },
      async (request) => compareSchools(await handed(request.body)),
    );
  };
}

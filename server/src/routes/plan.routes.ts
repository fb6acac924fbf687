import {
  ApiError,
  BriefSchema,
  ErrorReplySchema,
  SaidPlanSchema,
  SaidSchoolsSchema,
  withHands,
  type ErrorCode,
} from '@hushto/contract';
import type { Brief } from '@hushto/core';
import type { MikroORM } from '@mikro-orm/libsql';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import type { Documents } from '../documents.ts';
import type { Planner } from '../planner/planner.ts';

const NAMES_SERIES = 'A brief that names a hold series in hold.seriesId is planned with its hands.';

/** Takes what is not there, or not to be read, for none; any other failure is one. */
const noneOf =
  (...codes: ErrorCode[]) =>
  (error: unknown): null => {
    if (error instanceof ApiError && codes.includes(error.code)) return null;
    throw error;
  };

interface PlanRoutes {
  orm: MikroORM;
  holds: Documents<'holds'>;
  planner: Planner;
}

/** A brief in, a plan out; or what every school would choose. */
export function planRoutes({ orm, holds, planner }: PlanRoutes): FastifyPluginAsyncZod {
  const failing = { 400: ErrorReplySchema, 503: ErrorReplySchema };
  /** Only the series that is named is read: nothing is guessed for a program. */
  const handed = async (brief: Brief): Promise<Brief> => {
    const { seriesId, tested } = brief.hold;
    if (typeof seriesId !== 'string' || tested) return brief;
    const series = await holds.read(orm.em.fork(), seriesId).catch(noneOf('NOT_FOUND', 'SET_ASIDE'));
    const planned = withHands(brief, series ? [series] : []);
    if (planned.hold.tested) return planned;
    const message = 'No hold test with this id may count: it is gone, is left out of plans, or has fewer than six frames.';
    throw new ApiError('VALIDATION_FAILED', [{ path: 'hold.seriesId', message }]);
  };
  return async (app) => {
    app.post(
      '/plan',
      {
        config: { writes: false },
        schema: { tags: ['plan'], description: NAMES_SERIES, body: BriefSchema, response: { 200: SaidPlanSchema, ...failing } },
      },
      async (request) => planner.plan(await handed(request.body)),
    );
    app.post(
      '/plan/schools',
      {
        config: { writes: false },
        schema: {
          tags: ['plan'],
          description: NAMES_SERIES,
          body: BriefSchema,
          response: { 200: SaidSchoolsSchema, ...failing },
        },
      },
      async (request) => planner.schools(await handed(request.body)),
    );
  };
}

import { BriefSchema, ErrorReplySchema, PlanSchema, SchoolsSchema } from '@hushto/contract';
import { compareSchools, planBrief } from '@hushto/core';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';

/** A brief in, a plan out; or what every school would choose. */
export const planRoutes: FastifyPluginAsyncZod = async (app) => {
  app.post(
    '/plan',
    { schema: { tags: ['plan'], body: BriefSchema, response: { 200: PlanSchema, 400: ErrorReplySchema } } },
    (request) => planBrief(request.body),
  );
  app.post(
    '/plan/schools',
    { schema: { tags: ['plan'], body: BriefSchema, response: { 200: SchoolsSchema, 400: ErrorReplySchema } } },
    (request) => compareSchools(request.body),
  );
};

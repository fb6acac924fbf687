import { ApiError, BriefSchema, ErrorReplySchema, PlanSchema, type FieldIssue } from '@hushto/contract';
import { planBrief, type Brief } from '@hushto/core';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';

/** A brief in, a plan out. */
export const planRoutes: FastifyPluginAsyncZod = async (app) => {
  app.post(
    '/plan',
    {
      schema: { tags: ['plan'], body: BriefSchema, response: { 200: PlanSchema, 400: ErrorReplySchema, 422: ErrorReplySchema } },
    },
    (request) => {
      refuseUnfinished(request.body);
      return planBrief(request.body);
    },
  );
};

/** Schools and aims that are understood but not computed are refused, never guessed. */
function refuseUnfinished({ picture }: Brief): void {
  const issues: FieldIssue[] = [];
  if (picture.school !== 'hush')
    issues.push({ path: 'picture.school', message: 'Ask for hush; the other schools are not worked out yet.' });
  if (picture.aim !== 'freeze')
    issues.push({ path: 'picture.aim', message: 'Ask for freeze; the other aims are not worked out yet.' });
  if (issues.length > 0) throw new ApiError('NOT_YET', issues);
}

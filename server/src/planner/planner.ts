import { ApiError } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { availableParallelism } from 'node:os';
import { poolOf } from '../workers.ts';
import type { plan, schools } from './plan.worker.ts';

/** Works plans out for the API. */
export interface Planner {
  /** @throws ApiError BUSY when too many wait, TOO_SLOW when one takes too long */
  plan(brief: Brief): Promise<ReturnType<typeof plan>>;
  schools(brief: Brief): Promise<ReturnType<typeof schools>>;
  close(): Promise<void>;
}

interface PlannerOptions {
  /** Threads; one is left to the server itself where there are several. */
  threads?: number;
  /** How many may wait. */
  mostWaiting?: number;
  /** How long one may take from when it is asked for, ms. */
  patienceMs?: number;
}

/** Plans in threads of their own, first come first served. A plan takes milliseconds; the queue and the limit are for bad moments. */
export function createPlanner({
  threads = Math.max(1, availableParallelism() - 1),
  mostWaiting = 512,
  patienceMs = 20_000,
}: PlannerOptions = {}): Planner {
  const pool = poolOf(new URL('./plan.worker', import.meta.url), {
    minThreads: 0,
    maxThreads: threads,
    maxQueue: mostWaiting,
    // Kept warm for a while: starting one takes longer than a plan.
    idleTimeout: 60_000,
  });
  const run = async (name: 'plan' | 'schools', brief: Brief): Promise<unknown> => {
    try {
      return await pool.run(brief, { name, signal: AbortSignal.timeout(patienceMs) });
    } catch (error) {
      if ((error as Error).name === 'AbortError') throw new ApiError('TOO_SLOW');
      if ((error as Error).message === 'Task queue is at limit') throw new ApiError('BUSY');
      throw error;
    }
  };
  return {
    plan: (brief) => run('plan', brief) as ReturnType<Planner['plan']>,
    schools: (brief) => run('schools', brief) as ReturnType<Planner['schools']>,
    close: () => pool.destroy(),
  };
}

import { ApiError } from '@hushto/contract';
import type { Brief, PlannedTake } from '@hushto/core';
import { availableParallelism } from 'node:os';
import { poolOf } from '../workers.ts';
import type { plan, schools } from '../plan.worker.ts';

/** Works plans out for the API. */
export interface Planner {
  /** @throws ApiError BUSY when too many wait, TOO_SLOW when one takes too long */
  plan(brief: Brief): Promise<ReturnType<typeof plan>>;
  schools(brief: Brief): Promise<ReturnType<typeof schools>>;
  /** The takes of a brief, for telling which a frame was. */
  takes(brief: Brief): Promise<PlannedTake[]>;
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
  const pool = poolOf('plan.worker', {
    minThreads: 0,
    maxThreads: threads,
    // Kept warm for a while: starting one takes longer than a plan.
    idleTimeout: 60_000,
  });
  // The pool's own queue lets later tasks pass those that can be stopped, so they wait here.
  const waiting: (() => void)[] = [];
  let running = 0;
  const turn = async (): Promise<void> => {
    if (running < threads) {
      running += 1;
      return;
    }
    if (waiting.length >= mostWaiting) throw new ApiError('BUSY');
    await new Promise<void>((resolve) => waiting.push(resolve));
  };
  const next = (): void => {
    const first = waiting.shift();
    if (first) first();
    else running -= 1;
  };
  const run = async (name: 'plan' | 'schools' | 'takes', brief: Brief): Promise<unknown> => {
    const untilMs = Date.now() + patienceMs;
    await turn();
    try {
      const leftMs = untilMs - Date.now();
      if (leftMs <= 0) throw new ApiError('TOO_SLOW');
      return await pool.run(brief, { name, signal: AbortSignal.timeout(leftMs) });
    } catch (error) {
      throw (error as Error).name === 'AbortError' ? new ApiError('TOO_SLOW') : error;
    } finally {
      next();
    }
  };
  return {
    plan: (brief) => run('plan', brief) as ReturnType<Planner['plan']>,
    schools: (brief) => run('schools', brief) as ReturnType<Planner['schools']>,
    takes: (brief) => run('takes', brief) as Promise<PlannedTake[]>,
    close: () => pool.destroy(),
  };
}

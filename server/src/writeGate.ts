import { ApiError } from '@hushto/contract';
import type { FastifyInstance } from 'fastify';

declare module 'fastify' {
  interface FastifyContextConfig {
    /** Set where a request of a changing method writes nothing, or keeps others out itself. */
    writes?: false;
  }
}

/** Methods that change nothing. */
export const READING: ReadonlySet<string> = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Lets writers in, many at a time, or keeps all of them out while everything is replaced. Who is kept out is told BUSY and asks again. */
export class WriteGate {
  #inside = 0;
  #closed = false;
  #emptied: (() => void) | null = null;

  get isClosed(): boolean {
    return this.#closed;
  }

  /** @returns leaves again; more than once is the same as once  @throws ApiError BUSY while closed */
  enter(): () => void {
    if (this.#closed) throw new ApiError('BUSY');
    this.#inside += 1;
    let left = false;
    return () => {
      if (left) return;
      left = true;
      this.#inside -= 1;
      if (this.#inside === 0) this.#emptied?.();
    };
  }

  /** Waits until every writer has left, and does this with nobody else inside. @throws ApiError BUSY while somebody else does so */
  async alone<Result>(work: () => Promise<Result>): Promise<Result> {
    if (this.#closed) throw new ApiError('BUSY');
    this.#closed = true;
    try {
      if (this.#inside > 0) await new Promise<void>((resolve) => (this.#emptied = resolve));
      return await work();
    } finally {
      this.#emptied = null;
      this.#closed = false;
    }
  }
}

/** Every request that may write enters the gate and leaves it when it is answered or cut off. */
export function guardWrites(app: FastifyInstance, gate: WriteGate): void {
  app.addHook('onRequest', async ({ method, routeOptions }, reply) => {
    if (READING.has(method) || routeOptions.config.writes === false) return;
    const leave = gate.enter();
    for (const event of ['finish', 'close'] as const) reply.raw.once(event, leave);
  });
}

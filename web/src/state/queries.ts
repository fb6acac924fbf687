import { QueryClient } from '@tanstack/react-query';
import type { NoAnswer } from '@hushto/words';
import { codeOf } from '../sync/remote.ts';

/** Before a question that was lost on its way is asked again, ms. */
const AGAIN_MS = 500;

/**
 * What the server alone knows, as it last answered: the log, what is kept, who is paired. Documents are no part of it, for this browser
 * keeps them itself.
 */
export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // The server may be on this very computer: whether there is a network says nothing of it.
      networkMode: 'always',
      refetchOnWindowFocus: false,
      retry: (failures, error) => failures === 0 && codeOf(error) === 'OFFLINE',
      retryDelay: AGAIN_MS,
    },
    mutations: { networkMode: 'always' },
  },
});

export const whyNoAnswer = (error: unknown): NoAnswer => (codeOf(error) === 'OFFLINE' ? 'unreachable' : 'failing');

/** A failure in a sentence. */
export const said = (error: unknown): string => (error instanceof Error ? error.message : String(error));

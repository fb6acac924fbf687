import { QueryCache, QueryClient } from '@tanstack/react-query';
import type { NoAnswer } from '@hushto/words';
import { codeOf, serverAfter, type ServerState } from '../sync/remote.ts';
import { sync } from './library.ts';

/** Before a question that was lost on its way is asked again, ms. */
const AGAIN_MS = 500;

/**
 * What only the server knows, as it last answered: the log, backups, paired phones. Documents are no part of it: this browser keeps them
 * itself. Each question is handed this cache, so that the first screen, which asks none, does not load it.
 */
export const queries = new QueryClient({
  // Whatever was asked for: the whole page says the same of the server.
  queryCache: new QueryCache({
    onSuccess: () => note('answers'),
    onError: (error) => note(serverAfter(codeOf(error))),
  }),
  defaultOptions: {
    queries: {
      // The server may be on this very computer: whether there is a network says nothing of it.
      networkMode: 'always',
      refetchOnWindowFocus: false,
      retry: (failures, error) => failures === 0 && codeOf(error) === 'OFFLINE',
      retryDelay: AGAIN_MS,
    },
  },
});

function note(server: ServerState): void {
  if (sync.store.getState().server !== server) sync.store.setState({ server });
}

export const whyNoAnswer = (error: unknown): NoAnswer => (codeOf(error) === 'OFFLINE' ? 'unreachable' : 'failing');

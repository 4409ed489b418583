import { MutationCache, notifyManager, QueryCache, QueryClient } from '@tanstack/react-query';
import { ApiError } from './api';
import { noteSignedOut } from './session';

// A change shows before the next key or touch can be made: nothing is ever built on a document that is out of date.
notifyManager.setScheduler(queueMicrotask);

const TRIES = 3;

/** The one store of what the server has said. */
export const queryClient: QueryClient = new QueryClient({
  queryCache: new QueryCache({ onError: (error) => noteSignedOut(queryClient, error) }),
  mutationCache: new MutationCache({ onError: (error) => noteSignedOut(queryClient, error) }),
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      networkMode: 'always',
      refetchOnReconnect: true,
      retry: (failures, error) => failures < TRIES && error instanceof ApiError && error.mayPass,
      retryDelay: (attempt) => 500 * 2 ** attempt,
    },
    mutations: { networkMode: 'always' },
  },
});

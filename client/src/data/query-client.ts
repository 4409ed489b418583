import { notifyManager, QueryClient } from '@tanstack/react-query';
import { ApiError } from './api';

// A change shows before the next key or touch can be made: nothing is ever built on a document that is out of date.
notifyManager.setScheduler(queueMicrotask);

const TRIES = 3;

/** The one store of what the server has said. */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      networkMode: 'always',
      retry: (failures, error) => failures < TRIES && error instanceof ApiError && error.mayPass,
      retryDelay: (attempt) => 500 * 2 ** attempt,
    },
    mutations: { networkMode: 'always' },
  },
});

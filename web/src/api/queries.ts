import { createAsyncStoragePersister } from '@tanstack/query-async-storage-persister';
import { notifyManager, QueryClient } from '@tanstack/react-query';
import type { PersistQueryClientOptions } from '@tanstack/react-query-persist-client';
import { del, get, set } from './keep';
import { Problem } from './client';

const day = 24 * 3600_000;

// What an answer changes is drawn once, with all else that it changes.
notifyManager.setScheduler(queueMicrotask);

/** What was fetched, for the whole app: work that is answered for after its screen was left still finds it. */
export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (_, error) => !(error instanceof Problem) || error.passing || error.status === 500,
      retryDelay: (attempt) => Math.min(500 * 2 ** attempt, 5_000),
      networkMode: 'always',
      staleTime: 2_000,
      gcTime: day,
    },
  },
});

/** What a screen shows as old while there is no line; a build's own state is too large to be kept at each reading. */
const kept = new Set(['today', 'plan', 'shop', 'sheets', 'needs']);

/** Kept in the browser's own database, so that a screen opened without a line has the last that was known. */
export const keeping: Omit<PersistQueryClientOptions, 'queryClient'> = {
  persister: createAsyncStoragePersister({
    key: 'known',
    storage: {
      getItem: (key) => get<string>(key).then((value) => value ?? null),
      setItem: (key, value) => set(key, value),
      removeItem: (key) => del(key),
    },
  }),
  maxAge: 30 * day,
  buster: '2',
  dehydrateOptions: {
    shouldDehydrateQuery: (query) => query.state.data !== undefined && kept.has(String(query.queryKey[0])),
  },
};

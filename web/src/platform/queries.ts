import { QueryClient } from '@tanstack/react-query';
import { Refusal } from './api.ts';

/** What was read from the server and is kept in this window. Without the tables: the first page asks too. */
export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: Infinity,
      gcTime: Infinity,
      refetchOnWindowFocus: false,
      networkMode: 'always',
      retry: (count, error) => !(error instanceof Refusal) && count < 3,
    },
  },
});

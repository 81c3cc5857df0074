import { useQuery } from '@tanstack/react-query';
import { health, type ReplyOf } from '@kavrell/contract';
import { call } from './api.ts';

const EVERY_MS = 60_000;

/** What the server says of the room on its disk while it gets short; null while there is enough, or nobody answers. */
export function useDisk(): ReplyOf<typeof health>['disk'] {
  const { data } = useQuery({
    queryKey: ['health'],
    queryFn: () => call(health, { params: {} }),
    refetchInterval: EVERY_MS,
    retry: false,
  });
  return data?.disk ?? null;
}

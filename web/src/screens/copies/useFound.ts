import { useQuery } from '@tanstack/react-query';
import { findMedia } from '@kavrell/contract';
import { call } from '../../platform/api.ts';

/** What is plugged in is looked for so often while somebody looks. */
const LOOK_MS = 3000;

/** What shows up below the media folders of all machines, asked for again and again while the screen is open. */
export const useFound = (productionId: string, isOwner: boolean) =>
  useQuery({
    queryKey: ['media', productionId],
    queryFn: () => call(findMedia, { params: { productionId } }),
    refetchInterval: LOOK_MS,
    staleTime: 0,
    enabled: isOwner,
  });

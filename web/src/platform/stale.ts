import { useQuery } from '@tanstack/react-query';
import { listFacetChanges, type ReplyOf } from '@kavrell/contract';
import { call } from './api.ts';

export const facetKey = (productionId: string) => ['facetChanges', productionId] as const;
const NOTHING: ReplyOf<typeof listFacetChanges> = { changes: [], births: {} };

/** What changed of the things that others lean on; read again whenever one of them is written. */
export function useFacetChanges(productionId: string, enabled: boolean): ReplyOf<typeof listFacetChanges> {
  const { data } = useQuery({
    queryKey: facetKey(productionId),
    queryFn: () => call(listFacetChanges, { params: { productionId } }),
    enabled,
  });
  return data ?? NOTHING;
}

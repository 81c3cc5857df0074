import { useEffect } from 'react';
import { z } from 'zod';
import { live, liveChange, pathOf } from '@kavrell/contract';
import { outbox } from './outbox.ts';
import { hearChanges, queries } from './rows.ts';

/** Keeps this window up to date with what others, and the machinery, do to the production. */
export function useLive(productionId: string): void {
  useEffect(() => {
    const source = new EventSource(pathOf(live, { productionId }));
    let lost = false;
    source.addEventListener('change', (event) =>
      hearChanges(productionId, z.array(liveChange).parse(JSON.parse((event as MessageEvent<string>).data))),
    );
    source.addEventListener('open', () => {
      outbox.heard(true);
      if (lost) {
        // Something may have been missed meanwhile: read all of it again.
        void queries.invalidateQueries({ queryKey: ['rows', productionId] });
        void outbox.flush();
      }
      lost = false;
    });
    source.addEventListener('error', () => {
      lost = true;
      // A stream that is refused says no more than that it ended: whether this session still holds is asked.
      if (source.readyState === EventSource.CLOSED) void queries.invalidateQueries({ queryKey: ['me'] });
      outbox.heard(false);
    });
    return () => source.close();
  }, [productionId]);
}

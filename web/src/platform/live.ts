import { useEffect } from 'react';
import { z } from 'zod';
import { live, liveChange, pathOf } from '@kavrell/contract';
import { outbox } from './outbox.ts';
import { queries } from './queries.ts';
import { hearChanges } from './rows.ts';

/** A stream that was refused is asked for again after so long: a server that is just starting refuses too. */
const AGAIN_MS = 1500;

/** Listens to one production until it is told to stop. The browser itself listens anew when a stream breaks off; not when one is refused. */
export function listen(
  productionId: string,
  open: (url: string) => EventSource = (url) => new EventSource(url),
): () => void {
  let source: EventSource;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let lost = false;
  const begin = () => {
    source = open(pathOf(live, { productionId }));
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
      outbox.heard(false);
      if (source.readyState !== 2) return;
      source.close();
      // Refused: whether this session still holds is asked, and the stream asked for again.
      void queries.invalidateQueries({ queryKey: ['me'] });
      timer = setTimeout(begin, AGAIN_MS);
    });
  };
  begin();
  return () => {
    clearTimeout(timer);
    source.close();
  };
}

/** Keeps this window up to date with what others, and the machinery, do to the production. */
export function useLive(productionId: string): void {
  useEffect(() => listen(productionId), [productionId]);
}

import { queries } from '../platform/queries.ts';
import { SCREENS } from './screens.ts';

/** Screens that are used where there is no network: their code is kept before anybody opens them. */
const WITHOUT_NETWORK = new Set(['roll', 'clocks', 'call-sheet', 'day', 'kit']);

/** Paths of our own parts among what a page has loaded. */
export const ownParts = (urls: readonly string[], origin: string): string[] => [
  ...new Set(
    urls
      .map((url) => new URL(url, origin))
      .filter((url) => url.origin === origin && url.pathname.startsWith('/assets/'))
      .map((url) => url.pathname),
  ),
];

/**
 * Has this page kept for no network from the first visit on: what was loaded before the service worker had the page is handed to it, and rows
 * are read once more through it.
 */
export async function keepForNoNetwork(worker: ServiceWorkerContainer): Promise<void> {
  const first = worker.controller === null;
  const taken = new Promise<void>((done) => worker.addEventListener('controllerchange', () => done(), { once: true }));
  await worker.register('/sw.js');
  if (first && worker.controller === null) await taken;
  await Promise.all(SCREENS.filter((s) => WITHOUT_NETWORK.has(s.path)).map((s) => s.code.load())).catch(
    // The network went meanwhile: they are fetched when they are opened.
    () => undefined,
  );
  const loaded = performance.getEntriesByType('resource').map((entry) => entry.name);
  const channel = new MessageChannel();
  const kept = new Promise((done) => (channel.port1.onmessage = done));
  worker.controller?.postMessage({ keep: ownParts(loaded, location.origin) }, [channel.port2]);
  const again = first ? [['rows'], ['me'], ['heads']] : [];
  await Promise.all([kept, ...again.map((queryKey) => queries.invalidateQueries({ queryKey }))]);
  document.documentElement.dataset.noNetwork = 'ready';
}

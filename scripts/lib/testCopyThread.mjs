import path from 'node:path';
import { ROOT } from './bootstrap.mjs';
import { buildChild, buildCopyThread } from './source.mjs';

/** Before any test: the bundles that threads and child processes start from (`KAVRELL_COPY_THREAD`, `KAVRELL_CHILD` in vitest.config.ts). */
export async function setup() {
  const cache = path.join(ROOT, 'node_modules', '.cache', 'kavrell');
  await buildCopyThread(path.join(cache, 'copyThread.mjs'));
  await buildChild(cache);
}

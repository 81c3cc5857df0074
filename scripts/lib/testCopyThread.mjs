import path from 'node:path';
import { ROOT } from './bootstrap.mjs';
import { buildCopyThread } from './source.mjs';

/** Before any test: the bundle that the copy engine's threads start from (`KAVRELL_COPY_THREAD` in vitest.config.ts). */
export async function setup() {
  await buildCopyThread(path.join(ROOT, 'node_modules', '.cache', 'kavrell', 'copyThread.mjs'));
}

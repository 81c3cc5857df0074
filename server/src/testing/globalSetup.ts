import { chmod, mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import type { TestProject } from 'vitest/node';
// The start command's own helper: Node built-ins only, no types.
// @ts-expect-error plain JavaScript
import { startPostgres } from '../../../scripts/lib/postgres.mjs';

declare module 'vitest' {
  interface ProvidedContext {
    postgresUrl: string;
  }
}

/** One throw-away PostgreSQL for all integration tests; each test file makes its own database in it. */
export async function setup(project: TestProject): Promise<() => Promise<void>> {
  const dir = await mkdtemp(path.join(os.tmpdir(), 'kavrell-test-'));
  await chmod(dir, 0o755);
  const postgres = (await startPostgres(dir, { fast: true })) as {
    url: (name: string) => string;
    stop: () => Promise<void>;
  };
  project.provide('postgresUrl', postgres.url('postgres'));
  return async () => {
    await postgres.stop();
    await rm(dir, { recursive: true, force: true });
  };
}

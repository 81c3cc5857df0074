import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'unit', include: ['{core,contract,copies,web,cli,demo}/src/**/*.test.ts'], environment: 'node' } },
      {
        test: {
          name: 'server',
          include: ['server/src/**/*.test.ts'],
          environment: 'node',
          globalSetup: ['server/src/testing/globalSetup.ts'],
          testTimeout: 30000,
          hookTimeout: 60000,
          pool: 'forks',
        },
      },
    ],
  },
});

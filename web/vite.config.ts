import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const api = { '/api': { target: process.env.KAVRELL_ADDRESS ?? 'http://127.0.0.1:4600' } };

export default defineConfig({
  plugins: [react()],
  worker: { format: 'es' },
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    sourcemap: false,
    modulePreload: { polyfill: false },
    // The first page is one file on purpose, and so is what draws a van in space.
    chunkSizeWarningLimit: 1000,
    rolldownOptions: {
      output: {
        // A phone asks for a few parts at a time: the first page is one, and what screens share lies in parts worth asking for.
        codeSplitting: {
          groups: [
            { name: 'first', tags: ['$initial'], priority: 3 },
            // What a row of each table is: every page behind the door needs all of it.
            { name: 'tables', test: /core\/src\/.*[mM]odel\.ts$|core\/src\/whole\/tables\//, priority: 2 },
            { name: 'shared', minShareCount: 2, entriesAware: true, entriesAwareMergeThreshold: 4000, priority: 1 },
          ],
        },
      },
    },
  },
  server: { port: 4680, proxy: api },
});

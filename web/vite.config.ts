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
  },
  server: { port: 4680, proxy: api },
});

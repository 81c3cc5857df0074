import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const here = (name: string) => fileURLToPath(new URL(name, import.meta.url));
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
    rollupOptions: {
      // Beside the app: the field that people sign in who came by a personal link, under a name that the server's pages know.
      input: { index: here('index.html'), sign: here('src/personal/sign.ts') },
      output: { entryFileNames: (chunk) => (chunk.name === 'sign' ? 'sign.js' : 'assets/[name]-[hash].js') },
    },
  },
  server: { port: 4680, proxy: api },
});

import { rmSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { build as viteBuild } from 'vite';
import { ROOT } from './lib/bootstrap.mjs';
import './buildCli.mjs';
import { COPY_THREAD, registryOutside } from './lib/source.mjs';

const out = path.join(ROOT, 'dist', 'server');
rmSync(out, { recursive: true, force: true });

await build({
  entryPoints: {
    ...Object.fromEntries(
      ['main', 'worker', 'demo', 'child', 'station'].map((n) => [n, path.join(ROOT, 'server', 'src', `${n}.ts`)]),
    ),
    copyThread: COPY_THREAD,
  },
  outdir: out,
  outExtension: { '.js': '.mjs' },
  bundle: true,
  splitting: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  sourcemap: true,
  plugins: [registryOutside],
  logLevel: 'warning',
});

await viteBuild({
  root: path.join(ROOT, 'web'),
  configFile: path.join(ROOT, 'web', 'vite.config.ts'),
  logLevel: 'warn',
});

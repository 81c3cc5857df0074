import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { promisify } from 'node:util';
import zlib from 'node:zlib';
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

const web = path.join(ROOT, 'dist', 'web');
// The field that people sign in who came by a personal link: a page of its own, under a name that the server's pages know.
await build({
  entryPoints: { sign: path.join(ROOT, 'web', 'src', 'personal', 'sign.ts') },
  outdir: web,
  bundle: true,
  minify: true,
  format: 'esm',
  target: 'es2022',
  logLevel: 'warning',
});

// Pressed together once, here, and not anew for each who asks.
const assets = path.join(web, 'assets');
const pressed = promisify(zlib.brotliCompress);
await Promise.all(
  readdirSync(assets)
    .filter((name) => /\.(js|css)$/.test(name))
    .map(async (name) => {
      const file = path.join(assets, name);
      const params = { [zlib.constants.BROTLI_PARAM_QUALITY]: 10 };
      writeFileSync(`${file}.br`, await pressed(readFileSync(file), { params }));
    }),
);

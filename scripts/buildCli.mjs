// Bundles the command line, one file a command, so that it starts quickly.
import { rmSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { ROOT } from './lib/bootstrap.mjs';
import { COPY_THREAD, REQUIRE } from './lib/source.mjs';

const out = path.join(ROOT, 'dist', 'cli');
rmSync(out, { recursive: true, force: true });

/** Zod's messages in fifty languages are a third of the bundle; ours are written by hand. */
const oneLanguage = {
  name: 'one-language',
  setup(b) {
    b.onLoad({ filter: /zod\/v4\/locales\/index\.js$/ }, () => ({
      contents: "export { default as en } from './en.js';",
    }));
  },
};

await build({
  entryPoints: { kavrell: path.join(ROOT, 'cli', 'src', 'main.ts'), copyThread: COPY_THREAD },
  outdir: out,
  outExtension: { '.js': '.mjs' },
  bundle: true,
  splitting: true,
  minify: true,
  keepNames: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  banner: { js: REQUIRE },
  // Native code can't be bundled; it is found where `npm ci` put it.
  external: ['@node-rs/*'],
  plugins: [oneLanguage],
  logLevel: 'warning',
});

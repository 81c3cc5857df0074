import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { ROOT } from './bootstrap.mjs';

/** CommonJS packages inside an ES module bundle find `require` here. */
export const REQUIRE = "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);";

/** What a card's or drive's thread runs: a bundle of its own, beside the one that starts it. */
export const COPY_THREAD = path.join(ROOT, 'copies', 'src', 'thread.ts');

const BUNDLE = {
  bundle: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  banner: { js: REQUIRE },
  logLevel: 'warning',
};

/** Bundles the devices' thread for code that runs from source. */
export const buildCopyThread = (outfile) =>
  build({ ...BUNDLE, entryPoints: [COPY_THREAD], outfile, external: ['@node-rs/*'] });

/** Our own packages are bundled in, everything from the registry stays outside. */
export const registryOutside = {
  name: 'registry-outside',
  setup(b) {
    b.onResolve({ filter: /^[^./]/ }, (args) =>
      args.path.startsWith('@kavrell/') || args.kind === 'entry-point' ? null : { path: args.path, external: true },
    );
  },
};

/** Bundles the program of the server's child processes into a folder, for code that runs from source. */
export const buildChild = (outdir) =>
  build({
    ...BUNDLE,
    banner: {},
    entryPoints: { child: path.join(ROOT, 'server', 'src', 'child.ts') },
    outdir,
    outExtension: { '.js': '.mjs' },
    splitting: true,
    plugins: [registryOutside],
  });

/** Bundles a TypeScript file of ours and imports it, for scripts that need what it exports. */
export async function loadSource(file) {
  const cache = path.join(ROOT, 'node_modules', '.cache');
  mkdirSync(cache, { recursive: true });
  const dir = mkdtempSync(path.join(cache, 'kavrell-'));
  const outfile = path.join(dir, 'bundle.mjs');
  await build({ ...BUNDLE, entryPoints: [path.join(ROOT, file)], outfile });
  try {
    return await import(pathToFileURL(outfile).href);
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}

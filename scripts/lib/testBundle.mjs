import { readFileSync, readdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { ROOT } from './bootstrap.mjs';

/** What the tests of screens and server take as it is: they try what stands on it. */
const PACKAGES = ['core', 'contract', 'demo'];

/**
 * The packages below the one that is tested, each in few files, made anew at every start: a thousand small ones, read and changed one by one, are a
 * fifth of what the tests of screens and server take. Written to `dir`; resolves with where each of their names leads.
 */
export async function bundled(dir) {
  rmSync(dir, { recursive: true, force: true });
  const files = new Map(PACKAGES.flatMap(namesOf));
  await build({
    entryPoints: Object.fromEntries([...files].map(([name, file]) => [keyOf(name), file])),
    outdir: dir,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    packages: 'external',
    plugins: [
      {
        name: 'ours',
        setup: (from) => from.onResolve({ filter: /^@kavrell\// }, ({ path: name }) => ({ path: files.get(name) })),
      },
    ],
    sourcemap: 'inline',
    logLevel: 'warning',
  });
  return [...files.keys()].map((name) => ({
    find: new RegExp(`^${name}$`),
    replacement: path.join(dir, `${keyOf(name)}.mjs`),
  }));
}

const keyOf = (name) => name.replace('@kavrell/', '').replace('/', '-');

/** Each name that a package may be imported by, and its file. */
function namesOf(name) {
  const own = path.join(ROOT, name);
  const { exports } = JSON.parse(readFileSync(path.join(own, 'package.json'), 'utf8'));
  return Object.entries(exports).flatMap(([as, file]) => {
    if (!as.includes('*')) return [[path.join('@kavrell', name, as), path.join(own, file)]];
    const folder = path.join(own, path.dirname(file));
    return readdirSync(folder)
      .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts'))
      .map((f) => [path.join('@kavrell', name, as.replace('*', path.parse(f).name)), path.join(folder, f)]);
  });
}

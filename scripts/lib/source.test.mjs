import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { describe, expect, test } from 'vitest';
import { ROOT } from './bootstrap.mjs';
import { registryOutside } from './source.mjs';

const folders = ['scripts', path.join('scripts', 'lib')];
const files = folders.flatMap((folder) =>
  readdirSync(path.join(ROOT, folder))
    .filter((name) => name.endsWith('.mjs') && !name.endsWith('.test.mjs'))
    .map((name) => path.join(folder, name)),
);

/** What a script takes by name out of a source file of ours. */
function taken(file) {
  const text = readFileSync(path.join(ROOT, file), 'utf8');
  return [...text.matchAll(/const \{([^}]*)\} =\s*await loadSource\(\s*'([^']+)',?\s*\)/g)].map(
    ([, names, source]) => ({
      source,
      names: names
        .split(',')
        .map((name) => name.split(':')[0].trim())
        .filter(Boolean),
    }),
  );
}

/** What each source file gives by name, of all in one bundle that nobody writes. */
async function given(sources) {
  const { metafile } = await build({
    entryPoints: sources.map((source) => path.join(ROOT, source)),
    absWorkingDir: ROOT,
    outdir: path.join(ROOT, 'none'),
    ...{ bundle: true, write: false, metafile: true, format: 'esm', platform: 'node', logLevel: 'error' },
    plugins: [registryOutside],
  });
  return new Map(Object.values(metafile.outputs).flatMap((o) => (o.entryPoint ? [[o.entryPoint, o.exports]] : [])));
}

// Benches are run by hand, seldom: a name that moved would be found when somebody needs a figure.
describe('what scripts take from the source is there', () => {
  const takers = files.filter((file) => taken(file).length > 0);
  const wanted = takers.flatMap((file) => taken(file).map((one) => ({ file, ...one })));
  test('by name, for every script', async () => {
    const there = await given([...new Set(wanted.map((w) => w.source))]);
    expect(
      wanted.flatMap((w) => w.names.filter((n) => !there.get(w.source)?.includes(n)).map((n) => [w.file, n])),
    ).toEqual([]);
  });
  test('and the takers are found', () => expect(takers.length).toBeGreaterThan(10));
});

// The built server stands outside the folders of its parts: what they ask for is found from the root, or not at all.
describe('what the build leaves outside is found from where it runs, as its part asks for it', () => {
  const parts = ['core', 'contract', 'copies', 'server', 'cli', 'demo'];
  const manifest = (...at) => JSON.parse(readFileSync(path.join(ROOT, ...at, 'package.json'), 'utf8'));
  const asked = parts.flatMap((part) => Object.entries(manifest(part).dependencies ?? {}));
  test.each(asked.filter(([name]) => !name.startsWith('@kavrell/')))('%s %s', (name, version) =>
    expect(manifest('node_modules', ...name.split('/')).version).toBe(version),
  );
});

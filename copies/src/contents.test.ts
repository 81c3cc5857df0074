import { mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { allVerified, contentsOf, ingest, isSound, readHistory, verifyFolder } from './index.ts';

let root = '';
const at = (...names: string[]) => path.join(root, ...names);
beforeEach(() => {
  root = mkdtempSync(path.join(os.tmpdir(), 'kavrell-contents-'));
  for (const folder of ['A001/CLIPS', 'x', 'y', 'z']) mkdirSync(at(folder), { recursive: true });
  for (const name of ['C1.mov', 'C2.mov']) writeFileSync(at('A001', 'CLIPS', name), name.repeat(1000));
});
afterEach(() => rmSync(root, { recursive: true, force: true }));
const paths = (result: Awaited<ReturnType<typeof ingest>>) => result.places[0]!.copied.map((c) => c.path).sort();

describe('what was left out', () => {
  it('unasked stands against the copy', async () => {
    symlinkSync('CLIPS', at('A001', 'link'));
    const result = await ingest(at('A001'), [at('x')]);
    expect(result.places[0]!.failed).toEqual([]);
    expect(allVerified(result)).toBe(false);
  });
  it('by the owner’s own pattern does not, and is listed', async () => {
    symlinkSync('CLIPS', at('A001', 'link'));
    writeFileSync(at('A001', 'index.tmp'), 'x');
    const result = await ingest(at('A001'), [at('x')], { ignore: ['link', '*.tmp'] });
    expect(result.leftOut.map((l) => [l.path, l.wanted])).toEqual([
      ['link', true],
      ['index.tmp', true],
    ]);
    expect(allVerified(result)).toBe(true);
  });
});

describe('lists that a card brings', () => {
  it('go along, and a copy of a copy goes on with them', async () => {
    await ingest(at('A001'), [at('x')]);
    await ingest(at('x', 'A001'), [at('y')]);
    const last = await ingest(at('y', 'A001'), [at('z')]);
    expect(allVerified(last)).toBe(true);
    expect(last.listProblems).toEqual([]);
    const history = await readHistory(at('z', 'A001'));
    expect(history.links.map((l) => l.number)).toEqual([1, 2, 3]);
    expect(history.problems).toEqual([]);
    const hashes = history.lists.at(-1)!.files.flatMap((f) => f.hashes.map((h) => h.action));
    expect(new Set(hashes)).toEqual(new Set(['verified']));
    expect(isSound(await verifyFolder(at('z', 'A001')))).toBe(true);
  });
  it.each([
    ['a chain that is no chain', () => writeFileSync(at('A001', 'ascmhl', 'ascmhl_chain.xml'), 'not <xml')],
    ['a list that is no list', () => writeFileSync(at('A001', 'ascmhl', onlyList()), 'not <xml')],
    ['a list that is gone', () => rmSync(at('A001', 'ascmhl', onlyList()))],
    ['no chain', () => rmSync(at('A001', 'ascmhl', 'ascmhl_chain.xml'))],
  ])('with %s don’t keep it from being copied: they are files like all others', async (_, breakIt) => {
    const made = await ingest(at('A001'), [at('x')]);
    mkdirSync(at('A001', 'ascmhl'));
    for (const name of readdirSync(at('x', 'A001', 'ascmhl')))
      writeFileSync(at('A001', 'ascmhl', name), readFileSync(at('x', 'A001', 'ascmhl', name)));
    expect(allVerified(made)).toBe(true);
    breakIt();
    const lists = readdirSync(at('A001', 'ascmhl'));
    const { files, listProblems } = await contentsOf(at('A001'));
    expect(listProblems).toHaveLength(1);
    expect(files.map((f) => f.path)).toEqual(expect.arrayContaining(lists.map((name) => `ascmhl/${name}`)));
    const result = await ingest(at('A001'), [at('y')]);
    expect(allVerified(result)).toBe(true);
    expect(result.listProblems).toEqual(listProblems);
    expect(paths(result)).toEqual(files.map((f) => f.path).sort());
    for (const name of lists)
      expect(readFileSync(at('y', 'A001', 'ascmhl', name))).toEqual(readFileSync(at('A001', 'ascmhl', name)));
    const found = await verifyFolder(at('y', 'A001'));
    expect(isSound(found)).toBe(true);
    expect(found.verified).toBe(files.length);
    // Copied again, and copied from the copy: the new history goes on.
    expect(allVerified(await ingest(at('A001'), [at('y')]))).toBe(true);
    const further = await ingest(at('y', 'A001'), [at('z')]);
    expect(allVerified(further)).toBe(true);
    expect((await readHistory(at('z', 'A001'))).links.map((l) => l.number)).toEqual([1, 2, 3]);
  });
});

const onlyList = () => readdirSync(at('A001', 'ascmhl')).find((name) => name.endsWith('.mhl'))!;

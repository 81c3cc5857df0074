import { execFileSync, fork } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import {
  appendFile,
  chmod,
  mkdir,
  mkdtemp,
  readFile,
  readdir,
  rename,
  rm,
  stat,
  utimes,
  writeFile,
} from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { readMhl } from '@kavrell/core/formats';
import { sampled } from '@kavrell/core/testing';
import { Journal } from './journal.ts';
import { allVerified, ingest, isSound, readHistory, takeLock, verifyFolder } from './index.ts';

vi.setConfig({ testTimeout: 60_000 });

let root = '';
const at = (...names: string[]) => path.join(root, ...names);
beforeEach(async () => {
  root = await mkdtemp(path.join(os.tmpdir(), 'kavrell-ingest-'));
  for (const folder of ['A001/CLIPS', 'A001/AUDIO/empty', 'x', 'y']) await mkdir(at(folder), { recursive: true });
  await writeFile(at('A001', 'CLIPS', 'A001_C001.mov'), Buffer.alloc(6_000_000, 7));
  await writeFile(at('A001', 'CLIPS', 'A001_C002.mov'), Buffer.alloc(5_000_001, 9));
  await writeFile(at('A001', 'note & <more>.txt'), 'hello');
  await writeFile(at('A001', 'empty.bin'), '');
});
afterEach(() => rm(root, { recursive: true, force: true }));
const FILES = ['CLIPS/A001_C001.mov', 'CLIPS/A001_C002.mov', 'empty.bin', 'note & <more>.txt'];
const lists = async (place: string) => (await readdir(at(place, 'A001', 'ascmhl'))).sort();

describe('ingest', () => {
  it('copies to each place below the source’s name, with a list, and leaves nothing else behind', async () => {
    const result = await ingest(at('A001'), [at('x'), at('y')], {
      kinds: ['xxh64', 'md5', 'sha1', 'c4'],
      verifySource: true,
    });
    expect(allVerified(result)).toBe(true);
    expect(result).toMatchObject({ files: 4, bytes: 11_000_006, leftOut: [], sourceChanged: [] });
    for (const place of ['x', 'y']) {
      expect((await readdir(at(place, 'A001'))).sort()).toEqual([
        'AUDIO',
        'CLIPS',
        'ascmhl',
        'empty.bin',
        'note & <more>.txt',
      ]);
      expect(await readdir(at(place, 'A001', 'AUDIO'))).toEqual(['empty']);
      expect(await lists(place)).toEqual([
        expect.stringMatching(/^0001_A001_\d{4}-\d\d-\d\d_\d{6}Z\.mhl$/),
        'ascmhl_chain.xml',
      ]);
      const verification = await verifyFolder(at(place, 'A001'));
      expect(isSound(verification)).toBe(true);
      expect(verification.verified).toBe(4);
    }
    const [name] = await lists('x');
    const list = readMhl(readFileSync(at('x', 'A001', 'ascmhl', name!), 'utf8'));
    expect(list.files.map((f) => f.path).sort()).toEqual(FILES);
    expect(list.folders.map((f) => f.path).sort()).toEqual(['AUDIO', 'AUDIO/empty', 'CLIPS']);
    const clip = list.files.find((f) => f.path === FILES[0])!;
    // Asked of the system's own tools.
    const sum = (tool: string) => execFileSync(tool, [at('A001', FILES[0]!)], { encoding: 'utf8' }).split(' ')[0];
    expect(clip.hashes.find((h) => h.kind === 'md5')?.value).toBe(sum('md5sum'));
    expect(clip.hashes.find((h) => h.kind === 'sha1')?.value).toBe(sum('sha1sum'));
    expect(clip.hashes.every((h) => h.action === 'original')).toBe(true);
  });
  it('copied again takes nothing new and adds a generation; what changed on the card is not written over', async () => {
    await ingest(at('A001'), [at('x')]);
    const again = await ingest(at('A001'), [at('x')]);
    expect(again.places[0]).toMatchObject({ copied: [], failed: [] });
    expect(again.places[0]!.skipped.length).toBe(4);
    expect((await readHistory(at('x', 'A001'))).links.map((l) => l.number)).toEqual([1, 2]);
    await writeFile(at('A001', FILES[3]!), 'other words');
    const third = await ingest(at('A001'), [at('x')]);
    expect(allVerified(third)).toBe(false);
    expect(third.places[0]!.failed).toEqual([
      { path: FILES[3], reason: expect.stringContaining('Another file of this name') },
    ]);
    expect(await readFile(at('x', 'A001', FILES[3]!), 'utf8')).toBe('hello');
  });
  it('a place that can’t be written fails alone and is named', async () => {
    const result = await ingest(at('A001'), [at('nowhere'), at('y')]);
    expect(result.places.map((p) => [p.failed.length, p.copied.length])).toEqual([
      [1, 0],
      [0, 4],
    ]);
    expect(allVerified(result)).toBe(false);
  });
  it('a list that the source brings is continued, and a file that is not as it says is named', async () => {
    await ingest(at('A001'), [at('x')]);
    // The copy becomes a source of its own; one byte of it rots on the way.
    const clip = at('x', 'A001', FILES[1]!);
    const { mtime } = await stat(clip);
    const bytes = readFileSync(clip);
    bytes[4_000_000]! ^= 1;
    writeFileSync(clip, bytes);
    execFileSync('touch', ['-d', mtime.toISOString(), clip]);
    const result = await ingest(at('x', 'A001'), [at('y')]);
    expect(result.sourceChanged).toEqual([FILES[1]]);
    expect(allVerified(result)).toBe(false);
  });
  it('two at one place: the second is refused, and a dead one’s lock holds nobody', async () => {
    await mkdir(at('x', 'A001', 'ascmhl'), { recursive: true });
    const lock = at('x', 'A001', 'ascmhl', '.kavrell-lock');
    const release = await takeLock(lock);
    const refused = await ingest(at('A001'), [at('x')]);
    expect(refused.places[0]!.failed[0]!.reason).toMatch(/Another copy to this folder is running \(process \d+\)/);
    await release();
    await writeFile(
      lock,
      JSON.stringify({ host: os.hostname(), boot: 'another start of this machine', pid: process.pid, began: '1' }),
    );
    expect(allVerified(await ingest(at('A001'), [at('x')]))).toBe(true);
    await writeFile(lock, '{"host":"h');
    await utimes(lock, new Date(0), new Date(0));
    expect(allVerified(await ingest(at('A001'), [at('x')]))).toBe(true);
  });
  it('a journal line cut off by a kill costs its own file only, and not the lines after it', async () => {
    const journal = at('x', 'A001', 'ascmhl', '.kavrell-journal');
    await mkdir(at('x', 'A001', 'ascmhl'), { recursive: true });
    const first = new Journal(journal);
    const entry = { sizeBytes: 1, modifiedMs: 1, hashes: { xxh64: 'ab' }, at: '' };
    await first.note([{ path: 'whole', ...entry }]);
    await first.close();
    await appendFile(journal, '{"path":"cut o');
    const second = new Journal(journal);
    await second.note([{ path: 'after', ...entry }]);
    await second.close();
    expect([...(await new Journal(journal).read()).keys()]).toEqual(['whole', 'after']);
  });
  it('files finished by a run that made other hashes are read again for the ones asked for now', async () => {
    await ingest(at('A001'), [at('x')]);
    const { mtimeMs } = await stat(at('A001', FILES[0]!));
    const finished = { path: FILES[0], sizeBytes: 6_000_000, modifiedMs: mtimeMs, hashes: { xxh64: 'stale' }, at: '' };
    await writeFile(at('x', 'A001', 'ascmhl', '.kavrell-journal'), `${JSON.stringify(finished)}\n`);
    await ingest(at('A001'), [at('x')], { kinds: ['md5'] });
    const { lists: made } = await readHistory(at('x', 'A001'));
    expect(made.at(-1)!.files.map((f) => f.hashes.map((h) => h.kind))).toEqual([['md5'], ['md5'], ['md5'], ['md5']]);
  });
  it('of many that see a dead one’s lock at once, one gets it', async () => {
    const lock = at('lock');
    await writeFile(lock, JSON.stringify({ host: os.hostname(), boot: 'another start', pid: 1, began: '1' }));
    const taken = await Promise.allSettled(Array.from({ length: 4 }, () => takeLock(lock)));
    expect(taken.filter((t) => t.status === 'fulfilled')).toHaveLength(1);
  });
  it('killed again and again, it ends with every file whole, none copied twice, and nothing left over', async () => {
    for (let i = 0; i < 30; i += 1)
      await writeFile(at('A001', 'CLIPS', `B${String(i).padStart(2, '0')}.mov`), Buffer.alloc(3_000_000, i));
    const bundle = at('run.mjs');
    execFileSync(path.resolve('node_modules/.bin/esbuild'), [
      path.resolve('copies/src/ingest.ts'),
      '--bundle',
      '--platform=node',
      '--format=esm',
      `--outfile=${bundle}`,
      '--external:@node-rs/*',
      "--banner:js=import{createRequire}from'node:module';const require=createRequire(process.argv[2]);",
    ]);
    // It dies by its own hand after so many steps of its work: nobody waits for a time, however busy the machine is.
    await appendFile(
      bundle,
      `
let steps = 0;
const last = Number(process.argv[5]);
const onProgress = () => (steps += 1) === last && process.kill(process.pid, 'SIGKILL');
const r = await ingest(process.argv[3], [process.argv[4]], { onProgress });
process.send(r);
`,
    );
    const script = readFileSync(bundle, 'utf8').replace(
      /import (\w+) from "@node-rs\/xxhash";/,
      'const $1 = require("@node-rs/xxhash");',
    );
    await writeFile(bundle, script);
    const stamps = new Map<string, number>();
    const kills = sampled(20, 5);
    let rounds = 0;
    for (let done = false; !done; rounds += 1) {
      expect(rounds).toBeLessThan(60);
      const dies = rounds < kills ? 2 + ((rounds * 7) % 11) : 0;
      const child = fork(bundle, [path.resolve('package.json'), at('A001'), at('x'), String(dies)], {
        stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      });
      const ended = new Promise<boolean>((settle) => {
        child.once('message', () => settle(true));
        child.once('exit', (code) => settle(code === 0));
      });
      done = await ended;
      child.kill('SIGKILL');
      // A final name is a whole file, at every moment; and one that was whole is never written again.
      for (const file of await readdir(at('x', 'A001', 'CLIPS')).catch(() => [])) {
        if (file.endsWith('.part')) continue;
        const copy = at('x', 'A001', 'CLIPS', file);
        expect(readFileSync(copy).equals(readFileSync(at('A001', 'CLIPS', file))), file).toBe(true);
        const { ino } = await stat(copy);
        expect(stamps.get(file) ?? ino).toBe(ino);
        stamps.set(file, ino);
      }
    }
    expect(rounds).toBeGreaterThan(1);
    const left = await readdir(at('x', 'A001'), { recursive: true });
    expect(left.filter((n) => n.includes('.part') || n.includes('.kavrell'))).toEqual([]);
    expect(isSound(await verifyFolder(at('x', 'A001')))).toBe(true);
    // And by the system's own tool, which knows nothing of ours.
    const sums = (folder: string) =>
      execFileSync('bash', ['-c', 'find . -path ./ascmhl -prune -o -type f -print0 | sort -z | xargs -0 xxh64sum'], {
        cwd: folder,
        encoding: 'utf8',
        stdio: ['ignore', 'pipe', 'ignore'],
      });
    expect(sums(at('x', 'A001'))).toBe(sums(at('A001')));
  }, 120_000);
});

describe('verify', () => {
  it('names what is changed, missing, renamed and not listed, and nothing else', async () => {
    await ingest(at('A001'), [at('x')]);
    const copy = (name: string) => at('x', 'A001', name);
    const bytes = readFileSync(copy(FILES[0]!));
    bytes[3]! ^= 8;
    writeFileSync(copy(FILES[0]!), bytes);
    await rename(copy(FILES[1]!), copy('CLIPS/renamed.mov'));
    await rm(copy(FILES[2]!));
    await writeFile(copy('stranger.txt'), 'x');
    const found = await verifyFolder(at('x', 'A001'));
    expect(found).toMatchObject({
      verified: 1,
      changed: [{ path: FILES[0], reason: 'its bytes are not the ones that were listed' }],
      missing: [FILES[2]],
      renamed: [{ from: FILES[1], to: 'CLIPS/renamed.mov' }],
      extra: ['stranger.txt'],
      problems: [],
    });
    await chmod(copy(FILES[3]!), 0o644);
    await writeFile(copy(FILES[3]!), 'hello!');
    expect((await verifyFolder(at('x', 'A001'))).changed.map((c) => c.path).sort()).toEqual(
      [FILES[0], FILES[3]].sort(),
    );
  });
  it('sees a list that was changed or lost since', async () => {
    await ingest(at('A001'), [at('x')]);
    await ingest(at('A001'), [at('x')]);
    const [first, second] = await lists('x');
    await appendFile(at('x', 'A001', 'ascmhl', first!), ' ');
    await rm(at('x', 'A001', 'ascmhl', second!));
    const { problems } = await verifyFolder(at('x', 'A001'));
    expect(problems).toEqual([
      expect.stringMatching(/^The list 0001_.* was changed since/),
      expect.stringMatching(/^The list 0002_.* is gone/),
    ]);
  });
  it('goes by sum files where there is no history, and says so where there is neither', async () => {
    const sums = execFileSync('bash', ['-c', 'md5sum CLIPS/*'], { cwd: at('A001'), encoding: 'utf8' });
    await expect(verifyFolder(at('A001'))).rejects.toThrow(/no media hash list and no sum file/);
    await writeFile(at('A001', 'CLIPS.md5'), sums);
    const found = await verifyFolder(at('A001'));
    expect(found).toMatchObject({ verified: 2, changed: [], missing: [], against: ['CLIPS.md5'] });
    expect(found.extra.sort()).toEqual(['empty.bin', 'note & <more>.txt']);
  });
});

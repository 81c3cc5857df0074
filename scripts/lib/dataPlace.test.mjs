import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { beganOf, dataPlace, lockDir, lockedBy, stationOf } from './dataPlace.mjs';

let base = '';
const kept = process.env.KAVRELL_DATA;
beforeEach(() => {
  base = mkdtempSync(path.join(os.tmpdir(), 'kavrell-place-'));
  delete process.env.KAVRELL_DATA;
});
afterEach(() => {
  rmSync(base, { recursive: true, force: true });
  if (kept !== undefined) process.env.KAVRELL_DATA = kept;
});

describe('where data lie', () => {
  it('is the same for every checkout, and the demo’s apart', () => {
    expect(dataPlace({ base, checkout: 'a' })).toBe(path.join(base, 'own'));
    expect(dataPlace({ base, checkout: 'b' })).toBe(path.join(base, 'own'));
    expect(dataPlace({ base, checkout: 'a', demo: true })).toBe(path.join(base, 'demo'));
  });
  it('data in a folder of the checkout’s name are found and moved, once, and it is told', () => {
    mkdirSync(path.join(base, 'abc'));
    writeFileSync(path.join(base, 'abc', 'mine'), 'x');
    const said = [];
    expect(dataPlace({ base, checkout: 'abc', demo: true, told: (words) => said.push(words) })).toBe(
      path.join(base, 'demo'),
    );
    expect(readFileSync(path.join(base, 'own', 'mine'), 'utf8')).toBe('x');
    expect(existsSync(path.join(base, 'abc'))).toBe(false);
    expect(said).toHaveLength(1);
    mkdirSync(path.join(base, 'abc'));
    dataPlace({ base, checkout: 'abc', told: (words) => said.push(words) });
    expect(said).toHaveLength(1);
  });
});

describe('the lock', () => {
  it('keeps a second one out, and is given back', () => {
    const lock = lockDir(base);
    expect(() => lockDir(base)).toThrow(/already running .* \(process \d+\)/);
    lock.note({ databaseUrl: 'postgres://x' });
    expect(lockedBy(base)).toMatchObject({ pid: process.pid, databaseUrl: 'postgres://x' });
    expect(statSync(path.join(base, 'run.json')).mode & 0o777).toBe(0o600);
    lock.release();
    expect(lockedBy(base)).toBeNull();
  });
  it.each([
    ['a dead process', { pid: 2 ** 22 - 3 }],
    ['a process number that another uses by now', { pid: process.pid, began: `${beganOf(process.pid)}1` }],
    ['nothing that can be read', 'cut off'],
  ])('left by %s blocks no start', (_, said) => {
    writeFileSync(path.join(base, 'run.json'), typeof said === 'string' ? said : JSON.stringify(said));
    expect(lockedBy(base)).toBeNull();
    lockDir(base).release();
  });
});

describe('a station', () => {
  it('has a name of its own that stays, so that another machine with the same database is another', () => {
    const [one, other] = ['one', 'other'].map((name) => path.join(base, name));
    for (const dir of [one, other]) mkdirSync(dir);
    const name = stationOf(one, { hadData: false });
    expect(stationOf(one, { hadData: true })).toBe(name);
    expect(stationOf(other, { hadData: false })).not.toBe(name);
  });
  it('with data from before stations had names is the one they were made by', () =>
    expect(stationOf(base, { hadData: true })).toBe('here'));
});

import { mkdirSync, mkdtempSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { allVerified, ingest } from './index.ts';
import {
  MARK_FILE,
  deviceOf,
  isSealed,
  markedAs,
  newMark,
  presenceOf,
  presentAt,
  readMark,
  writeMark,
} from './volume.ts';

let root = '';
const at = (...names: string[]) => path.join(root, ...names);
beforeEach(() => {
  root = mkdtempSync(path.join(os.tmpdir(), 'kavrell-volume-'));
  for (const folder of ['A001', 'x', 'y']) mkdirSync(at(folder));
  for (let i = 0; i < 4; i += 1) writeFileSync(at('A001', `C${i}.mov`), Buffer.alloc(2_000_000, i));
});
afterEach(() => rmSync(root, { recursive: true, force: true }));

describe('a drive’s mark', () => {
  const mark = newMark('secret', new Date(0));
  it('is found again, and is nobody else’s', async () => {
    await writeMark(at('x'), mark);
    expect(await readMark(at('x'))).toEqual(mark);
    expect(isSealed(mark, 'secret')).toBe(true);
    expect(isSealed(mark, 'another')).toBe(false);
    expect(await markedAs(at('x'), mark)).toBeNull();
    expect(readdirSync(at('x'))).toEqual([MARK_FILE]);
  });
  it('missing, another’s, or no mark at all is said in words', async () => {
    expect(await readMark(at('y'))).toBeNull();
    expect(await markedAs(at('y'), mark)).toMatch(/is it plugged in/);
    await writeMark(at('y'), newMark('secret', new Date(0)));
    expect(await markedAs(at('y'), mark)).toMatch(/another drive/);
    writeFileSync(at('x', MARK_FILE), 'not a mark');
    expect(await readMark(at('x'))).toBeNull();
    expect(await markedAs(at('nowhere'), mark)).toMatch(/is it plugged in|gone/);
  });
  it('two folders of one device are told to be on one', async () => {
    expect(await deviceOf(at('x'))).toBe(await deviceOf(at('y')));
    const { oneDevice } = await ingest(at('A001'), [at('x'), at('y')]);
    expect(oneDevice).toEqual([[at('x'), at('y')]]);
  });
});

describe('a drive that goes while it is copied to', () => {
  /** What a pulled drive leaves: an empty folder of the machine's own disk under the same name. */
  const pull = () => {
    renameSync(at('x'), at('gone'));
    mkdirSync(at('x'));
  };
  it('gets nothing more, and nothing is written where it was', async () => {
    let pulled = false;
    const result = await ingest(at('A001'), [at('x'), at('y')], {
      onFile: (outcomes) => {
        if (pulled || !outcomes.some((o) => o.destinationId === at('x'))) return;
        pulled = true;
        pull();
      },
    });
    expect(pulled).toBe(true);
    expect(allVerified(result)).toBe(false);
    expect(result.places[0]!.failed.map((f) => f.reason)).toContain('The drive is gone.');
    expect(result.places[1]!.failed).toEqual([]);
    expect(readdirSync(at('x'))).toEqual([]);
  });
  it('one that is not there is never made', async () => {
    const result = await ingest(at('A001'), [at('absent')]);
    expect(result.places[0]!.failed[0]!.reason).toBe('The drive or folder is gone.');
    expect(readdirSync(root)).not.toContain('absent');
  });
  it('another with the same folder is not taken for it', async () => {
    const mark = newMark('secret', new Date(0));
    await writeMark(at('y'), newMark('secret', new Date(0)));
    const refused = await ingest(at('A001'), [at('y')], { marks: { [at('y')]: mark } });
    expect(refused.places[0]!.failed[0]!.reason).toMatch(/another drive/);
    expect(readdirSync(at('y'))).toEqual([MARK_FILE]);
    await writeMark(at('x'), mark);
    const present = presenceOf(await presentAt(at('x'), mark));
    present.check();
    pull();
    await writeMark(at('x'), mark);
    expect(() => present.check()).toThrow('gone');
  });
});

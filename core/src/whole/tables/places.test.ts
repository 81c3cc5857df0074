import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { TABLE_NAMES } from './index.ts';

const ROOT = path.resolve(import.meta.dirname, '../../../..');
/** What every table goes through and none is to be named in: a new one is declared in its room, and nowhere else. */
const COMMON = [
  'core/src/base/records',
  'core/src/whole/tables',
  'server/src/rows',
  'server/src/platform/db',
  'demo/src/plan.ts',
];

const sources = COMMON.flatMap((place) => {
  const whole = path.join(ROOT, place);
  if (place.endsWith('.ts')) return [whole];
  return readdirSync(whole)
    .filter((name) => name.endsWith('.ts') && name !== 'migrate.ts' && !name.includes('.test.'))
    .map((name) => path.join(whole, name));
}).map((file) => ({ file: path.relative(ROOT, file), text: readFileSync(file, 'utf8') }));

/** `productions` is whose rows all others are. */
const names = TABLE_NAMES.filter((name) => name !== 'productions');

describe('what all tables go through', () => {
  it('is found', () => expect(sources.length).toBeGreaterThan(10));
  it.each(sources.map((s) => [s.file, s.text] as const))('%s names no table', (_, text) =>
    expect(names.filter((name) => new RegExp(`'${name}'|\\.${name}\\b|^  ${name}[:,]`, 'm').test(text))).toEqual([]),
  );
});

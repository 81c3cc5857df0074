import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { blankOf } from './blank.ts';

describe('nothing, in a field’s own kind', () => {
  it.each([
    ['null where that may stand', z.string().nullable(), null],
    ['a text', z.string(), ''],
    ['a list', z.array(z.string()), []],
    ['fields by name', z.record(z.string(), z.number()), {}],
    ['yes or no', z.boolean(), false],
    ['a number', z.number(), 0],
  ])('%s', (_, schema, nothing) => expect(blankOf(schema)).toEqual(nothing));

  it('a field that may not be empty, or is not known, has the empty of what it had', () => {
    expect(blankOf(z.string().min(1), '/media/a')).toBe('');
    expect(blankOf(undefined, 'secret')).toBe('');
    expect(blankOf(z.number().min(1), 4)).toBeNull();
    expect(blankOf(undefined)).toBeNull();
  });
});

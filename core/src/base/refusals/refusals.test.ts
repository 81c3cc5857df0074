import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { refusalWords } from './index.ts';

const said = (schema: z.ZodType, value: unknown) =>
  schema.safeParse(value, { error: refusalWords }).error?.issues.map((i) => i.message);

describe('why a value was not taken', () => {
  it.each<[string, z.ZodType, unknown, string]>([
    ['nothing', z.string(), undefined, 'This is missing.'],
    ['null', z.number(), null, 'This is missing.'],
    ['no text', z.string(), 5, 'This is to be text.'],
    ['no number', z.number(), 'five', 'This is to be a number.'],
    ['a part of a number', z.int(), 1.5, 'This is to be a whole number.'],
    ['no list', z.array(z.string()), 'a', 'This is to be a list.'],
    ['what is no thing', z.object({}), 5, 'This is not as it can be taken.'],
    ['empty text', z.string().min(1), '', 'This must not be empty.'],
    ['short text', z.string().min(20), 'none', 'This is to have at least 20 characters.'],
    ['long text', z.string().max(1), 'ab', 'This is to have at most 1 character.'],
    ['text of another length', z.string().length(3), 'ab', 'This is to have 3 characters.'],
    ['too small', z.number().min(5), 4, 'This is to be at least 5.'],
    ['no larger', z.number().gt(0), 0, 'This is to be more than 0.'],
    ['too large', z.number().max(5), 6, 'This is to be at most 5.'],
    ['no smaller', z.number().lt(1), 1, 'This is to be less than 1.'],
    ['too long a list', z.array(z.number()).max(2), [1, 2, 3], 'This is to have at most 2 entries.'],
    ['an empty list', z.array(z.number()).min(1), [], 'This must not be empty.'],
    ['no identity', z.uuid(), 'q', 'This names nothing that can be here: its name is not whole.'],
    ['no mail', z.email(), 'q', 'This is no mail address.'],
    ['no pattern', z.string().regex(/a/), 'q', 'This is not written as it can be read.'],
    ['no choice', z.enum(['once', 'never']), 'often', 'This is to be one of once, never.'],
    ['no step', z.number().multipleOf(5), 3, 'This is to be a multiple of 5.'],
    ['a stranger', z.strictObject({}), { colour: 1 }, 'Nothing here is called “colour”.'],
    ['no kind', z.union([z.string(), z.number()]), [], 'This is none of the kinds that can be here.'],
    ['something else', z.custom(() => false), 1, 'This is not as it can be taken.'],
  ])('%s', (_, schema, value, words) => expect(said(schema, value)).toEqual([words]));
  it('what a field says of itself stands', () =>
    expect(said(z.string().min(1, 'Name the scene.'), '')).toEqual(['Name the scene.']));
  it('of very many choices none is named', () => {
    const many = z.enum(Array.from({ length: 9 }, (_, i) => `c${i}`) as [string, ...string[]]);
    expect(said(many, 'x')).toEqual(['This is none of what can be here.']);
  });
});

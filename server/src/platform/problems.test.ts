import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { InputError } from '@kavrell/core/errors';
import { idFrom, newToken, tokenHash } from './ids.ts';
import { HttpProblem, toProblem } from './problems.ts';

describe('errors as problems', () => {
  it('keep their words and their path', () => {
    const bad = z.object({ a: z.object({ b: z.number('A number, please.') }) }).safeParse({ a: { b: 'x' } });
    expect(toProblem(bad.error)).toMatchObject({
      status: 400,
      code: 'input',
      detail: 'A number, please.',
      issues: [{ path: ['a', 'b'] }],
    });
    expect(toProblem(new InputError('rate.unknown', 'No such rate.', ['rate']))).toMatchObject({
      status: 400,
      code: 'rate.unknown',
      issues: [{ path: ['rate'], message: 'No such rate.' }],
    });
    expect(toProblem(new HttpProblem(409, 'stale', 'Changed.', { current: { id: 1 } }))).toMatchObject({
      status: 409,
      title: 'Changed meanwhile',
      current: { id: 1 },
    });
  });
  it('what was sent too large or unreadable is said so', () => {
    expect(toProblem({ type: 'entity.too.large' })?.status).toBe(413);
    expect(toProblem({ type: 'entity.parse.failed' })?.code).toBe('json');
  });
  it('what a schema has no words for is refused in ours', () => {
    const { error } = z.object({ token: z.string().min(20) }).safeParse({ token: 'none' });
    expect(toProblem(error)?.detail).toBe('This is to have at least 20 characters.');
    const missing = z.object({ token: z.string() }).safeParse({});
    expect(toProblem(missing.error)?.issues).toEqual([{ path: ['token'], message: 'This is missing.' }]);
  });
  it('faults of our own are not shown raw', () => expect(toProblem(new TypeError('x is not a function'))).toBeNull());
});

describe('ids and tokens', () => {
  it('the same words give the same id, others another', () => {
    expect(idFrom('a', 'b')).toBe(idFrom('a', 'b'));
    expect(idFrom('a', 'b')).not.toBe(idFrom('ab'));
    expect(z.uuid().safeParse(idFrom('a')).success).toBe(true);
  });
  it('tokens are long, never alike, and not their own hash', () => {
    const tokens = Array.from({ length: 50 }, newToken);
    expect(new Set(tokens).size).toBe(50);
    for (const token of tokens) {
      expect(token.length).toBeGreaterThanOrEqual(43);
      expect(tokenHash(token)).toMatch(/^[0-9a-f]{64}$/);
    }
  });
});

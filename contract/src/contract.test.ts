import { describe, expect, it } from 'vitest';
import { ROUTES, changeSet, listRows, pathOf, setPassword, signInBody } from './index.ts';

const ID = '0190a000-0000-7000-8000-000000000001';

describe('routes', () => {
  it('have paths of their own and name a role', () => {
    const seen = new Set(Object.values(ROUTES).map((r) => `${r.method} ${r.path}`));
    expect(seen.size).toBe(Object.keys(ROUTES).length);
    for (const [name, r] of Object.entries(ROUTES)) {
      expect(r.path.startsWith('/api/'), name).toBe(true);
      if (r.roles !== 'public') expect(r.roles.length, name).toBeGreaterThan(0);
    }
  });
  it('nothing that writes is public but signing in', () => {
    const open = Object.values(ROUTES).filter((r) => r.roles === 'public' && r.method !== 'GET');
    expect(open.map((r) => r.path).sort()).toEqual(['/api/auth/enter', '/api/auth/sign-in']);
  });
  it('fill in their parameters, made safe for an address', () => {
    expect(pathOf(listRows, { productionId: ID, tables: 'shots' })).toBe(`/api/productions/${ID}/rows/shots`);
    expect(pathOf(listRows, { productionId: 'a/b', tables: 'x' })).toContain('a%2Fb');
    expect(() => pathOf(listRows, { productionId: ID })).toThrow('needs tables');
  });
});

describe('what is sent', () => {
  const op = { op: 'update', table: 'shots', id: ID, version: 1, values: {} };
  it('a change-set needs an id, words and something to do', () => {
    expect(changeSet.safeParse({ id: ID, label: 'x', ops: [op] }).success).toBe(true);
    expect(changeSet.safeParse({ id: ID, label: ' ', ops: [op] }).success).toBe(false);
    expect(changeSet.safeParse({ id: ID, label: 'x', ops: [] }).success).toBe(false);
    expect(changeSet.safeParse({ id: 'x', label: 'x', ops: [op] }).success).toBe(false);
    expect(changeSet.safeParse({ id: ID, label: 'x', ops: [{ ...op, table: 'takeEvents' }] }).success).toBe(false);
    expect(changeSet.safeParse({ id: ID, label: 'x', ops: [{ ...op, version: 0 }] }).success).toBe(false);
  });
  it('passwords and names are refused in words', () => {
    expect(setPassword.body?.safeParse({ password: 'short' }).error?.issues[0]?.message).toBe(
      'A password has 10 characters at least.',
    );
    expect(signInBody.safeParse({ name: '', password: 'x' }).error?.issues[0]?.message).toBe(
      'Type the name of the account.',
    );
  });
});

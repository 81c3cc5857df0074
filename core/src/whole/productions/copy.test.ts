import { describe, expect, it } from 'vitest';
import { planOf } from './index.ts';
import { copyOfPlan } from './copy.ts';
import { bellRows } from './testing.ts';

const { demo, rows, newId } = bellRows();
const { production, ...lists } = demo;
const to = newId();
const copy = copyOfPlan(lists, { from: production.id, to, newId });

describe('a production once more', () => {
  it('names no row of the old one, anywhere', () => {
    const old = new Set([production.id, ...Object.values(lists).flatMap((l) => l.map((r) => r.id))]);
    const text = JSON.stringify(copy);
    expect([...old].filter((id) => text.includes(id))).toEqual([]);
  });
  it('has the same plan, to the minute', () => {
    const again = { ...rows, ...copy, production: { ...production, id: to } } as typeof rows;
    const [was, is] = [rows.days[0]!, again.days[0]!];
    const told = (plan: ReturnType<typeof planOf>) => plan.rows.map((r) => [r.title, r.startMin, r.minutes]);
    expect(told(planOf(again, is))).toEqual(told(planOf(rows, was)));
  });
  it('takes nothing along of what was shot, signed or frozen', () => {
    for (const table of ['consents', 'frozenSheets', 'cards', 'drives', 'jams']) expect(copy[table]).toEqual([]);
    for (const camera of copy.cameras!) expect(camera).toMatchObject({ settings: {}, version: 1 });
  });
});

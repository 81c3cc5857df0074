import { describe, expect, it } from 'vitest';
import { keyed } from '../../base/records/index.ts';
import { Assembler, ROW_TABLES, type ProductionRows, type RowTable } from './index.ts';
import { bellRows } from './testing.ts';

const { rows } = bellRows();
const { production } = rows;
/** The tables as the server reads them: in no order. */
const read = keyed(ROW_TABLES.map((t): [RowTable, unknown[]] => [t, [...rows[t]].reverse()]));
/** Tables whose lists are others than they were. */
const changed = (a: ProductionRows, b: ProductionRows) => ROW_TABLES.filter((t) => a[t] !== b[t]);

describe('the rows of a production', () => {
  it('are all of its tables, each in its order', () => {
    const whole = new Assembler().rows(production, read);
    expect(Object.keys(whole).sort()).toEqual(['production', ...ROW_TABLES].sort());
    expect(whole.days.map((d) => d.number)).toEqual([1, 2]);
    expect(whole.cameras.map((c) => c.letter)).toEqual([...whole.cameras.map((c) => c.letter)].sort());
    expect(whole.shots.map((s) => s.code)).toEqual(rows.shots.map((s) => s.code));
    for (const table of ['scenes', 'lenses', 'asks'] as const)
      expect(whole[table].map((r) => r.position)).toEqual(whole[table].map((r) => r.position).sort((a, b) => a - b));
  });
  it('are the very same while nothing was read anew', () => {
    const assembler = new Assembler();
    const whole = assembler.rows(production, read);
    expect(assembler.rows(production, { ...read })).toBe(whole);
  });
  it('a take or a copied file leaves every other list as it was, so that nothing is timed or sorted again', () => {
    const assembler = new Assembler();
    const whole = assembler.rows(production, read);
    const later = assembler.rows(production, { ...read, takeEvents: [...read.takeEvents], copyFiles: [{}] });
    expect(changed(whole, later).sort()).toEqual(['copyFiles', 'takeEvents']);
  });
  it('shots stand in the order of their scenes: they follow when a scene moves', () => {
    const assembler = new Assembler();
    const whole = assembler.rows(production, read);
    const last = Math.max(...whole.scenes.map((s) => s.position)) + 1;
    const [first] = whole.scenes;
    const scenes = whole.scenes.map((s) => (s === first ? { ...s, position: last } : s));
    const moved = assembler.rows(production, { ...read, scenes });
    expect(changed(whole, moved).sort()).toEqual(['scenes', 'shots']);
    expect(moved.shots.at(-1)?.sceneId).toBe(first?.id);
  });
  it('another state of the production alone is another whole, with the same lists', () => {
    const assembler = new Assembler();
    const whole = assembler.rows(production, read);
    const later = assembler.rows({ ...production, title: 'Other' }, read);
    expect(later).not.toBe(whole);
    expect(changed(whole, later)).toEqual([]);
  });
});

import { describe, expect, it } from 'vitest';
import { planOf } from '../../whole/productions/index.ts';
import { sharedAccess } from './index.ts';
import { bellRows } from '../../whole/productions/testing.ts';

const { demo, newId } = bellRows();
const plan = planOf(demo, demo.days[0] as (typeof demo.days)[number]);
const scene = demo.scenes.find((s) => s.number === '3');
const first = plan.rows.find((r) => r.scene?.id === scene?.id);
const caspian = demo.people.find((p) => p.shortName === 'Caspian');
const slot = (startMin: number, lengthMin: number) => ({
  id: newId(),
  productionId: 'p',
  version: 1,
  deletedAt: null,
  sceneId: scene?.id ?? '',
  holderId: caspian?.id ?? '',
  startMin,
  lengthMin,
  note: 'portraits',
});

describe('stills and film on one set', () => {
  it('quiet is while sound is recorded, each stretch once', () => {
    const { quiet } = sharedAccess(plan, [], demo.scenes, demo.people);
    const loud = plan.rows.filter((r) => r.shot?.sound.trim());
    expect(quiet.length).toBeGreaterThan(0);
    expect(quiet.flatMap((q) => q.words.split(', ')).sort()).toEqual(loud.map((r) => r.shot?.code ?? '').sort());
    for (const [i, q] of quiet.entries()) expect(q.startMin).toBeGreaterThanOrEqual(quiet[i - 1]?.endMin ?? 0);
  });
  it('a slot against what is planned there is named; one beside it is not', () => {
    const start = first?.startMin ?? 0;
    const against = sharedAccess(plan, [slot(start, 10)], demo.scenes, demo.people).held[0];
    expect(against?.clash).toMatch(
      new RegExp(`^Caspian has the place for 10\\smin, and ${first?.shot?.code} is planned then`),
    );
    expect(sharedAccess(plan, [slot(1, 10)], demo.scenes, demo.people).held[0]?.clash).toBeNull();
  });
  it('what is free are change-overs in which people of the picture wait', () => {
    const { free } = sharedAccess(plan, [], demo.scenes, demo.people);
    for (const f of free) {
      expect(f.endMin - f.startMin).toBeGreaterThanOrEqual(8);
      expect(plan.rows.some((r) => r.startMin < f.endMin && r.endMin > f.startMin)).toBe(false);
      expect(f.words).toMatch(/, (relight|turnaround|reposition)/);
    }
  });
});

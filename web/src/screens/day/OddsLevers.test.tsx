import { act, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { unitsOdds, type OddsPart } from '@kavrell/core/day';
import { oddsOf, planOf } from '@kavrell/core/productions';
import { answered, clearPage, demoPlan, openScreen, preparePage, press, written } from '../../testing/screen.tsx';
import { OddsLevers } from './OddsLevers.tsx';

// What the worker would be asked, answered in this thread with fewer days.
const asked: OddsPart[][] = [];
const play = (parts: OddsPart[]) => {
  asked.push(parts);
  return Promise.resolve(unitsOdds(parts.map((p) => ({ ...p, input: { ...p.input, runs: 200 } }))));
};

beforeEach(() => {
  preparePage();
  asked.length = 0;
});
afterEach(clearPage);

/** The demo’s first day before anything was rolled. */
function open() {
  const plan = demoPlan();
  const [day] = plan.days as [(typeof plan.days)[number]];
  const parts = oddsOf(planOf(plan, day), null);
  const odds = unitsOdds(parts.map((p) => ({ ...p, input: { ...p.input, runs: 200 } })));
  openScreen(<OddsLevers asked={parts} day={day} odds={odds} nameOf={(id) => id} play={play} />, { plan });
  return { plan, day, parts };
}
const lever = (name: string) => screen.getByRole('slider', { name });
async function pull(name: string, key: string): Promise<void> {
  act(() => lever(name).focus());
  await answered();
  fireEvent.keyDown(lever(name), { key });
  await answered();
}
const pulled = () => document.querySelector('[data-pulled]')?.textContent;
const last = () => asked.at(-1)!;

describe('levers of the odds', () => {
  it('not pulled, nothing is played and nothing is said', async () => {
    open();
    await answered();
    expect(asked).toEqual([]);
    expect(pulled()).toBeUndefined();
  });
  it('an earlier call is played from that call, and said beside the odds as they are', async () => {
    const { parts } = open();
    await pull('Begin earlier', 'ArrowRight');
    expect(last()[0]!.input.plan.startMin).toBe(parts[0]!.input.plan.startMin - 5);
    expect(pulled()).toMatch(/%/);
    expect(written()).toEqual([]);
  });
  it('levers work together', async () => {
    const { parts } = open();
    await pull('Begin earlier', 'ArrowRight');
    await pull('Leave out', 'ArrowRight');
    await pull('More hands at every rig', 'ArrowRight');
    const [{ input }] = last() as [OddsPart];
    expect(input.plan.shots).toHaveLength(parts[0]!.input.plan.shots.length - 1);
    expect(input.plan.startMin).toBe(parts[0]!.input.plan.startMin - 5);
    const rig = (change: typeof input.plan.change) => Object.values(change.relightMin ?? {}).reduce((t, m) => t + m, 0);
    expect(rig(input.plan.change)).toBeLessThan(rig(parts[0]!.input.plan.change));
  });
  it('never offers a must', async () => {
    const { plan, parts } = open();
    await pull('Leave out', 'End');
    const kept = new Set(last()[0]!.input.plan.shots.map((s) => s.id));
    const musts = parts[0]!.input.plan.shots.filter((s) => s.priority === 'must');
    expect(musts.length).toBeGreaterThan(3);
    for (const s of musts) expect(kept.has(s.id)).toBe(true);
    expect(plan.shots.length).toBeGreaterThan(kept.size);
  });
  it('changes the day only when one says so', async () => {
    const { day } = open();
    await pull('Begin earlier', 'ArrowRight');
    press('Call them earlier');
    expect(written()).toMatchObject([
      { label: 'Call 5 min earlier', ops: [{ op: 'update', table: 'days', values: { callMin: day.callMin - 5 } }] },
    ]);
  });
  it('drops what it names, once one says so', async () => {
    open();
    await pull('Leave out', 'ArrowRight');
    press(/^Drop 1/);
    expect(written()).toHaveLength(1);
    expect(written()[0]!.ops.some((o) => o.table === 'dayItems' || o.table === 'shots')).toBe(true);
  });
});

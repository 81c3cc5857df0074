import { describe, expect, it } from 'vitest';
import { readExactly, readPlan, lightsOf } from '../../rooms/light/index.ts';
import { exactKeys, fitOfPlan, litSetups, setupLights } from './camera.ts';
import { bellRows } from './testing.ts';

const { demo } = bellRows();
const day = demo.days[0]!;
const isFace = (i: { kind: string }) => i.kind === 'person' || i.kind === 'meter';

describe('the light that cameras are exposed for', () => {
  const setups = litSetups(demo, day);
  const keys = exactKeys(setups);

  it('is asked for setups that light somebody, at the one face they are lit for', () => {
    expect(setups.length).toBeGreaterThan(2);
    for (const { id, plan } of setups) {
      expect(plan.items.filter(isFace)).toHaveLength(1);
      const whole = demo.setups.find((s) => s.id === id)!.plan;
      expect(plan.items.filter((i) => !isFace(i))).toEqual(whole.items.filter((i) => !isFace(i)));
    }
    const faceless = demo.setups.map((s) => ({
      ...s,
      plan: { ...s.plan, items: s.plan.items.filter((i) => !isFace(i)) },
    }));
    expect(litSetups({ ...demo, setups: faceless }, day)).toEqual([]);
  });
  it('is the kernel’s, as fine as one needs for a stop', () => {
    expect(keys.size).toBeGreaterThan(0);
    for (const { id, scene, plan, settings } of setups.filter((s) => keys.has(s.id)).slice(0, 2)) {
      const fine = readExactly(scene, plan, settings);
      if (!('readings' in fine)) throw new Error('What is read coarsely can be read finely.');
      expect(Math.abs(Math.log2(keys.get(id)! / fine.readings[0]!.keyLux))).toBeLessThan(0.15);
    }
  });
  it('is read quickly until the kernel has said, and where it can’t', () => {
    const quick = setupLights(demo, setups, null);
    const exact = setupLights(demo, setups, keys);
    for (const { id, scene, plan, settings } of setups) {
      expect(quick.get(id)!.keyLux).toBe(readPlan(lightsOf(scene), plan, settings)[0]!.keyLux || null);
      expect(exact.get(id)!.keyLux).toBe(keys.get(id) ?? quick.get(id)!.keyLux);
      expect({ ...exact.get(id), keyLux: 0 }).toEqual({ ...quick.get(id), keyLux: 0 });
    }
  });
  it('is none where the kernel finds the dark, and nothing is exposed for it', () => {
    const dark = setupLights(demo, setups, new Map(setups.map((s) => [s.id, 0])));
    for (const { id } of setups) expect(dark.get(id)!.keyLux).toBeNull();
    const ids = new Set(setups.map((s) => s.id));
    const lit = fitOfPlan(demo, setupLights(demo, setups, keys)).fittings.filter((f) => ids.has(f.shot.setupId ?? ''));
    const unlit = fitOfPlan(demo, dark).fittings.filter((f) => ids.has(f.shot.setupId ?? ''));
    expect(lit.some((f) => f.exposure !== null)).toBe(true);
    expect(unlit.every((f) => f.exposure === null)).toBe(true);
  });
  it('of a plan with a mirror is nobody’s but the quick reading’s', () => {
    const [first] = setups;
    const mirror = {
      ...{ id: 'mirror', kind: 'mirror' as const, name: '', xM: 1, yM: 1, zM: 1.5, turnDeg: 0, tiltDeg: 0 },
      ...{ widthM: 0.6, heightM: 0.9 },
    };
    const plan = { ...first!.plan, items: [...first!.plan.items, mirror] };
    expect(exactKeys([{ ...first!, plan, scene: { ...first!.scene, plan } }]).size).toBe(0);
  });
});

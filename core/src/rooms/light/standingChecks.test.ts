import { describe, expect, it } from 'vitest';
import { standingFindings } from './index.ts';
import { aFlag, aFrame, aPerson, aPlan, aRoom, aSource, surroundings } from './testing.ts';

const outside = { room: aRoom({ outside: true }) };
const found = (plan: ReturnType<typeof aPlan>, around = {}) => standingFindings(surroundings(plan, around));
const kinds = (list: ReturnType<typeof found>) => list.map((f) => f.key.split(':')[0]);

describe('what stands in the wind', () => {
  const dome = aSource({ zM: 2.4, standKey: 'stand-light', fixtureKey: 'panel-battery', battery: true });
  it('a lamp outdoors with no word on gusts is asked about: no word is no calm', () => {
    const [wind] = found(aPlan([dome]), outside).filter((f) => f.key.startsWith('wind:'));
    expect(wind).toMatchObject({ level: 'look' });
    expect(wind?.words).toMatch(/stands to \d+\.\d\u00a0m\/s/);
    expect(wind?.mend).toContain('Forecast means hide gusts');
  });
  it('indoors moving air is all it has to stand to', () =>
    expect(kinds(found(aPlan([{ ...dome, ballastKg: 10 }])))).not.toContain('wind'));
  it('said gusts are reckoned with, and named', () => {
    const [wind] = found(aPlan([dome]), { ...outside, gustMps: 14 }).filter((f) => f.key.startsWith('wind:'));
    expect(wind).toMatchObject({ level: 'danger' });
    expect(wind?.words).toContain('gusts of 14.0\u00a0m/s are expected');
  });
});

describe('what nothing is said to hold', () => {
  const frame = aFrame({ zM: 2, standKey: null, widthM: 2.4, heightM: 2.4 });
  it('still gets wind, size and fall zone, and the stand that would hold it', () => {
    const list = found(aPlan([aPerson({ xM: 1 }), frame]), outside);
    expect(kinds(list)).toEqual(expect.arrayContaining(['stand', 'wind', 'large', 'zone']));
    expect(list.find((f) => f.key.startsWith('wind:'))?.words).toContain('nobody knows what wind it stands to');
    const better = list.find((f) => f.key.startsWith('stand:'))?.fix;
    const held = { ...frame, ...better?.values } as typeof frame;
    expect(kinds(found(aPlan([held]), outside))).not.toContain('stand');
  });
  it('small lamps, lamps of the set and what lies low stand by themselves', () => {
    const practical = aSource({ zM: 1.4, standKey: null, role: 'practical' });
    const low = aFlag({ zM: 0.3, standKey: null, widthM: 0.4, heightM: 0.4 });
    expect(kinds(found(aPlan([practical, low]), outside))).not.toContain('stand');
    expect(kinds(found(aPlan([practical, low]), outside))).not.toContain('wind');
  });
  it('a lamp that is heavy and high does not; nor does a small flag that is up', () => {
    const lamp = (fixtureKey: string) =>
      kinds(found(aPlan([aSource({ zM: 1.4, standKey: null, fixtureKey })]), outside));
    expect(lamp('cob-600')).toContain('stand');
    expect(lamp('bulb-60')).not.toContain('stand');
    expect(kinds(found(aPlan([aFlag({ zM: 1.4, standKey: null, widthM: 0.4, heightM: 0.4 })]), outside))).toContain(
      'stand',
    );
  });
  it('where it could fall on somebody it wants a watch, but for what lies low or is watched', () => {
    const zone = (more: object) =>
      kinds(found(aPlan([aPerson({ xM: 1 }), { ...frame, ...more }]), outside)).includes('zone');
    expect(zone({})).toBe(true);
    expect(zone({ zM: 0.4 })).toBe(false);
    expect(zone({ watcherId: '00000000-0000-7000-8000-000000000009' })).toBe(false);
  });
  it('each thing is asked about by itself, under a key of its own', () => {
    const list = found(aPlan([frame, { ...frame, id: 'f2', xM: 5 }]), outside);
    expect(new Set(list.map((f) => f.key)).size).toBe(list.length);
  });
});

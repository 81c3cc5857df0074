import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  catalogueOf,
  lampOf,
  lightsOf,
  measuredWords,
  metered,
  readFace,
  readingError,
  kitRows,
  readKit,
  KIT_COLUMNS,
  type Catalogue,
  type LightPlan,
  type SourceItem,
} from './index.ts';
import { toCsv } from '../../base/formats/index.ts';
import { aPerson, aPlan, aSource, CATALOGUE, SETTINGS } from './testing.ts';

const face = aPerson({ turnDeg: 180 });
const key = (f: Partial<SourceItem> = {}) => aSource({ xM: 0.8, yM: 2, turnDeg: 0, modifierKeys: ['dome-90'], ...f });
const back = aSource({ id: 'other', xM: -1.5, yM: 2, turnDeg: 0, fixtureKey: 'panel-1x1' });
const readAt = (plan: LightPlan, catalogue: Catalogue) =>
  readFace(lightsOf({ plan, room: null, catalogue, daylight: null }), plan, face, SETTINGS);
/** A world in which the key gives so many stops more than its figures say. */
const world = (stops: number) => catalogueOf([{ ...found(stops), key: 'truth' }]);
const found = (stops: number) => ({
  ...{ key: 'measured-cob-300-dome-90', name: 'as measured' },
  data: { kind: 'measured' as const, of: 'cob-300', withKeys: 'dome-90', stops },
});
const ask = (measuredLux: number, isAlone = false) => ({ measuredLux, isAlone, note: '' });

describe('a lamp put right by a meter', () => {
  it('is found to be off by what it is off, whether it is alone or among others', () =>
    fc.assert(
      fc.property(fc.double({ min: -1.5, max: 1.5, noNaN: true }), fc.boolean(), (stops, isAlone) => {
        const plan = aPlan([face, key(), back]);
        const lit = isAlone ? aPlan([face, key()]) : plan;
        const meter = readAt(lit, world(stops)).keyLux;
        const got = metered(readAt(plan, CATALOGUE), key(), CATALOGUE, ask(meter, isAlone));
        expect('stops' in got ? got.stops : got.problem).toBeCloseTo(stops, 1);
      }),
    ));
  it('what is kept makes the plan read what the meter said, with that on it and not without', () => {
    const plan = aPlan([face, key()]);
    const got = metered(readAt(plan, CATALOGUE), key(), CATALOGUE, ask(1000));
    if ('problem' in got) throw new Error(got.problem);
    const own = catalogueOf([got.values]);
    expect(readAt(plan, own).keyLux).toBeCloseTo(1000, -1);
    expect(lampOf(key(), own)?.measuredStops).toBe(got.stops);
    expect(lampOf(key({ modifierKeys: [] }), own)).toEqual(lampOf(key({ modifierKeys: [] }), CATALOGUE));
    expect(own.get('cob-300')?.own).toBe(false);
  });
  it('measured once more it is measured anew, not added to', () => {
    const plan = aPlan([face, key()]);
    const first = catalogueOf([found(-0.4)]);
    const again = metered(readAt(plan, first), key(), first, ask(readAt(plan, world(-0.9)).keyLux));
    expect('stops' in again && again.stops).toBeCloseTo(-0.9, 2);
  });
  it('modifiers in another order are the same lamp', () => {
    const own = catalogueOf([{ ...found(0.5), data: { ...found(0.5).data, withKeys: 'dome-90+egg-crate' } }]);
    expect(lampOf(key({ modifierKeys: ['egg-crate', 'dome-90'] }), own)?.measuredStops).toBe(0.5);
  });
  it('narrows what a reading may be off, as own figures do', () => {
    const plan = aPlan([face, key()]);
    const how = { how: 'exact' as const, around: 'open' as const };
    const [typical, own] = [CATALOGUE, catalogueOf([found(0)])].map((c) =>
      readingError(readAt(plan, c), plan, c, how)!,
    );
    expect(own!.stops).toBeLessThan(typical!.stops / 2);
  });
  it.each([
    ['nothing written', key(), ask(Number.NaN), /Write what the meter says/],
    ['no light of it there', key({ id: 'dark' }), ask(500), /Nothing of this lamp/],
    ['the others give more', key(), ask(1), /The others alone give more/],
    ['far too much', key(), ask(60_000), /stops over what the plan says/],
    ['far too little', key(), ask(1, true), /stops under what the plan says/],
    ['hardly any of it is this lamp’s', back, ask(900), /Most of the light there is not this lamp’s/],
  ])('is refused in words: %s', (_, lamp, said, words) => {
    const strong = aSource({ ...back, level: 0.1 });
    const plan = aPlan([face, key(), lamp === back ? strong : { ...back, level: 0.6 }]);
    const got = metered(readAt(plan, CATALOGUE), lamp as SourceItem, CATALOGUE, said);
    expect('problem' in got ? got.problem : got).toMatch(words);
  });
  it('is told as one says it', () => {
    expect(measuredWords(-0.4)).toBe('yours measures 0.4\u00a0stop under its data');
    expect(measuredWords(0.26)).toBe('yours measures 0.3\u00a0stop over its data');
    expect(measuredWords(0.02)).toBe('yours measures as its data says');
  });
  it('goes out in a list of kit and comes back', () => {
    const entry = found(-0.4);
    const { rows, problems } = readKit(toCsv([...KIT_COLUMNS], kitRows([entry])));
    expect(problems).toEqual([]);
    expect(rows).toMatchObject([entry]);
    expect(readKit(JSON.stringify([entry])).rows).toMatchObject([entry]);
  });
});

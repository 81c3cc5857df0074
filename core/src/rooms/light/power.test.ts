import { describe, expect, it } from 'vitest';
import { cablePath, circuitUses, nextCable } from './index.ts';
import {
  aCircuit,
  aPlan,
  aRoom,
  aSource,
  CATALOGUE,
  CIRCUIT,
  find,
  fixed,
  onStand,
  pane,
  socket,
  surroundings,
} from './testing.ts';

describe('power', () => {
  const room = aRoom({ widthM: 10, depthM: 8, features: [socket(0, 4), pane('door', 2, 8, 3, 8)] });
  const lamp = (f = {}) =>
    aSource({ xM: 5, yM: 2, zM: 2, circuitId: CIRCUIT, fixtureKey: 'cob-600', ...onStand, ...f });
  it('three lamps of 720 W with ventilators trip 12.8 A of 16; on a second circuit they don’t', () => {
    const vents = aCircuit({ otherW: 1500, otherWhat: 'the ventilators' });
    const second = aCircuit({ id: '00000000-0000-7000-8000-0000000000c2', name: 'C2' });
    const plan = aPlan([lamp(), lamp({ id: 'b', name: 'wash' })]);
    const [found] = find(plan, 'circuit:', { room, circuits: [vents, second] });
    expect(found?.words).toBe('C1: 13.5\u00a0A, with the ventilators on 16\u00a0A; 12.8\u00a0A may be planned.');
    expect(found?.fix).toMatchObject({ label: 'Wash to C2', id: 'b' });
    expect(find(fixed(plan, found), 'circuit:', { room, circuits: [vents, second] })).toEqual([]);
    const three = aPlan([lamp(), lamp({ id: 'b' }), lamp({ id: 'c' })]);
    const trip = find(three, 'circuit:', { room, circuits: [vents] })[0];
    expect(trip).toMatchObject({ level: 'danger', fix: null });
    expect(trip?.mend).toMatch(/Never another fuse/);
    expect(circuitUses(surroundings(three, { circuits: [vents] }))[0]?.itemIds).toEqual(['key', 'b', 'c']);
  });
  it('an unknown breaker and a lamp on nothing are said', () => {
    expect(find(aPlan([lamp()]), 'breaker:', { room, circuits: [aCircuit({ breakerA: null })] })[0]?.words).toMatch(
      /Nobody has looked at the breaker of C1/,
    );
    expect(
      find(aPlan([lamp({ circuitId: null })]), 'circuit:key', { room, circuits: [aCircuit()] })[0]?.fix?.values,
    ).toEqual({ circuitId: CIRCUIT });
    expect(find(aPlan([lamp({ circuitId: null, fixtureKey: 'tube-4' })]), 'circuit:key')[0]?.fix?.values).toEqual({
      battery: true,
    });
  });
  it('a lamp on nothing is offered the circuit with the most left; without any, its own battery or a word', () => {
    const second = aCircuit({ id: '00000000-0000-7000-8000-0000000000c2', name: 'C2', breakerA: 32 });
    const loose = lamp({ circuitId: null });
    const [found] = find(aPlan([lamp({ id: 'b' }), loose]), 'circuit:key', { room, circuits: [aCircuit(), second] });
    expect(found).toMatchObject({ mend: 'C2 has 25.6\u00a0A left.', fix: { values: { circuitId: second.id } } });
    const unknown = find(aPlan([loose]), 'circuit:key', { room, circuits: [aCircuit({ breakerA: null })] })[0];
    expect(unknown?.mend).toBe('C1 has an unknown breaker.');
    const [bare] = find(aPlan([loose]), 'circuit:key', { room });
    expect(bare).toMatchObject({ mend: 'Say which sockets there are, under Places.', fix: null });
  });
  it('what else hangs on a circuit is named, by what it is if nobody said; nothing where there is nothing', () => {
    const words = (more: object) =>
      find(aPlan([lamp(), lamp({ id: 'b' }), lamp({ id: 'c' })]), 'circuit:', { room, circuits: [aCircuit(more)] })[0]
        ?.words;
    expect(words({ breakerA: 10 })).toMatch(/^C1: \d+\.\d\u00a0A on 10/);
    expect(words({ otherW: 1500 })).toMatch(/A, with what else hangs on it on 16/);
  });
  it('cable goes along the walls: 4 up the wall, 5 along, 2 in, 2 up, a tenth for slack', () => {
    const path = cablePath(lamp(), room);
    expect(path?.lengthM).toBeCloseTo((4 + 5 + 2 + 2) * 1.1, 6);
    expect(path?.doors).toEqual([]);
    expect(nextCable(14.3)).toBe(15);
    const [found] = find(aPlan([lamp({ cableM: 10 })]), 'cable:', { room, circuits: [aCircuit()] });
    expect(found?.fix?.values).toEqual({ cableM: 15 });
  });
  it('outdoors cable lies straight; only sockets of the lamp’s own circuit count', () => {
    const yard = aRoom({ ...room, outside: true });
    const straight = cablePath(lamp(), yard);
    expect(straight?.lengthM).toBeCloseTo((Math.hypot(5, 2) + 2) * 1.1, 6);
    expect(straight).toMatchObject({
      socketId: 's',
      doors: [],
      spots: [
        { x: 0, y: 4 },
        { x: 5, y: 2 },
      ],
    });
    expect(
      cablePath(lamp({ circuitId: null }), { ...room, features: [{ ...socket(0, 4), circuitId: null }] }),
    ).toBeNull();
    const other = { ...socket(5, 0), id: 'near', circuitId: '00000000-0000-7000-8000-0000000000c2' };
    expect(cablePath(lamp(), { ...room, features: [other, socket(0, 4)] })?.socketId).toBe('s');
    // Round two corners: from the left wall along the far one to a lamp at the right wall.
    const round = cablePath(lamp({ xM: 9.9, yM: 7, zM: 0 }), { ...room, features: [socket(0, 7)] });
    expect(round?.spots.slice(1, 3).map((s) => [Math.round(s.x), Math.round(s.y)])).toEqual([
      [0, 8],
      [10, 8],
    ]);
  });
  it('across a door only when there is no other way worth it', () => {
    const past = cablePath(lamp({ xM: 2.5, yM: 7.9 }), room);
    expect(past?.doors).toEqual(['door']);
    const other = find(aPlan([lamp({ xM: 2.5, yM: 7.9 })]), 'door:', { room, circuits: [aCircuit()] })[0];
    expect(other).toMatchObject({ level: 'note', words: 'The cable of key runs across door.' });
    const nameless = aRoom({ ...room, features: [socket(0, 4), { ...pane('door', 2, 8, 3, 8), name: '' }] });
    const said = find(aPlan([lamp({ xM: 2.5, yM: 7.9 })]), 'door:', { room: nameless, circuits: [aCircuit()] })[0];
    expect(said?.words).toBe('The cable of key runs across a door.');
    const two = aRoom({ ...room, features: [pane('door', 9, 0, 9.8, 0), ...nameless.features] });
    two.features[0]!.id = 'elsewhere';
    const crossed = find(aPlan([lamp({ xM: 2.5, yM: 7.9 })]), 'door:', { room: two, circuits: [aCircuit()] })[0];
    expect(crossed?.words).toBe('The cable of key runs across a door.');
    // Where no door is crossed nothing is said of one.
    expect(find(aPlan([lamp()]), 'door:', { room, circuits: [aCircuit()] })).toEqual([]);
  });
  it('50 m of thin cable take too much of the voltage', () => {
    expect(
      find(aPlan([lamp({ cableM: 50, fixtureKey: 'cob-600' })]), 'drop:', {
        room,
        circuits: [aCircuit({ volts: 120, breakerA: 20 })],
      }),
    ).toHaveLength(1);
    expect(find(aPlan([lamp({ cableM: 15 })]), 'drop:', { room, circuits: [aCircuit()] })).toEqual([]);
  });
  it('a battery is held against the minutes it is shot with', () => {
    const tube = lamp({ fixtureKey: 'tube-4', battery: true, circuitId: null });
    expect(find(aPlan([tube]), 'battery:', { shotMin: 200 })[0]?.words).toMatch(
      /runs 105\u00a0min on its battery at 100\u00a0%; it is shot with for 200/,
    );
    // 105 minutes of 200: two packs.
    expect(find(aPlan([tube]), 'battery:', { shotMin: 200 })[0]?.mend).toMatch(/^2 charged packs/);
    expect(find(aPlan([tube]), 'battery:', { shotMin: 60 })).toEqual([]);
    // At half its level its light draws half, and its electronics as much as before.
    const { watts, batteryWh } = CATALOGUE.get('tube-4')!.data as { watts: number; batteryWh: number };
    const half = find(aPlan([{ ...tube, level: 0.5 }]), 'battery:', { shotMin: 2000 })[0]?.words;
    const [full, dimmed] = [1, 0.5].map((level) => (batteryWh / (watts * level + 5)) * 60);
    expect(Number(/runs (\d+)/.exec(half ?? '')?.[1])).toBeCloseTo((105 * dimmed!) / full!, -1);
    expect(find(aPlan([lamp({ battery: true, circuitId: null })]), 'battery:')[0]?.words).toMatch(
      /has none of its own/,
    );
  });
  it('water and the open want residual-current protection', () => {
    const wet = aRoom({ widthM: 10, depthM: 8, features: [socket(0, 4), pane('water', 4, 3, 6, 3)] });
    expect(
      find(aPlan([lamp()]), 'water:', { room: wet, circuits: [aCircuit({ residualCurrent: false })] })[0]?.itemIds,
    ).toEqual([lamp().id]);
    expect(
      find(aPlan([lamp()]), 'water:', { room: wet, circuits: [aCircuit({ residualCurrent: false })] })[0]?.level,
    ).toBe('danger');
    expect(
      find(aPlan([lamp()]), 'water:', { room: wet, circuits: [aCircuit({ residualCurrent: null })] })[0]?.level,
    ).toBe('look');
    expect(find(aPlan([lamp()]), 'water:', { room: wet, circuits: [aCircuit()] })).toEqual([]);
  });
});

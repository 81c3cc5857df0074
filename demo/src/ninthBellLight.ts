import type { LightPlan } from '@kavrell/core/light';
import { CIRCUIT_DEFAULTS, ROOM_DEFAULTS, type PlaceFact } from '@kavrell/core/places';
import { at, type DemoPlan, type MakeRow } from './plan.ts';
import { bounce, camera, feature, flag, frame, person, planOf, source } from './stage.ts';

/**
 * Rooms, circuits, what was found on the scouting walk, and the plans of L1 to L6. Seeded: a third lamp on a shared breaker, the action camera in the glass
 * front, haze that is forbidden, a cart wider than the tower's door, a frame that stands to 2.6 m/s where gusts of 9 are forecast.
 */
export function ninthBellLight(row: MakeRow, plan: DemoPlan): DemoPlan {
  const place = (name: string) => plan.places.find((p) => p.name === name)?.id ?? '';
  const who = (shortName: string) => plan.people.find((p) => p.shortName === shortName)?.id ?? null;
  const [floor, bench, tower] = [place('Pour floor'), place('Founder’s bench'), place('Sea-mark tower')];

  const circuit = (placeId: string, name: string, position: number, more = {}) =>
    row({ ...CIRCUIT_DEFAULTS, placeId, name, position, breakerA: 16, residualCurrent: true, ...more });
  const f1 = circuit(floor, 'F1 crane side', 1);
  const f2 = circuit(floor, 'F2 furnace side', 2, {
    otherW: 1500,
    otherWhat: 'the ventilators',
    residualCurrent: null,
  });
  const b1 = circuit(bench, 'B1 wall', 3, { otherW: 150, otherWhat: 'the fridge' });

  const benchRoom = row({
    ...ROOM_DEFAULTS,
    placeId: bench,
    name: 'Upper workshop',
    widthM: 11,
    depthM: 8.4,
    heightM: 2.7,
    upBearingDeg: 180,
    reflectance: 0.3,
    features: [
      feature('window', 'east', 'east window', [0, 2.2, 0, 4.4], [0.9, 2.1]),
      feature('mirror', 'cabinet', 'glass cabinet', [5, 0.05, 6.5, 0.05], [0.4, 2]),
      feature('door', 'door', 'stair door', [9, 8.4, 9.9, 8.4], [0, 2]),
      feature('socket', 's1', 'left socket', [0, 6.7, 0, 6.7], [0.3, 0.3], { circuitId: b1.id }),
      feature('socket', 's2', 'right socket', [11, 3, 11, 3], [0.3, 0.3], { circuitId: b1.id }),
      feature('block', 'bench', 'bench', [6.9, 5.6, 9.2, 6.4], [0, 0.9]),
    ],
    position: 2,
  });
  const floorRoom = row({
    ...ROOM_DEFAULTS,
    placeId: floor,
    name: 'Pour floor',
    widthM: 18,
    depthM: 11,
    heightM: 6,
    upBearingDeg: 300,
    reflectance: 0.15,
    features: [
      feature('block', 'furnace', 'furnace', [1, 1.5, 4, 4.5], [0, 3]),
      feature('block', 'pit', 'mould pit', [9.6, 3.6, 11.4, 5.4], [0, 0.3]),
      feature('mirror', 'office', 'office front', [18, 3, 18, 8], [0, 2.4]),
      feature('door', 'gate', 'yard gate', [7, 11, 10, 11], [0, 4]),
      feature('socket', 'f1', 'crane socket', [13, 0, 13, 0], [1.2, 1.2], { circuitId: f1.id }),
      feature('socket', 'f2', 'furnace socket', [0, 8.5, 0, 8.5], [1.2, 1.2], { circuitId: f2.id }),
      feature('water', 'quench', 'quench trough', [2, 9.6, 4.5, 9.6], [0, 0.8]),
    ],
    position: 1,
  });
  const towerRoom = row({
    ...ROOM_DEFAULTS,
    placeId: tower,
    name: 'Gallery',
    widthM: 7,
    depthM: 6,
    heightM: 4,
    outside: true,
    upBearingDeg: 250,
    reflectance: 0,
    features: [feature('block', 'lantern', 'lantern house', [2.6, 2, 4.4, 3.8], [0, 3])],
    position: 3,
  });

  const ilse = person({
    id: 'ilse',
    name: 'Ilse',
    xM: 6.2,
    yM: 4.4,
    zM: 1.25,
    turnDeg: 214,
    personId: who('Ilse'),
    spectacles: true,
  });
  const camA = camera({ id: 'cam-a', letter: 'A', xM: 3, yM: 7.2, zM: 1.25, turnDeg: 49, focalMm: 85 });
  const camB = camera({ id: 'cam-b', letter: 'B', xM: 5.2, yM: 7.7, zM: 1.25, turnDeg: 17, focalMm: 50 });
  const key = source('key', {
    id: 'key',
    name: 'key',
    xM: 2.1,
    yM: 2.9,
    zM: 1.9,
    turnDeg: 112,
    tiltDeg: -8,
    fixtureKey: 'cob-300',
    level: 0.6,
    standKey: 'stand-junior',
    circuitId: b1.id,
    cableM: 5,
  });
  const cloth = frame('grid-half', {
    id: 'frame',
    name: 'frame',
    xM: 3.5,
    yM: 3.45,
    zM: 1.7,
    turnDeg: 110,
    widthM: 1.2,
    heightM: 1.2,
    standKey: 'stand-arm',
  });
  const rim = source('back', {
    id: 'rim',
    name: 'rim tube',
    xM: 8.6,
    yM: 2.6,
    zM: 2.1,
    turnDeg: 235,
    tiltDeg: -16,
    fixtureKey: 'tube-4',
    colourK: 6100,
    level: 0.8,
    standKey: 'stand-light',
    battery: true,
  });
  const negative = flag({
    id: 'flag',
    name: 'black flag',
    xM: 6.72,
    yM: 4.72,
    zM: 1.25,
    turnDeg: 302,
    widthM: 1.2,
    heightM: 1.2,
    standKey: 'stand-arm',
    ballastKg: 11,
  });
  const l1 = planOf(benchRoom.id, [ilse, camA, camB, key, cloth, rim, negative], {
    atMin: at(13, 25),
    wanted: { faceId: 'ilse', tStop: 2.8, ratio: 4, whiteK: 5600 },
  });
  const hands = person({ ...ilse, id: 'ilse', name: 'Ilse’s hands', zM: 1 });
  const l2 = planOf(
    benchRoom.id,
    [
      hands,
      { ...camA, zM: 1.3, tiltDeg: -4, focalMm: 100 },
      { ...key, zM: 1.4, tiltDeg: -3, level: 0.45 },
      { ...cloth, zM: 1.3 },
      rim,
    ],
    { atMin: at(14, 10), wanted: { faceId: 'ilse', tStop: 2.8, ratio: null, whiteK: 5600 } },
  );
  const l3 = planOf(
    benchRoom.id,
    [
      person({ id: 'clay', name: 'clay', xM: 6.2, yM: 4.4, zM: 0.95, turnDeg: 214 }),
      { ...camA, zM: 1.4, tiltDeg: -6, focalMm: 100 },
      source('key', {
        id: 'key',
        name: 'top light',
        xM: 6.2,
        yM: 3.9,
        zM: 2.5,
        turnDeg: 180,
        tiltDeg: -75,
        fixtureKey: 'panel-2x1',
        level: 0.5,
        standKey: 'stand-arm',
        circuitId: b1.id,
        ballastKg: 22,
      }),
      frame('grid-quarter', {
        id: 'frame',
        name: 'cloth over the clay',
        xM: 6.2,
        yM: 4.1,
        zM: 2,
        turnDeg: 180,
        tiltDeg: -80,
        widthM: 1.2,
        heightM: 1.2,
        standKey: 'stand-arm',
        ballastKg: 22,
        watcherId: who('Jonna'),
      }),
    ],
    { atMin: at(15), wanted: { faceId: 'clay', tStop: 4, ratio: null, whiteK: 5600 } },
  );

  const dov = person({ id: 'dov', name: 'Dov', xM: 9, yM: 6, turnDeg: 100, personId: who('Dov') });
  const wren = person({ id: 'wren', name: 'Wren', xM: 12.2, yM: 5.4, turnDeg: 275, personId: who('Wren') });
  const pourCameras = [
    camera({ id: 'cam-a', letter: 'A', xM: 12.6, yM: 8.8, turnDeg: 320, focalMm: 70, zM: 1.5 }),
    camera({ id: 'cam-b', letter: 'B', xM: 8, yM: 9.6, turnDeg: 25, focalMm: 24, zM: 1.5 }),
    camera({ id: 'cam-c', letter: 'C', xM: 14.6, yM: 7.6, turnDeg: 290, focalMm: 45, zM: 1.6 }),
    camera({ id: 'cam-d', letter: 'D', xM: 5.2, yM: 6.4, turnDeg: 92, focalMm: 4.1, zM: 2.2 }),
  ];
  const steam = [
    source('key', {
      id: 'key',
      name: 'beam one',
      xM: 14.5,
      yM: 1.2,
      zM: 3.2,
      turnDeg: 232,
      tiltDeg: -14,
      fixtureKey: 'cob-600',
      level: 0.7,
      standKey: 'stand-junior',
      ballastKg: 22,
      circuitId: f1.id,
      cableM: 10,
      watcherId: who('Jonna'),
    }),
    source('back', {
      id: 'second',
      name: 'beam two',
      xM: 6.4,
      yM: 1,
      zM: 3.2,
      turnDeg: 130,
      tiltDeg: -14,
      fixtureKey: 'cob-600',
      level: 0.7,
      standKey: 'stand-junior',
      ballastKg: 22,
      circuitId: f2.id,
      cableM: 20,
      watcherId: who('Jonna'),
    }),
    source('background', {
      id: 'third',
      name: 'wall wash',
      xM: 3,
      yM: 9,
      zM: 2.4,
      turnDeg: 45,
      tiltDeg: -4,
      fixtureKey: 'cob-600',
      level: 0.4,
      standKey: 'stand-light',
      circuitId: f2.id,
      cableM: 10,
    }),
  ];
  const glow = [1, 2, 3].map((n) =>
    source('effect', {
      id: `glow-${n}`,
      name: `furnace tube ${n}`,
      xM: 4.3,
      yM: 1.6 + n,
      zM: 1.2,
      turnDeg: 100,
      fixtureKey: 'tube-4',
      colourK: 2000,
      battery: true,
      standKey: 'stand-light',
    }),
  );
  const l4 = planOf(floorRoom.id, [dov, wren, ...pourCameras, ...steam, ...glow], {
    atMin: at(11, 5),
    ambientLux: 60,
    ambientK: 4200,
    haze: 'light',
    wanted: { faceId: 'dov', tStop: 2.8, ratio: null, whiteK: 4300 },
    cues: [
      {
        id: 'open',
        on: 'Furnace door opens',
        itemId: 'glow-1',
        kind: 'dim',
        fromLevel: 0.2,
        toLevel: 1,
        seconds: 4,
        personId: who('Jonna'),
        hazeOff: true,
      },
      {
        id: 'pour',
        on: 'Metal in the runner',
        itemId: 'second',
        kind: 'dim',
        fromLevel: 0.7,
        toLevel: 0.3,
        seconds: 6,
        personId: who('Sunniva'),
        hazeOff: true,
      },
    ],
  });
  const l5: LightPlan = {
    ...l4,
    items: l4.items.filter((i) => !i.id.startsWith('glow')),
    cues: [],
    haze: 'none',
    atMin: at(12, 10),
  };
  const l6 = planOf(
    towerRoom.id,
    [
      person({ id: 'ilse', name: 'Ilse', xM: 3.6, yM: 4.9, turnDeg: 150, personId: who('Ilse'), spectacles: true }),
      camera({ id: 'cam-a', letter: 'A', xM: 5.9, yM: 5.6, turnDeg: 285, focalMm: 50, zM: 1.6 }),
      bounce('silver', {
        id: 'board',
        name: 'silver board',
        xM: 4.6,
        yM: 5.7,
        zM: 1.2,
        turnDeg: 310,
        widthM: 1.1,
        heightM: 1.1,
        standKey: 'stand-light',
        ballastKg: 11,
      }),
      source('fill', {
        id: 'panel',
        name: 'panel',
        xM: 5.2,
        yM: 4.2,
        zM: 1.8,
        turnDeg: 245,
        tiltDeg: -6,
        fixtureKey: 'panel-battery',
        colourK: 4300,
        level: 1,
        standKey: 'stand-light',
        battery: true,
      }),
      frame('silk', {
        id: 'frame',
        name: 'silk',
        xM: 2.4,
        yM: 5.6,
        zM: 2,
        turnDeg: 60,
        widthM: 1.2,
        heightM: 1.2,
        standKey: 'stand-arm',
      }),
    ],
    { atMin: at(17, 20), sky: 'clear', wanted: { faceId: 'ilse', tStop: 5.6, ratio: 3, whiteK: 4300 } },
  );
  const plans: Record<string, LightPlan> = { L1: l1, L2: l2, L3: l3, L4: l4, L5: l5, L6: l6 };
  const codeOf = (from: string) => plan.setups.find((s) => s.code === from)?.id ?? null;
  const setups = plan.setups.map((s) => ({
    ...s,
    plan: plans[s.code] ?? s.plan,
    fromSetupId: s.code === 'L2' ? codeOf('L1') : s.code === 'L5' ? codeOf('L4') : null,
  }));

  let position = 0;
  const fact = (placeId: string, topic: PlaceFact['topic'], words: string, more: Partial<PlaceFact> = {}) =>
    row({
      placeId,
      topic,
      words,
      detail: null,
      foundOn: '2027-03-04',
      source: 'seen' as const,
      ages: 'never' as const,
      pictureId: null,
      position: (position += 1),
      ...more,
    });
  const placeFacts = [
    fact(floor, 'position', 'Rail by the crane: sees ladle and mould', { ages: 'overnight' }),
    fact(floor, 'loading', 'Through the yard, cobbles, one step', { detail: { wayM: 45, minutes: 8 } }),
    fact(floor, 'passage', 'yard gate', {
      source: 'measured',
      detail: { what: 'gate', widthM: 3, heightM: 4, loadKg: null },
    }),
    fact(floor, 'mirror', 'The office front is glass from the floor to 2.4 m'),
    fact(floor, 'ambient', 'Skylight and the work lamps', {
      source: 'measured',
      ages: 'season',
      detail: { illuminanceLux: 60, colourK: 4200, atMin: at(11) },
    }),
    fact(floor, 'noise', 'Ventilators, always; a blow-off now and then', {
      detail: { everyMin: 9, lastsS: 40, fromMin: at(7), toMin: at(17) },
    }),
    fact(floor, 'permission', 'No haze while there is hot metal', {
      source: 'told',
      detail: { what: 'haze', state: 'forbidden', leadDays: 0 },
    }),
    fact(floor, 'alarm', 'Heat heads over the furnace; the foreman alone', {
      source: 'told',
      detail: { kind: 'heat', leadMin: 30 },
    }),
    fact(floor, 'exits', 'Yard gate and the door by the office; both stay clear'),
    fact(bench, 'position', 'Bench with the window on her right', { ages: 'overnight' }),
    fact(bench, 'noise', 'The fridge hums; switched off it keeps cold for two hours', {
      detail: { everyMin: 18, lastsS: 420, fromMin: at(0), toMin: at(24) },
    }),
    fact(bench, 'ambient', 'Window, and one bulb', {
      source: 'measured',
      ages: 'season',
      detail: { illuminanceLux: 90, colourK: 5600, atMin: at(13) },
    }),
    fact(tower, 'passage', 'stair door', {
      source: 'measured',
      detail: { what: 'door', widthM: 0.78, heightM: 1.95, loadKg: null },
    }),
    fact(tower, 'stairs', 'Spiral, one at a time, rope rail', { detail: { riseM: 22 } }),
    fact(tower, 'hours', 'The tide closes the causeway at 18:45', {
      source: 'document',
      ages: 'month',
      detail: { fromMin: at(13), toMin: at(18, 45) },
    }),
    fact(tower, 'network', 'Good at the top, none on the stairs', { source: 'measured', detail: { upMbps: 14 } }),
  ];
  return {
    ...plan,
    places: plan.places.map((p) =>
      p.id === tower
        ? {
            ...p,
            skyline: [
              { bearingDeg: 180, altitudeDeg: 0 },
              { bearingDeg: 240, altitudeDeg: 1 },
              { bearingDeg: 275, altitudeDeg: 3 },
              { bearingDeg: 330, altitudeDeg: 6 },
              { bearingDeg: 20, altitudeDeg: 2 },
            ],
          }
        : p.id === bench
          ? { ...p, backupPlaceId: floor }
          : p,
    ),
    rooms: [floorRoom, benchRoom, towerRoom],
    circuits: [f1, f2, b1],
    placeFacts,
    carts: [row({ name: 'camera cart', widthM: 0.81, heightM: 1.1, loadedKg: 95, position: 1 })],
    setups,
  };
}

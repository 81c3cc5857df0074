import { PRODUCTION_DEFAULTS, type Production } from '@kavrell/core/brief';
import { CAMERA_DEFAULTS, type Camera } from '@kavrell/core/camera';
import { demoClocks } from './clocks.ts';
import { NO_FAULTS } from '@kavrell/core/copies';
import type { Day, DayItem } from '@kavrell/core/day';
import { SETUP_DEFAULTS, type Setup } from '@kavrell/core/light';
import { PERSON_DEFAULTS, type Person } from '@kavrell/core/people';
import { PLACE_DEFAULTS, type Place } from '@kavrell/core/places';
import { SCENE_DEFAULTS, SHOT_DEFAULTS, type Scene, type Shot } from '@kavrell/core/scenes';
import { keepingOf } from './keeping.ts';
import { ninthBellBrief } from './ninthBellBrief.ts';
import { ninthBellCamera } from './ninthBellCamera.ts';
import { ninthBellMoney } from './money.ts';
import { ninthBellSheets } from './ninthBellSheets.ts';
import { ninthBellLight } from './ninthBellLight.ts';
import { at, emptyPlan, rowMaker, type DemoPlan } from './plan.ts';

const ZONE = 'Europe/London';
const LOW_SUN: [number, number] = [at(17, 5), at(18, 20)];

/**
 * *The Ninth Bell*: a bell foundry on a tidal harbour casts the ninth bell of a ring. Two days, three places, nine
 * scenes. Everything in it is made up; some troubles are in it on purpose, for Kavrell to find.
 */
export function ninthBell(newId: () => string, mediaRoot: string): DemoPlan {
  const productionId = newId();
  const row = rowMaker(newId, productionId);

  const production: Production = {
    id: productionId,
    version: 1,
    deletedAt: null,
    ...PRODUCTION_DEFAULTS,
    currency: 'GBP',
    hotelMinor: 9500,
    driveHourMinor: 900,
    title: 'The Ninth Bell',
    purpose:
      'A bell is cast once in a lifetime here: why the ninth was missing, and that it will ring for everybody at sea.',
    audience:
      'People of Port Ellery first; visitors of the sea-mark tower, who watch the loops on a wall without sound.',
    feeling: 'Patience, heat, relief. Nothing is hurried.',
    client: 'Port Ellery Harbour Trust',
    rate: '25',
    keepPolicy: { verifiedCopies: 2, apart: true, kinds: 1, format: 'afterCopies', leaveOut: [] },
    simulatedNowOffsetMs: null,
  };

  const place = (name: string, fields: Partial<Place>) =>
    row({
      ...PLACE_DEFAULTS,
      name,
      hospital: 'Ellery Cottage Hospital, Chapel Rise, 9 min by car',
      confirmed: true,
      ...fields,
    });
  const floor = place('Pour floor', {
    latitude: 50.3312,
    longitude: -4.7695,
    address: 'Tregarrow & Lisle, Foundry Slip, Port Ellery',
    parking: 'Yard behind the pattern shed, vans only',
    walkMin: 3,
    power: 'Two 16 A circuits; one is shared with the ventilators',
    contact: 'Dov Marsh, floor foreman',
    notes: '18 × 11 m, 6 m high. Hot metal, steam, loud. No haze during the pour. The office front is glass.',
  });
  const bench = place('Founder’s bench', {
    latitude: 50.3314,
    longitude: -4.7691,
    address: 'Tregarrow & Lisle, upper workshop',
    parking: 'As for the pour floor',
    walkMin: 4,
    power: 'One 16 A circuit along the wall',
    contact: 'Ilse Tregarrow',
    notes: '11 × 8.4 m, ceiling 2.7 m, window to the east, glass cabinet. The fridge hums.',
  });
  const tower = place('Sea-mark tower', {
    latitude: 50.3278,
    longitude: -4.7761,
    address: 'End of the causeway, Port Ellery',
    parking: 'Causeway head, three spaces',
    walkMin: 8,
    power: 'No mains: batteries only',
    contact: 'Harbour office, duty desk',
    notes: '22 m of stairs, wind, door 0.78 m wide. The tide closes the causeway at 18:45.',
    confirmed: false,
  });
  const places = [floor, bench, tower];
  const move = (from: Place, to: Place, loadOutMin: number, travelMin: number, loadInMin: number) =>
    row({ fromPlaceId: from.id, toPlaceId: to.id, loadOutMin, travelMin, loadInMin });
  const moves = [
    move(floor, bench, 10, 4, 6),
    move(bench, floor, 8, 4, 6),
    move(bench, tower, 20, 5, 14),
    move(tower, bench, 22, 5, 12),
    move(floor, tower, 22, 5, 14),
    move(tower, floor, 22, 5, 14),
  ];

  const person = (name: string, kind: Person['kind'], role: string, department: string, fields: Partial<Person> = {}) =>
    row({
      ...PERSON_DEFAULTS,
      name,
      shortName: name.split(' ')[0] ?? name,
      kind,
      role,
      department,
      ...fields,
    });
  const oda = person('Oda Varga', 'crew', 'Director of photography, camera A', 'Camera', {
    phone: '+44 1632 960114',
    diet: 'vegetarian',
  });
  const mirko = person('Mirko Hale', 'crew', 'Second operator, camera B', 'Camera', {
    phone: '+44 1632 960127',
    travelMin: 65,
  });
  const jonna = person('Jonna Reyes', 'crew', 'Gaffer and grip', 'Light', {
    phone: '+44 1632 960133',
    diet: 'no nuts',
  });
  const piet = person('Piet Lam', 'crew', 'Sound recordist', 'Sound', { phone: '+44 1632 960140' });
  const amaru = person('Amaru Finch', 'crew', 'Director', 'Direction', { phone: '+44 1632 960158' });
  const sunniva = person('Sunniva Bright', 'crew', 'Assistant and data', 'Camera', {
    phone: '+44 1632 960162',
    diet: 'vegan',
  });
  const ilse = person('Ilse Tregarrow', 'talent', 'Founder', 'In the picture', {
    notes: '71; wears spectacles; sits after an hour',
  });
  const dov = person('Dov Marsh', 'talent', 'Caster', 'In the picture');
  const wren = person('Wren Achebe', 'talent', 'Apprentice', 'In the picture', {
    minor: true,
    notes: '17: guardian is Efua Achebe',
  });
  const caspian = person('Caspian Roe', 'client', 'Photographer of the trust', 'Client', { phone: '+44 1632 960175' });
  const people = [oda, mirko, jonna, piet, amaru, sunniva, ilse, dov, wren, caspian];

  const meal = (earliest: number, latest: number, minutes: number, start: number) => ({
    earliestAfterMin: earliest - start,
    latestAfterMin: latest - start,
    minutes,
  });
  const dayBase = { timeZone: ZONE, strikeMin: 20, loadInMin: 30 };
  const thursday = row({
    ...dayBase,
    number: 1,
    date: '2027-03-18',
    basePlaceId: tower.id,
    callMin: at(6, 30),
    wantedWrapMin: at(18, 30),
    meals: [meal(at(9, 15), at(10, 15), 20, at(7)), meal(at(12), at(13, 30), 45, at(7))],
    gustMps: 9,
    forecast: {
      lowC: 4,
      highC: 9,
      windMps: 5,
      rain: 'dry until evening',
      source: 'harbour bulletin',
      atMs: Date.UTC(2027, 2, 17, 18),
    },
    notes:
      'The pour is at 11:05 and waits for nobody: everyone stands where they will stand by 10:50. The causeway closes at 18:45.',
  });
  const friday = row({
    ...dayBase,
    number: 2,
    date: '2027-03-19',
    basePlaceId: tower.id,
    callMin: at(5, 20),
    loadInMin: 20,
    wantedWrapMin: at(13, 30),
    meals: [meal(at(8), at(9, 30), 30, at(5, 40))],
    gustMps: 7,
    forecast: null,
    notes: 'Harbour at dawn first, then pick-ups in the foundry.',
  });
  const days = [thursday, friday];
  const engage = (day: Day, who: Person, callOffsetMin = 0, callMin: number | null = null) =>
    row({ dayId: day.id, personId: who.id, callOffsetMin, callMin });
  const engagements = [
    ...[oda, mirko, jonna, piet, amaru, sunniva].map((who) => engage(thursday, who)),
    engage(thursday, ilse, 30),
    engage(thursday, dov, 20),
    engage(thursday, wren, 20),
    engage(thursday, caspian, 15, at(10, 30)),
    ...[oda, mirko, jonna, amaru, sunniva].map((who) => engage(friday, who)),
    engage(friday, piet, 0, at(8)),
    engage(friday, dov, 15),
    engage(friday, wren, 15),
  ];

  const GB = 1e9;
  const camera = (letter: string, name: string, framing: string, fields: Partial<Camera>) =>
    row({
      ...CAMERA_DEFAULTS,
      letter,
      name,
      framing,
      rateMbps: 500,
      batteryMin: 130,
      simulated: true,
      ...fields,
    });
  const cameras = [
    camera('A', 'Full-frame cinema body', 'Ladle close', {
      operatorId: oda.id,
      cardSizeBytes: 512 * GB,
      sensorWidthMm: 35.9,
      sensorHeightMm: 20.2,
    }),
    camera('B', 'S35 cinema body', 'Mould wide', { operatorId: mirko.id, rate: '24000/1001', rateMbps: 430 }),
    camera('C', 'Compact 4/3 body', 'Faces', {
      rateMbps: 250,
      clipLimitMin: 29 + 59 / 60,
      batteryMin: 95,
      sensorWidthMm: 17.3,
      sensorHeightMm: 9.7,
    }),
    camera('D', 'Action camera', 'High corner', {
      rateMbps: 100,
      cardSizeBytes: 64 * GB,
      batteryMin: 70,
      sensorWidthMm: 6.2,
      sensorHeightMm: 4.6,
    }),
  ];

  const setup = (code: string, name: string, where: Place, rigMin: number, notes: string) =>
    row({ ...SETUP_DEFAULTS, code, name, placeId: where.id, rigMin, notes });
  const l1 = setup(
    'L1',
    'Founder’s bench',
    bench,
    38,
    '300 W through a 1.2 m frame, black flag at 0.6 m, window kept. Mind her spectacles.',
  );
  const l2 = setup('L2', 'Hands', bench, 24, 'L1, key lowered to bench height.');
  const l3 = setup('L3', 'Clay', bench, 22, 'Top light through grid cloth.');
  const l4 = setup(
    'L4',
    'Pour floor',
    floor,
    55,
    'Two 600 W through steam, tubes as furnace glow. A third lamp overloads the shared circuit.',
  );
  const l5 = setup('L5', 'Cooling', floor, 35, 'L4 without the tubes.');
  const l6 = setup('L6', 'Tower', tower, 25, 'Reflector and battery panel. The 1.2 m frame stays down in gusts.');
  const setups = [l1, l2, l3, l4, l5, l6];
  const relight = (from: Setup, to: Setup, minutes: number) => row({ fromSetupId: from.id, toSetupId: to.id, minutes });
  const relights = [
    relight(l1, l2, 14),
    relight(l2, l1, 18),
    relight(l2, l3, 16),
    relight(l3, l2, 14),
    relight(l1, l3, 18),
    relight(l4, l5, 12),
    relight(l5, l4, 20),
  ];

  const scene = (number: number, title: string, where: Place, fields: Partial<Scene>) =>
    row({
      number: String(number),
      title,
      ...SCENE_DEFAULTS,
      placeId: where.id,
      position: number,
      ...fields,
    });
  const scenes = [
    scene(1, 'Harbour dawn', tower, {
      inside: false,
      timeOfDay: 'dawn',
      eighths: 3,
      synopsis: 'Boats wake; the empty frame in the tower where the bell will hang.',
    }),
    scene(2, 'Pattern and clay', bench, { eighths: 4, synopsis: 'Hands shape the core. No faces yet.' }),
    scene(3, 'The founder speaks', bench, {
      eighths: 10,
      synopsis: 'Ilse on her mother’s bells, and why the ninth was never cast.',
    }),
    scene(4, 'Weighing the metal', floor, { eighths: 3, synopsis: 'Copper and tin, to the gram.' }),
    scene(5, 'Hands at work', bench, { eighths: 5, synopsis: 'Wren learns to smooth the mould.' }),
    scene(6, 'The furnace opens', floor, { eighths: 4, synopsis: 'The door lifts; the room turns orange.' }),
    scene(7, 'The pour', floor, { eighths: 7, synopsis: 'Once, at 11:05. The metal runs for about four minutes.' }),
    scene(8, 'Cooling, silence', floor, { eighths: 3, synopsis: 'Nobody speaks. Steam.' }),
    scene(9, 'The tower at low sun', tower, {
      inside: false,
      timeOfDay: 'dusk',
      eighths: 6,
      synopsis: 'Ilse climbs. The frame, the sea, the light going.',
    }),
  ];
  const sceneOf = (number: number) => scenes[number - 1] as Scene;

  let position = 0;
  const shot = (code: string, description: string, fields: Partial<Shot>): Shot => {
    position += 1;
    return row({
      ...SHOT_DEFAULTS,
      sceneId: sceneOf(Number.parseInt(code, 10)).id,
      code,
      position,
      description,
      cameras: ['A'],
      ...fields,
    });
  };
  const hands = { setupId: l2.id, side: 'east', lens: '100 mm macro', support: 'slider' as const, sound: 'boom' };
  const founder = {
    setupId: l1.id,
    personIds: [ilse.id],
    faceNeeded: true,
    sound: 'pin microphone + boom',
    takeLengthMin: 4,
    takesPlanned: 2,
    turnMin: 2,
  };
  const pour = { setupId: l4.id, personIds: [dov.id], sound: 'two recorder channels', support: 'sticks' as const };
  const low = { setupId: l6.id, windows: [LOW_SUN], sound: 'wind-shielded boom', effort: 2 };
  const shots: Shot[] = [
    shot('1A', 'Harbour from the causeway, boats black against the east', {
      size: 'ews',
      lens: '24 mm',
      support: 'sticks',
      setupId: l6.id,
      windows: [[at(5, 45), at(6, 50)]],
      takesPlanned: 2,
      takeLengthMin: 3,
      priority: 'must',
      side: 'east',
    }),
    shot('1B', 'Gulls leave the sea wall', {
      size: 'ws',
      lens: '70–200 mm',
      support: 'handheld',
      setupId: l6.id,
      windows: [[at(5, 45), at(7, 10)]],
      takesPlanned: 2,
      side: 'east',
      fps: 50,
    }),
    shot('1C', 'The empty frame in the tower', {
      size: 'mws',
      lens: '35 mm',
      support: 'sticks',
      setupId: l6.id,
      side: 'west',
      takesPlanned: 2,
      priority: 'must',
      reason: 'Answers 9D: the same frame, filled.',
    }),
    shot('2A', 'Clay under the strickle board', {
      ...hands,
      setupId: l3.id,
      size: 'insert',
      takesPlanned: 2,
      priority: 'must',
    }),
    shot('2B', 'The letters of the name are pressed', {
      ...hands,
      setupId: l3.id,
      size: 'ecu',
      takesPlanned: 3,
      priority: 'must',
      reason: 'The trust’s mark must be read.',
    }),
    shot('2C', 'Brush of graphite', { ...hands, setupId: l3.id, size: 'insert', takesPlanned: 2, priority: 'nice' }),
    shot('3A', 'Ilse, the whole answer', {
      ...founder,
      cameras: ['A', 'B'],
      size: 'ms',
      lens: '85 mm',
      support: 'sticks',
      side: 'left',
      priority: 'must',
    }),
    shot('3B', 'Ilse, close, looking right', {
      ...founder,
      cameras: ['A', 'B'],
      size: 'mcu',
      lens: '85 mm',
      support: 'sticks',
      side: 'left',
      priority: 'must',
      reason: 'Mirrors 9B.',
    }),
    shot('3C', 'Her hands on the old drawing', {
      ...founder,
      size: 'insert',
      lens: '100 mm macro',
      support: 'slider',
      movement: 'in',
      side: 'left',
      faceNeeded: false,
      takesPlanned: 2,
      takeLengthMin: 1,
    }),
    shot('3D', 'Listening, no words', {
      ...founder,
      size: 'cu',
      lens: '85 mm',
      support: 'sticks',
      side: 'left',
      takesPlanned: 1,
      takeLengthMin: 2,
    }),
    shot('3E', 'Wide from the door, bench and window', {
      ...founder,
      cameras: ['A'],
      size: 'ws',
      lens: '35 mm',
      support: 'sticks',
      side: 'door',
      takesPlanned: 1,
      takeLengthMin: 2,
      priority: 'nice',
    }),
    shot('4A', 'Copper on the scale', {
      setupId: l4.id,
      size: 'insert',
      lens: '100 mm macro',
      support: 'sticks',
      side: 'scale',
      takesPlanned: 2,
      personIds: [wren.id],
      sound: 'boom',
      priority: 'must',
    }),
    shot('4B', 'Wren reads the weight aloud', {
      setupId: l4.id,
      size: 'mcu',
      lens: '50 mm',
      support: 'handheld',
      side: 'scale',
      takesPlanned: 2,
      personIds: [wren.id],
      faceNeeded: true,
      sound: 'boom',
      cameras: ['A', 'C'],
    }),
    shot('4C', 'Tin like rain', {
      setupId: l4.id,
      size: 'ecu',
      lens: '100 mm macro',
      support: 'sticks',
      side: 'scale',
      takesPlanned: 2,
      fps: 100,
      priority: 'nice',
    }),
    shot('5A', 'Four hands on the mould', {
      ...hands,
      size: 'cu',
      takesPlanned: 2,
      personIds: [dov.id, wren.id],
      priority: 'must',
    }),
    shot('5B', 'The smoothing iron, along', {
      ...hands,
      size: 'insert',
      movement: 'track',
      takesPlanned: 2,
      personIds: [wren.id],
      faceNeeded: false,
    }),
    shot('5C', 'Wren looks up', {
      ...hands,
      size: 'mcu',
      lens: '50 mm',
      side: 'west',
      takesPlanned: 2,
      personIds: [wren.id],
      faceNeeded: true,
    }),
    shot('5D', 'Dust in the window', { ...hands, size: 'insert', takesPlanned: 1, priority: 'nice' }),
    shot('6A', 'The door lifts', {
      ...pour,
      size: 'ws',
      lens: '24 mm',
      side: 'crane',
      cameras: ['A', 'B'],
      takesPlanned: 2,
      priority: 'must',
    }),
    shot('6B', 'Dov in the glow', {
      ...pour,
      size: 'mcu',
      lens: '85 mm',
      side: 'crane',
      faceNeeded: true,
      takesPlanned: 2,
      priority: 'must',
    }),
    shot('6C', 'Tongs, sparks', {
      ...pour,
      size: 'cu',
      lens: '100 mm macro',
      side: 'crane',
      takesPlanned: 1,
      fps: 100,
    }),
    shot('7A', 'The walk with the empty ladle', {
      ...pour,
      size: 'ws',
      lens: '24 mm',
      side: 'crane',
      cameras: ['A', 'B', 'C'],
      takesPlanned: 2,
      takeLengthMin: 2,
      personIds: [dov.id, wren.id],
      reason: 'Rehearsed as a shot: it cuts into the pour.',
    }),
    shot('7B', 'The ladle crosses the floor', {
      ...pour,
      size: 'fs',
      lens: '50 mm',
      side: 'crane',
      cameras: ['A', 'B', 'C'],
      takesPlanned: 3,
      takeLengthMin: 1.5,
      priority: 'must',
    }),
    shot('7C', 'Metal meets the mould', {
      ...pour,
      size: 'cu',
      lens: '85 mm',
      side: 'crane',
      cameras: ['A', 'B', 'C', 'D'],
      takesPlanned: 1,
      takeLengthMin: 5,
      rehearseMin: 0,
      minutesOverride: 12,
      priority: 'must',
      // Nothing cools before it is poured.
      beforeSceneId: sceneOf(8).id,
      happensOnce: true,
      effort: 3,
      personIds: [dov.id, wren.id, ilse.id],
      fallback: 'Camera C’s wide, slowed.',
    }),
    shot('7D', 'The founder listens', {
      ...pour,
      size: 'cu',
      lens: '85 mm',
      side: 'office',
      cameras: ['A', 'C'],
      takesPlanned: 1,
      takeLengthMin: 2,
      personIds: [ilse.id],
      faceNeeded: true,
      priority: 'must',
    }),
    shot('7E', 'Riser glowing, insert', {
      ...pour,
      size: 'insert',
      lens: '100 mm macro',
      side: 'crane',
      personIds: [],
      takesPlanned: 2,
    }),
    shot('8A', 'Steam, nobody', {
      ...pour,
      setupId: l5.id,
      size: 'ws',
      lens: '24 mm',
      side: 'crane',
      personIds: [],
      takesPlanned: 1,
      takeLengthMin: 3,
      priority: 'must',
    }),
    shot('8B', 'Dov sits down', {
      ...pour,
      setupId: l5.id,
      size: 'ms',
      lens: '50 mm',
      side: 'crane',
      faceNeeded: true,
      takesPlanned: 2,
    }),
    shot('8C', 'The mould, ticking', {
      ...pour,
      setupId: l5.id,
      size: 'insert',
      lens: '100 mm macro',
      side: 'crane',
      personIds: [],
      takesPlanned: 2,
      priority: 'nice',
    }),
    shot('8D', 'Sand falls from the rim', {
      ...pour,
      setupId: l5.id,
      size: 'ecu',
      lens: '100 mm macro',
      side: 'crane',
      personIds: [],
      takesPlanned: 2,
      fps: 100,
      priority: 'nice',
    }),
    shot('9A', 'Ilse on the stair', {
      ...low,
      windows: [],
      size: 'fs',
      lens: '35 mm',
      support: 'gimbal',
      movement: 'follow',
      side: 'west',
      personIds: [ilse.id],
      faceNeeded: false,
      takesPlanned: 2,
      priority: 'must',
    }),
    shot('9B', 'Ilse at the parapet, looking left', {
      ...low,
      size: 'mcu',
      lens: '85 mm',
      support: 'sticks',
      side: 'west',
      personIds: [ilse.id],
      faceNeeded: true,
      takesPlanned: 3,
      priority: 'must',
      reason: 'Mirrors 3B.',
    }),
    shot('9C', 'Her shadow on the stone', {
      ...low,
      size: 'cu',
      lens: '85 mm',
      support: 'sticks',
      side: 'west',
      personIds: [ilse.id],
      takesPlanned: 1,
      priority: 'nice',
    }),
    shot('9D', 'The frame against the sun', {
      ...low,
      size: 'ws',
      lens: '35 mm',
      support: 'sticks',
      side: 'west',
      takesPlanned: 2,
      priority: 'must',
    }),
    shot('9E', 'Sea, last light', {
      ...low,
      size: 'ews',
      lens: '70–200 mm',
      support: 'sticks',
      side: 'west',
      takesPlanned: 1,
      takeLengthMin: 3,
    }),
  ];
  const shotOf = (code: string) => shots.find((s) => s.code === code) as Shot;

  let line = 0;
  const item = (day: Day, fields: Partial<DayItem>): DayItem => {
    line += 1;
    return row({
      dayId: day.id,
      shotId: null,
      title: '',
      minutes: null,
      placeId: null,
      setupId: null,
      personIds: [],
      position: line,
      pinnedStartMin: null,
      unit: 1,
      ...fields,
    });
  };
  const shoot = (day: Day, codes: string) =>
    codes
      .split(' ')
      .map((code) => item(day, { shotId: shotOf(code).id, pinnedStartMin: code === '7C' ? at(11, 5) : null }));
  const dayItems = [
    item(thursday, {
      title: 'Walk the pour, with barriers',
      minutes: 20,
      placeId: floor.id,
      setupId: l4.id,
      personIds: [dov.id, wren.id],
    }),
    ...shoot(thursday, '6A 6B 6C 4A 4B 7A 7B 7C 7D 7E 8A 8B 3A 3B 3C 3D 3E 9A 9B 9C 9D 9E'),
    ...shoot(friday, '1A 1B 1C 2A 2B 2C 5A 5B 5C 5D 4C 8C 8D'),
  ];

  const room = (freeGb: number, totalGb: number) => ({ freeBytes: freeGb * 1e9, totalBytes: totalGb * 1e9, atMs: 0 });
  const simulatedDrive = {
    ...{ faults: null, simulated: true, volume: null, space: room(760, 1000) },
    ...{ station: '', keepUntil: null },
  };
  const drives = [
    row({
      name: 'Fast 1',
      kind: 'ssd' as const,
      path: `${mediaRoot}/drives/fast-1`,
      whereabouts: 'Sunniva’s bag',
      ...simulatedDrive,
    }),
    row({
      name: 'Fast 2',
      kind: 'ssd' as const,
      path: `${mediaRoot}/drives/fast-2`,
      whereabouts: 'Oda’s van',
      ...simulatedDrive,
    }),
    row({
      name: 'Night disk',
      kind: 'disk' as const,
      path: `${mediaRoot}/drives/night-disk`,
      whereabouts: 'Hotel safe',
      ...simulatedDrive,
    }),
    row({
      ...{
        name: 'Cloud stand-in',
        kind: 'cloud' as const,
        path: `${mediaRoot}/drives/cloud`,
        whereabouts: 'far away',
      },
      ...simulatedDrive,
      ...{ space: null, faults: { ...NO_FAULTS, speedMBps: 4 } },
    }),
  ];
  const cameraId = (letter: string) => cameras.find((c) => c.letter === letter)?.id ?? null;
  const card = (label: string, unloaded: boolean) =>
    row({
      label,
      cameraId: label.startsWith('S') ? null : cameraId(label[0] ?? ''),
      path: `${mediaRoot}/cards/${label}`,
      ...{ unloaded, faults: null, simulated: true, notCopied: [] },
      ...{ station: '', seen: null, alarms: [] },
      whereabouts: unloaded ? 'Card wallet' : '',
    });
  const cards = [
    card('A001', true),
    card('A002', false),
    card('B001', true),
    card('B002', false),
    card('C001', false),
    card('D001', false),
    card('S001', false),
  ];

  const plan = ninthBellBrief(row, {
    ...emptyPlan(production),
    places,
    moves,
    days,
    people,
    engagements,
    cameras,
    setups,
    relights,
    scenes,
    shots,
    dayItems,
    drives,
    cards,
    ...keepingOf(row, cameraId('A')),
    ...demoClocks(cameras, thursday, production.rate, row),
  });
  return ninthBellMoney(row, ninthBellSheets(row, ninthBellCamera(row, ninthBellLight(row, plan))));
}

import { PRODUCTION_DEFAULTS } from '@kavrell/core/brief';
import { PERSON_DEFAULTS } from '@kavrell/core/people';
import { CAMERA_DEFAULTS } from '@kavrell/core/camera';
import { PLACE_DEFAULTS } from '@kavrell/core/places';
import { SCENE_DEFAULTS, SHOT_DEFAULTS, type Scene, type Shot } from '@kavrell/core/scenes';
import { lifeboatBrief } from './lifeboatBrief.ts';
import { lifeboatMoney } from './money.ts';
import { lifeboatCover } from './lifeboatCover.ts';
import { slipLight } from './slipLight.ts';
import { at, emptyPlan, rowMaker, type DemoPlan } from './plan.ts';

/** Eleven crew, two minutes each, must be had before the blessing: four minutes short, on purpose. */
const CREW = [
  'Tamsin Oake',
  'Jory Penmar',
  'Bede Hallam',
  'Nell Tresco',
  'Isko Varley',
  'Rhian Colm',
  'Davit Marr',
  'Sorrel Quay',
  'Anselm Roth',
  'Mabyn Leat',
  'Kit Farrow',
];

/**
 * *Naming the Lifeboat*: a new lifeboat is named and goes down the slip. One operator, five cameras, half a day;
 * nothing waits. Everything in it is made up. With a media root each simulated camera has a card in it.
 */
export function lifeboat(newId: () => string, mediaRoot: string | null = null): DemoPlan {
  const productionId = newId();
  const row = rowMaker(newId, productionId);
  const plan = emptyPlan({
    id: productionId,
    version: 1,
    deletedAt: null,
    ...PRODUCTION_DEFAULTS,
    currency: 'GBP',
    title: 'Naming the Lifeboat',
    client: 'Kestrel Dawn Lifeboat Fund',
    purpose: 'Who goes out when others come in, and the minute in which the boat becomes theirs.',
    audience: 'Everybody who gave to it; the crew’s families.',
    feeling: 'Proud and wet.',
  });
  const slip = row({
    ...PLACE_DEFAULTS,
    name: 'Slipway',
    latitude: 50.334,
    longitude: -4.771,
    address: 'Lifeboat Slip, Port Ellery',
    parking: 'Crew yard until 12:30, then closed',
    walkMin: 2,
    power: 'One socket in the boathouse; nothing on the slip',
    hospital: 'Ellery Cottage Hospital, Chapel Rise, 7 min by car',
    contact: 'Slip master, boathouse',
    notes: 'Wind, water, a crowd on both sides. Stay behind the painted line while the boat moves.',
    confirmed: true,
  });
  const day = row({
    number: 1,
    date: '2027-06-12',
    timeZone: 'Europe/London',
    basePlaceId: slip.id,
    callMin: at(11, 30),
    loadInMin: 40,
    strikeMin: 25,
    wantedWrapMin: at(16, 30),
    meals: [],
    gustMps: 8,
    forecast: null,
    notes: 'The launch is at 14:20 and can’t be repeated. Nobody stands in the slip’s line after 14:10.',
  });
  const person = (
    name: string,
    kind: 'crew' | 'talent' | 'client',
    role: string,
    shortName = name.split(' ')[0] ?? name,
  ) =>
    row({
      ...PERSON_DEFAULTS,
      name,
      shortName,
      kind,
      role,
      department: kind === 'crew' ? 'Camera' : '',
    });
  const ro = person('Ro Castellan', 'crew', 'Director of photography, alone');
  const elin = person('Elin Marsh-Dove', 'talent', 'Coxswain');
  const priest = person('Canon Ferris Bly', 'talent', 'Blesses the boat', 'Canon');
  const godmother = person('Una Sandry', 'talent', 'Names the boat');
  const stills = person('Pascoe Wren', 'client', 'Stills photographer of the fund');
  const crew = CREW.map((name) => person(name, 'talent', 'Lifeboat crew'));
  const camera = (letter: string, name: string, framing: string, fields: Partial<DemoPlan['cameras'][number]> = {}) =>
    row({
      ...CAMERA_DEFAULTS,
      letter,
      name,
      framing,
      operatorId: ro.id,
      rateMbps: 150,
      batteryMin: 110,
      simulated: true,
      ...fields,
    });
  const cameras = [
    camera('A', 'Photo hybrid on gimbal', 'With the people', { clipLimitMin: 15 }),
    camera('B', 'Photo hybrid, long lens on tripod', 'Across the slip', { clipLimitMin: 15 }),
    camera('C', 'Compact 4/3 body', 'Wide from the gallery', {
      ...{ operatorId: null, batteryMin: 180, lookEveryMin: 20, walkMin: 4 },
    }),
    camera('D', 'Action camera', 'Foot of the slip, splash', {
      operatorId: null,
      batteryMin: 70,
      lookEveryMin: 25,
      walkMin: 2,
      rateMbps: 100,
      cardSizeBytes: 64e9,
    }),
    camera('E', 'Body camera', 'On the coxswain', {
      operatorId: null,
      batteryMin: 90,
      rateMbps: 60,
      cardSizeBytes: 128e9,
    }),
  ];
  let position = 0;
  const moment = (
    title: string,
    plannedMin: number,
    lengthMin: number,
    synopsis: string,
    personIds: string[] = [],
  ): Scene => {
    position += 1;
    return row({
      ...SCENE_DEFAULTS,
      number: String(position),
      title,
      kind: 'moment' as const,
      placeId: slip.id,
      inside: false,
      dayId: day.id,
      plannedMin,
      lengthMin,
      synopsis,
      personIds,
      eighths: 0,
      position,
    });
  };
  const scenes = [
    moment('Arrivals', at(12, 30), 25, 'Families come down the hill; hats held on.'),
    moment('Band', at(12, 55), 15, 'Brass on the quay, music held with pegs.'),
    moment(
      'Crew portraits',
      at(13, 10),
      18,
      'All eleven in the boathouse door, two minutes each.',
      crew.map((c) => c.id),
    ),
    moment('Blessing', at(13, 28), 12, 'The canon, then silence.', [priest.id]),
    moment('Speeches', at(13, 40), 22, 'Two, one feed from the desk.'),
    moment('Naming', at(14, 2), 8, 'The bottle, once.', [godmother.id]),
    moment('Knock-out', at(14, 14), 6, 'The pin is struck; the slip master’s hand.', [elin.id]),
    moment('Launch', at(14, 20), 2, 'Eleven seconds down the slip.', [elin.id]),
    moment('Wake and return', at(14, 24), 30, 'She turns in the bay and comes back past the wall.'),
    moment('Crowd', at(14, 22), 12, 'Faces after the splash.'),
    moment('Thanks', at(15, 5), 20, 'Tea in the boathouse; who paid, by name.'),
  ];
  const scene = (title: string) => scenes.find((s) => s.title === title) as Scene;
  const { film, news, stripe, asks, signOffs, consents } = lifeboatBrief(row, elin.id, crew);

  const counts = new Map<string, number>();
  const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ';
  const shot = (title: string, description: string, fields: Partial<Shot>): Shot => {
    const own = scene(title);
    const index = counts.get(own.number) ?? 0;
    counts.set(own.number, index + 1);
    position += 1;
    return row({
      ...SHOT_DEFAULTS,
      sceneId: own.id,
      code: `${own.number}${LETTERS[index]}`,
      position,
      description,
      cameras: ['A'],
      takesPlanned: 1,
      takeLengthMin: 1,
      rehearseMin: 0,
      resetMin: 0,
      turnMin: 0,
      happensOnce: true,
      operatorId: ro.id,
      deliverableIds: [film.id],
      ...fields,
    });
  };
  const once = { priority: 'must' as const, deliverableIds: [film.id, news.id] };
  const shots = [
    shot('Arrivals', 'Hats in the wind, down the hill', {
      size: 'ws',
      cameras: ['C'],
      takeLengthMin: 4,
      operatorId: null,
    }),
    shot('Arrivals', 'A child on shoulders', { size: 'cu', takeLengthMin: 3, priority: 'nice' }),
    shot('Arrivals', 'Up the hill from the quay, long lens', {
      size: 'mcu',
      cameras: ['B'],
      takeLengthMin: 4,
      priority: 'nice',
    }),
    shot('Band', 'The whole band against the boat', { size: 'ws', takeLengthMin: 3 }),
    shot('Band', 'Pegs, valves, a cheek', { size: 'insert', cameras: ['B'], takeLengthMin: 3 }),
    ...crew.map((c) =>
      shot('Crew portraits', `${c.shortName} in the door, then looks up`, {
        size: 'mcu',
        personIds: [c.id],
        faceNeeded: true,
        takeLengthMin: 2,
        beforeSceneId: scene('Blessing').id,
        priority: 'must',
        happensOnce: false,
      }),
    ),
    shot('Blessing', 'The canon’s hand over the bow', {
      size: 'cu',
      cameras: ['B'],
      personIds: [priest.id],
      markIds: [stripe.id],
      takeLengthMin: 6,
      ...once,
    }),
    shot('Blessing', 'Everybody, heads bowed', { size: 'ws', cameras: ['C'], takeLengthMin: 12, operatorId: null }),
    shot('Speeches', 'Speaker, from the desk’s side', {
      size: 'mcu',
      cameras: ['B'],
      takeLengthMin: 20,
      sound: 'feed from the desk + recorder at the loudspeaker',
    }),
    shot('Speeches', 'Crew listening', { size: 'ms', role: 'reaction', takeLengthMin: 6 }),
    shot('Naming', 'The bottle breaks', {
      size: 'mcu',
      cameras: ['A'],
      personIds: [godmother.id],
      faceNeeded: true,
      takeLengthMin: 4,
      ...once,
    }),
    shot('Naming', 'Bow and bottle, long lens', {
      size: 'cu',
      cameras: ['B'],
      takeLengthMin: 4,
      markIds: [stripe.id],
      ...once,
    }),
    shot('Knock-out', 'The hammer and the pin', { size: 'insert', cameras: ['A'], takeLengthMin: 2, ...once }),
    shot('Launch', 'Down the slip, from the side', { size: 'ws', cameras: ['B'], takeLengthMin: 2, ...once }),
    shot('Launch', 'Into the water, from the foot', {
      size: 'fs',
      cameras: ['D'],
      takeLengthMin: 2,
      operatorId: null,
      ...once,
    }),
    shot('Launch', 'All of it, from the gallery', {
      size: 'ews',
      cameras: ['C'],
      takeLengthMin: 2,
      operatorId: null,
      ...once,
    }),
    shot('Launch', 'With the coxswain', {
      size: 'cu',
      cameras: ['E'],
      personIds: [elin.id],
      faceNeeded: true,
      takeLengthMin: 2,
      operatorId: null,
      sound: 'pin microphone',
      ...once,
    }),
    shot('Crowd', 'Faces as the splash reaches them', { size: 'mcu', role: 'reaction', takeLengthMin: 4, ...once }),
    shot('Wake and return', 'She turns in the bay', { size: 'ws', cameras: ['B'], takeLengthMin: 8 }),
    shot('Wake and return', 'Past the wall, crew waving', { size: 'ms', takeLengthMin: 3 }),
    shot('Thanks', 'Who gave, by name', { size: 'ms', takeLengthMin: 5, priority: 'nice' }),
  ];
  return lifeboatMoney(row, {
    ...plan,
    places: [slip],
    ...slipLight(row, slip.id, elin.id),
    ...lifeboatCover(row, { scene: (title) => scene(title).id, coxswainId: elin.id, cameras }),
    days: [day],
    people: [ro, elin, priest, godmother, stills, ...crew],
    cards:
      mediaRoot === null
        ? []
        : cameras.map((c) =>
            row({
              label: `${c.letter}001`,
              cameraId: c.id,
              path: `${mediaRoot}/lifeboat/${c.letter}001`,
              ...{
                unloaded: false,
                faults: null,
                simulated: true,
                notCopied: [],
                whereabouts: '',
                station: '',
                seen: null,
                alarms: [],
              },
            }),
          ),
    engagements: [ro, elin, stills].map((who) =>
      row({ dayId: day.id, personId: who.id, callOffsetMin: 0, callMin: null }),
    ),
    cameras,
    deliverables: [film, news],
    asks,
    signOffs,
    consents,
    scenes,
    shots,
    slots: [
      row({
        sceneId: scene('Naming').id,
        holderId: stills.id,
        startMin: at(14, 2),
        lengthMin: 2,
        note: 'The group with the bottle, before it breaks',
      }),
      row({ sceneId: scene('Thanks').id, holderId: ro.id, startMin: at(15, 5), lengthMin: 5, note: 'In return' }),
    ],
  });
}

import { randomUUID } from 'node:crypto';
import { loadSource } from './source.mjs';

/** A change-set holds 2000 rows at most. */
const MOST_OPS = 1500;

const pick = (list, i) => list[i % list.length];

/**
 * A production of the size that the measures are taken with, made through the API: `shots` shots in ten scenes on
 * three days, `takes` takes with cut and verdict. Resolves with its id.
 */
export async function makeLarge(request, { shots = 300, takes = 1500 } = {}) {
  const { PRODUCTION_DEFAULTS } = await loadSource('core/src/about/brief/index.ts');
  const { PLACE_DEFAULTS } = await loadSource('core/src/rooms/places/index.ts');
  const { DAY_DEFAULTS, DAY_ITEM_DEFAULTS } = await loadSource('core/src/plan/day/index.ts');
  const { PERSON_DEFAULTS } = await loadSource('core/src/rooms/people/index.ts');
  const { SETUP_DEFAULTS } = await loadSource('core/src/rooms/light/index.ts');
  const { CAMERA_DEFAULTS } = await loadSource('core/src/rooms/camera/index.ts');
  const { SCENE_DEFAULTS, SHOT_DEFAULTS } = await loadSource('core/src/rooms/scenes/index.ts');
  const id = randomUUID();
  const post = async (path, data) => {
    const reply = await request.post(path, { data });
    if (!reply.ok()) throw new Error(`${path}: ${reply.status()} ${await reply.text()}`);
  };
  await post('/api/productions', {
    id,
    title: 'The large one',
    ...PRODUCTION_DEFAULTS,
    simulatedNowOffsetMs: Date.parse('2027-03-18T11:00:00Z') - Date.now(),
  });
  const places = [randomUUID(), randomUUID(), randomUUID()];
  const days = [randomUUID(), randomUUID(), randomUUID()];
  const scenes = Array.from({ length: 10 }, () => randomUUID());
  const setups = Array.from({ length: 6 }, () => randomUUID());
  const people = Array.from({ length: 12 }, () => randomUUID());
  const shotIds = Array.from({ length: shots }, () => randomUUID());
  const letters = 'ABCDEFGHJKLMNPQRSTUVWXYZ';
  const insert = (table, rowId, values) => ({ op: 'insert', table, id: rowId, values });
  const ops = [
    ...places.map((p, i) =>
      insert('places', p, {
        ...PLACE_DEFAULTS,
        name: `Place ${i + 1}`,
        latitude: 50 + i / 100,
        longitude: -1,
        confirmed: true,
      }),
    ),
    ...days.map((d, i) =>
      insert('days', d, {
        ...DAY_DEFAULTS,
        number: i + 1,
        date: `2027-03-${18 + i}`,
        timeZone: 'Europe/London',
        basePlaceId: places[0],
        callMin: 390,
        wantedWrapMin: 1140,
      }),
    ),
    ...people.map((p, i) =>
      insert('people', p, {
        ...PERSON_DEFAULTS,
        name: `Person number ${i + 1}`,
        shortName: `P${i + 1}`,
        kind: 'talent',
      }),
    ),
    ...setups.map((s, i) =>
      insert('setups', s, {
        ...SETUP_DEFAULTS,
        code: `L${i + 1}`,
        name: `Setup ${i + 1}`,
        placeId: pick(places, i),
        rigMin: 30,
      }),
    ),
    ...['A', 'B', 'C', 'D'].map((letter) =>
      insert('cameras', randomUUID(), {
        ...CAMERA_DEFAULTS,
        letter,
        batteryMin: 100,
      }),
    ),
    ...scenes.map((s, i) =>
      insert('scenes', s, {
        ...SCENE_DEFAULTS,
        number: String(i + 1),
        title: `Scene number ${i + 1}`,
        placeId: pick(places, i),
        eighths: 8,
        position: i,
      }),
    ),
    ...shotIds.map((s, i) => {
      const scene = Math.floor((i * scenes.length) / shots);
      const within = i - Math.ceil((scene * shots) / scenes.length);
      const code = `${scene + 1}${within >= letters.length ? letters[Math.floor(within / letters.length) - 1] : ''}${letters[within % letters.length]}`;
      return insert('shots', s, {
        ...SHOT_DEFAULTS,
        sceneId: scenes[scene],
        code,
        position: i,
        description: `What happens in ${code}`,
        size: pick(['ws', 'ms', 'mcu', 'cu'], i),
        side: pick(['left', 'right'], i >> 2),
        cameras: ['A', 'B'],
        support: pick(['sticks', 'slider'], i),
        lens: pick(['35 mm', '50 mm', '85 mm'], i),
        setupId: pick(setups, scene),
        sound: 'boom',
        personIds: [pick(people, i), pick(people, i + 5)],
        faceNeeded: true,
        takeLengthMin: 0.5,
        rehearseMin: 1,
        resetMin: 0.5,
        turnMin: 0.5,
        priority: pick(['must', 'should', 'nice'], i),
      });
    }),
    ...shotIds.map((s, i) =>
      insert('dayItems', randomUUID(), {
        ...DAY_ITEM_DEFAULTS,
        dayId: days[Math.floor((i * 3) / shots)],
        shotId: s,
        position: i,
      }),
    ),
  ];
  for (let at = 0; at < ops.length; at += MOST_OPS)
    await post(`/api/productions/${id}/changes`, {
      id: randomUUID(),
      label: 'a part of it',
      ops: ops.slice(at, at + MOST_OPS),
    });
  const start = Date.parse('2027-03-18T07:00:00Z');
  const events = [];
  for (let i = 0; i < takes; i += 1) {
    const takeId = randomUUID();
    const atMs = start + i * 9000;
    const base = (payload, later) => ({
      id: randomUUID(),
      takeId,
      atMs: atMs + later,
      seq: later,
      clientId: 'bench',
      device: 'bench',
      payload,
    });
    events.push(
      base(
        {
          kind: 'rolled',
          shotId: shotIds[Math.floor((i * shots) / takes)],
          dayId: days[0],
          number: (i % 5) + 1,
          wild: false,
          cameras: [],
          timecode: '10:00:00:00',
        },
        0,
      ),
      base({ kind: 'cut', timecode: '10:00:05:00' }, 5000),
      base({ kind: 'marked', verdict: i % 5 === 4 ? 'good' : 'maybe' }, 6000),
    );
  }
  for (let at = 0; at < events.length; at += 500)
    await post(`/api/productions/${id}/take-events`, { events: events.slice(at, at + 500) });
  return id;
}

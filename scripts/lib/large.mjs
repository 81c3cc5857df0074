import { randomUUID } from 'node:crypto';

/** A change-set holds 2000 rows at most. */
const MOST_OPS = 1500;

const EMPTY_PLAN = {
  roomId: null,
  items: [],
  cues: [],
  atMin: null,
  daylight: 'computed',
  sky: 'overcast',
  ambientLux: 0,
  ambientK: 4000,
  haze: 'none',
  gustMps: null,
  wanted: { faceId: null, tStop: null, ratio: null, whiteK: 5600 },
};

const pick = (list, i) => list[i % list.length];

/**
 * A production of the size that the measures are taken with, made through the API: `shots` shots in ten scenes on
 * three days, `takes` takes with cut and verdict. Resolves with its id.
 */
export async function makeLarge(request, { shots = 300, takes = 1500 } = {}) {
  const id = randomUUID();
  const post = async (path, data) => {
    const reply = await request.post(path, { data });
    if (!reply.ok()) throw new Error(`${path}: ${reply.status()} ${await reply.text()}`);
  };
  await post('/api/productions', {
    id,
    title: 'The large one',
    client: '',
    purpose: '',
    audience: '',
    feeling: '',
    captureWidthPx: 3840,
    captureHeightPx: 2160,
    currency: 'EUR',
    shotNumbers: 'letters',
    readingWpm: 150,
    rate: '25',
    ei: 800,
    shutterDeg: 180,
    ratioSchool: 'sum',
    loadShare: 0.8,
    keepPolicy: { verifiedCopies: 2, apart: true, format: 'never' },
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
        name: `Place ${i + 1}`,
        latitude: 50 + i / 100,
        longitude: -4,
        address: '',
        parking: '',
        walkMin: 3,
        power: '',
        hospital: '',
        contact: '',
        notes: '',
        confirmed: true,
        backupPlaceId: null,
        skyline: [],
      }),
    ),
    ...days.map((d, i) =>
      insert('days', d, {
        number: i + 1,
        date: `2027-03-${18 + i}`,
        timeZone: 'Europe/London',
        basePlaceId: places[0],
        callMin: 390,
        loadInMin: 30,
        strikeMin: 20,
        wantedWrapMin: 1140,
        gustMps: null,
        meals: [{ earliestAfterMin: 240, latestAfterMin: 420, minutes: 45 }],
        notes: '',
      }),
    ),
    ...people.map((p, i) =>
      insert('people', p, {
        name: `Person number ${i + 1}`,
        shortName: `P${i + 1}`,
        kind: 'talent',
        role: '',
        department: '',
        minor: false,
        notes: '',
        phone: '',
        diet: '',
      }),
    ),
    ...setups.map((s, i) =>
      insert('setups', s, {
        code: `L${i + 1}`,
        name: `Setup ${i + 1}`,
        placeId: pick(places, i),
        rigMin: 30,
        notes: '',
        hands: 2,
        fromSetupId: null,
        plan: EMPTY_PLAN,
      }),
    ),
    ...['A', 'B', 'C', 'D'].map((letter) =>
      insert('cameras', randomUUID(), {
        letter,
        name: 'body',
        framing: '',
        operatorId: null,
        rate: '25',
        cardSizeBytes: 256e9,
        rateMbps: 400,
        clipLimitMin: null,
        batteryMin: 100,
        sensorWidthMm: 24.9,
        sensorHeightMm: 14,
        simulated: false,
      }),
    ),
    ...scenes.map((s, i) =>
      insert('scenes', s, {
        number: String(i + 1),
        title: `Scene number ${i + 1}`,
        placeId: pick(places, i),
        kind: 'shots',
        script: '',
        personIds: [],
        props: '',
        wardrobe: '',
        style: 'asWritten',
        storyState: '',
        dayId: null,
        plannedMin: null,
        lengthMin: null,
        inside: true,
        timeOfDay: 'day',
        eighths: 8,
        synopsis: '',
        position: i,
      }),
    ),
    ...shotIds.map((s, i) => {
      const scene = Math.floor((i * scenes.length) / shots);
      const within = i - Math.ceil((scene * shots) / scenes.length);
      const code = `${scene + 1}${within >= letters.length ? letters[Math.floor(within / letters.length) - 1] : ''}${letters[within % letters.length]}`;
      return insert('shots', s, {
        sceneId: scenes[scene],
        code,
        position: i,
        description: `What happens in ${code}`,
        size: pick(['ws', 'ms', 'mcu', 'cu'], i),
        side: pick(['left', 'right'], i >> 2),
        cameras: ['A', 'B'],
        support: pick(['sticks', 'slider'], i),
        movement: null,
        lens: pick(['35 mm', '50 mm', '85 mm'], i),
        fps: null,
        setupId: pick(setups, scene),
        sound: 'boom',
        personIds: [pick(people, i), pick(people, i + 5)],
        faceNeeded: true,
        takesPlanned: 3,
        takeLengthMin: 0.5,
        rehearseMin: 1,
        resetMin: 0.5,
        turnMin: 0.5,
        minutesOverride: null,
        priority: pick(['must', 'should', 'nice'], i),
        effort: 1,
        happensOnce: false,
        fallback: '',
        reason: '',
        windows: [],
        dropped: false,
        angle: null,
        role: null,
        facing: null,
        deliverableIds: [],
        markIds: [],
        centreSafe: false,
        beforeSceneId: null,
        operatorId: null,
        outfit: '',
        pass: '',
      });
    }),
    ...shotIds.map((s, i) =>
      insert('dayItems', randomUUID(), {
        dayId: days[Math.floor((i * 3) / shots)],
        shotId: s,
        title: '',
        minutes: null,
        placeId: null,
        setupId: null,
        personIds: [],
        position: i,
        pinnedStartMin: null,
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

import { LENS_DEFAULTS, classOf, type Camera, type Lens } from '@kavrell/core/camera';
import type { SettingKey, SettingsFound, SettingValues } from '@kavrell/core/settings';
import { SOUND_CHAIN, type Link, type SoundRoute } from '@kavrell/core/sound';
import { at, type DemoPlan, type MakeRow } from './plan.ts';

/** What the foundry film wants of every camera, beside rate, size, EI and shutter. */
const SHEET: SettingValues = {
  timecodeMode: 'free run',
  timecodeSource: 'timecode box',
  codec: 'intra 10-bit 4:2:2',
  gamma: 'log',
  whiteK: '5600',
  lut: 'foundry look 2',
  lutRecorded: 'shown only',
  audioInputs: '1 own microphone, 2 line',
  audioLevels: 'manual, −20 dB',
  timeZone: 'Europe/London',
  clipNaming: 'letter, reel, clip',
  diffusion: 'eighth mist',
  polariser: 'none',
  filterThread: '82',
};

/** 17:40 the evening before, when the cameras were walked past. */
const WALKED_MS = Date.parse('2027-03-17T17:40:00Z');

/**
 * Settings, lenses, the sound patch and the air of the foundry film. Seeded: B at 23.976, C’s clock in another zone and without diffusion, A about to name a card that is there
 * already, D never looked at; two sources for the pour on one recorder; one 85 for two cameras; a crackle that nobody has decided on.
 */
export function ninthBellCamera(row: MakeRow, plan: DemoPlan): DemoPlan {
  const who = (shortName: string) => plan.people.find((p) => p.shortName === shortName)?.id ?? null;
  const scenes = (...numbers: string[]) => plan.scenes.filter((s) => numbers.includes(s.number)).map((s) => s.id);
  const found = (values: SettingValues): SettingsFound =>
    Object.fromEntries(
      (Object.entries(values) as [SettingKey, string][]).map(([key, value]) => [
        key,
        { value, from: 'walk', by: 'Sunniva Bright', atMs: WALKED_MS },
      ]),
    );
  const asWanted = {
    ...SHEET,
    ei: String(plan.production.ei),
    shutterDeg: String(plan.production.shutterDeg),
    pictureSize: `${plan.production.captureWidthPx}×${plan.production.captureHeightPx}`,
    rate: plan.production.rate,
  };
  const classes: Readonly<Record<string, string>> = { A: 'ff-cinema', B: 's35-cinema', C: 'compact-43', D: 'action' };
  const settings: Readonly<Record<string, SettingsFound>> = {
    A: found({ ...asWanted, sensorMode: 'full frame 16:9', rateMbps: '500', nextCard: 'A001' }),
    B: found({ ...asWanted, rate: '24000/1001', sensorMode: 'S35 16:9', rateMbps: '430', nextCard: 'B003' }),
    C: found({
      ...asWanted,
      codec: 'long-GOP 10-bit',
      rateMbps: '250',
      timeZone: 'Europe/Berlin',
      diffusion: 'none',
      sensorMode: '4/3 16:9',
      nextCard: 'C002',
    }),
    D: {},
  };
  const wants: Readonly<Record<string, SettingValues>> = {
    C: { codec: 'long-GOP 10-bit', rateMbps: '250' },
    D: {
      codec: 'long-GOP 8-bit',
      gamma: 'standard',
      timecodeMode: 'time of day',
      timecodeSource: '',
      lut: '',
      lutRecorded: '',
      audioInputs: '',
      audioLevels: '',
      ei: '',
      diffusion: '',
      polariser: '',
      filterThread: '',
    },
  };
  const cameras = plan.cameras.map((c): Camera => {
    const known = classOf(classes[c.letter] ?? null);
    return {
      ...c,
      ...(known
        ? {
            classKey: known.key,
            mount: c.letter === 'B' ? 'mirrorless 18 mm' : known.mount,
            nativeEis: [...known.nativeEis],
            mostFps: known.modes[0]?.mostFps ?? 60,
            massKg: known.massKg,
            watts: known.watts,
          }
        : {}),
      settings: settings[c.letter] ?? {},
      wants: wants[c.letter] ?? {},
    };
  });
  const lens = (position: number, name: string, f: Partial<Lens>) => row({ ...LENS_DEFAULTS, name, position, ...f });
  const prime = (position: number, mm: number, f: Partial<Lens> = {}) =>
    lens(position, `Prime ${mm} mm`, { focalMinMm: mm, focalMaxMm: mm, ...f });
  const lenses = [
    prime(1, 24, { closeFocusM: 0.25 }),
    prime(2, 35, { closeFocusM: 0.3 }),
    prime(3, 50),
    prime(4, 85, { closeFocusM: 0.8 }),
    lens(5, 'Macro 100 mm', {
      focalMinMm: 100,
      focalMaxMm: 100,
      tWide: 2.9,
      tLong: 2.9,
      closeFocusM: 0.3,
      threadMm: 67,
      macro: true,
      massKg: 0.7,
    }),
    lens(6, 'Zoom 70–200 mm', {
      focalMinMm: 70,
      focalMaxMm: 200,
      tWide: 2.9,
      tLong: 2.9,
      closeFocusM: 0.95,
      massKg: 1.5,
    }),
    lens(7, 'Zoom 28–135 mm, positive lock', {
      focalMinMm: 28,
      focalMaxMm: 135,
      tWide: 4,
      tLong: 4,
      closeFocusM: 0.95,
      threadMm: 95,
      mount: 'positive lock 52 mm',
      massKg: 2.5,
      imageCircleMm: 31,
    }),
    lens(8, 'Zoom 12–60 mm, 4/3', {
      focalMinMm: 12,
      focalMaxMm: 60,
      tWide: 2.9,
      tLong: 4,
      closeFocusM: 0.2,
      threadMm: 62,
      mount: 'mirrorless 19 mm',
      imageCircleMm: 21.7,
      massKg: 0.4,
    }),
  ];

  const recorder = row({
    name: 'Recorder',
    kind: 'recorder' as const,
    cameraId: null,
    tracks: 6,
    sockets: [
      { name: 'inputs', channels: 4, use: 'sound' as const, shared: false },
      { name: 'multi plug', channels: 2, use: 'control' as const, shared: true },
    ],
    sampleRateHz: 48_000,
    limiter: true,
    position: 1,
  });
  const cameraBoxes = cameras
    .filter((c) => c.letter !== 'D')
    .map((c, i) =>
      row({
        name: `Camera ${c.letter}`,
        kind: 'camera' as const,
        cameraId: c.id,
        tracks: 2,
        sockets: [],
        sampleRateHz: 48_000,
        limiter: false,
        position: 2 + i,
      }),
    );
  const source = (position: number, name: string, kind: 'person' | 'boom' | 'ambience', more: object = {}) =>
    row({
      name,
      kind,
      personId: null as string | null,
      microphone: '',
      told: true,
      sceneIds: [] as string[],
      position,
      ...more,
    });
  const boom = source(1, 'Boom', 'boom', { microphone: 'short gun' });
  const ilse = source(2, 'Ilse', 'person', { personId: who('Ilse'), microphone: 'pin', sceneIds: scenes('3', '9') });
  const dov = source(3, 'Dov', 'person', {
    personId: who('Dov'),
    microphone: 'pin, under leather',
    told: false,
    sceneIds: scenes('5', '6', '7'),
  });
  const floor = source(4, 'Floor microphone', 'ambience', {
    microphone: 'pair by the pit',
    sceneIds: scenes('6', '7', '8'),
  });
  const own = source(5, 'Camera microphones', 'ambience', { microphone: 'on the camera' });
  const link = (position: number, name: string, kind: Link['kind'], more: Partial<Link>) =>
    row({
      name,
      kind,
      wired: false,
      cameraId: null,
      reaches: '',
      frequencyMhz: null,
      lowMhz: null,
      highMhz: null,
      bandwidthKhz: 200,
      fixed: false,
      rangeM: 80,
      distanceM: 20,
      delayMs: 3,
      position,
      ...more,
    });
  const cameraId = (letter: string) => cameras.find((c) => c.letter === letter)?.id ?? null;
  const links = [
    link(1, 'Ilse’s pin', 'microphone', { frequencyMhz: 606.5, reaches: 'recorder' }),
    link(2, 'Dov’s pin', 'microphone', { frequencyMhz: 607.1, reaches: 'recorder' }),
    link(3, 'Ear of the director', 'comms', { frequencyMhz: 607.7, reaches: 'Amaru', fixed: true }),
    link(4, 'A to the client’s tablet', 'picture', {
      cameraId: cameraId('A'),
      reaches: 'harbour trust, Amaru',
      bandwidthKhz: 20_000,
      fixed: true,
      delayMs: 120,
      rangeM: 40,
      distanceM: 25,
    }),
    link(5, 'A to the focus monitor', 'picture', {
      cameraId: cameraId('A'),
      wired: true,
      reaches: 'Oda',
      fixed: true,
      delayMs: 15,
      rangeM: null,
      distanceM: 2,
    }),
    link(6, 'Lamp control', 'lamps', { reaches: 'Jonna', fixed: true, delayMs: 20, rangeM: 60 }),
  ];
  const [ilsesPin, dovsPin] = links;
  const route = (position: number, sourceId: string, boxId: string, channel: number, more: Partial<SoundRoute> = {}) =>
    row({
      sourceId,
      linkId: null,
      boxId,
      socketName: boxId === recorder.id ? 'inputs' : '',
      channel,
      duty: 'main' as const,
      phantom: false,
      levelDb: -20,
      check: '' as const,
      checkedBy: '',
      checkedAtMs: null,
      position,
      ...more,
    });
  const soundRoutes = [
    route(1, boom.id, recorder.id, 1, { phantom: true }),
    route(2, ilse.id, recorder.id, 2, { linkId: ilsesPin?.id ?? null }),
    route(3, dov.id, recorder.id, 3, { linkId: dovsPin?.id ?? null }),
    route(4, floor.id, recorder.id, 5, { socketName: 'multi plug' }),
    ...cameraBoxes.map((b, i) => route(10 + i, own.id, b.id, 1, { duty: 'scratch' as const })),
  ];
  const prompt = (draft: number, text: string) =>
    row({ title: 'Opening words', sceneId: scenes('1')[0] ?? null, draft, text, wpm: 130, marks: [], position: draft });
  const prompts = [
    prompt(
      1,
      'Eight bells hang in the tower at Port Ellery. For ninety years there was room for one more. Today it is cast.',
    ),
    prompt(
      2,
      'Eight bells hang in the tower at Port Ellery. For ninety years there was room for a ninth. This morning, at low water, it is cast.',
    ),
  ];
  const faults = [
    row({
      device: 'Boom',
      symptom: 'Crackles whenever the crane moves',
      chain: [...SOUND_CHAIN].filter((p) => p !== 'transmitter' && p !== 'receiver'),
      steps: [{ part: 'microphone cable', still: true, atMs: WALKED_MS + 900_000, by: 'Piet Lam' }],
      decision: '' as const,
      decideByMin: at(9, 30),
      ownerId: who('Piet'),
      evidence: 'Rehearsal 2, from 0:40; not with the crane’s brake on.',
      serial: 'SG-0417',
      owedTo: 'rental house on the quay',
      ...{ photoHashes: [], refund: '' as const, refundMinor: null },
      foundAtMs: WALKED_MS,
      closed: false,
      position: 1,
    }),
  ];
  return {
    ...plan,
    production: { ...plan.production, sheet: SHEET },
    cameras,
    lenses,
    soundBoxes: [recorder, ...cameraBoxes],
    soundSources: [boom, ilse, dov, floor, own],
    links,
    soundRoutes,
    prompts,
    faults,
  };
}

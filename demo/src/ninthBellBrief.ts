import { CONSENT_DEFAULTS } from '@kavrell/core/people';
import { SCENE_DEFAULTS, type Scene, type Shot } from '@kavrell/core/scenes';
import type { DemoPlan, MakeRow } from './plan.ts';

const SCRIPTS: Record<string, string> = {
  '1': 'Water. Boats wake one after the other. On the rock the tower, and in it a frame with nothing in it.',
  '2': 'A strickle board turns. Clay follows it. Letters are pressed into the wax, mirrored.',
  '3': `ILSE sits at the bench that was her mother’s. A drawing lies open.

ILSE
My mother drew nine. They paid for eight.

She turns the drawing round.

ILSE (CONT'D)
People say you can't hear what is missing. Stand on the causeway in fog and count.

(after a while)

ILSE (CONT'D)
I have counted to eight all my life.`,
  '4': `DOV tips copper into the pan. WREN reads the scale.

WREN
Two hundred and eleven. Point four.

DOV
Again.

WREN
Point four.`,
  '5': 'Four hands on the mould, two old, two young. WREN learns where to press. DOV takes his hands away.',
  '6': 'The door lifts. The room turns orange. DOV does not look away.',
  '7': 'The ladle crosses the floor. Nobody speaks. Metal meets the mould, a thin bright rope, for about four minutes.',
  '8': 'Steam. DOV sits down. Sand ticks as it cools.',
  '9': `ILSE climbs. Wind. She stands at the parapet where the frame is and looks at the sea.

ILSE (V.O.)
Nine.`,
};

const PROPS: Record<string, [props: string, wardrobe: string]> = {
  '2': ['strickle board, wax letters, graphite brush', 'leather apron'],
  '3': ['the drawing of 1961, spectacles, tea', 'grey wool jacket, spectacles'],
  '4': ['pan scale, weights, ledger', 'leather apron, gloves'],
  '5': ['mould, smoothing iron', 'leather apron'],
  '7': ['ladle, mould 9, tongs', 'heat coats, face shields'],
  '9': ['', 'grey wool jacket, blue scarf'],
};

/** Frames whose action stays in the middle third; three of the vertical’s shots don’t, on purpose. */
const VERTICAL = ['1A', '2B', '3B', '5A', '6A', '6B', '7A', '7B', '7C', '8A', '9A', '9B'];
const NOT_CENTRED = new Set(['1A', '7A', '9B']);
const LOOPS = ['1A', '2A', '5B', '6C', '7E', '8A'];

/** Adds what is wanted, the look, the script, links and consents to the plan. */
export function ninthBellBrief(row: MakeRow, plan: DemoPlan): DemoPlan {
  const scene = (number: string) => plan.scenes.find((s) => s.number === number) as Scene;
  const shot = (code: string) => plan.shots.find((s) => s.code === code) as Shot;
  const person = (name: string) => plan.people.find((p) => p.shortName === name)?.id ?? '';
  const deliverable = (
    position: number,
    title: string,
    tag: string,
    fields: Partial<DemoPlan['deliverables'][number]>,
  ) =>
    row({
      title,
      tag,
      pieces: 1,
      durationS: 60,
      widthPx: 3840,
      heightPx: 1606,
      rate: '25',
      captions: '',
      due: null,
      notes: '',
      position,
      ...fields,
    });
  const film = deliverable(1, 'The film', 'film', {
    durationS: 240,
    captions: 'English, open captions on a second copy',
    due: '2027-05-14',
  });
  const vertical = deliverable(2, 'Vertical cut', 'vertical', {
    durationS: 45,
    widthPx: 1080,
    heightPx: 1920,
    captions: 'burned in',
    due: '2027-04-30',
  });
  const loops = deliverable(3, 'Loops for the wall', 'loops', {
    durationS: 20,
    pieces: 6,
    widthPx: 3840,
    heightPx: 2160,
    due: '2027-06-01',
    notes: 'Silent, each ends as it begins.',
  });
  const ask = (
    position: number,
    kind: DemoPlan['asks'][number]['kind'],
    title: string,
    tag: string,
    fields: Partial<DemoPlan['asks'][number]> = {},
  ) =>
    row({
      kind,
      title,
      tag,
      detail: '',
      state: 'agreed' as const,
      cameraId: null,
      personId: null,
      means: '',
      priceMinor: 0,
      askedOn: '2027-02-02',
      position,
      ...fields,
    });
  const badge = ask(1, 'mark', 'The trust’s badge on the tower door', 'badge', {
    detail: 'Legible for two seconds. It is paid for.',
  });
  const name = ask(2, 'mark', 'The bell’s name in the wax', 'name');
  const donor = ask(3, 'mark', 'Donor plate in the foundry office', 'donor', { askedOn: '2027-03-01' });
  const slow = ask(4, 'kit', 'Slow motion of the pour', 'slow', {
    cameraId: plan.cameras.find((c) => c.letter === 'B')?.id ?? null,
    means: '100 fps in the cropped mode',
  });
  const drone = ask(5, 'kit', 'The tower from the air', 'drone', {
    state: 'open',
    priceMinor: null,
    askedOn: '2027-03-09',
  });
  const makeup = ask(6, 'person', 'Somebody for Ilse’s hair and face', 'makeup', {
    state: 'open',
    priceMinor: 28000,
    means: 'half a day, Thursday',
    askedOn: '2027-03-04',
  });

  const tags = new Map<string, { deliverableIds: string[]; markIds: string[] }>();
  for (const s of plan.shots) tags.set(s.code, { deliverableIds: [film.id], markIds: [] });
  for (const code of VERTICAL) tags.get(code)?.deliverableIds.push(vertical.id);
  for (const code of LOOPS) tags.get(code)?.deliverableIds.push(loops.id);
  tags.get('9A')?.markIds.push(badge.id);
  tags.get('2B')?.markIds.push(name.id);

  const palette = (
    position: number,
    paletteName: string,
    role: DemoPlan['palettes'][number]['role'],
    hexes: [string, number][],
    fields: Partial<DemoPlan['palettes'][number]>,
  ) =>
    row({
      name: paletteName,
      role,
      reason: '',
      storyState: '',
      sceneIds: [],
      swatches: hexes.map(([hex, share]) => ({ hex, share })),
      pictureId: null,
      position,
      ...fields,
    });
  const ids = (...numbers: string[]) => numbers.map((n) => scene(n).id);

  const mirror = (one: string, other: string, change: string, kind: 'variant' | 'mirror') =>
    row({ kind, shotId: shot(one).id, otherShotId: shot(other).id, change });
  const speech = row({
    name: 'Ilse, voice-over (guide)',
    kind: 'voice' as const,
    rights: 'Spoken for the trust by its founder; anywhere, for ever',
    fileHash: null,
    durationS: 48,
    bpm: null,
    firstBeatS: 0,
    beatsPerBar: 4,
    cues: [
      { atS: 4, name: 'My mother drew nine' },
      { atS: 9.5, name: 'They paid for eight' },
      { atS: 21, name: 'Stand on the causeway in fog' },
      { atS: 34, name: 'I have counted to eight' },
      { atS: 43.5, name: 'Nine' },
    ],
    peaks: Array.from({ length: 480 }, (_, i) =>
      Math.round(128 * Math.abs(Math.sin(i / 3.1) * Math.sin(i / 17)) * (i % 96 > 74 ? 0.1 : 1)),
    ),
    position: 1,
  });
  const pin = (code: string, fromS: number, toS: number) =>
    row({ trackId: speech.id, shotId: shot(code).id, fromS, toS });

  return {
    ...plan,
    deliverables: [film, vertical, loops],
    asks: [badge, name, donor, slow, drone, makeup],
    signOffs: [
      row({
        what: 'Script, draft 3',
        who: 'Harbour trust, board',
        due: '2027-03-05',
        givenOn: '2027-03-04',
        note: '',
        position: 1,
      }),
      row({
        what: 'Look and palettes',
        who: 'Amaru Finch',
        due: '2027-03-10',
        givenOn: '2027-03-09',
        note: 'Orange for the pour only',
        position: 2,
      }),
      row({
        what: 'Where visitors may stand during the pour',
        who: 'Dov Marsh',
        due: '2027-03-16',
        givenOn: null,
        note: '',
        position: 3,
      }),
    ],
    revisions: [
      row({ name: 'Draft 2', atMs: Date.UTC(2027, 1, 12, 9), note: 'The tower moved to the end' }),
      row({ name: 'Draft 3', atMs: Date.UTC(2027, 2, 4, 16, 30), note: 'As signed off' }),
    ],
    consents: [
      row({
        ...CONSENT_DEFAULTS,
        personId: person('Ilse'),
        state: 'signed',
        signedOn: '2027-03-02',
        usage: 'film, loops, ten years',
      }),
      row({ ...CONSENT_DEFAULTS, personId: person('Wren'), state: 'signed', signedOn: '2027-03-08', usage: 'film' }),
    ],
    scenes: plan.scenes.map((s) => ({
      ...SCENE_DEFAULTS,
      ...s,
      script: SCRIPTS[s.number] ?? '',
      props: PROPS[s.number]?.[0] ?? '',
      wardrobe: PROPS[s.number]?.[1] ?? '',
      personIds: [...new Set(plan.shots.filter((x) => x.sceneId === s.id).flatMap((x) => x.personIds))],
      storyState: ['6', '7'].includes(s.number) ? 'fire' : ['8', '9'].includes(s.number) ? 'after' : 'before',
    })),
    shots: plan.shots.map((s) => ({
      ...s,
      ...tags.get(s.code),
      centreSafe: VERTICAL.includes(s.code) && !NOT_CENTRED.has(s.code),
      facing: s.code === '3B' ? ('right' as const) : s.code === '9B' ? ('left' as const) : s.facing,
      operatorId: s.cameras.includes('B') && !s.cameras.includes('A') ? person('Mirko') : s.operatorId,
    })),
    palettes: [
      palette(
        1,
        'Clay and tide',
        'look',
        [
          ['#8a7a67', 0.4],
          ['#5f6b70', 0.3],
          ['#2e3335', 0.2],
          ['#c9c2b4', 0.1],
        ],
        { reason: 'Before the fire nothing glows: grey, clay, wet slate', sceneIds: ids('1', '2', '3', '4', '5') },
      ),
      palette(
        2,
        'The pour',
        'look',
        [
          ['#d9772b', 0.35],
          ['#7a2f16', 0.25],
          ['#1c1512', 0.3],
          ['#f2c27a', 0.1],
        ],
        { reason: 'The only orange in the film', storyState: 'fire' },
      ),
      palette(
        3,
        'After',
        'look',
        [
          ['#6f7f8c', 0.4],
          ['#a9b2b5', 0.3],
          ['#d8b98a', 0.2],
          ['#3c444a', 0.1],
        ],
        { reason: 'What is left of the heat is in the sky', storyState: 'after' },
      ),
      palette(4, 'Ilse, blue scarf', 'costume', [['#2f6f9f', 0]], { sceneIds: ids('9') }),
      palette(
        5,
        'Leather and wool',
        'costume',
        [
          ['#7d7263', 0],
          ['#6a6c6e', 0],
        ],
        { sceneIds: ids('3', '4', '5') },
      ),
      palette(
        6,
        'Workshop wall',
        'set',
        [
          ['#82766a', 0],
          ['#b9b3a6', 0],
        ],
        { sceneIds: ids('3', '5') },
      ),
      palette(
        7,
        'Harbour trust',
        'brand',
        [
          ['#0f4c81', 0],
          ['#f0b323', 0],
        ],
        {},
      ),
    ],
    pictures: [
      board(row, shot('3B').id, 1, HEAD_RIGHT),
      board(
        row,
        shot('9B').id,
        2,
        HEAD_RIGHT.map((s) => ({ ...s, points: s.points.map((v, i) => (i % 2 ? v : 1 - v)) })),
      ),
      board(row, shot('7B').id, 3, LADLE),
    ],
    shotLinks: [
      mirror('3B', '9B', 'She looks to the sea from the bench, and back to the bench from the sea.', 'mirror'),
      mirror('7A', '7B', 'The same walk, empty and full.', 'variant'),
    ],
    tracks: [speech],
    pins: [pin('3A', 3, 12), pin('3C', 12, 17), pin('1A', 20.5, 28), pin('9B', 27, 33), pin('3B', 33.5, 40)],
    waivers: [row({ sceneId: scene('2').id, key: 'way-in', words: 'No way in or out: nothing wide' })],
    slots: [
      row({
        sceneId: scene('7').id,
        holderId: person('Caspian'),
        startMin: 10 * 60 + 40,
        lengthMin: 8,
        note: 'Dov and Wren beside the ladle, before the coats go on',
      }),
    ],
  };
}

function board(row: MakeRow, shotId: string, position: number, strokes: DemoPlan['pictures'][number]['strokes']) {
  return row({
    role: 'board' as const,
    shotId,
    fileHash: null,
    strokes,
    caption: '',
    widthPx: 1600,
    heightPx: 670,
    position,
  });
}

/** A few lines that say a head looking right, and a ladle on its way. */
const HEAD_RIGHT: DemoPlan['pictures'][number]['strokes'] = [
  {
    weight: 'thick',
    points: [
      0.3, 0.98, 0.31, 0.8, 0.36, 0.72, 0.33, 0.6, 0.32, 0.42, 0.37, 0.26, 0.46, 0.2, 0.54, 0.24, 0.58, 0.36, 0.62, 0.5,
      0.59, 0.53, 0.59, 0.62, 0.56, 0.7, 0.5, 0.72, 0.5, 0.84, 0.58, 0.98,
    ],
  },
  { weight: 'thin', points: [0.5, 0.42, 0.55, 0.4, 0.57, 0.44, 0.53, 0.47, 0.5, 0.45] },
  { weight: 'thin', points: [0.74, 0.05, 0.74, 0.95] },
  { weight: 'thin', points: [0.9, 0.05, 0.9, 0.95] },
];
const LADLE: DemoPlan['pictures'][number]['strokes'] = [
  { weight: 'thick', points: [0.38, 0.5, 0.4, 0.75, 0.58, 0.75, 0.6, 0.5] },
  { weight: 'thin', points: [0.38, 0.5, 0.49, 0.46, 0.6, 0.5, 0.49, 0.54, 0.38, 0.5] },
  { weight: 'thick', points: [0.49, 0.46, 0.49, 0.05] },
  { weight: 'thin', points: [0.2, 0.92, 0.8, 0.92] },
  { weight: 'thin', points: [0.64, 0.62, 0.8, 0.62, 0.77, 0.58] },
];

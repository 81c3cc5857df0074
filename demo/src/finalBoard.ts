import { CAMERA_DEFAULTS } from '@kavrell/core/camera';
import { PERSON_DEFAULTS } from '@kavrell/core/people';
import { PRODUCTION_DEFAULTS } from '@kavrell/core/brief';
import { PLACE_DEFAULTS } from '@kavrell/core/places';
import { SCENE_DEFAULTS, SHOT_DEFAULTS, type Scene, type Shot } from '@kavrell/core/scenes';
import { finalBoardCues } from './finalBoardCues.ts';
import { at, emptyPlan, rowMaker, type DemoPlan } from './plan.ts';

/** What each camera shows: the board, both players, a face each, the desk. */
const SIZES: Readonly<Record<string, Shot['size']>> = { A: 'insert', B: 'ms', C: 'cu', D: 'cu', E: 'mws' };

/**
 * *Final Board*: the last round of a chess congress, five cameras cut live with isolated recordings. Here with its
 * running order. Everything in it is made up.
 */
export function finalBoard(newId: () => string): DemoPlan {
  const productionId = newId();
  const row = rowMaker(newId, productionId);
  const plan = emptyPlan({
    id: productionId,
    version: 1,
    deletedAt: null,
    ...PRODUCTION_DEFAULTS,
    currency: 'GBP',
    title: 'Final Board',
    client: 'Orrin Vale Open',
    purpose: 'The last round as it happens, understood by somebody who only knows how the pieces move.',
    audience: 'Viewers at home; the hall sees nothing and hears nothing.',
    feeling: 'Quiet until it isn’t.',
    rate: '50',
    captureWidthPx: 1920,
    captureHeightPx: 1080,
  });
  const hall = row({
    ...PLACE_DEFAULTS,
    name: 'Corn hall',
    latitude: 51.88,
    longitude: -2.31,
    address: 'Corn Hall, Market Street, Orrin Vale',
    parking: 'Loading bay until 08:30',
    walkMin: 1,
    power: 'Two 32 A outlets behind the stage',
    hospital: 'Vale Infirmary, 12 min by car',
    contact: 'Congress office',
    notes: 'No fans, no shutters, no voices: comms by headset. Commentary desk in the side room.',
    confirmed: true,
  });
  const day = row({
    number: 1,
    date: '2027-09-26',
    timeZone: 'Europe/London',
    basePlaceId: hall.id,
    callMin: at(7),
    loadInMin: 120,
    strikeMin: 60,
    wantedWrapMin: at(19),
    meals: [],
    gustMps: null,
    forecast: null,
    notes: 'Doors 09:30. Clocks start 11:00. Up to five hours.',
  });
  const person = (name: string, kind: 'crew' | 'talent', role: string) =>
    row({
      ...PERSON_DEFAULTS,
      name,
      shortName: name.split(' ')[0] ?? name,
      kind,
      role,
      department: kind === 'crew' ? 'Camera' : '',
    });
  const tove = person('Tove Ackerley', 'crew', 'Director, and graphics');
  const abel = person('Abel Moreau-Finn', 'crew', 'Cameras 3 and 4');
  const host = person('Linnea Strand', 'talent', 'Host at the commentary desk');
  const expert = person('Gideon Asher-Pole', 'talent', 'Expert');
  const north = person('Marek Oduya', 'talent', 'Player, north');
  const south = person('Celeste Varn', 'talent', 'Player, south');
  const camera = (letter: string, name: string, framing: string) =>
    row({
      ...CAMERA_DEFAULTS,
      letter,
      name,
      framing,
      rate: '50',
      cardSizeBytes: 512e9,
      rateMbps: 200,
      simulated: true,
    });
  const cameras = [
    camera('A', 'Compact 4/3 body', '1 board from above'),
    camera('B', 'S35 cinema body', '2 both players'),
    camera('C', 'Photo hybrid, wireless', '3 face north'),
    camera('D', 'Photo hybrid, wireless', '4 face south'),
    camera('E', 'Full-frame cinema body', '5 commentary'),
  ];
  let position = 0;
  const cue = (
    title: string,
    plannedMin: number,
    lengthMin: number,
    synopsis: string,
    personIds: string[],
    letters: string,
  ): { scene: Scene; shots: Shot[] } => {
    position += 1;
    const number = position;
    const own: Scene = row({
      ...SCENE_DEFAULTS,
      number: String(number),
      title,
      kind: 'cue' as const,
      placeId: hall.id,
      dayId: day.id,
      plannedMin,
      lengthMin,
      synopsis,
      personIds,
      eighths: 0,
      position: number,
    });
    const shots = [...letters].map((letter, i) =>
      row({
        ...SHOT_DEFAULTS,
        sceneId: own.id,
        code: `${number}${'ABCDE'[i]}`,
        position: number * 10 + i,
        description: cameras.find((c) => c.letter === letter)?.framing ?? '',
        cameras: [letter],
        takesPlanned: 1,
        takeLengthMin: lengthMin,
        rehearseMin: 0,
        resetMin: 0,
        turnMin: 0,
        happensOnce: true,
        priority: 'must' as const,
        personIds:
          letter === 'C' ? [north.id] : letter === 'D' ? [south.id] : letter === 'E' ? [host.id, expert.id] : [],
        size: SIZES[letter] ?? null,
        faceNeeded: 'CD'.includes(letter),
      }),
    );
    return { scene: own, shots };
  };
  const cues = [
    cue('Titles and opening segment', at(10, 45), 3, 'Pre-made, two minutes forty.', [], 'E'),
    cue('Desk: the standings', at(10, 48), 9, 'Who needs what.', [host.id, expert.id], 'E'),
    cue('Players sit, hands', at(10, 57), 3, 'Handshake once.', [north.id, south.id], 'BCD'),
    cue('Clocks start', at(11), 60, 'Opening moves; the board leads.', [north.id, south.id], 'ABCDE'),
    cue(
      'Middle game',
      at(12),
      150,
      'Faces when somebody thinks for longer than five minutes.',
      [north.id, south.id],
      'ABCDE',
    ),
    cue('Segment: the bookshop problem', at(14, 30), 4, 'Pre-made; a way out when nothing moves.', [], 'E'),
    cue('Time trouble', at(14, 34), 60, 'Both clocks under ten minutes.', [north.id, south.id], 'ABCDE'),
    cue('Result and handshake', at(15, 40), 5, 'Not known when.', [north.id, south.id], 'BCD'),
    cue('Prize giving', at(16, 15), 25, 'On the stage, other light.', [north.id, south.id], 'BE'),
  ];
  return {
    ...plan,
    places: [hall],
    days: [day],
    people: [tove, abel, host, expert, north, south],
    engagements: [tove, abel].map((who) => row({ dayId: day.id, personId: who.id, callOffsetMin: 0, callMin: null })),
    cameras,
    ...finalBoardCues(row, {
      ...{ dayId: day.id, director: tove.id, operator: abel.id, cameras },
      scene: (title) => cues.find((c) => c.scene.title === title)?.scene.id as string,
    }),
    deliverables: [
      row({
        title: 'The stream',
        tag: 'stream',
        pieces: 1,
        durationS: 21000,
        widthPx: 1920,
        heightPx: 1080,
        rate: '50',
        captions: 'live, by the congress',
        due: '2027-09-26',
        notes: '',
        position: 1,
      }),
      row({
        title: 'Ten minutes of the round',
        tag: 'round',
        pieces: 1,
        durationS: 600,
        widthPx: 1920,
        heightPx: 1080,
        rate: '25',
        captions: '',
        due: '2027-10-03',
        notes: '',
        position: 2,
      }),
    ],
    asks: [
      row({
        kind: 'mark' as const,
        title: 'Congress lettering behind the desk',
        tag: 'lettering',
        detail: 'Magenta and green: mind the key colour',
        state: 'agreed' as const,
        cameraId: null,
        personId: null,
        means: '',
        priceMinor: 0,
        askedOn: '2027-08-01',
        position: 1,
      }),
    ],
    palettes: [
      row({
        name: 'Congress colours',
        role: 'brand' as const,
        reason: 'On every graphic and behind the desk',
        storyState: '',
        sceneIds: [],
        swatches: [
          { hex: '#c2188f', share: 0 },
          { hex: '#1f9d4d', share: 0 },
        ],
        pictureId: null,
        position: 1,
      }),
      row({
        name: 'Host and expert',
        role: 'costume' as const,
        reason: '',
        storyState: '',
        sceneIds: cues.filter((c) => c.scene.title.startsWith('Desk')).map((c) => c.scene.id),
        swatches: [
          { hex: '#3b3f4a', share: 0 },
          { hex: '#d9d2c3', share: 0 },
        ],
        pictureId: null,
        position: 2,
      }),
    ],
    scenes: cues.map((c) => c.scene),
    shots: cues.flatMap((c) => c.shots),
  };
}

import { SETUP_DEFAULTS } from '@kavrell/core/light';
import { ROOM_DEFAULTS } from '@kavrell/core/places';
import { at, type DemoPlan, type MakeRow } from './plan.ts';
import { bounce, camera, feature, person, planOf } from './stage.ts';

/** The lifeboat's slip: one board in the wind beside water, and nothing to plug in. */
export function slipLight(
  row: MakeRow,
  placeId: string,
  coxswainId: string,
): Pick<DemoPlan, 'rooms' | 'setups' | 'placeFacts'> {
  const room = row({
    ...ROOM_DEFAULTS,
    placeId,
    name: 'Head of the slip',
    widthM: 16,
    depthM: 12,
    heightM: 8,
    outside: true,
    upBearingDeg: 40,
    reflectance: 0,
    features: [
      feature('water', 'water', 'the bay', [0, 0, 16, 0], [0, 0]),
      feature('block', 'rail', 'rail', [2, 2.4, 14, 2.5], [0, 1.1]),
    ],
    position: 1,
  });
  const setup = row({
    ...SETUP_DEFAULTS,
    code: 'L1',
    name: 'Coxswain before the launch',
    placeId,
    rigMin: 6,
    hands: 1,
    notes: 'Sun from behind and a white board. Nobody but one to hold it.',
    plan: planOf(
      room.id,
      [
        person({ id: 'cox', name: 'Elin', xM: 8, yM: 6, turnDeg: 200, personId: coxswainId }),
        camera({ id: 'cam-a', letter: 'A', xM: 6.6, yM: 9, turnDeg: 25, focalMm: 50, zM: 1.6 }),
        bounce('white', {
          id: 'board',
          name: 'white board',
          xM: 9,
          yM: 8.2,
          zM: 1.4,
          turnDeg: 335,
          widthM: 1.2,
          heightM: 1.2,
          standKey: 'stand-light',
        }),
      ],
      { atMin: at(14), sky: 'partly', wanted: { faceId: 'cox', tStop: null, ratio: null, whiteK: 5600 } },
    ),
  });
  const fact = (
    topic: DemoPlan['placeFacts'][number]['topic'],
    words: string,
    position: number,
    more: Partial<DemoPlan['placeFacts'][number]> = {},
  ) =>
    row({
      placeId,
      topic,
      words,
      detail: null,
      foundOn: '2027-06-05',
      source: 'seen' as const,
      ages: 'month' as const,
      pictureId: null,
      position,
      ...more,
    });
  return {
    rooms: [room],
    setups: [setup],
    placeFacts: [
      fact('position', 'Gallery, rail, and the foot of the slip behind the painted line', 1),
      fact('noise', 'Gulls, engines, and the band', 2, {
        detail: { everyMin: 4, lastsS: 20, fromMin: at(13), toMin: at(16) },
      }),
      fact('permission', 'No drone over the crowd', 3, {
        source: 'told',
        detail: { what: 'drone', state: 'forbidden', leadDays: 0 },
      }),
      fact('network', 'One bar behind the boathouse', 4, { source: 'measured', detail: { upMbps: 2 } }),
    ],
  };
}

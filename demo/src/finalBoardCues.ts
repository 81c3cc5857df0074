import { CUE_DEFAULTS, type CueKind } from '@kavrell/core/cover';
import type { Link } from '@kavrell/core/sound';
import { at, type DemoPlan, type MakeRow } from './plan.ts';

interface Board {
  dayId: string;
  scene: (title: string) => string;
  /** Who calls: the director, who also does the graphics. */
  director: string;
  operator: string;
  cameras: DemoPlan['cameras'];
}

/** The running order of the last round, what is switched where (eight wanted of six), two radio pictures that come late, and what hangs on which outlet. */
export function finalBoardCues(
  row: MakeRow,
  { dayId, scene, director, operator, cameras }: Board,
): Pick<DemoPlan, 'cues' | 'sharedThings' | 'links'> {
  let position = 0;
  const cue = (
    title: string,
    kind: CueKind,
    words: string,
    lengthS: number,
    more: Partial<DemoPlan['cues'][number]> = {},
  ) => {
    position += 1;
    return row({
      ...CUE_DEFAULTS,
      ...{ dayId, sceneId: scene(title), kind, words, lengthS, callerId: director, position },
      ...more,
    });
  };
  const opening = 'Titles and opening segment';
  const desk = 'Desk: the standings';
  const hands = 'Players sit, hands';
  const cues = [
    cue(opening, 'graphic', 'Countdown board out, titles in', 20, { fixedMin: at(10, 45), doerId: director }),
    cue(opening, 'playback', 'Opening segment', 160, { file: 'opening_v4.mov' }),
    cue(desk, 'camera', 'Commentary desk, both', 90, { doerId: operator }),
    cue(desk, 'graphic', 'Table of standings', 120, { doerId: director }),
    cue(desk, 'prompter', 'Host: who needs what', 240),
    cue(desk, 'camera', 'Walk to the board, wide', 75, { doerId: operator }),
    cue(hands, 'camera', 'Both players sit', 60, { doerId: operator }),
    cue(hands, 'sound', 'Hall microphones up, desk down', 15),
    cue(hands, 'camera', 'Handshake, faces', 45, { doerId: operator }),
    cue('Clocks start', 'stage', 'Arbiter starts the clocks', 30, { fixedMin: at(11) }),
    cue('Segment: the bookshop problem', 'playback', 'Bookshop segment', 225, {
      ...{ file: 'bookshop_v2.mov', fixedMin: at(14, 30) },
    }),
    cue('Prize giving', 'stage', 'Prizes, third to first', 1500, { fixedMin: at(16, 15) }),
  ];
  const letters = (wanted: string) => cameras.filter((c) => wanted.includes(c.letter)).map((c) => c.id);
  const thing = (
    name: string,
    kind: 'switcher' | 'circuit' | 'network',
    more: Partial<DemoPlan['sharedThings'][number]>,
  ) => {
    position += 1;
    return row({
      ...{ name, kind, cameraIds: [], boxIds: [], sourceIds: [], inputs: null, others: [], position },
      ...more,
    });
  };
  const radio = (n: number, letter: string): Link =>
    row({
      ...{ name: `Picture of ${letter}`, kind: 'picture' as const, wired: false, reaches: 'Switcher' },
      ...{ cameraId: letters(letter)[0] ?? null, frequencyMhz: null, lowMhz: null, highMhz: null },
      ...{ bandwidthKhz: 20_000, fixed: true, rangeM: 60, distanceM: 25, delayMs: 40, position: n },
    });
  return {
    cues,
    links: [radio(1, 'C'), radio(2, 'D')],
    sharedThings: [
      thing('Switcher', 'switcher', {
        ...{ cameraIds: letters('ABCDE'), inputs: 6, others: ['Graphics machine', 'Segment player', 'Host’s tablet'] },
      }),
      thing('Outlet 1 behind the stage', 'circuit', { cameraIds: letters('ABE') }),
      thing('Hall network', 'network', { cameraIds: letters('CD') }),
    ],
  };
}

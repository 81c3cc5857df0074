/** How far a kind of figure is to be trusted: what it was compared with, how far off it was, and the test that holds it to that. */
export interface Trust {
  group: 'Light' | 'Sun and sky' | 'The day' | 'Time and sound' | 'Copies';
  figure: string;
  /** What it was compared with; null where there was nothing to compare it with, which is said. */
  against: string | null;
  within: string;
  /** The test, from the root of the repository. */
  test: string | null;
}

/** The page “How far to trust this”, and the table above the formulas. What stands here is what the tests hold. */
export const TRUST: readonly Trust[] = [
  {
    group: 'Light',
    figure: 'Light at a face, read exactly, without a room around it',
    against: 'an independent reference with boards, cloths and flags near and far',
    within: '0.01 stop',
    test: 'core/src/physics/illumination/readings.test.ts',
  },
  {
    group: 'Light',
    figure: 'The same in a room, with windows and all that walls give back',
    against: 'the same reference, and a path tracer on made-up rooms',
    within: '0.05 stop of the one, 0.1 of the other',
    test: 'core/src/physics/illumination/kernel.test.ts',
  },
  {
    group: 'Light',
    figure: 'Light at a face, read closely: at once when the hand rests, and what cameras are exposed for',
    against: 'the exact reading, on 60 made-up plans of a lamp, a board and a flag, a third of them in a room',
    within: '0.03 stop on nine of ten in the open, 0.1 in rooms',
    test: 'core/src/rooms/light/exact.test.ts',
  },
  {
    group: 'Light',
    figure: 'Light at a face, read quickly: while something is moved, with mirrors, under the open sky',
    against: 'the exact reading, on 160 made-up plans of a lamp, a board and a flag, a quarter of them in a room',
    within:
      '0.3 stop on nine of ten in the open, 1.1 in rooms. A wide frame close to its lamp is read over half a stop too bright',
    test: 'core/src/rooms/light/exact.test.ts',
  },
  {
    group: 'Light',
    figure: 'Lines of light, once the hand rests',
    against: 'the kernel at its finest, asked at the very place, on made-up plans with a frame, a board and a flag',
    within:
      '0.03 stop at half of all places, 0.25 at nine of ten. They are read at every 64th of the plan: the edge of a shadow is drawn softer than it is, but for the sun’s',
    test: 'core/src/rooms/light/exactField.test.ts',
  },
  {
    group: 'Light',
    figure: 'The same while something is moved, with mirrors, under the open sky',
    against: 'what a meter turned to the lamp reads there',
    within: '0.1 stop for a lamp; boards and cloths are drawn as one piece each, shadows have hard edges',
    test: 'core/src/rooms/light/field.test.ts',
  },
  {
    group: 'Light',
    figure: 'What a lamp gives',
    against: null,
    within:
      'a third of a stop: figures are typical of their class. A meter wins; put your own into the kit, then a tenth is reckoned',
    test: null,
  },
  {
    group: 'Sun and sky',
    figure: 'When the sun rises, sets and passes a height',
    against: 'the almanac’s formula, and its own height at that instant',
    within: 'two minutes on a flat horizon; hills are as good as the skyline that was typed',
    test: 'core/src/physics/sun/sun.test.ts',
  },
  {
    group: 'Sun and sky',
    figure: 'How much light sun and sky give',
    against: null,
    within: 'about a stop: typical daylight by the sun’s height. Cloud decides',
    test: null,
  },
  {
    group: 'The day',
    figure: 'When a day in an order wraps',
    against: 'a second program that times the same orders another way',
    within: 'the same minute, always: it is arithmetic. The minutes that go in are estimates',
    test: 'core/src/plan/day/solve.test.ts',
  },
  {
    group: 'The day',
    figure: 'The best order',
    against: 'every order there is, up to six shots; beyond fifteen, days whose best order is known',
    within: 'none is better where it says “proven”; else the best that a search of fixed length finds',
    test: 'core/src/plan/day/search.test.ts',
  },
  {
    group: 'The day',
    figure: 'The odds',
    against: 'a simulation of its own that shares no code',
    within: 'one point of a hundred. The spreads that go in are rules of thumb until the job has its own pace',
    test: 'core/src/plan/day/odds.test.ts',
  },
  {
    group: 'The day',
    figure: 'The odds of a day with meals',
    against: 'meals decided on the minute, on 293 made-up plans',
    within:
      '0.4 % too good on average, since a simulated meal is put where it costs least; up to 29 % where windows are tight',
    test: 'core/src/plan/day/hindsight.test.ts',
  },
  {
    group: 'Time and sound',
    figure: 'Timecode out of sound',
    against: 'reference sounds: turned round, cut, noisy, a hundredth of the level, five rates, 3 % off speed',
    within: 'every whole word and none that is not there',
    test: 'core/src/base/ltc/ltc.test.ts',
  },
  {
    group: 'Time and sound',
    figure: 'Radio carriers that disturb each other',
    against: 'third-order products counted one by one',
    within: 'all of them; what a transmitter adds of its own is not known here',
    test: 'core/src/rooms/sound/sound.test.ts',
  },
  {
    group: 'Copies',
    figure: '“Verified”',
    against: 'the file on the card, read back from the drive byte by byte and compared by xxHash64',
    within: 'exactly, at that moment. A drive can die the next: keep two, apart, and have them read again',
    test: 'copies/src/copies.test.ts',
  },
];

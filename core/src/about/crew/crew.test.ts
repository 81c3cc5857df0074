import { describe, expect, it } from 'vitest';
import { CAMERA_DEFAULTS, type Camera } from '../../rooms/camera/index.ts';
import { DAY_DEFAULTS, planDay, type Day, type DayItem } from '../../plan/day/index.ts';
import { SETUP_DEFAULTS, type Setup } from '../../rooms/light/index.ts';
import { aFrame, aPlan } from '../../rooms/light/testing.ts';
import { PLACE_DEFAULTS, type Place } from '../../rooms/places/index.ts';
import { SCENE_DEFAULTS, SHOT_DEFAULTS, type Scene, type Shot } from '../../rooms/scenes/index.ts';
import { PERSON_DEFAULTS, personFields, type Engagement, type Person } from '../../rooms/people/index.ts';
import { bookedTwice, dutiesOf, hoursFindings, peopleDay, roleLoad } from './index.ts';

const row = { productionId: 'p', version: 1, deletedAt: null };
const WATCHER = '00000000-0000-7000-8000-0000000000aa';
const person = (id: string, f: Partial<Person> = {}): Person => ({
  ...row,
  id,
  ...PERSON_DEFAULTS,
  name: id,
  shortName: id,
  ...f,
});
const day = (id: string, number: number, f: Partial<Day> = {}): Day => ({
  ...row,
  id,
  ...DAY_DEFAULTS,
  number,
  date: `2027-03-${17 + number}`,
  timeZone: 'Europe/London',
  basePlaceId: 'hall',
  meals: [],
  ...f,
});
const engaged = (dayId: string, personId: string): Engagement => ({
  ...row,
  id: `${dayId}${personId}`,
  dayId,
  personId,
  callOffsetMin: 15,
  callMin: null,
});
const place: Place = { ...row, id: 'hall', ...PLACE_DEFAULTS, name: 'Hall' };
const scene: Scene = { ...row, id: 's', ...SCENE_DEFAULTS, number: '1', title: 'x', placeId: 'hall', position: 1 };
const shot = (code: string, f: Partial<Shot> = {}): Shot => ({
  ...row,
  id: code,
  ...SHOT_DEFAULTS,
  sceneId: 's',
  code,
  position: 1,
  minutesOverride: 30,
  cameras: ['A'],
  ...f,
});
const item = (dayId: string, s: Shot, i: number): DayItem => ({
  ...row,
  id: `i${s.code}`,
  dayId,
  shotId: s.id,
  title: '',
  minutes: null,
  placeId: null,
  setupId: null,
  personIds: [],
  position: i,
  pinnedStartMin: null,
  unit: 1,
});
const planned = (d: Day, shots: Shot[], setups: Setup[] = []) =>
  planDay({
    day: d,
    items: shots.map((s, i) => item(d.id, s, i)),
    shots,
    scenes: [scene],
    setups,
    relights: [],
    lightKit: [],
    rooms: [],
    places: [place],
    moves: [],
  });
const camera = (letter: string, operatorId: string | null, f: Partial<Camera> = {}): Camera => ({
  ...row,
  id: letter,
  ...CAMERA_DEFAULTS,
  letter,
  operatorId,
  ...f,
});
const time = (m: number) => `${Math.floor(m / 60)}:${String(Math.round(m) % 60).padStart(2, '0')}`;

describe('who does what', () => {
  const oda = person(WATCHER, { shortName: 'Oda' });
  const piet = person('piet', { shortName: 'Piet', role: 'Sound recordist' });
  const d = day('d1', 1);
  const sources = (shots: Shot[], people: Person[], cameras: Camera[], setups: Setup[] = []) => ({
    plan: planned(d, shots, setups),
    people,
    engagements: people.map((p) => engaged('d1', p.id)),
    cameras,
  });
  it('two cameras on one person are argued with their minutes', () => {
    const s = sources(
      [shot('1A', { cameras: ['A', 'B'] }), shot('1B', { cameras: ['A'] })],
      [oda],
      [camera('A', oda.id), camera('B', oda.id)],
    );
    const [found] = roleLoad(s, time);
    expect(found?.words).toMatch(/^Oda has camera A and camera B at once for 30\smin, from/);
    expect(found?.mend).toMatch(/One person more for 30\smin/);
  });
  it('what nobody does is named with its hours; a fixed camera runs by itself', () => {
    const s = sources(
      [shot('1A', { cameras: ['A', 'D'], sound: 'boom' })],
      [oda],
      [camera('A', oda.id), camera('D', null, { mount: 'fixed 3 mm' })],
    );
    expect(roleLoad(s, time).map((f) => f.words)).toEqual([
      expect.stringMatching(/^Sound: nobody between \d+:\d\d and \d+:\d\d \(1A\)\.$/),
    ]);
    expect(roleLoad(sources([shot('1A', { sound: 'boom' })], [oda, piet], [camera('A', oda.id)]), time)).toEqual([]);
    expect(roleLoad(sources([shot('1A')], [oda], [camera('A', null)]), time)[0]?.words).toMatch(/^Camera A: nobody/);
  });
  it('a watcher who also operates is danger', () => {
    const setup: Setup = {
      ...row,
      id: 'L1',
      ...SETUP_DEFAULTS,
      code: 'L1',
      name: 'x',
      placeId: 'hall',
      plan: aPlan([aFrame({ name: 'silk', standKey: 'stand-arm', watcherId: oda.id })]),
    };
    const s = sources([shot('1A', { setupId: 'L1' })], [oda], [camera('A', oda.id)], [setup]);
    expect(dutiesOf(s).map((x) => x.what)).toContain('watching silk');
    expect(roleLoad(s, time).find((f) => f.personId === oda.id)).toMatchObject({ level: 'danger' });
  });
});

describe('hours and rest', () => {
  const [one, two] = [day('d1', 1, { callMin: 480, wantedWrapMin: 1200 }), day('d2', 2, { callMin: 420 })];
  const long = Array.from({ length: 21 }, (_, i) =>
    shot(`1${'ABCDEFGHJKLMNPQRSTUVW'[i]}`, { personIds: i === 0 || i === 20 ? ['ilse'] : [] }),
  );
  const people = [
    person('mirko', { travelMin: 45 }),
    person('ilse', { kind: 'talent' }),
    person('wren', { minor: true }),
  ];
  const engagements = people.flatMap((p) => [engaged('d1', p.id), engaged('d2', p.id)]);
  const list = peopleDay(planned(one, long), planned(two, [shot('2A')]), people, engagements);
  const of = (id: string) => list.find((p) => p.person.id === id);
  it('rest is door to door, and told when it is too short', () => {
    const mirko = of('mirko');
    const free = (1440 - (mirko?.releaseMin ?? 0) + 420) / 60;
    expect(mirko?.restH).toBeCloseTo(free - 1.5, 6);
    expect(mirko?.workedH).toBeGreaterThan(12);
    expect(mirko?.findings.map((f) => f.words).join(' ')).toMatch(
      /rests .*door to door.*drives 45\smin home.*driving tired kills/s,
    );
    expect((mirko?.overtimeH ?? 0) + (mirko?.doubleH ?? 0)).toBeCloseTo((mirko?.workedH ?? 0) - 10, 6);
  });
  it('the way home is set against a bed near by: its rest and its price', () => {
    const [paid] = peopleDay(
      planned(one, long),
      planned(two, [shot('2A')]),
      [person('mirko', { travelMin: 45, dayRateMinor: 40_000 })],
      engagements,
      { hotelMinor: 9000, driveHourMinor: 1000, mealsAreWork: true },
    );
    // An hour and a half of road: 15.00 of driving, and 60.00 of time at 400.00 for ten hours.
    expect(paid?.night?.home).toEqual({ restH: paid?.restH, costMinor: 7500 });
    expect(paid?.night?.hotel).toEqual({ restH: (paid?.restH ?? 0) + 1.5, costMinor: 9000 });
    expect(of('mirko')?.night?.home.costMinor).toBeNull();
    expect(of('wren')?.night).toBeNull();
  });
  it('people in the picture are let go after their last shot, and their waiting is told', () => {
    const ilse = of('ilse');
    expect(ilse?.waitingMin).toBeGreaterThan(60);
    expect(ilse?.findings.some((f) => /waits .* between call and last shot/.test(f.words))).toBe(true);
    expect(of('wren')?.findings.some((f) => /under 18/.test(f.words))).toBe(true);
  });
  it('people in the same case are named together, the worst first', () => {
    const crew = [person('mirko', { travelMin: 45 }), person('oda'), person('jonna'), person('piet')];
    const said = hoursFindings(
      peopleDay(
        planned(one, long),
        null,
        crew,
        crew.map((p) => engaged('d1', p.id)),
      ),
    ).map((f) => f.words);
    expect(said[0]).toMatch(/^mirko drives 45\smin home after/);
    expect(said[1]).toMatch(/^jonna, oda and piet go home after .*driving tired kills/);
    expect(said).toHaveLength(2);
  });
  it('meals are work or not as the job says; who drives tired, and how long a minor is here, counts them either way', () => {
    const fed = planned(
      day('d1', 1, { meals: [{ latestAfterMin: 300, minutes: 45 }] }),
      Array.from({ length: 26 }, (_, i) => shot(`1${String.fromCharCode(65 + i)}`)),
    );
    const crew = [person('mirko', { travelMin: 45 }), person('wren', { minor: true })];
    const booked = crew.map((p) => engaged('d1', p.id));
    const [work, free] = [true, false].map((mealsAreWork) =>
      peopleDay(fed, null, crew, booked, { hotelMinor: null, driveHourMinor: null, mealsAreWork }),
    );
    expect(fed.meals).toHaveLength(1);
    const [a, b] = [work?.[0], free?.[0]];
    expect((a?.workedH ?? 0) - (b?.workedH ?? 0)).toBeCloseTo(0.75, 6);
    expect((a?.doubleH ?? 0) - (b?.doubleH ?? 0)).toBeGreaterThan(0);
    expect(a?.findings.map((f) => f.words).join()).toMatch(/driving tired/);
    expect(free?.map((p) => p.findings)).toEqual(work?.map((p) => p.findings));
  });
  it('the last day has no rest to count; a date that is none is refused', () => {
    expect(peopleDay(planned(one, long), null, people, engagements)[0]?.restH).toBeNull();
    expect(personFields.shape.away.safeParse(['2027-02-30']).error?.issues[0]?.message).toMatch(/date that exists/);
    expect(personFields.shape.dayRateMinor.safeParse(-1).success).toBe(false);
  });
  it('booked twice: the same name on the same date elsewhere', () => {
    expect(
      bookedTwice(
        [{ name: 'Mirko Hale', dates: ['2027-03-18'] }],
        [{ name: 'mirko hale', production: 'The other', dates: ['2027-03-18', '2027-03-20'] }],
      ),
    ).toEqual([{ name: 'Mirko Hale', production: 'The other', date: '2027-03-18' }]);
  });
});

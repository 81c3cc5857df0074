import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { BookSetup } from '@kavrell/core/book';
import { catalogueOf } from '@kavrell/core/light';
import { ROOM_DEFAULTS } from '@kavrell/core/places';
import type { DemoPlan } from '@kavrell/demo';
import { queries } from '../../platform/queries.ts';
import { clearPage, demoPlan, openScreen, preparePage, press, said, testId, written } from '../../testing/screen.tsx';
import { LightScreen } from './LightScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

const LAMP = [...catalogueOf().values()].find((k) => k.data.kind === 'fixture')!.data;
const HOUSE = '00000000-0000-7000-8000-00000000b00c';
const entryOf = (plan: DemoPlan, values: Partial<BookSetup> = {}): BookSetup => ({
  ...{
    id: testId(),
    productionId: HOUSE,
    version: 1,
    deletedAt: null,
    sourceId: testId(),
    job: 'Old job',
    date: '2026-05-01',
  },
  ...{
    name: 'L4 The pour',
    style: 'scene',
    place: 'Foundry',
    room: 'Hall',
    cameras: [],
    people: [],
    lines: ['key: at 40 %'],
  },
  ...{
    remark: 'The flag stood lower.',
    tStop: 2.8,
    ei: 800,
    tookMin: 38,
    plannedMin: 30,
    shots: 2,
    takes: 5,
    photoHashes: [],
  },
  ...{ kit: [], note: '', position: 1, plan: plan.setups.find((s) => s.plan.items.length > 4)!.plan, ...values },
});
/** The Light screen of a job without setups, with one small room and a book of these. */
function open(setups: (plan: DemoPlan) => BookSetup[], bare = false) {
  const plan = demoPlan();
  const [place] = plan.places;
  const room = {
    ...ROOM_DEFAULTS,
    ...{ id: testId(), productionId: plan.production.id, version: 1, deletedAt: null },
    placeId: place!.id,
    name: 'Attic',
    position: 1,
    widthM: 3,
    depthM: 2.5,
    heightM: 2.1,
  };
  queries.setQueryData(['house'], { productionId: HOUSE });
  queries.setQueryData(['rows', HOUSE, 'bookSetups'], setups(plan));
  queries.setQueryData(['rows', HOUSE, 'bookDays'], []);
  const own = {
    ...plan,
    setups: [],
    relights: [],
    lightKit: [],
    rooms: bare ? [] : [room],
    shots: plan.shots.map((s) => ({ ...s, setupId: null })),
    dayItems: [],
  };
  openScreen(<LightScreen />, { plan: own });
  press('One of a former job');
  return { plan: own, room };
}
const entry = (name: string) => within(document.querySelector<HTMLElement>(`[data-book="${name}"]`)!);

describe('a setup of a former job', () => {
  it('is told with what it took and what had to give way, and put in with one press', () => {
    const { room } = open((plan) => [entryOf(plan)]);
    expect(said()).toContain('took 38 min');
    expect(said()).toContain('Stood otherwise: The flag stood lower.');
    expect(said()).toContain('This room is smaller');
    fireEvent.click(entry('L4 The pour').getByRole('button', { name: 'Put it in' }));
    const [{ ops, label }] = written() as [ReturnType<typeof written>[number]];
    expect(label).toBe('L1 from the book');
    expect(ops).toHaveLength(1);
    expect(ops[0]).toMatchObject({
      op: 'insert',
      table: 'setups',
      values: { code: 'L1', name: 'The pour', rigMin: 38, plan: { roomId: room.id, ambientLux: 0 } },
    });
    expect(ops[0]).toMatchObject({
      values: { notes: expect.stringMatching(/^As built on “Old job”\. .*This room is smaller/) as string },
    });
  });
  it('what took longer than any rig is left to the plan, and told', () => {
    open((plan) => [entryOf(plan, { tookMin: 700 })]);
    fireEvent.click(entry('L4 The pour').getByRole('button', { name: 'Put it in' }));
    expect(written()[0]!.ops[0]).toMatchObject({ table: 'setups', values: { rigMin: null } });
  });
  it('brings the lamps along that this job does not know', () => {
    const lamp = {
      key: 'my-lamp',
      name: 'My lamp',
      notes: '',
      data: LAMP,
    } as BookSetup['kit'][number];
    open((plan) => [entryOf(plan, { kit: [lamp] })]);
    fireEvent.click(entry('L4 The pour').getByRole('button', { name: 'Put it in' }));
    expect(written()[0]!.ops.map((op) => op.table)).toEqual(['lightKit', 'setups']);
  });
  it('is found by what is in it; nothing found says how many there are', () => {
    open((plan) => [entryOf(plan), entryOf(plan, { name: 'I1 Two chairs', style: 'interview' })]);
    fireEvent.change(screen.getByLabelText(/^Look for/), { target: { value: 'interview' } });
    expect(document.querySelectorAll('[data-book]')).toHaveLength(1);
    expect(said()).toMatch(/1 of 2\ssetups/);
  });
  it('an empty book says how it comes about; a place without a room takes it as it was', () => {
    open(() => []);
    expect(said()).toContain('The book is empty');
    clearPage();
    preparePage();
    open((plan) => [entryOf(plan, { plan: { ...plan.setups[0]!.plan, ambientLux: 0 } })], true);
    expect(said()).toContain('It fits as it was.');
  });
});

import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Clip, CopyFile, CopyJob } from '@kavrell/core/copies';
import type { LogPayload } from '@kavrell/core/log';
import { minuteToMs } from '@kavrell/core/time';
import type { DemoPlan } from '@kavrell/demo';
import {
  barePlan,
  clearPage,
  demoPlan,
  holdClock,
  openScreen,
  openView,
  OWNER,
  preparePage,
  press,
  said,
  stubServer,
  testId,
  written,
} from '../../testing/screen.tsx';
import { CopiesScreen } from './CopiesScreen.tsx';
import { sleepFrom } from './useTonight.ts';

beforeEach(() => {
  preparePage();
  stubServer();
});
afterEach(() => {
  vi.useRealTimers();
  clearPage();
});

const plain = () => said().replaceAll('\u00a0', ' ');
/** The bell’s first evening at 20:00: A001 is out with 60 GB, verified on these drives. */
function evening(
  verifiedOn: readonly string[] = [],
  more: Parameters<typeof openScreen>[1] & {
    running?: boolean;
    /** Both fast drives lie in the van. */
    together?: boolean;
    logged?: (plan: DemoPlan) => LogPayload[];
  } = {},
) {
  const made = demoPlan();
  const plan = { ...made, production: { ...made.production, simulatedNowOffsetMs: null } };
  const [day] = plan.days;
  holdClock(minuteToMs(day!.date, day!.timeZone, 20 * 60));
  const drives = plan.drives.map((d) => ({
    ...d,
    ...(more.together ? { whereabouts: 'Card wallet' } : {}),
    volume: { id: `mark ${d.name}`, device: `disk ${d.name}`, takenOnAtMs: 0, by: '' },
  }));
  const card = plan.cards.find((c) => c.label === 'A001')!;
  const base = { productionId: plan.production.id, version: 1, cardId: card.id };
  const clip: Clip = {
    ...{ ...base, id: testId(), name: 'A001C001.mov', path: 'A001C001.mov', sizeBytes: 60e9 },
    ...{ startTimecode: null, durationMs: null, rate: null, looked: null },
  };
  const job = {
    ...{ ...base, id: testId(), driveIds: drives.map((d) => d.id), kind: 'copy', verifySource: false, by: '' },
    ...{ state: more.running ? 'running' : 'verified', totalBytes: 60e9, totalFiles: 1, doneBytes: 60e9, places: [] },
    ...{ startedAtMs: 1, endedAtMs: 2, failure: null },
  } as CopyJob;
  const copyFiles = verifiedOn.map((name): CopyFile => {
    const drive = drives.find((d) => d.name === name)!;
    return {
      ...{ ...base, id: testId(), jobId: job.id, driveId: drive.id, path: clip.path, sizeBytes: clip.sizeBytes },
      ...{ state: 'verified', hash: 'x', readFrom: 'medium', failure: null, volumeId: drive.volume.id },
      ...{ damage: [], savedAs: null },
    };
  });
  const logEntries = (more.logged?.(plan) ?? []).map((payload) => ({
    ...{ id: testId(), productionId: plan.production.id, version: 1, deletedAt: null, by: '', payload },
    ...{ dayId: day!.id, atMs: minuteToMs(day!.date, day!.timeZone, 19 * 60) },
  }));
  // Packs are looked at by themselves.
  const rows = { drives, packs: [], clips: [clip], copyJobs: [job], copyFiles, logEntries, ...more.rows };
  return { ...openScreen(<CopiesScreen />, { ...more, plan, rows }), plan };
}
const opsOf = () => written().flatMap((w) => w.ops);

describe('when somebody sleeps', () => {
  it.each([
    ['23:30', '06:00', 20 * 60, { fromS: 12_600, toS: 36_000 }],
    ['1:00', '7:00', 23 * 60, { fromS: 7200, toS: 28_800 }],
    ['23', '6', 25 * 60, { fromS: 22 * 3600, toS: 29 * 3600 }],
  ])('%s to %s asked at minute %d', (from, to, now, wanted) => expect(sleepFrom(from, to, now)).toEqual(wanted));
  it('what is no time is said at its field, and nobody sleeps by it', async () => {
    evening();
    await openView('Tonight');
    fireEvent.change(screen.getByLabelText('Asleep from'), { target: { value: 'late' } });
    expect(screen.getByRole('alert').textContent).toBe('“late” is not a time: write 07:05.');
    expect(plain()).toContain('You may sleep at 20:01');
  });
});

describe('tonight', () => {
  it('the big word is when one may sleep; swaps with their reader, and what was assumed', async () => {
    const { side } = evening();
    await openView('Tonight');
    expect(plain()).toContain('You may sleep at 20:01');
    expect(plain()).toMatch(/1 swap by hand: 20:00 A001 into Reader 1\. All of it read back by 20:\d\d\./);
    expect(side().getByText(/Nothing was copied to Night disk yet/)).toBeTruthy();
    expect(screen.getByRole('group', { name: 'The night' }).textContent).toContain('A001');
  });
  it('what would make it sooner is told with its minutes and what it breaks', async () => {
    evening();
    await openView('Tonight');
    const levers = within(screen.getByRole('region', { name: 'What would make it sooner' })).getAllByRole('listitem');
    expect(levers.map((l) => l.textContent.replaceAll('\u00a0', ' ')).join(' ')).toMatch(
      /The second stage after breakfast: done \d+ min sooner/,
    );
  });
  it('fresh cards of the next day: needed, had, short', async () => {
    evening();
    await openView('Tonight');
    const fresh = screen.getByRole('region', { name: 'Fresh for the next day' }).textContent.replaceAll('\u00a0', ' ');
    expect(fresh).toMatch(/A needs 1 card, has 1 empty: enough/);
  });
  it('with nothing to copy one may sleep, but not over a copying that still runs', async () => {
    evening(['Fast 1', 'Fast 2']);
    await openView('Tonight');
    expect(plain()).toContain('You may sleep: no hand is needed any more');
    clearPage();
    preparePage();
    evening(['Fast 1', 'Fast 2'], { running: true });
    await openView('Tonight');
    expect(plain()).toContain('1 copying still under way: stay until it is done');
  });
  it('cards that can’t be put in before bed wait until one is up, and that is not called sleep until then', async () => {
    evening();
    await openView('Tonight');
    fireEvent.change(screen.getByLabelText('Asleep from'), { target: { value: '20:00' } });
    expect(plain()).toContain('1 card waits until you are up: nothing to do before');
  });
  it('nobody is sent to bed over a card that came out and was never read', async () => {
    evening(['Fast 1', 'Fast 2'], {
      logged: (plan) => [{ kind: 'cardOut', cameraId: plan.cameras[0]!.id, label: 'A044' }],
    });
    await openView('Tonight');
    expect(plain()).toContain('Not yet: A044 came out and was not read');
  });
  it('a card with its copies in one van is copied no more, and why it is not kept stands there', async () => {
    evening(['Fast 1', 'Fast 2'], { rows: {}, together: true });
    await openView('Tonight');
    expect(plain()).toContain('Copied, and not kept all the same: A001: All its copies are in one place');
  });
  it('without a drive it says what is missing, without a day where nights come from', async () => {
    evening([], { rows: { drives: [] } });
    await openView('Tonight');
    expect(plain()).toContain('No drive takes copies');
    clearPage();
    preparePage();
    openScreen(<CopiesScreen />, { plan: barePlan(), day: null });
    await openView('Tonight');
    expect(plain()).toContain('The night is planned from a day');
  });
  it('a reader is added', async () => {
    evening();
    await openView('Tonight');
    press('Add a reader');
    expect(opsOf()).toMatchObject([{ op: 'insert', table: 'readers', values: { name: 'Reader 3', bytesPerS: null } }]);
  });
});

describe('packs and room tonight', () => {
  const base = () => ({
    id: testId(),
    productionId: barePlan().production.id,
    version: 1,
    deletedAt: null,
    position: 1,
  });
  const pack = (more: object = {}) => ({
    ...{ ...base(), name: 'Large', fits: 'plate', count: 4, empty: 1, chargeMin: 90, cameraId: null },
    ...more,
  });
  const charger = (more: object = {}) => ({
    ...base(),
    name: 'Twin',
    fits: 'plate',
    slots: 2,
    unattended: false,
    ...more,
  });
  it('a pack in a charger is waited for, and said with its hours; what nobody watches is not charged', async () => {
    evening(['Fast 1', 'Fast 2'], { rows: { packs: [pack()], chargers: [charger()] } });
    await openView('Tonight');
    expect(plain()).toContain('20:01 Large 1 into Twin, full at 21:31');
    expect(plain()).toContain('You may sleep at 21:31: until then packs');
    fireEvent.change(screen.getByLabelText('Asleep from'), { target: { value: '21:00' } });
    expect(plain()).toContain(
      '1 of 1 empty pack Large will not be full: too few places or hours while somebody is awake',
    );
    expect(plain()).toContain('You may sleep: no hand is needed any more');
  });
  it('a copying that still runs is said beside them', async () => {
    evening(['Fast 1', 'Fast 2'], { running: true, rows: { packs: [pack()], chargers: [charger()] } });
    await openView('Tonight');
    expect(plain()).toContain('You may sleep at 21:31: until then packs; 1 copying under way: not before it is done');
  });
  it('where somebody chose that it may charge by itself, only the hand that puts it in is waited for', async () => {
    evening(['Fast 1', 'Fast 2'], { rows: { packs: [pack()], chargers: [charger({ unattended: true })] } });
    await openView('Tonight');
    fireEvent.change(screen.getByLabelText('Asleep from'), { target: { value: '21:00' } });
    expect(plain()).toContain('You may sleep at 20:01: until then packs');
  });
  it('without a charger or a socket for it a pack stays empty, in words', async () => {
    evening([], { rows: { packs: [pack()], chargers: [charger({ fits: 'slot' })] } });
    await openView('Tonight');
    expect(plain()).toContain('1 of 1 empty pack Large will not be full: no charger takes it');
    fireEvent.change(screen.getByLabelText('Wall sockets'), { target: { value: '0' } });
    expect(plain()).toContain('Without a socket: Twin.');
    fireEvent.change(screen.getByLabelText('Wall sockets'), { target: { value: 'few' } });
    expect(screen.getByRole('alert').textContent).toContain('A whole number of sockets.');
  });
  it('packs and chargers are added', async () => {
    evening();
    await openView('Tonight');
    press('Add packs');
    press('Add a charger');
    expect(opsOf()).toMatchObject([
      { op: 'insert', table: 'packs', values: { count: 2, empty: 0 } },
      { op: 'insert', table: 'chargers', values: { slots: 2, unattended: false } },
    ]);
  });
  it('a drive without room for tonight keeps everybody up, and the first day without room is named', async () => {
    const drives = demoPlan().drives.map((d) => ({ ...d, space: { freeBytes: 50e9, totalBytes: 1e12, atMs: 0 } }));
    evening([], { rows: { drives } });
    await openView('Tonight');
    expect(plain()).toMatch(/Not yet: Fast 1 has .* too little room for tonight/);
    expect(plain()).toMatch(/Full tonight: .* of its copies find no room/);
  });
  it('with room for all that is planned it says so; what nobody saw is not counted', async () => {
    const room = { freeBytes: 9e12, totalBytes: 1e13, atMs: 0 };
    const drives = demoPlan().drives.map((d, i) => ({ ...d, space: i === 2 ? null : room }));
    evening([], { rows: { drives } });
    await openView('Tonight');
    expect(plain()).toContain('Room for all that is planned');
    expect(plain()).toContain('Not counted: nobody saw how much room is on Night disk');
    expect(plain()).toMatch(/Cloud stand-in: 60\.0 GB to go, there at .* by 5\.0 MB\/s assumed/);
  });
});

describe('where they are', () => {
  it('what one loss would take comes first, with the move that helps, handed over by one press', async () => {
    const { plan } = evening(['Fast 2']);
    await openView('Where they are');
    expect(plain()).toContain('Oda’s van alone would take 1 card');
    expect(plain()).toContain('If Oda’s van is stolen or burns: A001 lost, 60.0 GB');
    press('It is handed over');
    const [op] = opsOf();
    expect(op).toMatchObject({ op: 'update', values: { whereabouts: expect.any(String) as string } });
    expect(plain()).toContain('No single loss takes a card');
    expect(plan.keepPlaces).toHaveLength(6);
  });
  it('cards that are nowhere else are told at once, and one in its camera lies by itself as it should', async () => {
    evening([]);
    await openView('Where they are');
    expect(plain()).toContain('1 card is in one place only');
    expect(plain()).not.toContain('Nobody said where');
  });
  it('each drive and card is handed over by two taps', async () => {
    evening(['Fast 1']);
    await openView('Where they are');
    fireEvent.change(screen.getByLabelText('Card A001 is with'), { target: { value: 'Sunniva' } });
    expect(opsOf()).toMatchObject([{ table: 'cards', values: { whereabouts: 'Sunniva' } }]);
    expect(written()[0]!.label).toBe('Card A001 to Sunniva');
    expect(plain()).toContain('Sunniva alone would take 1 card');
  });
  it('two drives in bags of one van are not apart: the card is not kept until one is elsewhere', async () => {
    const made = evening(['Fast 1', 'Fast 2']);
    expect(made.plan.production.keepPolicy.apart).toBe(true);
    await openView('Where they are');
    fireEvent.change(screen.getByLabelText('Fast 1 is with'), { target: { value: 'Card wallet' } });
    await openView('Cards');
    expect(plain()).not.toMatch(/A001[^.]*kept/);
    await openView('Where they are');
    fireEvent.change(screen.getByLabelText('Fast 1 is with'), { target: { value: 'Hotel safe' } });
    await openView('Cards');
    expect(plain()).toMatch(/kept/);
  });
  it('whoever offloads reads it and moves nothing', async () => {
    evening(['Fast 2'], { me: { ...OWNER, role: 'offload' } });
    await openView('Where they are');
    expect(plain()).toContain('Oda’s van alone would take 1 card');
    expect(screen.queryByRole('button', { name: 'It is handed over' })).toBeNull();
    expect(screen.queryByLabelText('Fast 1 is with')).toBeNull();
  });
  it('what changed hands is listed, the newest first, with its papers', async () => {
    vi.useRealTimers();
    stubServer({
      '/custody': [
        { atMs: 2e12, by: 'Oda', what: 'Fast 1', from: 'Sunniva’s bag', to: 'Hotel safe' },
        { atMs: 1e12, by: 'Kaja', what: 'Card A001', from: '', to: '' },
      ],
    });
    evening();
    vi.useRealTimers();
    await openView('Where they are');
    const list = await screen.findByText(/from Sunniva’s bag to Hotel safe/);
    expect(list.textContent).toContain('Oda');
    expect(plain()).toContain('Card A001 to nowhere said');
    expect(screen.getByRole('link', { name: 'Labels, PDF' })).toBeTruthy();
  });
  it('two codes hand over: first the thing, then who has it; others are told in words', async () => {
    const { plan } = evening(['Fast 1']);
    await openView('Where they are');
    const field = screen.getByLabelText('Code, from a scanner that types');
    const scan = (text: string) => {
      fireEvent.change(field, { target: { value: text } });
      fireEvent.submit(field.closest('form')!);
    };
    const p = plan.production.id;
    const safe = `kavrell:place:${p}:${plan.keepPlaces.find((k) => k.name === 'Hotel safe')!.id}`;
    scan(safe);
    expect(plain()).toContain('First the drive or card, then Hotel safe.');
    scan('a parcel');
    expect(plain()).toContain('This code is not one of a drive, card or place.');
    scan(`kavrell:drive:${p}:${plan.drives[0]!.id}`);
    expect(plain()).toContain('Fast 1 to …');
    scan(safe);
    expect(written()[0]!.label).toBe('Fast 1 to Hotel safe');
    expect(opsOf()).toMatchObject([{ table: 'drives', values: { whereabouts: 'Hotel safe' } }]);
  });
  it('before anything was copied it says so, and a place is added', async () => {
    openScreen(<CopiesScreen />, { plan: barePlan(), day: null });
    await openView('Where they are');
    expect(plain()).toContain('Nothing was copied yet');
    press('Add a place');
    expect(opsOf()).toMatchObject([{ op: 'insert', table: 'keepPlaces', values: { kind: 'bag', within: '' } }]);
  });
});

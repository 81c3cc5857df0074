import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { minuteToMs } from '@kavrell/core/time';
import {
  barePlan,
  clearPage,
  demoPlan,
  openScreen,
  openView,
  preparePage,
  press,
  pressPart,
  said,
  stubServer,
  testId,
  type,
  written,
} from '../../testing/screen.tsx';
import { WrapScreen } from './WrapScreen.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);
const tabs = () => screen.getAllByRole('tab').map((t) => t.textContent);
const LOGGER = { role: 'log' as const, name: 'Jonna', productionId: 'x', hasPassword: false };

describe('the views of Wrap', () => {
  it('are all the owner’s; whoever logs has what is missing and what is noted', () => {
    openScreen(<WrapScreen />);
    expect(tabs()).toHaveLength(7);
    clearPage();
    preparePage();
    openScreen(<WrapScreen />, { me: LOGGER });
    expect(tabs()).toEqual(['What is missing', 'Hours, reports, kit']);
  });
  it('without a day the whole job can still be fetched', async () => {
    openScreen(<WrapScreen />, { plan: barePlan(), day: null });
    await openView('Whole job');
    expect(screen.getByRole('link', { name: 'Fetch the whole job' }).getAttribute('href')).toMatch(/open-file\.zip$/);
  });
});

describe('hours', () => {
  const open = async () => {
    const view = openScreen(<WrapScreen />);
    await openView('Hours, reports, kit');
    return view;
  };
  const hours = () =>
    written()
      .map((w) => w.ops[0])
      .flatMap((op) => (op && 'values' in op ? [(op.values as { payload: object }).payload] : []));
  it('are taken over as planned with one press, and then not asked for any more', async () => {
    const { plan } = await open();
    const row = document.querySelector<HTMLElement>('[data-hours-of]')!;
    const person = plan.people.find((p) => p.name === row.dataset.hoursOf)!;
    expect(row.textContent).toContain('not noted');
    fireEvent.click(within(row).getByRole('button', { name: /^As planned/ }));
    expect(hours()).toEqual([
      { kind: 'hours', personId: person.id, inMin: expect.any(Number) as number, outMin: expect.any(Number) as number },
    ]);
    expect(document.querySelector<HTMLElement>(`[data-hours-of="${person.name}"]`)!.textContent).not.toContain(
      'not noted',
    );
  });
  it('are typed as one says them; who goes after midnight goes on the next day', async () => {
    const { plan } = await open();
    const { name } = plan.people.find((p) => p.kind === 'crew')!;
    type(screen.getByLabelText(`${name} came`), '7:30');
    type(screen.getByLabelText(`${name} went`), '0:20');
    expect(hours().at(-1)).toMatchObject({ inMin: 450, outMin: 1460 });
  });
  it('what is no time is refused in words and changes nothing', async () => {
    const { plan } = await open();
    const { name } = plan.people.find((p) => p.kind === 'crew')!;
    type(screen.getByLabelText(`${name} came`), 'early');
    expect(written()).toEqual([]);
    expect(document.querySelector<HTMLElement>(`[data-hours-of="${name}"]`)!.textContent).toMatch(/time/i);
  });
});

describe('reports and things', () => {
  it('a report is given to somebody by name, and says so', async () => {
    openScreen(<WrapScreen />);
    await openView('Hours, reports, kit');
    const row = () => document.querySelector<HTMLElement>('[data-report="Sound report"]')!;
    const give = () => within(row()).getByRole<HTMLButtonElement>('button', { name: 'I gave it' });
    expect(give().disabled).toBe(true);
    fireEvent.change(screen.getByLabelText(/^To whom/), { target: { value: 'Mara' } });
    fireEvent.click(give());
    expect(written()[0]!.ops[0]).toMatchObject({
      table: 'logEntries',
      values: { payload: { kind: 'given', what: 'Sound report', to: 'Mara' } },
    });
    expect(row().textContent).toContain('to Mara');
  });
  it('what was found of a thing is noted by its name, with the piece that it is', async () => {
    const plan = demoPlan();
    const line = { ...plan.kitLines[0]!, name: 'Boom pole', pieceId: testId() };
    openScreen(<WrapScreen />, { plan: { ...plan, kitLines: [line] } });
    await openView('Hours, reports, kit');
    fireEvent.change(screen.getByLabelText('The thing'), { target: { value: 'Boom pole' } });
    fireEvent.change(screen.getByLabelText('Would you'), { target: { value: 'never' } });
    fireEvent.change(screen.getByLabelText('Why'), { target: { value: 'It rattles.' } });
    press('Note it');
    expect(written()[0]!.ops[0]).toMatchObject({
      values: {
        payload: { kind: 'verdict', name: 'Boom pole', pieceId: line.pieceId, verdict: 'never', words: 'It rattles.' },
      },
    });
    expect(said()).toContain('Boom pole: not again. It rattles.');
  });
});

describe('pick-ups', () => {
  const open = async (text: string) => {
    const view = openScreen(<WrapScreen />);
    await openView('Pick-ups');
    fireEvent.change(screen.getByLabelText(/^Notes from the rough cut/), { target: { value: text } });
    return view;
  };
  it('become shots like the one that is named, on the day that is chosen, in one change', async () => {
    const { plan } = await open('00:01:02:03 more of 3B, please');
    const like = plan.shots.find((s) => s.code === '3B')!;
    expect(said()).toContain('like 3B');
    press(/^1\spick-up onto day 2$/);
    const [{ ops }] = written() as [ReturnType<typeof written>[number]];
    expect(ops).toHaveLength(2);
    expect(ops[0]).toMatchObject({
      op: 'insert',
      table: 'shots',
      values: { sceneId: like.sceneId, setupId: like.setupId, priority: 'must', pass: 'pick-up' },
    });
    expect(ops[1]).toMatchObject({
      table: 'dayItems',
      values: { dayId: plan.days[1]!.id, shotId: (ops[0] as { id: string }).id },
    });
    expect(screen.getByLabelText<HTMLTextAreaElement>(/^Notes from the rough cut/).value).toBe('');
  });
  it('a note of no scene waits for one, or is left out', async () => {
    const { plan } = await open('A wide of the hall');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^1\spick-up onto/ }).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText(/^Scene of/), { target: { value: plan.scenes[0]!.id } });
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^1\spick-up onto/ }).disabled).toBe(false);
    await pressPart(screen.getByRole('checkbox'));
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^0\spick-ups onto/ }).disabled).toBe(true);
    expect(written()).toEqual([]);
  });
});

describe('the hand-over', () => {
  const bundle = (values: object) => ({
    ...{
      id: testId(),
      version: 1,
      forRole: 'editor',
      by: 'owner',
      state: 'done',
      totalFiles: 12,
      doneFiles: 12,
      inHand: '',
      sizeBytes: 2_000_000,
    },
    ...{
      listHash: 'abcdef0123',
      startedAtMs: 1,
      endedAtMs: minuteToMs('2027-03-18', 'UTC', 900),
      failure: null,
      ...values,
    },
  });
  it('is asked for by role, one at a time', async () => {
    const asked = stubServer();
    openScreen(<WrapScreen />, { rows: { bundles: [] } });
    await openView('Hand-over');
    fireEvent.change(screen.getByLabelText('For whom'), { target: { value: 'sound' } });
    expect(said()).toContain('Sound report');
    press('Make it');
    await waitFor(() =>
      expect(asked.find((a) => a.path.endsWith('/bundles'))).toMatchObject({ body: { forRole: 'sound' } }),
    );
  });
  it('made it is fetched; being made it tells how far it is; failed it says what is kept', async () => {
    openScreen(<WrapScreen />, {
      rows: {
        bundles: [
          bundle({}),
          bundle({ state: 'running', doneFiles: 3, inHand: 'day 1/report.pdf' }),
          bundle({
            state: 'failed',
            failure: 'It came to an end by a fault of ours; nothing of the job is changed. Make it again.',
          }),
        ],
      },
    });
    await openView('Hand-over');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Make it' }).disabled).toBe(true);
    expect(screen.getAllByRole('link', { name: 'Fetch it' })).toHaveLength(1);
    expect(document.querySelector('[data-bundle=running]')!.textContent).toContain('day 1/report.pdf');
    expect(document.querySelector('[data-bundle=failed]')!.textContent).toContain('nothing of the job is changed');
  });
  it('who cuts it and until when a copy is kept are facts of the job', async () => {
    const { plan } = openScreen(<WrapScreen />, { rows: { bundles: [] } });
    await openView('Hand-over');
    type(screen.getByLabelText(/^Who cuts it/), 'Mara Oyelaran');
    type(screen.getByLabelText(new RegExp(`^${plan.drives[0]!.name} is kept until`)), '2031-05-04');
    type(screen.getByLabelText(new RegExp(`^${plan.drives[1]!.name} is kept until`)), 'for ever');
    expect(written().map((w) => w.ops[0])).toMatchObject([
      { table: 'productions', values: { editOwner: 'Mara Oyelaran' } },
      { table: 'drives', id: plan.drives[0]!.id, values: { keepUntil: '2031-05-04' } },
    ]);
  });
});

describe('names', () => {
  it('everybody of the job comes onto the list with one press, guests aside', async () => {
    const { plan } = openScreen(<WrapScreen />);
    await openView('Names');
    press(/people of the job on the list$/);
    const [{ ops }] = written() as [ReturnType<typeof written>[number]];
    expect(ops).toHaveLength(plan.people.filter((p) => p.kind !== 'guest').length);
    expect(ops[0]).toMatchObject({ op: 'insert', table: 'credits', values: { confirmedAtMs: null, unnamed: false } });
  });
  it('what was confirmed was that spelling: another one is not', async () => {
    const plan = demoPlan();
    const credit = {
      id: testId(),
      productionId: plan.production.id,
      version: 1,
      deletedAt: null,
      kind: 'credit' as const,
      personId: plan.people[0]!.id,
      name: 'Oda',
      role: '',
      confirmedAtMs: 5,
      unnamed: false,
      position: 1,
    };
    openScreen(<WrapScreen />, { plan: { ...plan, credits: [credit] } });
    await openView('Names');
    expect(document.querySelector('[data-credit=Oda]')!.textContent).toMatch(/confirmed Thu\s1\sJan\s1970/);
    type(screen.getByLabelText('Name'), 'Odda');
    expect(written()[0]!.ops[0]).toMatchObject({ table: 'credits', values: { name: 'Odda', confirmedAtMs: null } });
  });
});

import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Card, Clip, CopyFile, CopyJob, Drive } from '@kavrell/core/copies';
import type { DemoPlan } from '@kavrell/demo';
import {
  barePlan,
  clearPage,
  demoPlan,
  openScreen,
  openView,
  preparePage,
  press,
  said,
  settled,
  stubServer,
  sideSaid,
  testId,
  written,
} from '../../testing/screen.tsx';
import { CopiesScreen } from './CopiesScreen.tsx';

let asked: ReturnType<typeof stubServer>;
beforeEach(() => {
  preparePage();
  asked = stubServer();
});
afterEach(clearPage);

interface Media {
  plan: DemoPlan;
  card: Card;
  clips: Clip[];
  drives: Drive[];
  rows: Record<string, readonly object[]>;
}
/** A card of two clips, and three drives: how its files stand on the first two. */
function media(
  states: readonly (CopyFile['state'] | null)[][],
  more: { job?: Partial<CopyJob>; files?: Partial<CopyFile>; card?: Partial<Card> } = {},
): Media {
  const plan = demoPlan();
  const base = { productionId: plan.production.id, version: 1, deletedAt: null };
  const drives = ['Fast 1', 'Slow 2', 'Away 3'].map((name, i): Drive => ({
    ...base,
    ...{
      id: testId(),
      name,
      kind: i === 0 ? 'ssd' : 'disk',
      path: `/media/${name}`,
      faults: null,
      simulated: true,
      station: '',
      keepUntil: null,
      space: null,
    },
    whereabouts: ['in the bag', 'at home', 'in the car'][i]!,
    volume: { id: `v${i}`, device: `device ${i}`, takenOnAtMs: 0, by: 'Oda' },
  }));
  const card = {
    ...base,
    ...{
      id: testId(),
      label: 'A001',
      cameraId: plan.cameras[0]?.id ?? null,
      unloaded: true,
      faults: null,
      path: '/media/A001',
    },
    ...{ simulated: true, notCopied: [], station: '', seen: null, alarms: [] },
    ...more.card,
  } as Card;
  const clips = ['A001C001.mov', 'A001C002.mov'].map((name, i): Clip => ({
    ...{
      id: testId(),
      productionId: plan.production.id,
      version: 1,
      cardId: card.id,
      name,
      path: name,
      sizeBytes: 2e9 * (i + 1),
    },
    ...{ startTimecode: `11:0${i}:00:00`, durationMs: 60_000 * (i + 1), rate: '25', looked: null },
  }));
  const job: CopyJob = {
    ...{
      id: testId(),
      productionId: plan.production.id,
      version: 1,
      cardId: card.id,
      driveIds: drives.slice(0, 2).map((d) => d.id),
    },
    ...{
      kind: 'copy',
      verifySource: false,
      by: 'Oda',
      state: 'verified',
      totalBytes: 6e9,
      totalFiles: 2,
      doneBytes: 6e9,
    },
    ...{ places: [], startedAtMs: 1, endedAtMs: 2, failure: null },
    ...more.job,
  };
  const files = states.flatMap((of, d) =>
    of.flatMap((state, c): CopyFile[] =>
      state
        ? [
            {
              ...{ id: testId(), productionId: plan.production.id, version: 1, jobId: job.id, cardId: card.id },
              ...{ driveId: drives[d]!.id, path: clips[c]!.path, sizeBytes: clips[c]!.sizeBytes, state },
              ...{ hash: state === 'verified' ? 'abc' : null, readFrom: 'medium', failure: null, volumeId: `v${d}` },
              ...{ damage: [], savedAs: null },
              ...(state === 'failed' ? more.files : {}),
            },
          ]
        : [],
    ),
  );
  const rows = { cards: [card], clips, drives, copyJobs: [job], copyFiles: files };
  return { plan, card, clips, drives, rows };
}
const open = (m: Media) => openScreen(<CopiesScreen />, { plan: m.plan, rows: m.rows });
const table = () => screen.getByRole('table', { name: 'Cards and where their copies are' });
const cellsOf = (label: string) =>
  [...table().querySelectorAll(`[data-card="${label}"] [role=cell]`)].map((c) => c.textContent);

const VERIFIED = ['verified', 'verified'] as const;

describe('Copies', () => {
  it('says what belongs there and where to begin while there is no card', () => {
    openScreen(<CopiesScreen />, { plan: barePlan() });
    expect(said()).toContain('No card yet');
    expect(screen.getAllByRole('button', { name: 'Read a card' }).length).toBeGreaterThan(0);
  });
  it('shows each card against each drive: verified, in part, not at all', () => {
    open(media([[...VERIFIED], ['verified', null], []]));
    const [card, , files, size, first, second, third] = cellsOf('A001');
    expect([card, files, size]).toEqual(['A001', '2', '6.00\u00a0GB']);
    expect(first).toMatch(/verified/i);
    expect(second).not.toMatch(/verified/i);
    expect(third).toBe('–');
  });
  it('says kept only when every file is verified on as many drives as the brief wants, and what is missing until then', () => {
    open(media([[...VERIFIED], [...VERIFIED], []]));
    expect(table().querySelector('[data-state]')!.getAttribute('data-state')).toBe('kept');
    expect(sideSaid()).toContain('The policy is met.');
    clearPage();
    preparePage();
    open(media([[...VERIFIED], ['verified', 'copying'], []]));
    expect(table().querySelector('[data-state]')!.getAttribute('data-state')).not.toBe('kept');
    expect(sideSaid()).not.toContain('The policy is met.');
  });
  it('a card that is not kept is not to be formatted, with every reason', () => {
    open(media([[...VERIFIED], [], []]));
    expect(sideSaid()).toContain('Do not format A001.');
    expect(screen.queryByRole('button', { name: /Release A001/ })).toBeNull();
  });
  it('counts devices, not names: a drive that was swapped since holds no copy', () => {
    const m = media([[...VERIFIED], [...VERIFIED], []]);
    m.rows.drives = m.drives.map((d, i) => (i === 1 ? { ...d, volume: { ...d.volume!, id: 'another' } } : d));
    open(m);
    expect(table().querySelector('[data-state]')!.getAttribute('data-state')).not.toBe('kept');
  });
  it('tells what failed, on which drive, and what helps', () => {
    open(
      media([[...VERIFIED], ['verified', 'failed'], []], {
        files: { failure: 'The drive is full.' },
        job: { state: 'failed', failure: 'One file failed.' },
      }),
    );
    const alert = screen.getByRole('alert').textContent;
    expect(alert).toContain('Slow 2: A001C002.mov');
    expect(alert).toContain('The drive is full.');
    expect(cellsOf('A001')[5]).toBe('1 failed');
  });
  it('lists the files of the card in hand with their own metadata', () => {
    open(media([[...VERIFIED], [], []]));
    const grid = screen.getByRole('grid', { name: 'Files on A001' });
    expect(within(grid).getByText('A001C002.mov')).toBeTruthy();
    expect(within(grid).getByText('11:01:00:00')).toBeTruthy();
  });
  it('a card that is still in its camera says so, and is taken out with one press', async () => {
    open(media([[], [], []], { card: { unloaded: false } }));
    expect(cellsOf('A001')[2]).toBe('2, in use');
    press('Take it out of its camera');
    await settled();
    expect(asked.map((a) => a.path)).toEqual([expect.stringMatching(/cards\/[^/]+\/unload/)]);
  });
});

describe('a copy that runs', () => {
  const running = (more: Partial<CopyJob> = {}) => {
    const m = media([['verified', 'copying'], ['copying', 'waiting'], []]);
    const [job] = m.rows.copyJobs as CopyJob[];
    const place = {
      failedFiles: 0,
      settledFiles: 1,
      behind: false,
      failure: null,
      bytesPerSecond: 1e8,
      leftMs: 30_000,
    };
    m.rows.copyJobs = [
      {
        ...job!,
        ...{ state: 'running', endedAtMs: null },
        places: [
          { ...place, driveId: m.drives[1]!.id, writtenBytes: 2e9, checkedBytes: 0, behind: true },
          { ...place, driveId: m.drives[0]!.id, writtenBytes: 4e9, checkedBytes: 2e9 },
        ],
        ...more,
      },
    ];
    return m;
  };
  it('says for each drive what is written and what of it is verified, in the order of the drives', () => {
    open(running());
    const bars = screen.getAllByRole('progressbar');
    expect(bars.map((b) => [b.getAttribute('aria-label'), b.getAttribute('aria-valuenow')])).toEqual([
      ['Verified on Fast 1', '33'],
      ['Verified on Slow 2', '0'],
    ]);
    expect(said()).toContain('4.00 GB written, 2.00 GB of 6.00 GB verified');
    expect(said()).toContain('at its own pace, slower than the others');
    expect(said()).toContain('0:30 left');
  });
  it('is paused, gone on with and stopped by what the server is asked', async () => {
    open(running());
    press('Pause');
    await settled();
    press('Stop');
    await settled();
    expect(asked.map((a) => a.path.split('/').at(-1))).toEqual(['pause', 'cancel']);
  });
  it('while paused offers to go on, and keeps what is verified', async () => {
    open(running({ state: 'paused' }));
    expect(said()).toContain('A001 is paused: what is verified stays');
    press('Go on');
    await settled();
    expect(asked.map((a) => a.path.split('/').at(-1))).toEqual(['resume']);
  });
  it('a drive that fell out is told, and that nothing more goes there', () => {
    const m = running();
    const [job] = m.rows.copyJobs as CopyJob[];
    m.rows.copyJobs = [
      { ...job!, places: job!.places.map((p, i) => (i === 0 ? { ...p, failure: 'It was pulled out.' } : p)) },
    ];
    open(m);
    expect(said()).toContain('It was pulled out. Nothing more goes there.');
  });
});

describe('the drives', () => {
  const drivesOpen = async () => {
    const m = media([[], [], []]);
    open(m);
    await openView('Drives');
    return m;
  };
  it('stand in a table with where they are', async () => {
    await drivesOpen();
    const grid = screen.getByRole('grid', { name: 'Drives' });
    expect(within(grid).getByText('Fast 1')).toBeTruthy();
    expect(within(grid).getByText('in the car')).toBeTruthy();
  });
  it('one is added beside the others, with a folder of its own', async () => {
    await drivesOpen();
    press('Add a drive');
    const [only] = written();
    expect(only!.label).toBe('Added a drive');
    expect(only!.ops).toMatchObject([{ op: 'insert', values: { name: 'Drive 4', path: '/media/drive-4' } }]);
  });
  it('whoever offloads has no drives to change', () => {
    const m = media([[...VERIFIED], [], []]);
    openScreen(<CopiesScreen />, {
      plan: m.plan,
      rows: m.rows,
      me: { role: 'offload', name: 'Mirko', productionId: null, hasPassword: false },
    });
    expect(screen.queryByRole('tab', { name: 'Drives' })).toBeNull();
    expect(table()).toBeTruthy();
  });
  it('another card is taken in hand by its label', () => {
    const m = media([[...VERIFIED], [], []]);
    const other = { ...m.card, id: testId(), label: 'B001' };
    m.rows.cards = [m.card, other];
    open(m);
    fireEvent.click(screen.getByRole('button', { name: 'Card B001' }));
    expect(sideSaid()).toContain('Card B001 not read yet');
  });
});

import { fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { MediaFound } from '@kavrell/contract';
import type { Card, CardAlarm, Clip, CopyFile } from '@kavrell/core/copies';
import { morningTakes } from '@kavrell/demo';
import {
  answered,
  clearPage,
  demoPlan,
  openScreen,
  openView,
  OWNER,
  preparePage,
  press,
  pressPart,
  said,
  settled,
  sideSaid,
  stubServer,
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

const folder = (more: Partial<MediaFound> = {}): MediaFound => ({
  ...{ path: '/media/CARD', name: 'CARD', files: 3, sizeBytes: 6e9, more: false, freeBytes: 1e9 },
  ...{ knownAs: null, isDrive: false, cardId: null, station: '' },
  ...more,
});
const plug = (...found: MediaFound[]) => {
  asked = stubServer({ '/media': { found, roots: [{ path: '/media', fixed: true, trouble: null }] } });
};
const opsOf = () => written().flatMap((w) => w.ops);

describe('a card that is plugged in', () => {
  it('is offered at once and copied as usual by one press', async () => {
    plug(folder({ name: 'B003' }));
    const { plan } = openScreen(<CopiesScreen />);
    await answered();
    expect(said()).toContain('B003 is plugged in: 3 files, 6.00 GB.');
    press('Copy as usual: Fast 1, Fast 2');
    const camera = plan.cameras.find((c) => c.letter === 'B')!.id;
    expect(opsOf()).toMatchObject([
      {
        op: 'insert',
        table: 'cards',
        values: { label: 'B003', cameraId: camera, path: '/media/CARD', unloaded: true },
      },
    ]);
    await answered();
    expect(asked.find((a) => a.path.endsWith('/copy-jobs'))?.body).toMatchObject({
      ...{ kind: 'copy', driveIds: plan.drives.slice(0, 2).map((d) => d.id) },
    });
  });
  it('that was read before is known by what lies on it, and read where it is now', async () => {
    const plan = demoPlan();
    const known = plan.cards.find((c) => c.label === 'A001')!;
    plug(folder({ cardId: known.id, path: '/media/other reader' }));
    openScreen(<CopiesScreen />, { plan });
    await answered();
    expect(said()).toContain('Card A001 is plugged in');
    press('Look first');
    await answered();
    press('It is a card');
    press('It is A001: read it here');
    expect(opsOf()).toMatchObject([
      { op: 'update', id: known.id, values: { path: '/media/other reader', station: '' } },
    ]);
  });
  it('whose name says nothing gets a label of nobody’s camera', async () => {
    plug(folder({ name: 'NO NAME' }));
    openScreen(<CopiesScreen />);
    await answered();
    press(/Copy as usual/);
    expect(opsOf()).toMatchObject([{ values: { label: 'X001', cameraId: null } }]);
  });
  it('at a station is said so, and goes to no drive of another machine', async () => {
    plug(folder({ station: 'van' }));
    openScreen(<CopiesScreen />);
    await answered();
    expect(said()).toContain('CARD is plugged in at van');
    expect(screen.queryByRole('button', { name: /Copy as usual/ })).toBeNull();
  });
  it('drives, known folders and empty ones are no card; whoever offloads sees none of it', async () => {
    plug(folder({ isDrive: true }), folder({ knownAs: 'card A001', path: '/a' }), folder({ files: 0, path: '/b' }));
    openScreen(<CopiesScreen />);
    await answered();
    expect(said()).not.toContain('is plugged in');
    clearPage();
    preparePage();
    plug(folder());
    openScreen(<CopiesScreen />, { me: { ...OWNER, role: 'offload' } });
    await settled();
    expect(said()).not.toContain('is plugged in');
  });
});

describe('a card that is odd', () => {
  const alarm: CardAlarm = { kind: 'fewer', files: 2, of: 9, other: '', atMs: 0, settledBy: null };
  const withAlarm = (more: Partial<CardAlarm> = {}) => {
    const plan = demoPlan();
    const cards = plan.cards.map((c): Card => (c.label === 'A001' ? { ...c, alarms: [{ ...alarm, ...more }] } : c));
    const clip: Clip = {
      ...{
        id: testId(),
        productionId: plan.production.id,
        version: 1,
        cardId: cards[0]!.id,
        name: 'x.mov',
        path: 'x.mov',
      },
      ...{ sizeBytes: 5, startTimecode: null, durationMs: null, rate: null, looked: null },
    };
    openScreen(<CopiesScreen />, { plan, rows: { cards, clips: [clip] } });
    return cards[0]!;
  };
  it('says so, stands against its release, and is set aside by somebody who looked', async () => {
    const card = withAlarm();
    expect(sideSaid()).toContain('2 files of 9 that were on A001 are gone from it or shorter');
    expect(sideSaid()).toContain('Do not format A001');
    press('I looked at it: set it aside');
    await settled();
    expect(asked.at(-1)?.path).toContain(`/cards/${card.id}/settle-alarms`);
  });
  it('once set aside it stands in its life alone, with who did it', () => {
    withAlarm({ settledBy: 'Oda' });
    expect(screen.queryByRole('button', { name: /set it aside/ })).toBeNull();
    expect(screen.getByRole('list', { name: 'Life of the card' }).textContent).toContain('Set aside by Oda.');
  });
});

describe('to the editor', () => {
  const morning = (copied: boolean) => {
    const plan = demoPlan();
    const { events, clips: recorded } = morningTakes(plan, 10 * 60 + 58, testId);
    const base = { productionId: plan.production.id, version: 1 };
    const drives = plan.drives.map((d, i) => ({
      ...d,
      volume: { id: `v${i}`, device: `d${i}`, takenOnAtMs: 0, by: '' },
    }));
    const clips = recorded.map((c): Clip => ({
      ...{
        ...base,
        id: testId(),
        cardId: plan.cards.find((k) => k.label === c.card)!.id,
        name: `${c.name}.mov`,
        path: c.name,
      },
      ...{ sizeBytes: 1e9, startTimecode: null, durationMs: c.durationMs, rate: null, looked: null },
    }));
    const copyFiles = copied
      ? clips.map((c): CopyFile => ({
          ...{
            ...base,
            id: testId(),
            jobId: testId(),
            cardId: c.cardId,
            driveId: drives[1]!.id,
            path: c.path,
            sizeBytes: 1e9,
          },
          ...{
            state: 'verified',
            hash: 'x',
            readFrom: 'medium',
            failure: null,
            volumeId: 'v1',
            damage: [],
            savedAs: null,
          },
        }))
      : [];
    return openScreen(<CopiesScreen />, { plan, takes: events, rows: { drives, clips, copyFiles } });
  };
  it('clips of starred takes go to a drive by one press, once they are copied', async () => {
    morning(true);
    await openView('To the editor');
    const list = screen.getByRole('list', { name: 'Takes for the editor' });
    expect(list.textContent).toContain('6A take 2');
    expect(list.textContent).toContain('ready');
    fireEvent.click(screen.getByRole('button', { name: /^Send \d+.clips/ }));
    await settled();
    const sent = asked.at(-1)!.body as { clips: unknown[]; driveId: string };
    expect(asked.at(-1)!.path).toMatch(/\/selects$/);
    expect(sent.clips.length).toBeGreaterThan(0);
  });
  it('what is not copied yet waits; good takes come along when asked', async () => {
    morning(false);
    await openView('To the editor');
    const takes = () => screen.getByRole('list', { name: 'Takes for the editor' }).children.length;
    expect(said()).toContain('not copied yet');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Nothing new to send' }).disabled).toBe(true);
    const before = takes();
    await pressPart(screen.getByLabelText('good takes too'));
    expect(takes()).toBeGreaterThan(before);
  });
  it('without a star it says how one is made', async () => {
    openScreen(<CopiesScreen />);
    await openView('To the editor');
    expect(said()).toContain('No take is starred yet');
  });
});

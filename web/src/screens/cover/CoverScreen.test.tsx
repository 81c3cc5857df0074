import { fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { minuteToMs } from '@kavrell/core/time';
import { lifeboat, type DemoPlan } from '@kavrell/demo';
import {
  barePlan,
  clearPage,
  OWNER,
  openScreen,
  openView,
  preparePage,
  press,
  pressPart,
  said,
  testId,
} from '../../testing/screen.tsx';
import { headRows } from './CoverBand.tsx';
import { CoverScreen } from './CoverScreen.tsx';
import { at, entry, opsOf, payloads, region } from './testing.tsx';

beforeEach(() => preparePage());
afterEach(() => {
  vi.useRealTimers();
  clearPage();
});

describe('moments', () => {
  it('the headline is the answer; each failure says what it loses, and the cheapest mend with its cost', () => {
    at(600);
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('9\u00a0single failures would lose something');
    const text = region('What one failure loses')
      .getAllByRole('listitem')
      .map((l) => l.textContent.replaceAll('\u00a0', ' '));
    expect(text[0]).toMatch(/^Ro · every picture of Band, Crew portraits, Speeches and 5 more/);
    expect(text[2]).toMatch(/^Recorder · clean sound of Speeches, Knock-out, Launch/);
    expect(text[2]).toContain('Coxswain’s pin into Body camera’s own input too · its channel 1, a cable');
  });
  const all = () => pressPart(screen.getByRole('button', { name: /more alone/ }));
  it('a mend that is taken is a line of the patch, and the failure loses that no more', async () => {
    at(600);
    await all();
    fireEvent.click(screen.getAllByRole('button', { name: /^Coxswain’s pin into Body/ })[0]!);
    expect(opsOf()).toMatchObject([
      { op: 'insert', table: 'soundRoutes', values: { duty: 'backup', channel: 1, socketName: 'microphone' } },
    ]);
    const recorder = region('What one failure loses')
      .getAllByText(/Recorder/)[0]!
      .closest('li')!;
    expect(recorder.textContent).toContain('clean sound of Speeches');
    expect(recorder.textContent).not.toContain('Launch');
  });
  it('or one more shot of the scene, a must, with the next number of that scene', async () => {
    const { plan } = at(600);
    await all();
    fireEvent.click(screen.getAllByRole('button', { name: /^A tight too in Blessing/ })[0]!);
    const blessing = plan.scenes.find((s) => s.title === 'Blessing')!;
    expect(opsOf()).toMatchObject([
      { table: 'shots', values: { sceneId: blessing.id, code: '4C', cameras: ['A'], size: 'mcu', priority: 'must' } },
    ]);
  });
  it('whoever logs sees the mends and takes none', () => {
    at(600, lifeboat, () => ({ me: { ...OWNER, role: 'log' } }));
    expect(screen.queryByRole('button', { name: /^Coxswain’s pin into Body/ })).toBeNull();
    expect(said()).toContain('Coxswain’s pin into Body camera’s own input too');
  });
  it('what nobody has comes first, with who could have it', () => {
    at(600, (id) => {
      const boat = lifeboat(id);
      const launch = boat.scenes.find((s) => s.title === 'Launch')!;
      return { ...boat, shots: boat.shots.filter((s) => s.sceneId !== launch.id) };
    });
    expect(screen.getByRole('heading', { level: 1 }).textContent).toMatch(/^1.thing wanted that nobody has$/);
    const [line] = region('What one failure loses').getAllByRole('listitem');
    expect(line!.textContent).toMatch(/^Nobody has a picture of Launch/);
    fireEvent.click(within(line!).getAllByRole('button')[0]!);
    expect(opsOf()).toMatchObject([{ table: 'shots', values: { code: '8A', priority: 'must', size: null } }]);
    expect(screen.getByRole('heading', { level: 1 }).textContent).not.toContain('nobody has');
  });
  it('without a camera it says where they are added, once', () => {
    at(600, (id) => ({ ...lifeboat(id), cameras: [], soundBoxes: [], soundRoutes: [], sharedThings: [] }));
    const text = screen.getByRole('region', { name: 'What one failure loses' }).textContent;
    expect(text.match(/This job has no camera yet/g)).toHaveLength(1);
    expect(screen.getByRole('link', { name: 'add them on Camera' }).getAttribute('href')).toMatch(/camera$/);
    expect(text).not.toContain('could stand in');
  });
  it('a moment that is chosen says who has it, and what alone loses it', () => {
    const { side } = at(600);
    const launch = screen.getByRole('button', { name: /^Launch, 14:20/ });
    fireEvent.click(launch);
    expect(launch.getAttribute('aria-pressed')).toBe('true');
    const text = side().getByRole('heading', { name: 'Launch' }).closest('aside')!.textContent;
    expect(text).toContain('wide 8A');
    expect(text).toContain('the only picture of the face of Launch');
    fireEvent.click(launch);
    expect(side().queryByRole('heading', { name: 'Launch' })).toBeNull();
  });
  it('restarts: where they would collide, the plan, and that it can’t be better', () => {
    at(600);
    const text = screen.getByRole('region', { name: 'Restarts' }).textContent.replaceAll('\u00a0', ' ');
    expect(text).toContain('14:18:00 in Knock-out');
    expect(text).toMatch(/at least 1 of 2 of them roll at any second; proven/);
    expect(screen.queryByRole('button', { name: 'Restarted' })).toBeNull();
  });
  it('once something rolls restarts are counted down from it, one press says it is done, and the plan is made anew', () => {
    const rolled = (plan: DemoPlan) => {
      const b = plan.cameras.find((c) => c.letter === 'B')!;
      const device = { cameraId: b.id, productionId: plan.production.id, version: 1, clip: 'B001_C001', clipNumber: 1 };
      const began = minuteToMs(plan.days[0]!.date, plan.days[0]!.timeZone, 842);
      return {
        rows: {
          deviceStates: [{ ...device, rollingSinceMs: began, card: 'B001', cardUsedBytes: 0, batteryUsedMin: 0 }],
        },
      };
    };
    at(848, lifeboat, rolled);
    const restarts = region('Restarts');
    const first = restarts.getAllByRole('listitem').find((l) => /^B at/.test(l.textContent))!;
    expect(first.textContent).toMatch(/^B at 14:1\d:\d\d.*in \d+:\d\d/);
    fireEvent.click(within(first).getByRole('button', { name: 'Restarted' }));
    expect(payloads()).toMatchObject([{ kind: 'restarted' }]);
  });
  it('a day with nothing that happens once says what would stand here', () => {
    const plan = { ...barePlan(), days: lifeboat(testId).days };
    openScreen(<CoverScreen />, { plan });
    expect(said()).toContain('Nothing on this day happens once');
  });
  it('what hangs on one thing is typed by name, and what is not there is refused in words', () => {
    at(600);
    press('Add a shared thing');
    expect(opsOf()).toMatchObject([{ op: 'insert', table: 'sharedThings', values: { kind: 'circuit' } }]);
  });
});

describe('names of moments', () => {
  it('stand in the first row that is free where they begin', () =>
    expect(
      headRows([
        { fromShare: 0, letters: 8 },
        { fromShare: 0.05, letters: 4 },
        { fromShare: 0.06, letters: 4 },
        { fromShare: 0.5, letters: 40 },
        { fromShare: 0.9, letters: 2 },
      ]),
    ).toEqual([0, 1, 2, 0, 1]));
});

describe('rounds', () => {
  it('say who leaves when for which camera, and a look is one press', async () => {
    at(600);
    await openView('Rounds');
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('C, D, E run alone');
    expect(said()).toContain('Ro leaves at 12:46, is back at 12:55, before Crew portraits');
    expect(said()).toContain('19 min late');
    expect(said()).toContain('Arrivals, 12:30: A tight, Ro; B tight, Ro; C alone');
    fireEvent.click(screen.getAllByRole('button', { name: 'Looked at C' })[0]!);
    expect(payloads()).toMatchObject([{ kind: 'visited' }]);
  });
  it('while the day goes nobody leaves in the past', async () => {
    at(785);
    await openView('Rounds');
    // Five minutes are left until the portraits, which are a must: nine are needed to go and come back.
    expect(said()).toContain('C by 12:50Ro leaves at 13:40, is back at 13:49, before Naming, 54 min late');
    expect(said()).not.toContain('leaves at 12:');
  });
  it('I have it, stay, may let go; a second without anybody is a gap that is counted', async () => {
    const { plan } = at(845, lifeboat, (p) => {
      const [a, b] = p.cameras;
      return {
        rows: {
          logEntries: [
            entry(p, 842, { kind: 'holds', cameraId: a!.id, holds: true }),
            entry(p, 843, { kind: 'holds', cameraId: b!.id, holds: true }),
            entry(p, 843.5, { kind: 'holds', cameraId: b!.id, holds: false }),
            entry(p, 844, { kind: 'holds', cameraId: a!.id, holds: false }),
          ],
        },
      };
    });
    await openView('Rounds');
    const has = region('Who has the picture');
    expect(has.getByRole('status').textContent).toContain('Nobody has it since 1:00');
    fireEvent.click(has.getByRole('button', { name: /^B/ }));
    expect(payloads()).toEqual([{ kind: 'holds', cameraId: plan.cameras[1]!.id, holds: true }]);
    expect(has.getByRole('button', { name: /^B/ }).textContent).toContain('has it: stay');
    expect(screen.getByRole('region', { name: 'Who has the picture' }).textContent).toContain(
      'One gap: 14:04 for 1:00',
    );
    fireEvent.click(has.getByRole('button', { name: /^A/ }));
    expect(has.getByRole('button', { name: /^B/ }).textContent).toContain('may let go');
  });
});

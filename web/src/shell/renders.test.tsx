import { act } from '@testing-library/react';
import { Profiler, useReducer, type ComponentType, type ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { TakeEvent } from '@kavrell/core/roll';
import { queries } from '../platform/queries.ts';
import type { demoPlan } from '../testing/screen.tsx';
import { clearPage, openScreen, preparePage, settled, testId, holdClock } from '../testing/screen.tsx';
import { DayRibbon } from './frame/DayRibbon.tsx';
import { Ledger } from './frame/Ledger.tsx';
import { Rail } from './frame/Rail.tsx';
// The rail fetches this when nothing else is to be done: here it is there already.
import './frame/toMend.ts';
import { SCREENS } from './screens.ts';

beforeEach(() => {
  preparePage();
  // No minute passes meanwhile.
  holdClock(Date.UTC(2027, 2, 18, 8, 30, 5));
});
afterEach(() => {
  vi.useRealTimers();
  clearPage();
});

/** Draws something in a production and says how often it was drawn anew while `then` came. */
async function drawnAnew(what: ReactNode, then: (plan: ReturnType<typeof demoPlan>) => void): Promise<number> {
  let drawn = 0;
  const { plan } = openScreen(
    <Profiler id="counted" onRender={() => (drawn += 1)}>
      {what}
    </Profiler>,
  );
  // What is worked out a moment after a screen stands is not the take’s.
  for (let i = 0; i < 5; i += 1) {
    await settled();
    act(() => void vi.advanceTimersByTime(1000));
  }
  const before = drawn;
  act(() => then(plan));
  // Rows that were laid in are told in the next turn.
  act(() => void vi.advanceTimersByTime(10));
  await settled();
  return drawn - before;
}

const layIn = (productionId: string, table: string, row: object) =>
  queries.setQueryData<object[]>(['rows', productionId, table], (rows) => [...(rows ?? []), row]);

const aTake = ({ production, shots, days, cameras }: ReturnType<typeof demoPlan>) => {
  const event: TakeEvent = {
    id: testId(),
    takeId: testId(),
    atMs: Date.now(),
    seq: 1,
    clientId: 'another',
    device: 'another',
    payload: {
      kind: 'rolled',
      shotId: shots[0]!.id,
      dayId: days[0]!.id,
      number: 1,
      wild: false,
      cameras: [{ letter: 'A', cameraId: cameras[0]!.id, evidence: 'assumed', card: null, clip: null }],
      timecode: '11:00:00:00',
    },
  };
  layIn(production.id, 'takeEvents', event);
};
const aCopiedFile = ({ production }: ReturnType<typeof demoPlan>) =>
  layIn(production.id, 'copyFiles', {
    ...{ id: testId(), productionId: production.id, version: 1, jobId: testId(), cardId: testId(), driveId: testId() },
    ...{ path: 'A001.mov', sizeBytes: 1, state: 'verified', hash: null, readFrom: null, failure: null },
    ...{ volumeId: null, damage: [], savedAs: null },
  });
const aName = ({ production }: ReturnType<typeof demoPlan>) =>
  queries.setQueryData<object[]>(
    ['rows', production.id, 'productions'],
    [{ ...production, title: 'Another', version: 9 }],
  );

const screenOf = async (path: string): Promise<ComponentType> => SCREENS.find((s) => s.path === path)!.code.load();

/** What shows takes, or what follows from them. */
const SHOWS_TAKES = ['day', 'call-sheet', 'roll', 'cover', 'wrap', 'scenes', 'clocks', 'copies', 'line-up'];
const PLANS = SCREENS.map((s) => s.path).filter((path) => !SHOWS_TAKES.includes(path));

describe('a take that is logged', () => {
  it('is told to planning screens by nobody', () => expect(PLANS.length).toBeGreaterThan(4));
  it.each(PLANS)('draws nothing of %s anew', async (path) => {
    const Screen = await screenOf(path);
    expect(await drawnAnew(<Screen />, aTake)).toBe(0);
  });
  it.each(['roll'])('draws %s anew', async (path) => {
    const Screen = await screenOf(path);
    expect(await drawnAnew(<Screen />, aTake)).toBeGreaterThan(0);
  });
  it('draws ribbon and ledger anew, not the rail but for its count of cards', async () => {
    expect(await drawnAnew(<DayRibbon />, aTake)).toBeGreaterThan(0);
    clearPage();
    preparePage();
    expect(await drawnAnew(<Ledger />, aTake)).toBeGreaterThan(0);
    clearPage();
    preparePage();
    expect(await drawnAnew(<Rail />, aTake)).toBeLessThanOrEqual(1);
  });
});

describe('a file that is copied', () => {
  it.each(PLANS)('draws nothing of %s anew', async (path) => {
    const Screen = await screenOf(path);
    expect(await drawnAnew(<Screen />, aCopiedFile)).toBe(0);
  });
});

describe('what counts', () => {
  it.each(PLANS)('%s is drawn anew when the job itself is another: the count would tell', async (path) => {
    const Screen = await screenOf(path);
    expect(await drawnAnew(<Screen />, aName)).toBeGreaterThan(0);
  });
  it('a part that draws itself anew is counted', async () => {
    let again = () => {};
    const Part = () => {
      const [, next] = useReducer((n: number) => n + 1, 0);
      again = next;
      return <p>here</p>;
    };
    expect(await drawnAnew(<Part />, () => again())).toBe(1);
  });
});

import { QueryObserver } from '@tanstack/react-query';
import { afterEach, describe, expect, it, onTestFinished, vi } from 'vitest';
import { outbox, outboxFor } from './outbox.ts';
import { queries } from './queries.ts';
import { change, hearChanges, readTogether } from './rows.ts';

const P = 'p';
const PATIENT = { timeout: 20_000 };
const key = ['rows', P, 'copyJobs'];
/** A server whose answers come when they are let go, in the order they were asked for. */
function server() {
  const waiting: ((rows: { id: string; version: number }[]) => void)[] = [];
  let asked = 0;
  const observer = new QueryObserver<{ id: string; version: number }[]>(queries, {
    queryKey: key,
    queryFn: () => {
      asked += 1;
      return new Promise((answer) => waiting.push(answer));
    },
  });
  const stop = observer.subscribe(() => undefined);
  return {
    stop,
    asked: () => asked,
    answer: (version: number) => {
      waiting.shift()!([{ id: 'j', version }]);
      return vi.waitFor(() => expect(queries.getQueryData(key)).toEqual([{ id: 'j', version }]), PATIENT);
    },
  };
}
const heard = (version: number) => hearChanges(P, [{ table: 'copyJobs', id: 'j', version, changeSet: null }]);
let stop = () => {};
afterEach(() => {
  stop();
  queries.clear();
});

it('a change heard while rows are being read is not lost: they are read once more, however many were heard', async () => {
  const s = server();
  stop = s.stop;
  await s.answer(1);
  heard(2);
  expect(s.asked()).toBe(2);
  heard(3);
  heard(4);
  expect(s.asked()).toBe(2);
  await s.answer(2);
  await vi.waitFor(() => expect(s.asked()).toBe(3), PATIENT);
  await s.answer(4);
  heard(4);
  expect(s.asked()).toBe(3);
});

it('a change heard during the first reading is not lost either', async () => {
  const s = server();
  stop = s.stop;
  heard(2);
  await s.answer(1);
  await vi.waitFor(() => expect(s.asked()).toBe(2), PATIENT);
  await s.answer(2);
});

it('what nobody looks at is not read', () => {
  heard(2);
  expect(queries.isFetching()).toBe(0);
});

it('tables asked for in the same moment are read with one request, each with its own rows', async () => {
  const asked: string[] = [];
  vi.stubGlobal('fetch', (url: string) => {
    asked.push(decodeURIComponent(url));
    return Promise.resolve(new Response(JSON.stringify({ shots: [{ id: 's' }], scenes: [{ id: 'c' }] })));
  });
  onTestFinished(() => void vi.unstubAllGlobals());
  const both = await Promise.all([readTogether(P, 'shots'), readTogether(P, 'scenes'), readTogether(P, 'shots')]);
  expect(asked).toEqual(['/api/productions/p/rows/shots,scenes']);
  expect(both).toEqual([[{ id: 's' }], [{ id: 'c' }], [{ id: 's' }]]);
  await readTogether(P, 'shots');
  expect(asked).toHaveLength(2);
});

it('when the request fails, all who asked are told, and the next asking is a new request', async () => {
  const fetched = vi.fn<() => Promise<Response>>().mockRejectedValue(new TypeError('no network'));
  vi.stubGlobal('fetch', fetched);
  onTestFinished(() => void vi.unstubAllGlobals());
  const both = await Promise.allSettled([readTogether(P, 'shots'), readTogether(P, 'scenes')]);
  expect(both.map((r) => r.status)).toEqual(['rejected', 'rejected']);
  await readTogether(P, 'shots').catch(() => undefined);
  expect(fetched).toHaveBeenCalledTimes(2);
});

it('what was taken while rows were being read is in them, though the reading began before', async () => {
  const id = '01a22184-ea6b-7152-9066-80f4899fe500';
  let answer: (reply: Response) => void = () => undefined;
  vi.stubGlobal('fetch', (_url: string, init?: { body?: unknown }) =>
    init?.body === undefined
      ? new Promise<Response>((done) => (answer = done))
      : Promise.resolve(new Response(JSON.stringify({ id, versions: { [id]: 1 } }))),
  );
  outboxFor({ role: 'owner', name: 'Ilse', productionId: null, hasPassword: true });
  onTestFinished(() => {
    outboxFor(null);
    vi.unstubAllGlobals();
  });
  const read = readTogether(P, 'drives');
  await Promise.resolve();
  const values = {
    ...{ name: 'Fast', kind: 'ssd' as const, path: '/media/x', whereabouts: '' },
    ...{ keepUntil: null, station: '', faults: null },
  };
  await change(P, 'A drive', [{ op: 'insert', table: 'drives', id, values }]);
  await outbox.flush();
  answer(new Response(JSON.stringify({ drives: [] })));
  expect(await read).toMatchObject([{ id, name: 'Fast', version: 1 }]);
});

describe('a row that is told with its change', () => {
  const shots = ['rows', P, 'shots'];
  const told = (
    id: string,
    version: number,
    row: Record<string, unknown> | null,
    table: 'shots' | 'copyJobs' = 'shots',
  ) => hearChanges(P, [{ table, id, version, changeSet: null, row }]);
  const asked = () => {
    const spy = vi.spyOn(queries, 'invalidateQueries').mockResolvedValue();
    onTestFinished(() => spy.mockRestore());
    return () => spy.mock.calls.map(([filter]) => filter?.queryKey).filter((k) => k?.[0] === 'rows');
  };

  it('is laid in where it stands, and no table is read again', () => {
    const read = asked();
    const [a, b] = [
      { id: 'a', version: 1, code: '1A' },
      { id: 'b', version: 1, code: '1B' },
    ];
    queries.setQueryData(shots, [a, b]);
    told('b', 2, { id: 'b', version: 2, code: '1C' });
    told('c', 1, { id: 'c', version: 1, code: '1D' });
    const rows = queries.getQueryData<{ id: string }[]>(shots)!;
    expect(rows).toEqual([a, { id: 'b', version: 2, code: '1C' }, { id: 'c', version: 1, code: '1D' }]);
    expect(rows[0]).toBe(a);
    expect(read()).toEqual([]);
  });
  it('never takes the place of a newer one', () => {
    queries.setQueryData(shots, [{ id: 'a', version: 3, code: 'new' }]);
    told('a', 2, { id: 'a', version: 2, code: 'old' });
    told('a', 2, null);
    expect(queries.getQueryData(shots)).toEqual([{ id: 'a', version: 3, code: 'new' }]);
    told('a', 4, null);
    expect(queries.getQueryData(shots)).toEqual([]);
  });
  it('while the table is being read is in it afterwards, though the reading began before', async () => {
    let answer: (reply: Response) => void = () => undefined;
    vi.stubGlobal('fetch', () => new Promise<Response>((done) => (answer = done)));
    onTestFinished(() => void vi.unstubAllGlobals());
    const reading = readTogether(P, 'shots');
    await Promise.resolve();
    told('a', 2, { id: 'a', version: 2 });
    told('b', 1, null);
    answer(
      new Response(
        JSON.stringify({
          shots: [
            { id: 'a', version: 1 },
            { id: 'b', version: 1 },
          ],
        }),
      ),
    );
    expect(await reading).toEqual([{ id: 'a', version: 2 }]);
  });
  it('of a copy at each of its beats reads no file again; when it begins or ends, its files are', () => {
    const read = asked();
    const job = { id: 'j', version: 1, state: 'running', totalFiles: 2, doneBytes: 0 };
    queries.setQueryData(['rows', P, 'copyJobs'], [job]);
    for (let beat = 1; beat <= 5; beat += 1)
      told('j', 1 + beat, { ...job, version: 1 + beat, doneBytes: beat }, 'copyJobs');
    expect(read()).toEqual([]);
    expect(queries.getQueryData(['rows', P, 'copyJobs'])).toMatchObject([{ doneBytes: 5 }]);
    told('j', 7, { ...job, version: 7, state: 'verified' }, 'copyJobs');
    expect(read()).toEqual([['rows', P, 'copyFiles']]);
  });
});

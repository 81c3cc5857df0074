import { QueryObserver } from '@tanstack/react-query';
import { afterEach, expect, it, vi } from 'vitest';
import { hearChanges, queries } from './rows.ts';

const P = 'p';
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
      return vi.waitFor(() => expect(queries.getQueryData(key)).toEqual([{ id: 'j', version }]));
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
  await vi.waitFor(() => expect(s.asked()).toBe(3));
  await s.answer(4);
  heard(4);
  expect(s.asked()).toBe(3);
});

it('a change heard during the first reading is not lost either', async () => {
  const s = server();
  stop = s.stop;
  heard(2);
  await s.answer(1);
  await vi.waitFor(() => expect(s.asked()).toBe(2));
  await s.answer(2);
});

it('what nobody looks at is not read', () => {
  heard(2);
  expect(queries.isFetching()).toBe(0);
});

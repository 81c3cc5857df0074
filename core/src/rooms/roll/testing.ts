import type { TakeEvent, TakePayload } from './index.ts';

export const uuid = (n: number): string => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;

let seq = 0;
/** An event of a take, by its number; each with an id and a count of its own. */
export const eventOf = (takeId: string, atMs: number, payload: TakePayload, clientId = 'one'): TakeEvent => {
  seq += 1;
  return { id: uuid(1000 + seq), takeId, atMs, seq, clientId, device: 'test', payload };
};

import { describe, expect, it, vi } from 'vitest';
import { keepAlive } from './keepAlive.mjs';

/** A part that ends when the test says so. */
function part(readiness = Promise.resolve('ready')) {
  let end;
  const ended = new Promise((done) => (end = done));
  readiness.catch(() => undefined);
  return { ready: readiness, ended, pid: 1, end: (code) => end(code), stop: vi.fn(async () => end(0)) };
}
const turn = () => new Promise((done) => setImmediate(done));

describe('a part that is kept alive', () => {
  it('is begun again when it ends unasked, and that is told', async () => {
    const parts = [part(), part()];
    const [onEnd, onBack, waits] = [vi.fn(), vi.fn(), []];
    let next = 0;
    const kept = await keepAlive(() => parts[next++], { onEnd, onBack, wait: async (ms) => void waits.push(ms) });
    expect(kept.first).toBe('ready');
    parts[0].end(1);
    await turn();
    expect(onEnd).toHaveBeenCalledWith(1, 100);
    expect(onBack).toHaveBeenCalledWith('ready');
    expect(waits).toEqual([100]);
    await kept.stop();
    expect(next).toBe(2);
  });
  it('is waited for longer and longer while it does not get ready, and at once again after it did', async () => {
    const never = () => part(Promise.reject(new Error('no')));
    const parts = [part(), never(), never(), never(), part(), part()];
    const waits = [];
    let next = 0;
    const kept = await keepAlive(() => parts[next++], { wait: async (ms) => void waits.push(ms) });
    for (let i = 0; i < 5; i += 1) {
      parts[i].end(1);
      await turn();
    }
    expect(waits).toEqual([100, 200, 400, 800, 100]);
    await kept.stop();
  });
  it('that can’t even start the first time says why, and is not tried again', async () => {
    const only = part(Promise.reject(new Error('Port 4600 is in use.')));
    const begin = vi.fn(() => only);
    await expect(keepAlive(begin)).rejects.toThrow('Port 4600 is in use.');
    expect(begin).toHaveBeenCalledTimes(1);
  });
  it('stopped on purpose stays stopped', async () => {
    const begin = vi.fn(() => part());
    const kept = await keepAlive(begin, { wait: async () => undefined });
    await kept.stop();
    await turn();
    expect(begin).toHaveBeenCalledTimes(1);
  });
});

import { afterEach, describe, expect, it, vi } from 'vitest';
import { listen } from './live.ts';
import { outbox } from './outbox.ts';
import { queries } from './queries.ts';

/** A stream that does as the test says. */
class Stream extends EventTarget {
  readyState = 0;
  closed = false;
  readonly url: string;
  constructor(url: string) {
    super();
    this.url = url;
  }
  close() {
    this.closed = true;
  }
  say(type: 'open' | 'error', readyState: number) {
    this.readyState = readyState;
    this.dispatchEvent(new Event(type));
  }
}

describe('a window that listens', () => {
  afterEach(() => {
    vi.useRealTimers();
    vi.restoreAllMocks();
  });
  const begin = () => {
    vi.useFakeTimers();
    const asked = vi.spyOn(queries, 'invalidateQueries').mockResolvedValue();
    const streams: Stream[] = [];
    const stop = listen('p', (url) => {
      const made = new Stream(url);
      streams.push(made);
      return made as unknown as EventSource;
    });
    return { asked, streams, stop };
  };
  const online = () => outbox.state.getState().online;

  it('a stream that broke off is left to the browser, and all is read again when it is back', () => {
    const { streams, asked, stop } = begin();
    streams[0]!.say('open', 1);
    expect(asked).not.toHaveBeenCalled();
    streams[0]!.say('error', 0);
    expect(online()).toBe(false);
    streams[0]!.say('open', 1);
    expect(online()).toBe(true);
    expect(asked).toHaveBeenCalledWith({ queryKey: ['rows', 'p'] });
    expect(streams).toHaveLength(1);
    stop();
  });
  it('a stream that was refused is asked for again, and whether the session holds', () => {
    const { streams, asked, stop } = begin();
    streams[0]!.say('error', 2);
    expect(streams[0]!.closed).toBe(true);
    expect(asked).toHaveBeenCalledWith({ queryKey: ['me'] });
    vi.advanceTimersByTime(2000);
    expect(streams).toHaveLength(2);
    streams[1]!.say('open', 1);
    expect(asked).toHaveBeenCalledWith({ queryKey: ['rows', 'p'] });
    stop();
    expect(streams[1]!.closed).toBe(true);
  });
  it('one that was left listens no more', () => {
    const { streams, stop } = begin();
    streams[0]!.say('error', 2);
    stop();
    vi.advanceTimersByTime(60_000);
    expect(streams).toHaveLength(1);
  });
});

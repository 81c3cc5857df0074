import { afterEach, describe, expect, it, vi } from 'vitest';
import { copied } from './clipboard.ts';

afterEach(() => vi.unstubAllGlobals());

describe('the clipboard', () => {
  it('takes a text, and says whether it is there', async () => {
    const taken: string[] = [];
    vi.stubGlobal('navigator', { clipboard: { writeText: async (text: string) => void taken.push(text) } });
    expect(await copied('a link')).toBe(true);
    expect(taken).toEqual(['a link']);
  });
  it('refused by the browser, or not there at all, is no', async () => {
    vi.stubGlobal('navigator', { clipboard: { writeText: () => Promise.reject(new Error('no')) } });
    expect(await copied('a link')).toBe(false);
    vi.stubGlobal('navigator', {});
    expect(await copied('a link')).toBe(false);
  });
});

import { ChakraProvider } from '@chakra-ui/react';
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { Working, leftMsOf } from './Working.tsx';
import { system } from './theme.ts';

afterEach(cleanup);
const said = (share: number, nowMs: number) => {
  render(
    <ChakraProvider value={system}>
      <Working label="Seeking" way={{ share, startedMs: 0 }} nowMs={nowMs} />
    </ChakraProvider>,
  );
  return document.querySelector('[data-working]')?.textContent;
};

describe('a long work on its way', () => {
  it('says how long the rest takes by its pace so far', () => {
    expect(leftMsOf({ share: 0.25, startedMs: 1000 }, 11_000)).toBe(30_000);
    expect(said(0.25, 10_000)).toBe('25\u00a0%, about 0:30 left');
    expect(screen.getByRole('progressbar', { name: 'Seeking' }).getAttribute('aria-valuenow')).toBe('25');
  });
  it('makes nothing up before there is a pace', () => {
    expect(leftMsOf({ share: 0.01, startedMs: 0 }, 5000)).toBeNull();
    expect(said(0, 0)).toBe('begun');
  });
  it('never says that nothing is left while it goes on', () =>
    expect(said(0.999, 1000)).toBe('100\u00a0%, about 0:01 left'));
});

import { act, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { usePreferences } from '../../platform/preferences.ts';
import { clearPage, openPage, preparePage } from '../../testing/screen.tsx';
import { SheetEdge, byItselfPx, sheetPxWithin, useSheetEdge } from './SheetEdge.tsx';

beforeEach(() => {
  preparePage();
  act(() => void usePreferences.setState({ sheetPx: null }));
});
afterEach(() => {
  clearPage();
  usePreferences.setState({ sheetPx: null });
});

function Edge() {
  const edge = useSheetEdge();
  return (
    <div data-testid="frame" data-width={edge.width}>
      <SheetEdge edge={edge} />
      <aside />
    </div>
  );
}
const edge = () => screen.getByRole('separator', { name: 'Width of the side sheet' });
const width = () => screen.getByTestId('frame').dataset.width;

describe('the edge of the side sheet', () => {
  it('by itself the sheet is a quarter of the window, within what can be read', () => {
    expect(byItselfPx(900)).toBe(300);
    expect(byItselfPx(1600)).toBe(384);
    expect(byItselfPx(3000)).toBe(460);
    openPage(<Edge />);
    expect(width()).toBe('clamp(300px, 24vw, 460px)');
    expect(Number(edge().getAttribute('aria-valuenow'))).toBe(byItselfPx(window.innerWidth));
  });
  it('is pulled by keys, kept on this device, and never past its ends', () => {
    openPage(<Edge />);
    // Drawn 900 px wide here: one step narrower is still more than it may be.
    fireEvent.keyDown(edge(), { key: 'ArrowRight' });
    expect(usePreferences.getState().sheetPx).toBe(720);
    expect(width()).toBe('min(720px, 50vw)');
    expect(edge().getAttribute('aria-valuenow')).toBe('720');
    expect(sheetPxWithin(10)).toBe(280);
    expect(sheetPxWithin(333.4)).toBe(333);
  });
  it('other keys are not its own', () => {
    openPage(<Edge />);
    fireEvent.keyDown(edge(), { key: 'ArrowUp' });
    expect(usePreferences.getState().sheetPx).toBeNull();
  });
});

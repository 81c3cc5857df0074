import { screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { clearPage, openPage, preparePage } from '../testing/screen.tsx';
import { Shares } from './Shares.tsx';

beforeEach(() => preparePage());
afterEach(clearPage);

const bar = (name: string) => {
  const { left, width } = document.querySelector<HTMLElement>(`[data-share="${name}"] > *`)!.style;
  return [Number.parseFloat(left), Number.parseFloat(width)];
};

describe('parts of a whole', () => {
  it('each begins where the one before ends, against the whole', () => {
    openPage(
      <Shares
        whole={0.5}
        rows={[
          { name: 'the way', share: 0.25, words: '25 %' },
          { name: 'the light', share: 0.125, words: '12 %' },
          { name: 'the rest', share: 0.125, words: '13 %' },
        ]}
      />,
    );
    expect(bar('the way')).toEqual([0, 50]);
    expect(bar('the light')).toEqual([50, 25]);
    expect(bar('the rest')).toEqual([75, 25]);
    expect(screen.getByText('12 %')).toBeTruthy();
  });
  it('where some take away, those that add are still seen whole, one after the other', () => {
    openPage(
      <Shares
        whole={14}
        rows={[
          { name: 'tea', share: 12, words: '12 min' },
          { name: 'all slower', share: 4, words: '4 min' },
          { name: 'waiting', share: -2, words: '−2 min' },
        ]}
      />,
    );
    expect(bar('tea')).toEqual([0, 75]);
    expect(bar('all slower')).toEqual([75, 25]);
    expect(bar('waiting')).toEqual([100, 0]);
  });
  it('what takes away has no bar, and none stands out of the picture', () => {
    openPage(
      <Shares
        rows={[
          { name: 'much', share: 1.4, words: '140 %' },
          { name: 'less', share: -0.4, words: '−40 %' },
        ]}
      />,
    );
    expect(bar('much')).toEqual([0, 100]);
    expect(bar('less')).toEqual([100, 0]);
  });
});

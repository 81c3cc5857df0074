import { describe, expect, it } from 'vitest';
import { readMoments } from '../scenes/index.ts';
import { readFountain } from './index.ts';

// Counted, not timed: what reads twice as much text may take twice as many steps, not four times. The steps are those of the one engine
// that can grow faster, regular expressions, so texts are taken that once held it for minutes; the test's own limit is the witness.
const LETTERS = 60_000;
const texts: Record<string, string> = {
  stars: '*'.repeat(LETTERS),
  lines: '_'.repeat(LETTERS),
  'loose stars': '*a '.repeat(LETTERS / 3),
  notes: '[['.repeat(LETTERS / 2),
  comments: '/*'.repeat(LETTERS / 2),
  spaces: `${' '.repeat(LETTERS)}x`,
  brackets: '('.repeat(LETTERS),
  commas: ','.repeat(LETTERS),
};

describe('texts made to be slow', () => {
  it.each(Object.keys(texts))('%s are read as a script, in a heading’s scene or before any', (name) => {
    const text = texts[name]!;
    expect(readFountain(text).scenes).toEqual([]);
    const { scenes } = readFountain(`INT. HALL - DAY\n\n${text}`);
    expect(scenes).toHaveLength(1);
  });
  it.each(Object.keys(texts).filter((name) => name !== 'spaces'))(
    '%s are no moment, and it is said in which line',
    (name) => {
      const { moments, problems } = readMoments(`13:05 arrivals\n${texts[name]}`);
      expect(moments).toHaveLength(1);
      expect(problems).toMatchObject([{ line: 2 }]);
    },
  );
  it('what is long and well is read as before', () => {
    const line = 'The founder speaks of the ninth bell and of the eight before it. '.repeat(30).trim();
    const [scene] = readFountain(`INT. BENCH - DAY\n\n${line}\n\nILSE\nYes.\n`).scenes;
    expect(scene).toMatchObject({ text: expect.stringContaining(line), characters: ['ILSE'] });
    expect(scene!.eighths).toBeGreaterThan(2);
  });
});

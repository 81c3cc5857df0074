import { describe, expect, it } from 'vitest';
import { shortNameFor } from './names.ts';

describe('a short name', () => {
  it.each([
    ['Ilse Tregarrow', [], 'Ilse'],
    ['Ilse Marsh', ['ilse'], 'Ilse2'],
    ['Ilse Roe', ['Ilse', 'ilse2'], 'Ilse3'],
    ['  Wren  ', [], 'Wren'],
    ['Ann'.repeat(20), [], 'AnnAnnAnnAnnAnnAnnAn'],
  ])('of %s where %j are taken is %s', (name, taken, short) => expect(shortNameFor(name, taken)).toBe(short));
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rawPath, writtenName, writtenPath } from './names.ts';

const bytesOf = (raw: string | Buffer) => Buffer.from(raw as string);

describe('names as they are written down', () => {
  it('text stands as it is, other bytes one by one', () => {
    expect(writtenName(Buffer.from('Glocke Ä.mov'))).toBe('Glocke Ä.mov');
    expect(writtenName(Buffer.from([0x61, 0xff, 0x62]))).toBe('a\\xffb');
    expect(writtenName(Buffer.from([0xc3]))).toBe('\\xc3');
    expect(writtenName(Buffer.from('a\\xff'))).toBe('a\\x5cxff');
  });
  it('lead back to the very bytes, and no two names are written alike', () =>
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 1, maxLength: 12 }), (name) => {
        const bytes = Buffer.from(name);
        expect(bytesOf(rawPath(writtenName(bytes)))).toEqual(bytes);
      }),
      { seed: 16, numRuns: 400 },
    ));
  it('so do names that look as if they were written', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('\\', 'x', 'f', '5', 'c', 'ä', '\\xff'), { minLength: 1, maxLength: 9 }),
        (letters) => {
          const bytes = Buffer.from(letters.join(''));
          expect(bytesOf(rawPath(writtenName(bytes)))).toEqual(bytes);
          expect(bytesOf(rawPath(writtenPath(letters.join(''))))).toEqual(bytes);
        },
      ),
      { seed: 16, numRuns: 400 },
    ));
});

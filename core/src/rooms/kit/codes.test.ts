import { describe, expect, it } from 'vitest';
import { kitCodeText, readKitCode } from './index.ts';

const P = '0190a000-0000-7000-8000-000000000001';
const L = '0190a000-0000-7000-8000-000000000002';

describe('labels of the kit', () => {
  it('are read as they were printed, with what a scanner adds around them', () => {
    expect(readKitCode(` ${kitCodeText(P, 'line', L)}\n`, P)).toEqual({ kind: 'line', id: L });
    expect(readKitCode(kitCodeText(P, 'crate', L), P)).toEqual({ kind: 'crate', id: L });
  });
  it('of another production, of Copies, and of nobody are told apart', () => {
    expect(readKitCode(kitCodeText(L, 'line', L), P)).toBe('This label is of another production.');
    expect(readKitCode(`kavrell:drive:${P}:${L}`, P)).toContain('scanned on Copies');
    expect(readKitCode('4006381333931', P)).toBe('This code is not one of the kit’s labels.');
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RATES, rateName } from '../../base/timecode/index.ts';
import { SETTINGS, SETTING_KEYS, readSetting, sameSetting, settingOf, settingSaid, settingValues } from './index.ts';

describe('a setting as it is read', () => {
  it('rates come canonical, numbers bare, choices from their list, text as typed', () => {
    expect(readSetting('rate', '23.976')).toBe('24000/1001');
    expect(readSetting('whiteK', '5600 K')).toBe('5600');
    expect(readSetting('shutterDeg', '172,8°')).toBe('172.8');
    expect(readSetting('timecodeMode', 'Free Run')).toBe('free run');
    expect(readSetting('gamma', '  log ')).toBe('log');
    expect(readSetting('whiteK', '  ')).toBe('');
  });
  it('what can’t be one is refused in words', () => {
    expect(() => readSetting('rate', '26')).toThrow(/rate/i);
    expect(() => readSetting('ei', '-800')).toThrow(/EI is a number above 0/);
    expect(() => readSetting('whiteK', 'warm')).toThrow(/White balance is a number of K above 0/);
    expect(() => readSetting('lutRecorded', 'maybe')).toThrow(/choose shown only, recorded, none/);
    expect(settingValues.safeParse({ gamma: 'x'.repeat(81) }).success).toBe(false);
    expect(settingValues.safeParse({ unknown: '1' }).success).toBe(false);
  });
  it('read again it stays as it is, whatever was typed', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SETTING_KEYS), fc.string({ maxLength: 20 }), (key, typed) => {
        let once: string;
        try {
          once = readSetting(key, typed);
        } catch {
          return;
        }
        expect(readSetting(key, once)).toBe(once);
        expect(sameSetting(key, once, once)).toBe(true);
      }),
    );
  });
});

describe('the same to a camera', () => {
  it('spelling is none of its business', () => {
    expect(sameSetting('rate', '25', '25/1')).toBe(true);
    expect(sameSetting('rate', '23.976', '24000/1001')).toBe(true);
    expect(sameSetting('pictureSize', '3840×2160', '3840 x 2160')).toBe(false);
    expect(sameSetting('pictureSize', '3840×2160', '3840x2160')).toBe(true);
    expect(sameSetting('codec', 'Intra 10-bit', 'intra 10 bit')).toBe(true);
    expect(sameSetting('whiteK', '5600', '5610')).toBe(true);
  });
  it('a drop flag, another rate, another kelvin are not', () => {
    expect(sameSetting('rate', '29.97', '29.97df')).toBe(false);
    expect(sameSetting('rate', '24', '23.976')).toBe(false);
    expect(sameSetting('whiteK', '5600', '4300')).toBe(false);
  });
  it('goes both ways', () => {
    const rate = fc.constantFrom(...Object.values(RATES).map(rateName));
    fc.assert(
      fc.property(rate, rate, (a, b) => {
        expect(sameSetting('rate', a, b)).toBe(sameSetting('rate', b, a));
        expect(sameSetting('rate', a, b)).toBe(a === b);
      }),
    );
  });
});

it('every setting says why it matters and where it is mended; each is there once', () => {
  expect(new Set(SETTING_KEYS).size).toBe(SETTINGS.length);
  for (const s of SETTINGS) {
    expect(s.why.length, s.key).toBeGreaterThan(10);
    expect(s.mend.length, s.key).toBeGreaterThan(5);
    expect(settingOf(s.key)).toBe(s);
  }
  expect(settingSaid('whiteK', '5600')).toBe('5600\u00a0K');
  expect(settingSaid('rate', '24000/1001')).toBe('23.976');
  expect(settingSaid('gamma', '')).toBe('–');
});

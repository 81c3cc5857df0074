import { z } from 'zod';
import { parseRate, rateName, rateSaid } from '../../base/timecode/index.ts';
import { InputError } from '../../base/errors/index.ts';
import { line } from '../../base/records/index.ts';
import { SETTING_KEYS, settingOf, type SettingKey } from './vocabulary.ts';

const value = line('A setting', 80);
/** Values of some settings, as written; a setting that is left out is not wanted, or not known. */
export const settingValues = z.partialRecord(z.enum(SETTING_KEYS), value);
export type SettingValues = z.infer<typeof settingValues>;

export const FOUND_BY = ['hand', 'walk', 'clip'] as const;
/** What a camera was found to stand at: by hand, on the walk past it, or out of a test clip. */
export const foundSetting = z.object({ value, from: z.enum(FOUND_BY), atMs: z.number(), by: line('The name', 80) });
export const settingsFound = z.partialRecord(z.enum(SETTING_KEYS), foundSetting);
export type SettingsFound = z.infer<typeof settingsFound>;

const words = (text: string) =>
  text
    .toLowerCase()
    .replace(/[×x*]/g, 'x')
    .replace(/[\s,;.·–-]+/g, ' ')
    .trim();

/**
 * A setting as it is stored: rates in their canonical spelling, numbers without unit, choices from their list, the rest as typed.
 * Throws `InputError` in words for what can’t be one.
 */
export function readSetting(key: SettingKey, typed: string): string {
  const setting = settingOf(key);
  const text = typed.trim();
  if (text === '') return '';
  if (setting.kind === 'rate') return rateName(parseRate(text));
  if (setting.kind === 'number') {
    const figure = Number(text.replace(/[^\d.,+-]/g, '').replace(',', '.'));
    if (!Number.isFinite(figure) || figure <= 0 || !/\d/.test(text))
      throw new InputError(
        'settings.number',
        `${setting.label} is a number${setting.unit ? ` of ${setting.unit}` : ''} above 0.`,
      );
    return String(figure);
  }
  if (setting.kind === 'choice') {
    const found = setting.options?.find((o) => words(o) === words(text));
    if (!found) throw new InputError('settings.choice', `${setting.label}: choose ${setting.options?.join(', ')}.`);
    return found;
  }
  return text;
}

/** Whether two values of a setting are the same to a camera: rates by their fraction, numbers within half a percent, text by its words. */
export function sameSetting(key: SettingKey, a: string, b: string): boolean {
  if (a === b) return true;
  const { kind } = settingOf(key);
  try {
    if (kind === 'rate') return rateName(parseRate(a)) === rateName(parseRate(b));
  } catch {
    // What is no rate is compared as text.
    return words(a) === words(b);
  }
  if (kind === 'number') {
    const [x, y] = [Number(a), Number(b)];
    return Number.isFinite(x) && Number.isFinite(y)
      ? Math.abs(x - y) <= 0.005 * Math.max(Math.abs(x), Math.abs(y))
      : words(a) === words(b);
  }
  return words(a) === words(b);
}

/** A setting as people say it. */
export function settingSaid(key: SettingKey, text: string): string {
  if (text === '') return '–';
  const { kind, unit } = settingOf(key);
  if (kind === 'rate') {
    try {
      return rateSaid(parseRate(text));
    } catch {
      return text;
    }
  }
  return kind === 'number' && unit ? `${text}${unit === '°' ? '' : '\u00a0'}${unit}` : text;
}

import type { Camera } from '@kavrell/core/camera';
import type { Production } from '@kavrell/core/brief';
import {
  readSetting,
  settingOf,
  type SettingKey,
  type SettingsFound,
  type SettingValues,
} from '@kavrell/core/settings';
import { productionNow } from '../../platform/clock.ts';
import { change, type Op } from '../../platform/rows.ts';

type By = { from: 'hand' | 'walk' | 'clip'; by: string };

/** The edit that says what a camera was found to stand at. Throws in words for what can’t be a setting. */
export function foundOp(production: Production, camera: Camera, values: SettingValues, { from, by }: By): Op {
  const settings: SettingsFound = { ...camera.settings };
  const own: Record<string, unknown> = {};
  for (const [key, typed] of Object.entries(values) as [SettingKey, string][]) {
    const value = readSetting(key, typed);
    if (value === '') {
      delete settings[key];
      continue;
    }
    settings[key] = { value, from, by, atMs: Math.round(productionNow(production)) };
    // Clocks, copies and Roll read these two from the camera’s own row.
    if (key === 'rate') own.rate = value;
    if (key === 'rateMbps') own.rateMbps = Number(value);
  }
  return { op: 'update', table: 'cameras', row: camera, values: { ...own, settings } };
}

/** Writes what a camera was found to stand at. */
export function found(production: Production, camera: Camera, values: SettingValues, by: By): void {
  const keys = Object.keys(values) as SettingKey[];
  const what = keys.length === 1 && keys[0] ? settingOf(keys[0]).label.toLowerCase() : `${keys.length} settings`;
  void change(production.id, `Camera ${camera.letter}: ${what}`, [foundOp(production, camera, values, by)]);
}

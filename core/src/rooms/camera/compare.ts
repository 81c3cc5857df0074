import {
  SETTINGS,
  sameSetting,
  settingSaid,
  type Setting,
  type SettingKey,
  type SettingValues,
} from '../settings/index.ts';
import type { Camera } from './model.ts';

/** What of a production its cameras are held against. */
interface Job {
  rate: string;
  ei: number;
  shutterDeg: number;
  captureWidthPx: number;
  captureHeightPx: number;
  sheet: SettingValues;
}

/** What the job wants of any camera. */
export function jobSheet(job: Job): SettingValues {
  return {
    ...job.sheet,
    rate: job.rate,
    ei: String(job.ei),
    shutterDeg: String(job.shutterDeg),
    pictureSize: `${job.captureWidthPx}×${job.captureHeightPx}`,
  };
}

/** What the job wants of this camera: its own wishes stand above the sheet; an empty one asks for nothing. */
export function wantedOf(job: Job, camera: Pick<Camera, 'wants'>): SettingValues {
  const all = { ...jobSheet(job), ...camera.wants };
  return Object.fromEntries(Object.entries(all).filter(([, v]) => v !== '')) as SettingValues;
}

/** What the camera is known to stand at. Its rate and data rate are figures of its own row; the rest was found. */
export function standsAt(camera: Pick<Camera, 'settings' | 'rate' | 'rateMbps'>): SettingValues {
  const found = Object.fromEntries(
    Object.entries(camera.settings).flatMap(([k, f]) => (f ? [[k, f.value]] : [])),
  ) as SettingValues;
  return { ...found, rate: camera.rate, rateMbps: String(camera.rateMbps) };
}

/** One setting in which a camera differs from what is wanted. */
export interface Difference {
  setting: Setting;
  wanted: string;
  found: string;
  words: string;
}

export interface CameraCheck {
  camera: Camera;
  /** The most harmful first. */
  differences: Difference[];
  /** Wanted, and nobody has looked. */
  unseen: Setting[];
  /** Wanted, looked at, and as wanted. */
  agreed: number;
  /** Latest look at any setting. */
  seen: { atMs: number; by: string } | null;
  standing: 'ready' | 'differs' | 'not walked';
}

/** One camera against the job’s sheet. A setting that was never looked at is unseen, not right: yesterday’s job leaves its settings behind. */
export function checkCamera(job: Job, camera: Camera): CameraCheck {
  const wanted = wantedOf(job, camera);
  const found = standsAt(camera);
  const differences: Difference[] = [];
  const unseen: Setting[] = [];
  let agreed = 0;
  for (const setting of SETTINGS) {
    const key: SettingKey = setting.key;
    const want = wanted[key];
    if (want === undefined) continue;
    const has = found[key];
    const looked = camera.settings[key] !== undefined;
    if (has !== undefined && has !== '' && !sameSetting(key, want, has))
      differences.push({
        setting,
        wanted: want,
        found: has,
        words: `Camera ${camera.letter}: ${setting.label.toLowerCase()} stands at ${settingSaid(key, has)}, the job wants ${settingSaid(key, want)}.`,
      });
    else if (!looked) unseen.push(setting);
    else agreed += 1;
  }
  differences.sort((a, b) => b.setting.harm - a.setting.harm);
  const looks = Object.values(camera.settings).filter((f) => f !== undefined);
  const last = looks.length === 0 ? null : looks.reduce((a, b) => (b.atMs > a.atMs ? b : a));
  return {
    camera,
    differences,
    unseen,
    agreed,
    seen: last ? { atMs: last.atMs, by: last.by } : null,
    standing: differences.length > 0 ? 'differs' : unseen.length > 0 ? 'not walked' : 'ready',
  };
}

/** A next-card setting that names a card there is already. */
export function doubledCards(
  cameras: readonly Camera[],
  cards: readonly { label: string }[],
): { camera: Camera; label: string; words: string }[] {
  const labels = new Set(cards.map((c) => c.label.toUpperCase()));
  return cameras.flatMap((camera) => {
    const label = camera.settings.nextCard?.value.trim().toUpperCase() ?? '';
    return labels.has(label)
      ? [
          {
            camera,
            label,
            words: `Camera ${camera.letter} will call its next card ${label}, and there is a card of that name already: two cards would become one.`,
          },
        ]
      : [];
  });
}

/** Settings that cameras must share when their pictures are cut together, wherever the job’s sheet leaves them open. */
const SHARED = ['rate', 'gamma', 'whiteK', 'nd', 'diffusion', 'polariser'] as const satisfies readonly SettingKey[];

/** Cameras of one cut that do not agree with each other, setting by setting. */
export function disagreements(cameras: readonly Camera[]): { setting: Setting; words: string; letters: string[] }[] {
  return SHARED.flatMap((key) => {
    const setting = SETTINGS.find((s) => s.key === key) as Setting;
    const known = cameras.flatMap((c) => {
      const value = standsAt(c)[key];
      return value === undefined || value === '' ? [] : [{ letter: c.letter, value }];
    });
    const [first] = known;
    if (!first || known.every((k) => sameSetting(key, k.value, first.value))) return [];
    const said = known.map((k) => `${k.letter} ${settingSaid(key, k.value)}`).join(', ');
    return [
      {
        setting,
        words: `${setting.label} differs between cameras that cut together: ${said}.`,
        letters: known.map((k) => k.letter),
      },
    ];
  });
}

/** What a test clip says of the camera that made it. Nulls where it says nothing. */
export interface ClipFacts {
  rate: string | null;
  widthPx: number | null;
  heightPx: number | null;
  codec: string | null;
  rateMbps: number | null;
  gamma: string | null;
  audioChannels: number | null;
  sampleRateHz: number | null;
  bitDepth: number | null;
  startTimecode: string | null;
  durationS: number | null;
}

/** Settings that a clip proves. */
export function settingsFromClip(facts: ClipFacts): SettingValues {
  const out: SettingValues = {};
  if (facts.rate) out.rate = facts.rate;
  if (facts.widthPx && facts.heightPx) out.pictureSize = `${facts.widthPx}×${facts.heightPx}`;
  if (facts.codec) out.codec = facts.codec;
  if (facts.rateMbps) out.rateMbps = String(Math.round(facts.rateMbps));
  if (facts.gamma) out.gamma = facts.gamma;
  return out;
}

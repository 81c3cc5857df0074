import type { BundleRole } from './bundleModel.ts';

/** What a hand-over can hold, what each is called, and for whom it is. */
const ALL = ['editor', 'sound', 'client', 'archive'] as const;
export const BUNDLE_PARTS = {
  shotList: { words: 'Shot list', roles: ['editor', 'client', 'archive'] },
  script: { words: 'Script with what was had of it', roles: ['editor', 'sound', 'archive'] },
  dayReport: { words: 'Report of each day: shots, takes, clips, copies', roles: ['editor', 'archive'] },
  setReports: { words: 'Camera, sound and continuity report, log of the day', roles: ['editor', 'archive'] },
  soundReport: { words: 'Sound report', roles: ['sound'] },
  stills: { words: 'Stills, boards and pictures of the look', roles: ['editor', 'client', 'archive'] },
  line: { words: 'Line-up: timelines, edit lists, table', roles: ['editor', 'sound', 'archive'] },
  hashes: { words: 'Every media file with its hash and where it was verified', roles: ['editor', 'sound', 'archive'] },
  custody: { words: 'Who had drives and cards', roles: ['archive'] },
  look: { words: 'Colours as open data', roles: ['editor', 'archive'] },
  music: { words: 'Music and sounds, and what for', roles: ['editor', 'sound', 'archive'] },
  consents: { words: 'Who may be seen', roles: ['editor', 'archive'] },
  deliverables: { words: 'What is to be delivered', roles: ALL },
  credits: { words: 'Names and thanks', roles: ['editor', 'client', 'archive'] },
  missing: { words: 'What is missing', roles: ['editor', 'sound', 'archive'] },
} as const satisfies Record<string, { words: string; roles: readonly BundleRole[] }>;
export type BundlePart = keyof typeof BUNDLE_PARTS;

/** What a hand-over for somebody holds. */
export const bundlePartsFor = (role: BundleRole): BundlePart[] =>
  (Object.keys(BUNDLE_PARTS) as BundlePart[]).filter((p) =>
    (BUNDLE_PARTS[p].roles as readonly string[]).includes(role),
  );

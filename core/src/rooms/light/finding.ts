import type { Finding } from '../../base/findings/index.ts';
import type { Circuit, PlaceFact, Room } from '../places/index.ts';
import type { Catalogue } from './library.ts';
import type { LightScene } from './emitters.ts';
import type { Settings } from './reading.ts';
import type { LightPlan, PlanItem } from './plan.ts';

/** One change of the plan that mends a finding. */
export interface Mend {
  label: string;
  id: string;
  values: Partial<Record<string, unknown>>;
}

/** Something found on a plan of light: which things, and what one press mends. */
export interface LightFinding extends Finding {
  itemIds: string[];
  fix: Mend | null;
}

export interface Sensor {
  letter: string;
  sensorWidthMm: number;
  sensorHeightMm: number;
}

/** Everything a setup is checked against. */
export interface Surroundings {
  plan: LightPlan;
  room: Room | null;
  catalogue: Catalogue;
  circuits: readonly Circuit[];
  facts: readonly PlaceFact[];
  cameras: readonly Sensor[];
  settings: Settings;
  /** Share of a breaker that may be planned for. */
  loadShare: number;
  daylight: LightScene['daylight'];
  /** Expected gust, m/s; null when nobody said. */
  gustMps: number | null;
  /** Minutes this setup is shot with; for batteries. */
  shotMin: number;
}

const KIND_WORDS: Readonly<Record<PlanItem['kind'], string>> = {
  person: 'somebody',
  camera: 'camera',
  source: 'lamp',
  flag: 'flag',
  frame: 'frame',
  bounce: 'bounce',
  mirror: 'mirror',
  meter: 'point',
};
/** What a thing on the plan is called. */
export const nameOf = (i: PlanItem): string =>
  i.name || (i.kind === 'camera' ? `camera ${i.letter}` : i.kind === 'source' ? i.role : KIND_WORDS[i.kind]);

export const metresText = (m: number): string => `${m.toFixed(1)}\u00a0m`;
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** Names in a sentence: a, b and c. */
export const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

import type { Camera } from '../../rooms/camera/index.ts';
import type { DayPlan, DayRow } from '../../plan/day/index.ts';
import type { LightFinding, Setup } from '../../rooms/light/index.ts';
import type { Person } from '../../rooms/people/index.ts';
import type { LoadFinding, PersonDay } from '../crew/index.ts';
import type { Circuit, Place, Room } from '../../rooms/places/index.ts';
import type { SoundRoute, SoundSource } from '../../rooms/sound/index.ts';
import type { Failures } from '../holds/index.ts';
import type { Trigger } from './model.ts';

/** A what-if found from the plan. */
export interface FoundRisk {
  key: string;
  dayId: string | null;
  title: string;
  why: string;
  likelihood: 1 | 2 | 3;
  harm: 1 | 2 | 3;
  trigger: Trigger | null;
  remedies: string[];
}

export interface ScanSources {
  plans: readonly DayPlan[];
  people: readonly Person[];
  cameras: readonly Camera[];
  setups: readonly Setup[];
  places: readonly Place[];
  rooms: readonly Room[];
  circuits: readonly Circuit[];
  soundSources: readonly SoundSource[];
  soundRoutes: readonly SoundRoute[];
  /** Of each day: hours and rest. */
  peopleDays: readonly (readonly PersonDay[])[];
  /** Of each setup with something raised: the least wind that it stands to. */
  windLimits: ReadonlyMap<string, { name: string; limitMps: number }>;
  /** Adapters between mounts that shots hang on, with those shots. */
  adapters: ReadonlyMap<string, readonly string[]>;
  /** Of each day: what nobody does. */
  nobody: readonly (readonly LoadFinding[])[];
  /** Of each day: what one failure loses. */
  failures: readonly Failures[];
  /** Of each setup: what its light plan is warned of. */
  lightFindings: ReadonlyMap<string, readonly LightFinding[]>;
}

/** A line of a day as people call it. */
export const codeOf = (r: DayRow): string => r.shot?.code ?? r.title;

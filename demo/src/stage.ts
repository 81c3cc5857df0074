import {
  PLAN_DEFAULTS,
  type BounceItem,
  type CameraItem,
  type FlagItem,
  type FrameItem,
  type LightPlan,
  type LightRole,
  type PersonItem,
  type PlanItem,
  type SourceItem,
} from '@kavrell/core/light';
import type { Feature } from '@kavrell/core/places';

type Loose<T, K extends keyof T> = Partial<T> & Pick<T, K>;
const standing = { turnDeg: 0, name: '' };
const raised = { standKey: null, ballastKg: 0, watcherId: null, tiltDeg: 0 };

/** Things for the plans of the demo, with what they usually are. */
export const person = (f: Loose<PersonItem, 'id' | 'name' | 'xM' | 'yM' | 'turnDeg'>): PersonItem => ({
  ...standing,
  kind: 'person',
  zM: 1.6,
  personId: null,
  spectacles: false,
  ...f,
});
export const camera = (f: Loose<CameraItem, 'id' | 'letter' | 'xM' | 'yM' | 'turnDeg' | 'focalMm'>): CameraItem => ({
  ...standing,
  kind: 'camera',
  zM: 1.4,
  tiltDeg: 0,
  ...f,
});
export const source = (
  role: LightRole,
  f: Loose<SourceItem, 'id' | 'name' | 'xM' | 'yM' | 'zM' | 'turnDeg' | 'fixtureKey'>,
): SourceItem => ({
  ...standing,
  ...raised,
  kind: 'source',
  role,
  modifierKeys: [],
  gelKeys: [],
  level: 1,
  colourK: null,
  on: true,
  circuitId: null,
  battery: false,
  cableM: null,
  ...f,
});
type Flat = 'id' | 'name' | 'xM' | 'yM' | 'zM' | 'turnDeg' | 'widthM' | 'heightM';
export const flag = (f: Loose<FlagItem, Flat>): FlagItem => ({ ...standing, ...raised, kind: 'flag', ...f });
export const frame = (clothKey: string, f: Loose<FrameItem, Flat>): FrameItem => ({
  ...standing,
  ...raised,
  kind: 'frame',
  clothKey,
  ...f,
});
export const bounce = (clothKey: string, f: Loose<BounceItem, Flat>): BounceItem => ({
  ...standing,
  ...raised,
  kind: 'bounce',
  clothKey,
  ...f,
});

/** A plan of these things. */
export const planOf = (roomId: string, items: PlanItem[], more: Partial<LightPlan> = {}): LightPlan => ({
  ...PLAN_DEFAULTS,
  roomId,
  items,
  ...more,
});

export const feature = (
  kind: Feature['kind'],
  id: string,
  name: string,
  [x1, y1, x2, y2]: [number, number, number, number],
  [bottomM, topM]: [number, number],
  more: Partial<Feature> = {},
): Feature => ({ id, kind, name, x1, y1, x2, y2, bottomM, topM, reachable: false, circuitId: null, ...more });

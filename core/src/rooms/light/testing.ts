import { direction } from '../../base/geometry/index.ts';
import {
  lightPlan,
  PLAN_DEFAULTS,
  type BounceItem,
  type CameraItem,
  type FlagItem,
  type FrameItem,
  type LightPlan,
  type PersonItem,
  type PlanItem,
  type SourceItem,
} from './plan.ts';
import { catalogueOf } from './library.ts';
import { lightsOf } from './emitters.ts';
import { readFace, type FaceReading } from './reading.ts';
import { checkPlan } from './checks.ts';
import type { LightFinding, Surroundings } from './finding.ts';
import { faceOf } from './feasible.ts';
import { ROOM_DEFAULTS, type Circuit, type Feature, type Room, CIRCUIT_DEFAULTS } from '../places/index.ts';

/** Plans for tests: things with what they usually are, checked by the same schema as stored ones. */
const standing = { turnDeg: 0, name: '', xM: 0, yM: 0, zM: 1.5 };
const raised = { standKey: null, ballastKg: 0, watcherId: null, tiltDeg: 0 };
export const aPerson = (f: Partial<PersonItem> = {}): PersonItem => ({
  ...standing,
  id: 'face',
  kind: 'person',
  personId: null,
  spectacles: false,
  ...f,
});
export const aCamera = (f: Partial<CameraItem> = {}): CameraItem => ({
  ...standing,
  id: 'cam',
  kind: 'camera',
  letter: 'A',
  tiltDeg: 0,
  focalMm: 50,
  ...f,
});
export const aSource = (f: Partial<SourceItem> = {}): SourceItem => ({
  ...standing,
  ...raised,
  id: 'key',
  kind: 'source',
  role: 'key',
  fixtureKey: 'cob-300',
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
const flat = { ...standing, ...raised, widthM: 1.2, heightM: 1.2 };
export const aFlag = (f: Partial<FlagItem> = {}): FlagItem => ({ ...flat, id: 'flag', kind: 'flag', ...f });
export const aFrame = (f: Partial<FrameItem> = {}): FrameItem => ({
  ...flat,
  id: 'frame',
  kind: 'frame',
  clothKey: 'grid-half',
  ...f,
});
export const aBounce = (f: Partial<BounceItem> = {}): BounceItem => ({
  ...flat,
  id: 'bounce',
  kind: 'bounce',
  clothKey: 'white',
  ...f,
});
export const aPlan = (items: PlanItem[], more: Partial<LightPlan> = {}): LightPlan =>
  lightPlan.parse({ ...PLAN_DEFAULTS, items, ...more });

const row = { productionId: '00000000-0000-7000-8000-000000000001', version: 1, deletedAt: null };
export const aRoom = (f: Partial<Room> = {}): Room => ({
  ...row,
  ...ROOM_DEFAULTS,
  id: '00000000-0000-7000-8000-00000000000a',
  placeId: '00000000-0000-7000-8000-00000000000b',
  name: 'Room',
  position: 1,
  ...f,
});
/** A window of 2 m in the near wall, or another thing of a room. */
export const aFeature = (f: Partial<Feature> = {}): Feature => ({
  ...{ id: 'w', kind: 'window', name: '', x1: 3, y1: 0, x2: 5, y2: 0, bottomM: 0.8, topM: 2.4 },
  ...{ reachable: true, circuitId: null },
  ...f,
});
export const CIRCUIT = '00000000-0000-7000-8000-0000000000c1';
export const aCircuit = (f: Partial<Circuit> = {}): Circuit => ({
  ...row,
  ...CIRCUIT_DEFAULTS,
  id: CIRCUIT,
  placeId: aRoom().placeId,
  name: 'C1',
  position: 1,
  breakerA: 16,
  residualCurrent: true,
  ...f,
});

export const SETTINGS = { ei: 800, fps: 25, shutterDeg: 180 };
export const CATALOGUE = catalogueOf();
export const surroundings = (plan: LightPlan, f: Partial<Surroundings> = {}): Surroundings => ({
  plan,
  room: null,
  catalogue: CATALOGUE,
  circuits: [],
  facts: [],
  cameras: [{ letter: 'A', sensorWidthMm: 35.9, sensorHeightMm: 20.2 }],
  settings: SETTINGS,
  loadShare: 0.8,
  daylight: null,
  gustMps: null,
  shotMin: 30,
  ...f,
});
/** What is read at the plan's face. */
export function read(plan: LightPlan, f: Partial<Surroundings> = {}): FaceReading {
  const s = surroundings(plan, f);
  const face = faceOf(plan);
  if (!face) throw new Error('This plan has no face.');
  return readFace(
    lightsOf({ plan, room: s.room, catalogue: s.catalogue, daylight: s.daylight }),
    plan,
    face,
    s.settings,
  );
}

/** A lamp so far from the middle, looking at it. */
export const lampAt = (turn: number, far: number, f: object) => {
  const way = direction(turn);
  return aSource({ xM: way.x * far, yM: way.y * far, turnDeg: turn + 180, ...f });
};
/** A face lit from three sides: T4 at 4 : 1 is wanted. */
export const THREE_LIGHTS = aPlan(
  [
    aPerson({ turnDeg: 180 }),
    aCamera({ yM: 4 }),
    lampAt(225, 3, { level: 0.5 }),
    lampAt(135, 3, { id: 'fill', role: 'fill', fixtureKey: 'panel-2x1', level: 0.3 }),
    lampAt(0, 3, { id: 'rim', role: 'back', fixtureKey: 'tube-4', battery: true }),
  ],
  { wanted: { faceId: 'face', tStop: 4, ratio: 4, whiteK: 5600 } },
);

/** What the checks find under a key. */
export const find = (plan: LightPlan, prefix: string, f: Partial<Surroundings> = {}): LightFinding[] =>
  checkPlan(surroundings(plan, f)).filter((x) => x.key.startsWith(prefix));
/** The plan with what a finding offers. */
export const fixed = (plan: LightPlan, finding: LightFinding | undefined): LightPlan =>
  aPlan(
    plan.items.map((i) => (i.id === finding?.fix?.id ? ({ ...i, ...finding.fix.values } as PlanItem) : i)),
    { haze: plan.haze },
  );
export const socket = (x: number, y: number): Feature => ({
  id: 's',
  kind: 'socket',
  name: 'socket',
  x1: x,
  y1: y,
  x2: x,
  y2: y,
  bottomM: 0.3,
  topM: 0.3,
  reachable: false,
  circuitId: CIRCUIT,
});
/** Something of a room along a line, named after its kind. */
export const pane = (kind: Feature['kind'], x1: number, y1: number, x2: number, y2: number): Feature => ({
  id: kind,
  kind,
  name: kind,
  x1,
  y1,
  x2,
  y2,
  bottomM: 0,
  topM: 2.2,
  reachable: false,
  circuitId: null,
});
export const onStand = { standKey: 'stand-junior', ballastKg: 22, watcherId: CIRCUIT };

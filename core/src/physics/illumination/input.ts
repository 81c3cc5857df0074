import { z } from 'zod';
import { inputs, quantity, word } from '../../base/calc/index.ts';
import { add, corners, distance, length, minus, unit, type Pane, type Vec } from '../../base/geometry/index.ts';
import { powerOfBeam, rectangle, type Opening, type Room, type Scene } from './scene.ts';

type Path = (string | number)[];
const TOUCH_M = 1e-6;

const metres = (what: string) => quantity(what, 'm', { above: 0 });
const share = (what: string) => quantity(what, '', { from: 0, to: 1 });
const coordinate = quantity('A coordinate', 'm');
const place = (what: string) =>
  z.tuple([coordinate, coordinate, coordinate], { error: `${what} is three numbers: x, y and z.` });
const way = (what: string) =>
  place(what).refine((v) => length(vecOf(v)) > 0, `${what} has no length, so it has no direction.`);
const vecOf = ([x, y, z]: readonly [number, number, number]): Vec => ({ x, y, z });
const rollDeg = quantity('The roll', '°').optional();

const source = inputs({
  id: word('The id of a source').min(1, 'The id of a source is empty.'),
  position: place('The position'),
  aim: place('The aim'),
  shape: z.discriminatedUnion(
    'kind',
    [
      inputs({ kind: z.literal('disc'), radiusM: metres('The radius') }),
      inputs({ kind: z.literal('rectangle'), widthM: metres('The width'), heightM: metres('The height'), rollDeg }),
    ],
    { error: 'A shape is a disc or a rectangle.' },
  ),
  referenceLux: quantity('The reading', 'lux', { from: 0 }),
  referenceM: metres('The distance of the reading'),
  beamDeg: quantity('The beam angle', '°', { above: 0, below: 180 }).nullable(),
  level: share('The level').optional(),
}).refine((s) => distance(vecOf(s.position), vecOf(s.aim)) > 0, {
  error: 'The aim is where the source stands: it looks nowhere.',
  path: ['aim'],
});

/** What each kind of pane says of itself: boards what they give back, cloths what they let through, flags neither. */
const NEEDS = { flag: null, bounce: 'reflectance', diffusion: 'transmission' } as const;
const paneInput = inputs({
  id: word('The id of a pane').min(1, 'The id of a pane is empty.'),
  kind: z.enum(['flag', 'bounce', 'diffusion'], { error: 'A pane is a flag, a bounce or a diffusion.' }),
  centre: place('The centre'),
  normal: way('The normal'),
  widthM: metres('The width'),
  heightM: metres('The height'),
  rollDeg,
  reflectance: share('The reflectance').optional(),
  transmission: share('The transmission').optional(),
}).superRefine((pane, ctx) => {
  for (const field of ['reflectance', 'transmission'] as const) {
    const needed = NEEDS[pane.kind] === field;
    if (needed === (pane[field] !== undefined)) continue;
    const message = needed ? `A ${pane.kind} needs its ${field}.` : `A ${pane.kind} has no ${field}.`;
    ctx.addIssue({ code: 'custom', path: [field], message });
  }
});

const openingInput = inputs({
  centre: place('The centre'),
  widthM: metres('The width'),
  heightM: metres('The height'),
  skyLux: quantity('The sky', 'lux', { from: 0 }),
  transmission: share('The transmission').optional(),
});
const roomInput = inputs({
  widthM: metres('The width of the room'),
  depthM: metres('The depth of the room'),
  heightM: metres('The height of the room'),
  reflectance: inputs({
    walls: share('The reflectance of the walls'),
    ceiling: share('The reflectance of the ceiling'),
    floor: share('The reflectance of the floor'),
  }),
  openings: z.array(openingInput).max(40, '40 openings are the most.').optional(),
});

const faceInput = inputs({
  id: word('The id of a face').min(1, 'The id of a face is empty.'),
  position: place('The position'),
  normal: way('The normal'),
});

/** What the parts of a reading are called beside the lamps. */
const OWN_PARTS: readonly string[] = ['ambient', 'sun', 'sky'];

export const readingsInput = inputs({
  sources: z.array(source).max(200, '200 sources are the most.'),
  panes: z.array(paneInput).max(60, '60 panes are the most.').optional(),
  ambientLux: quantity('The ambient light', 'lux', { from: 0 }).optional(),
  sun: inputs({ from: way('The way to the sun'), lux: quantity('The sun', 'lux', { from: 0 }) }).optional(),
  room: roomInput.optional(),
  faces: z.array(faceInput).max(500, '500 faces are the most.'),
}).superRefine((scene, ctx) => {
  const refuse = (path: Path, message: string) => ctx.addIssue({ code: 'custom', path, message });
  for (const list of ['sources', 'panes', 'faces'] as const) {
    const seen = new Set<string>();
    (scene[list] ?? []).forEach(({ id }, i) => {
      if (seen.has(id)) refuse([list, i, 'id'], `“${id}” is there already: each has an id of its own.`);
      seen.add(id);
    });
  }
  scene.sources.forEach(({ id }, i) => {
    if (OWN_PARTS.includes(id))
      refuse(['sources', i, 'id'], `“${id}” is what other light is called here: call the source something else.`);
  });
  if (!scene.room) return;
  if (scene.ambientLux !== undefined)
    refuse(['ambientLux'], 'In a room light comes from its walls and openings: there is no ambient light.');
  checkRoom(scene, refuse);
});
type Input = z.output<typeof readingsInput>;

/** Everything lies in the room, and its openings in its walls or ceiling, beside each other. */
function checkRoom(scene: Input, refuse: (path: Path, message: string) => void): void {
  const room = scene.room!;
  const outside = ({ x, y, z }: Vec) =>
    Math.min(x, y, z) < -TOUCH_M ||
    x > room.widthM + TOUCH_M ||
    y > room.depthM + TOUCH_M ||
    z > room.heightM + TOUCH_M;
  scene.sources.forEach((s, i) => {
    const at = vecOf(s.position);
    const face = s.shape.kind === 'rectangle' ? corners(facing(s, s.shape)) : [];
    if ([at, ...face].some(outside)) refuse(['sources', i, 'position'], 'This source stands outside the room.');
  });
  (scene.panes ?? []).forEach((p, i) => {
    if (corners(paneOf(p)).some(outside)) refuse(['panes', i, 'centre'], 'This pane reaches outside the room.');
  });
  scene.faces.forEach((f, i) => {
    if (outside(vecOf(f.position))) refuse(['faces', i, 'position'], 'This face is outside the room.');
  });
  const panes = (room.openings ?? []).map((opening, i) => {
    const pane = openingPane(opening, room);
    if (!pane)
      refuse(['room', 'openings', i, 'centre'], 'An opening lies in a wall or in the ceiling; this one lies in none.');
    else if (corners(pane).some(outside))
      refuse(['room', 'openings', i, 'widthM'], 'This opening reaches past the edge of its wall.');
    return pane;
  });
  panes.forEach((pane, i) => {
    if (pane && panes.slice(0, i).some((other) => other && overlap(pane, other)))
      refuse(['room', 'openings', i, 'centre'], 'This opening overlaps one before it.');
  });
}

/** The opening as a pane of its wall, looking in; null when it lies in none. */
function openingPane(o: z.output<typeof openingInput>, room: Pick<Room, 'widthM' | 'depthM' | 'heightM'>): Pane | null {
  const at = vecOf(o.centre);
  const is = (a: number, b: number) => Math.abs(a - b) < TOUCH_M;
  const [w, h] = [o.widthM / 2, o.heightM / 2];
  const upright = (normal: Vec, across: Vec): Pane => ({ at, normal, across, up: { x: 0, y: 0, z: h } });
  const alongY = { x: 0, y: w, z: 0 };
  const alongX = { x: w, y: 0, z: 0 };
  if (is(at.x, 0)) return upright({ x: 1, y: 0, z: 0 }, alongY);
  if (is(at.x, room.widthM)) return upright({ x: -1, y: 0, z: 0 }, alongY);
  if (is(at.y, 0)) return upright({ x: 0, y: 1, z: 0 }, alongX);
  if (is(at.y, room.depthM)) return upright({ x: 0, y: -1, z: 0 }, alongX);
  if (is(at.z, room.heightM)) return { at, normal: { x: 0, y: 0, z: -1 }, across: alongX, up: { x: 0, y: h, z: 0 } };
  return null;
}

/** Whether two panes of one wall lie over each other. */
function overlap(a: Pane, b: Pane): boolean {
  const apart = minus(a.at, b.at);
  if (Math.abs(apart.x * a.normal.x + apart.y * a.normal.y + apart.z * a.normal.z) > TOUCH_M) return false;
  const reach = add(add(extent(a.across), extent(a.up)), add(extent(b.across), extent(b.up)));
  return (['x', 'y', 'z'] as const).every(
    (axis) => reach[axis] < TOUCH_M || Math.abs(apart[axis]) < reach[axis] - TOUCH_M,
  );
}
const extent = ({ x, y, z }: Vec): Vec => ({ x: Math.abs(x), y: Math.abs(y), z: Math.abs(z) });

const paneOf = (p: z.output<typeof paneInput>): Pane =>
  rectangle(vecOf(p.centre), vecOf(p.normal), p.widthM, p.heightM, p.rollDeg);

function facing(
  s: z.output<typeof source>,
  shape: { widthM: number; heightM: number; rollDeg?: number | undefined },
): Pane {
  return rectangle(
    vecOf(s.position),
    minus(vecOf(s.aim), vecOf(s.position)),
    shape.widthM,
    shape.heightM,
    shape.rollDeg,
  );
}

/** The scene as the kernel works it out. */
export function sceneOf(input: Input): Scene {
  const { room } = input;
  return {
    sources: input.sources.map((s) => ({
      id: s.id,
      at: vecOf(s.position),
      normal: unit(minus(vecOf(s.aim), vecOf(s.position))),
      shape: s.shape.kind === 'disc' ? { radiusM: s.shape.radiusM } : facing(s, s.shape),
      referenceLux: s.referenceLux * (s.level ?? 1),
      referenceM: s.referenceM,
      power: powerOfBeam(s.beamDeg),
    })),
    panes: (input.panes ?? []).map((p) => ({
      ...paneOf(p),
      id: p.id,
      kind: p.kind,
      reflectance: p.reflectance ?? 0,
      transmission: p.transmission ?? 0,
    })),
    ambientLux: input.ambientLux ?? 0,
    sun: input.sun ? { from: unit(vecOf(input.sun.from)), lux: input.sun.lux } : null,
    room: room
      ? {
          ...room,
          openings: (room.openings ?? []).flatMap((o): Opening[] => {
            const pane = openingPane(o, room);
            const transmission = o.transmission ?? 1;
            return pane ? [{ pane, exitanceLux: o.skyLux * transmission, transmission }] : [];
          }),
        }
      : null,
    faces: input.faces.map((f) => ({ id: f.id, at: vecOf(f.position), normal: unit(vecOf(f.normal)) })),
  };
}

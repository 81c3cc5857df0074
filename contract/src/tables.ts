import type { z } from 'zod';
import {
  ask,
  askFields,
  deliverable,
  deliverableFields,
  production,
  productionFields,
  revision,
  revisionFields,
  signOff,
  signOffFields,
} from '@kavrell/core/brief';
import { frozenSheet, frozenSheetFields, message, sheetRead } from '@kavrell/core/callsheet';
import { camera, cameraFields, lens, lensFields } from '@kavrell/core/camera';
import { card, cardFields, clip, copyFile, copyJob, drive, driveFields, release } from '@kavrell/core/copies';
import { clock, clockFields, jam, jamFields } from '@kavrell/core/clocks';
import { day, dayFields, dayItem, dayItemFields, savedOrder, savedOrderFields } from '@kavrell/core/day';
import { palette, paletteFields, picture, pictureFields } from '@kavrell/core/look';
import { lightKit, lightKitFields, relight, relightFields, setup, setupFields } from '@kavrell/core/light';
import { consent, consentFields, engagement, engagementFields, person, personFields } from '@kavrell/core/people';
import {
  cart,
  cartFields,
  circuit,
  circuitFields,
  move,
  moveFields,
  place,
  placeFact,
  placeFactFields,
  placeFields,
  room,
  roomFields,
} from '@kavrell/core/places';
import { rental, rentalFields } from '@kavrell/core/kit';
import { rehearsalNote, rehearsalNoteFields, risk, riskFields } from '@kavrell/core/risks';
import { blankOf } from '@kavrell/core/records';
import { takeEvent } from '@kavrell/core/roll';
import { deviceState } from '@kavrell/core/camera';
import {
  pin,
  pinFields,
  scene,
  sceneFields,
  shot,
  shotFields,
  shotLink,
  shotLinkFields,
  slot,
  slotFields,
  track,
  trackFields,
  waiver,
  waiverFields,
} from '@kavrell/core/scenes';
import {
  fault,
  faultFields,
  link,
  linkFields,
  prompt,
  promptFields,
  soundBox,
  soundBoxFields,
  soundRoute,
  soundRouteFields,
  soundSource,
  soundSourceFields,
} from '@kavrell/core/sound';
import { look, lookFields } from '@kavrell/core/stale';

/** Tables that people edit, through change-sets. `row` is what is read, `fields` what may be written, `one` what a row is called. */
export const EDITABLE = {
  productions: { row: production, fields: productionFields, one: 'production' },
  days: { row: day, fields: dayFields, one: 'day' },
  places: { row: place, fields: placeFields, one: 'place' },
  moves: { row: move, fields: moveFields, one: 'move' },
  rooms: { row: room, fields: roomFields, one: 'room' },
  circuits: { row: circuit, fields: circuitFields, one: 'circuit' },
  placeFacts: { row: placeFact, fields: placeFactFields, one: 'fact of a place' },
  carts: { row: cart, fields: cartFields, one: 'cart' },
  lightKit: { row: lightKit, fields: lightKitFields, one: 'piece of light kit' },
  people: { row: person, fields: personFields, one: 'person' },
  engagements: { row: engagement, fields: engagementFields, one: 'engagement' },
  cameras: { row: camera, fields: cameraFields, one: 'camera' },
  lenses: { row: lens, fields: lensFields, one: 'lens' },
  soundBoxes: { row: soundBox, fields: soundBoxFields, one: 'box' },
  soundSources: { row: soundSource, fields: soundSourceFields, one: 'sound source' },
  links: { row: link, fields: linkFields, one: 'link' },
  soundRoutes: { row: soundRoute, fields: soundRouteFields, one: 'line of the patch' },
  prompts: { row: prompt, fields: promptFields, one: 'prompter text' },
  faults: { row: fault, fields: faultFields, one: 'fault' },
  setups: { row: setup, fields: setupFields, one: 'light setup' },
  relights: { row: relight, fields: relightFields, one: 'relight' },
  scenes: { row: scene, fields: sceneFields, one: 'scene' },
  shots: { row: shot, fields: shotFields, one: 'shot' },
  dayItems: { row: dayItem, fields: dayItemFields, one: 'line of the day' },
  savedOrders: { row: savedOrder, fields: savedOrderFields, one: 'saved order' },
  drives: { row: drive, fields: driveFields, one: 'drive' },
  cards: { row: card, fields: cardFields, one: 'card' },
  clocks: { row: clock, fields: clockFields, one: 'clock' },
  jams: { row: jam, fields: jamFields, one: 'jam' },
  deliverables: { row: deliverable, fields: deliverableFields, one: 'deliverable' },
  asks: { row: ask, fields: askFields, one: 'wish' },
  signOffs: { row: signOff, fields: signOffFields, one: 'sign-off' },
  revisions: { row: revision, fields: revisionFields, one: 'draft' },
  consents: { row: consent, fields: consentFields, one: 'consent' },
  pictures: { row: picture, fields: pictureFields, one: 'picture' },
  palettes: { row: palette, fields: paletteFields, one: 'palette' },
  tracks: { row: track, fields: trackFields, one: 'track' },
  pins: { row: pin, fields: pinFields, one: 'pin' },
  shotLinks: { row: shotLink, fields: shotLinkFields, one: 'link of two shots' },
  waivers: { row: waiver, fields: waiverFields, one: 'decision' },
  slots: { row: slot, fields: slotFields, one: 'slot' },
  looks: { row: look, fields: lookFields, one: 'look' },
  frozenSheets: { row: frozenSheet, fields: frozenSheetFields, one: 'frozen sheet' },
  rentals: { row: rental, fields: rentalFields, one: 'rental' },
  risks: { row: risk, fields: riskFields, one: 'risk' },
  rehearsalNotes: { row: rehearsalNote, fields: rehearsalNoteFields, one: 'rehearsal note' },
} as const;
export type EditableName = keyof typeof EDITABLE;
export const EDITABLE_NAMES = Object.keys(EDITABLE) as [EditableName, ...EditableName[]];

/** Tables of a plan in the order in which their rows can be stored: what is pointed to comes first. */
export const PLAN_TABLES = [
  'places',
  'moves',
  'circuits',
  'rooms',
  'carts',
  'lightKit',
  'days',
  'people',
  'engagements',
  'cameras',
  'lenses',
  'setups',
  'relights',
  'deliverables',
  'asks',
  'signOffs',
  'revisions',
  'consents',
  'scenes',
  'shots',
  'soundBoxes',
  'soundSources',
  'links',
  'soundRoutes',
  'prompts',
  'faults',
  'dayItems',
  'savedOrders',
  'pictures',
  'placeFacts',
  'palettes',
  'tracks',
  'pins',
  'shotLinks',
  'waivers',
  'slots',
  'looks',
  'frozenSheets',
  'rentals',
  'risks',
  'rehearsalNotes',
  'drives',
  'cards',
  'clocks',
  'jams',
] as const satisfies readonly EditableName[];

/** Tables that only the machinery writes. */
export const DERIVED = {
  takeEvents: { row: takeEvent },
  deviceStates: { row: deviceState },
  clips: { row: clip },
  copyJobs: { row: copyJob },
  copyFiles: { row: copyFile },
  releases: { row: release },
  sheetReads: { row: sheetRead },
  messages: { row: message },
} as const;
export type DerivedName = keyof typeof DERIVED;

export const TABLES = { ...EDITABLE, ...DERIVED };
export type TableName = EditableName | DerivedName;
export const TABLE_NAMES = Object.keys(TABLES) as [TableName, ...TableName[]];

const unwritten = new Map<EditableName, Record<string, unknown>>();

/** What a new row has of the fields that only the machinery writes, until it is read from the server: nothing, in each field's own kind. */
export function unwrittenFields(table: EditableName): Record<string, unknown> {
  const known = unwritten.get(table);
  if (known) return known;
  const { row, fields } = EDITABLE[table];
  const own = new Set([...Object.keys(fields.shape), 'id', 'productionId', 'version', 'deletedAt']);
  const made = Object.fromEntries(
    Object.entries(row.shape)
      .filter(([key]) => !own.has(key))
      .map(([key, schema]) => [key, blankOf(schema as z.ZodType)]),
  );
  unwritten.set(table, made);
  return made;
}

export type RowOf<T extends TableName> = z.infer<(typeof TABLES)[T]['row']>;
export type FieldsOf<T extends EditableName> = z.infer<(typeof EDITABLE)[T]['fields']>;

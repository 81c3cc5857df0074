import { z } from 'zod';
import {
  defineTable,
  id,
  line,
  minuteOfDay,
  position,
  readBy,
  recordBase,
  requiredLine,
} from '../../base/records/index.ts';

/** What several cameras, boxes or sources hang on together, beside what the plan knows by itself. */
export const SHARED_KINDS = ['circuit', 'desk', 'link', 'switcher', 'network', 'person', 'other'] as const;
export type SharedKind = (typeof SHARED_KINDS)[number];
export const SHARED_WORDS: Readonly<Record<SharedKind, string>> = {
  circuit: 'a circuit or a battery',
  desk: 'a desk or mixer',
  link: 'a radio link or its receiver',
  switcher: 'a switcher or recorder of pictures',
  network: 'a network or an uplink',
  person: 'somebody',
  other: 'something else',
};

const many = (what: string) => z.array(id).max(60, `Sixty ${what} are the most.`);

export const sharedThingFields = z.object(
  readBy('work', {
    name: requiredLine('Its name', 60),
    kind: z.enum(SHARED_KINDS, { error: 'Choose what kind of thing it is.' }),
    /** What stops when it does. */
    cameraIds: many('cameras'),
    boxIds: many('boxes'),
    sourceIds: many('sources'),
    /** How many pictures or sounds it takes at once; null: nobody has looked. */
    inputs: z
      .int('Inputs are a whole number.')
      .min(1, 'It has one input at least.')
      .max(200, 'Over 200 inputs is not believable.')
      .nullable(),
    /** What else wants one of its inputs, by name. */
    others: z.array(requiredLine('What else goes in', 40)).max(40, 'Forty others are the most.'),
    position,
  }),
);
export const sharedThing = sharedThingFields.extend(recordBase);
export type SharedThing = z.infer<typeof sharedThing>;
/** The table of shared things. */
export const sharedThingTable = defineTable({
  name: 'sharedThings',
  one: 'shared thing',
  row: sharedThing,
  fields: sharedThingFields,
  sortedBy: 'position',
  points: { cameraIds: 'cameras', boxIds: 'soundBoxes', sourceIds: 'soundSources' },
});

export const CUE_KINDS = ['camera', 'sound', 'graphic', 'playback', 'prompter', 'light', 'stage'] as const;
export type CueKind = (typeof CUE_KINDS)[number];

/** A line of a running order: what is done, for how long, who calls it and who does it. */
export const cueFields = z.object(
  readBy('work', {
    dayId: id,
    /** The cue or moment of the programme that it belongs to. */
    sceneId: id.nullable(),
    kind: z.enum(CUE_KINDS, { error: 'Choose camera, sound, graphic, playback, prompter, light or stage.' }),
    words: requiredLine('The cue', 160),
    lengthS: z
      .number({ error: 'The length is a number of seconds.' })
      .min(0, 'The length can’t be negative.')
      .max(86_400, 'A cue of over a day is not believable.'),
    /** When it must begin, whatever came before; null: when the one before it is over. */
    fixedMin: minuteOfDay('The fixed start').nullable(),
    callerId: id.nullable(),
    doerId: id.nullable(),
    /** Of a segment made beforehand: its file. */
    file: line('The file', 160),
    skipped: z.boolean(),
    position,
  }),
);
export const cue = cueFields.extend(recordBase);
export type Cue = z.infer<typeof cue>;
/** The table of cues. */
export const cueTable = defineTable({
  name: 'cues',
  one: 'cue',
  row: cue,
  fields: cueFields,
  sortedBy: 'position',
  points: { dayId: 'days', sceneId: 'scenes', callerId: 'people', doerId: 'people' },
  logged: true,
});
/** A new cue’s values beside its day, words and place. */
export const CUE_DEFAULTS: Omit<z.infer<typeof cueFields>, 'dayId' | 'words' | 'position'> = {
  sceneId: null,
  kind: 'camera',
  lengthS: 30,
  fixedMin: null,
  callerId: null,
  doerId: null,
  file: '',
  skipped: false,
};

/** What goes through a cable, in the order in which cables are laid. */
export const CABLE_KINDS = ['power', 'network', 'picture', 'sound', 'timecode', 'comms', 'control'] as const;
export type CableKind = (typeof CABLE_KINDS)[number];
export const CABLE_STATES = ['', 'laid', 'tested', 'struck'] as const;
export type CableState = (typeof CABLE_STATES)[number];
export const CABLE_STATE_WORDS: Readonly<Record<CableState, string>> = {
  '': 'to lay',
  laid: 'laid',
  tested: 'laid and tested',
  struck: 'taken up',
};

/** A cable with its two ends, as they are labelled. */
export const cableFields = z.object(
  readBy('work', {
    label: requiredLine('The label', 12),
    kind: z.enum(CABLE_KINDS, { error: 'Choose what goes through it.' }),
    fromWhat: requiredLine('Where it comes from', 60),
    fromSocket: line('The socket there', 40),
    toWhat: requiredLine('Where it goes to', 60),
    toSocket: line('The socket there', 40),
    connector: line('The connectors', 60),
    lengthM: z
      .number({ error: 'The length is a number of metres.' })
      .positive('The length must be more than 0 m.')
      .max(10_000, 'A cable of over 10 km is not believable.')
      .nullable(),
    placeId: id.nullable(),
    doerId: id.nullable(),
    state: z.enum(CABLE_STATES, { error: 'Choose to lay, laid, tested or taken up.' }),
    /** What it was made from, so that it is not made twice; '' by hand. */
    origin: line('The origin', 120),
    position,
  }),
);
export const cable = cableFields.extend(recordBase);
export type Cable = z.infer<typeof cable>;
/** The table of cables. */
export const cableTable = defineTable({
  name: 'cables',
  one: 'cable',
  row: cable,
  fields: cableFields,
  sortedBy: 'position',
  points: { placeId: 'places', doerId: 'people' },
  logged: true,
});

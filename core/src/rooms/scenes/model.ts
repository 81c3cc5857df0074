import { z } from 'zod';
import {
  defineTable,
  id,
  line,
  minuteOfDay,
  minutes,
  position,
  readBy,
  recordBase,
  requiredLine,
} from '../../base/records/index.ts';

/** Three kinds of work: shots that are set up, moments that happen once in their own time, cues of a running order. */
export const SCENE_KINDS = ['shots', 'moment', 'cue'] as const;
export const SCENE_KIND_WORDS: Readonly<Record<(typeof SCENE_KINDS)[number], string>> = {
  shots: 'shots, set up one by one',
  moment: 'a moment, in its own time',
  cue: 'a cue of a running order',
};

/** How the start of a moment or cue is meant: at that minute, about then, or when another one ends. */
export const START_KINDS = ['fixed', 'about', 'follows'] as const;
export type StartKind = (typeof START_KINDS)[number];
export const START_KIND_WORDS: Readonly<Record<StartKind, string>> = {
  fixed: 'at its minute',
  about: 'about then',
  follows: 'when another one ends',
};

/** How a scene is covered; the two schools change what its shots are estimated to take. */
export const SCENE_STYLES = ['asWritten', 'few', 'many'] as const;
export type SceneStyle = (typeof SCENE_STYLES)[number];

export const sceneFields = z.object(
  readBy('work', {
    number: z
      .string()
      .trim()
      .regex(/^\d{1,3}[A-Z]?$/, 'A scene number is 1 to 999, with a letter at most.'),
    title: requiredLine('The scene’s title', 120),
    placeId: id.nullable(),
    inside: z.boolean(),
    timeOfDay: z.enum(['dawn', 'day', 'dusk', 'night']),
    eighths: z.int().min(0, 'Pages can’t be negative.').max(800, 'A scene of over 100 pages is not believable.'),
    synopsis: line('The synopsis', 1000),
    kind: z.enum(SCENE_KINDS, { error: 'Choose shots, moment or cue.' }),
    /** The text as written, without its heading. */
    script: z
      .string()
      .max(100_000, 'The text of one scene may have 100,000 characters at most.')
      .refine((t) => !t.includes('\0'), 'The text holds characters that can’t be shown.'),
    /** Who is in it, shots or not. */
    personIds: z.array(id).max(200, 'Two hundred people are the most one scene can name.'),
    props: line('Props', 400),
    wardrobe: line('Wardrobe', 400),
    style: z.enum(SCENE_STYLES, { error: 'Choose how the scene is covered.' }),
    storyState: line('The story state', 60),
    /** Of a moment or cue: its day, when it starts by the programme, and how long it lasts. */
    dayId: id.nullable(),
    plannedMin: minuteOfDay('The start').nullable(),
    lengthMin: minutes('The length', 1440).nullable(),
    startKind: z.enum(START_KINDS, { error: 'Choose how its start is meant.' }),
    /** The one at whose end it starts, where it follows. */
    followsSceneId: id.nullable(),
    position,
  }),
);
export const scene = sceneFields.extend(recordBase);
export type Scene = z.infer<typeof scene>;
/** The table of scenes. */
export const sceneTable = defineTable({
  name: 'scenes',
  one: 'scene',
  row: scene,
  fields: sceneFields,
  sortedBy: 'position',
  points: { dayId: 'days', placeId: 'places', followsSceneId: 'scenes', personIds: 'people' },
  rules: { scenes_number_live: 'There is a scene of that number already.' },
});

export const SIZES = ['ews', 'ws', 'fs', 'mws', 'ms', 'mcu', 'cu', 'ecu', 'insert'] as const;
export const SUPPORTS = ['sticks', 'slider', 'handheld', 'gimbal', 'dolly', 'jib', 'shoulder', 'fixed'] as const;
export const MOVEMENTS = ['static', 'in', 'out', 'pan', 'tilt', 'track', 'rise', 'fall', 'follow'] as const;
export const PRIORITIES = ['must', 'should', 'nice'] as const;
export type Priority = (typeof PRIORITIES)[number];

/** What a shot is for in the cut. */
export const SHOT_ROLES = [
  'establishing',
  'master',
  'single',
  'group',
  'reaction',
  'cutaway',
  'detail',
  'plate',
] as const;
export const ANGLES = ['eye', 'high', 'low', 'top', 'ground', 'over-shoulder', 'point-of-view', 'tilted'] as const;
/** Where somebody in the frame looks, as the camera sees it. */
export const FACINGS = ['left', 'right', 'camera', 'away'] as const;

/** A size code in words. */
export const SIZE_WORDS: Readonly<Record<(typeof SIZES)[number], string>> = {
  ews: 'extra wide',
  ws: 'wide',
  fs: 'full',
  mws: 'medium wide',
  ms: 'medium',
  mcu: 'medium close',
  cu: 'close',
  ecu: 'extra close',
  insert: 'insert',
};

export const shotFields = z.object(
  readBy('work', {
    sceneId: id,
    code: z
      .string()
      .trim()
      .regex(/^\d{1,4}[A-Z]{0,4}\d?$/, 'A shot number is digits and letters, such as 3C.'),
    position,
    description: line('The description', 300),
    size: z.enum(SIZES, { error: 'Choose one of the sizes.' }).nullable(),
    angle: z.enum(ANGLES, { error: 'Choose one of the angles.' }).nullable(),
    role: z.enum(SHOT_ROLES, { error: 'Choose what it is for in the cut.' }).nullable(),
    side: line('The side', 24),
    facing: z.enum(FACINGS, { error: 'Choose left, right, camera or away.' }).nullable(),
    cameras: z.array(z.string().regex(/^[A-Z]$/)).max(12, 'Twelve cameras are the most one shot can have.'),
    support: z.enum(SUPPORTS, { error: 'Choose one of the supports.' }).nullable(),
    movement: z.enum(MOVEMENTS, { error: 'Choose one of the movements.' }).nullable(),
    lens: line('The lens', 40),
    /** Frames a second when not the job's own rate. */
    fps: z
      .number({ error: 'Frames a second is a number.' })
      .min(1, 'Frames a second starts at 1.')
      .max(2000, 'Over 2000 frames a second is not believable.')
      .nullable(),
    setupId: id.nullable(),
    sound: line('Sound', 120),
    personIds: z.array(id).max(60, 'Sixty people are the most one shot can name.'),
    faceNeeded: z.boolean(),
    takesPlanned: z
      .int('Takes are a whole number.')
      .min(1, 'A shot has one take at least.')
      .max(99, 'Over 99 takes is not believable.'),
    takeLengthMin: minutes('Take length', 300),
    rehearseMin: minutes('Rehearsal', 300),
    resetMin: minutes('Reset', 300),
    turnMin: minutes('Time between takes', 120),
    /** Minutes said outright instead of worked out from takes; null when worked out. */
    minutesOverride: minutes('Minutes', 1440).nullable(),
    priority: z.enum(PRIORITIES, { error: 'Choose must, should or nice.' }),
    effort: z.int().min(0, 'Effort runs from 0 to 3.').max(3, 'Effort runs from 0 to 3.'),
    happensOnce: z.boolean(),
    fallback: line('The fallback', 300),
    reason: line('The reason', 300),
    windows: z
      .array(
        z
          .tuple([minuteOfDay('The window’s start'), minuteOfDay('The window’s end')])
          .refine(([a, b]) => b > a, 'A window ends after it starts.'),
      )
      .max(6),
    dropped: z.boolean(),
    /** What it is for: deliverables, and the client’s marks that it shows. */
    deliverableIds: z.array(id).max(40, 'Forty deliverables are the most one shot can serve.'),
    markIds: z.array(id).max(40, 'Forty marks are the most one shot can show.'),
    /** Framed so that a narrower picture can be cut out of its middle. */
    centreSafe: z.boolean(),
    /** Must be had before this moment starts. */
    beforeSceneId: id.nullable(),
    /** Who has claimed it. */
    operatorId: id.nullable(),
    /** Of a pass of a song: what is worn, and what the pass is called. */
    outfit: line('The outfit', 40),
    pass: line('The pass', 24),
  }),
);
export const shot = shotFields.extend(recordBase);
export type Shot = z.infer<typeof shot>;
/** The table of shots. */
export const shotTable = defineTable({
  name: 'shots',
  one: 'shot',
  row: shot,
  fields: shotFields,
  sortedBy: 'position',
  points: {
    sceneId: 'scenes',
    setupId: 'setups',
    beforeSceneId: 'scenes',
    operatorId: 'people',
    personIds: 'people',
    deliverableIds: 'deliverables',
    markIds: 'asks',
  },
  rules: { shots_code_live: 'There is a shot of that number already.' },
});

/** A new shot's values where nothing was said. */
export const SHOT_DEFAULTS: Omit<z.infer<typeof shotFields>, 'sceneId' | 'code' | 'position'> = {
  description: '',
  size: null,
  angle: null,
  role: null,
  side: '',
  facing: null,
  cameras: [],
  support: null,
  movement: null,
  lens: '',
  fps: null,
  setupId: null,
  sound: '',
  personIds: [],
  faceNeeded: false,
  takesPlanned: 3,
  takeLengthMin: 1,
  rehearseMin: 3,
  resetMin: 1,
  turnMin: 1,
  minutesOverride: null,
  priority: 'should',
  effort: 1,
  happensOnce: false,
  fallback: '',
  reason: '',
  windows: [],
  dropped: false,
  deliverableIds: [],
  markIds: [],
  centreSafe: false,
  beforeSceneId: null,
  operatorId: null,
  outfit: '',
  pass: '',
};

/** A new scene's values where nothing was said. */
export const SCENE_DEFAULTS: Omit<z.infer<typeof sceneFields>, 'number' | 'title' | 'position'> = {
  placeId: null,
  inside: true,
  timeOfDay: 'day',
  eighths: 4,
  synopsis: '',
  kind: 'shots',
  script: '',
  personIds: [],
  props: '',
  wardrobe: '',
  style: 'asWritten',
  storyState: '',
  dayId: null,
  plannedMin: null,
  lengthMin: null,
  startKind: 'fixed',
  followsSceneId: null,
};

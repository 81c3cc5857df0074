import { z } from 'zod';
import { defineTable, id, line, readBy, recordBase, requiredLine } from '../../base/records/index.ts';
import { rateField } from '../../base/timecode/index.ts';
import { settingsFound, settingValues } from '../settings/index.ts';

const above = (label: string, unit: string) =>
  z.number({ error: `${label} is a number of ${unit}.` }).positive(`${label} must be more than 0.`);

export const cameraFields = z.object(
  readBy('work', {
    letter: z
      .string()
      .trim()
      .regex(/^[A-Z]$/, 'A camera is called by one capital letter.'),
    name: requiredLine('The camera’s name', 80),
    framing: line('What it looks at', 120),
    operatorId: id.nullable(),
    rate: rateField,
    cardSizeBytes: above('The card’s size', 'bytes').max(1e15, 'A card of over 1 PB is not believable.'),
    rateMbps: above('The data rate', 'Mb/s').max(100_000, 'A data rate of over 100 Gb/s is not believable.'),
    /** Longest clip the camera records before it stops by itself; null when it has no limit. */
    clipLimitMin: above('The clip limit', 'minutes').nullable(),
    /** How long it stands still when it is stopped and started again. */
    restartGapS: z
      .int('The gap of a restart is a whole number of seconds.')
      .min(1, 'A restart takes a second at least.')
      .max(600, 'A restart of over ten minutes is none.'),
    /** Left alone it is looked at every so often; null: nobody said. */
    lookEveryMin: above('How often it is looked at', 'minutes')
      .max(600, 'Ten hours are the most between two looks.')
      .nullable(),
    /** On foot from where its operator, or whoever looks after it, works; null: nobody has walked it. */
    walkMin: z
      .number({ error: 'The walk is a number of minutes.' })
      .min(0, 'A walk can’t be negative.')
      .max(120, 'A walk of over two hours is not believable.')
      .nullable(),
    /** Minutes on one battery; null on mains. */
    batteryMin: above('The battery', 'minutes').nullable(),
    /** The part of the sensor that records. */
    sensorWidthMm: above('The sensor’s width', 'mm').max(100, 'A sensor wider than 100 mm is not believable.'),
    sensorHeightMm: above('The sensor’s height', 'mm').max(100, 'A sensor higher than 100 mm is not believable.'),
    /** Whether a simulated camera stands in for it. */
    simulated: z.boolean(),
    /** The class of the library it was made from; null: none. */
    classKey: z.string().max(24).nullable(),
    mount: requiredLine('The mount', 40),
    /** EIs at which the sensor itself works, ascending. */
    nativeEis: z
      .array(above('A native EI', '').max(1_000_000, 'A native EI over 1,000,000 is not believable.'))
      .min(1, 'A camera has one native EI at least.')
      .max(4, 'Four native EIs are the most.'),
    /** Fastest rate of the mode that is chosen. */
    mostFps: above('The fastest rate', 'frames a second').max(2000, 'Over 2000 frames a second is not believable.'),
    massKg: above('The weight', 'kg').max(100, 'A camera of over 100 kg is not believable.'),
    watts: above('The draw', 'W').max(500, 'A camera that draws over 500 W is not believable.'),
    /** What was found in it, setting by setting, and by whom; what the job’s sheet wants stands there. */
    settings: settingsFound,
    /** Where it is meant to differ from the job’s sheet. */
    wants: settingValues,
  }),
);
export const camera = cameraFields.extend(recordBase);
export type Camera = z.infer<typeof camera>;
/** The table of cameras. */
export const cameraTable = defineTable({
  name: 'cameras',
  one: 'camera',
  row: camera,
  fields: cameraFields,
  sortedBy: 'letter',
  points: { operatorId: 'people' },
  rules: { cameras_letter_live: 'There is a camera of that letter already.' },
});

/** A new camera's values beside its letter: an S35 sensor in wide mode, a card of 256 GB. */
export const CAMERA_DEFAULTS: Omit<z.infer<typeof cameraFields>, 'letter'> = {
  name: 'Camera body',
  framing: '',
  operatorId: null,
  rate: '25',
  cardSizeBytes: 256e9,
  rateMbps: 400,
  clipLimitMin: null,
  restartGapS: 10,
  lookEveryMin: null,
  walkMin: null,
  batteryMin: null,
  sensorWidthMm: 24.9,
  sensorHeightMm: 14,
  simulated: false,
  classKey: null,
  mount: 'mirrorless 18 mm',
  nativeEis: [800],
  mostFps: 60,
  massKg: 2,
  watts: 20,
  settings: {},
  wants: {},
};

/** The cameras that take a shot: those it names, else the first one of the job. */
export const lettersOf = (
  shot: { cameras: readonly string[] },
  cameras: readonly Pick<Camera, 'letter'>[],
): readonly string[] => (shot.cameras.length > 0 ? shot.cameras : cameras.slice(0, 1).map((c) => c.letter));

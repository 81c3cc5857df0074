import { z } from 'zod';
import { id, line, minuteOfDay, minutes, position, recordBase, requiredLine } from '../records/index.ts';

export const sceneFields = z.object({
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
  position,
});
export const scene = sceneFields.extend(recordBase);
export type Scene = z.infer<typeof scene>;

export const SIZES = ['ews', 'ws', 'fs', 'mws', 'ms', 'mcu', 'cu', 'ecu', 'insert'] as const;
export const SUPPORTS = ['sticks', 'slider', 'handheld', 'gimbal', 'dolly', 'jib', 'shoulder', 'fixed'] as const;
export const MOVEMENTS = ['static', 'in', 'out', 'pan', 'tilt', 'track', 'rise', 'fall', 'follow'] as const;
export const PRIORITIES = ['must', 'should', 'nice'] as const;
export type Priority = (typeof PRIORITIES)[number];

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

export const shotFields = z.object({
  sceneId: id,
  code: z
    .string()
    .trim()
    .regex(/^\d{1,4}[A-Z]{0,4}\d?$/, 'A shot number is digits and letters, such as 3C.'),
  position,
  description: line('The description', 300),
  size: z.enum(SIZES, { error: 'Choose one of the sizes.' }).nullable(),
  side: line('The side', 24),
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
});
export const shot = shotFields.extend(recordBase);
export type Shot = z.infer<typeof shot>;

/** A new shot's values where nothing was said. */
export const SHOT_DEFAULTS: Omit<z.infer<typeof shotFields>, 'sceneId' | 'code' | 'position'> = {
  description: '',
  size: null,
  side: '',
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
};

/** Minutes a shot takes: rehearse + reset + takes × (take length + time between takes), or what was said outright. */
export function shotMinutes(
  s: Pick<Shot, 'minutesOverride' | 'rehearseMin' | 'resetMin' | 'takesPlanned' | 'takeLengthMin' | 'turnMin'>,
): number {
  return s.minutesOverride ?? s.rehearseMin + s.resetMin + s.takesPlanned * (s.takeLengthMin + s.turnMin);
}

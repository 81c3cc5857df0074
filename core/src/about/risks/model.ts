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

/** When something that was foreseen is there. Minutes are of the day it stands on. */
export const trigger = z.discriminatedUnion('kind', [
  /** Gusts over so many metres a second, seen or forecast; from when on it matters, and by when. Null: all day. */
  z.object({
    kind: z.literal('gust'),
    overMps: z
      .number({ error: 'The gust is a number of metres a second.' })
      .min(0)
      .max(60, 'A gust over 60 m/s is not believable.'),
    fromMin: minuteOfDay('The time').nullable(),
    byMin: minuteOfDay('The time').nullable(),
  }),
  z.object({
    kind: z.literal('rain'),
    overMm: z
      .number({ error: 'The rain is a number of millimetres an hour.' })
      .min(0)
      .max(200, 'Over 200 mm an hour is not believable.'),
    fromMin: minuteOfDay('The time').nullable(),
    byMin: minuteOfDay('The time').nullable(),
  }),
  /** So many minutes behind the plan. */
  z.object({
    kind: z.literal('behind'),
    overMin: z.number({ error: 'Behind is a number of minutes.' }).min(0).max(1440, 'A day behind is the most.'),
  }),
  /** A time of the day by which it must be decided. */
  z.object({ kind: z.literal('time'), atMin: minuteOfDay('The time') }),
]);
export type Trigger = z.infer<typeof trigger>;

export const RISK_STATES = ['open', 'decided', 'gone'] as const;
/** Values of a found risk that follow the plan until somebody sets them. */
export const BY_HAND = ['likelihood', 'harm', 'trigger'] as const;
const grade = (label: string) =>
  z.int(`${label} is 1, 2 or 3.`).min(1, `${label} is 1, 2 or 3.`).max(3, `${label} is 1, 2 or 3.`);

/** A what-if that somebody wrote, or one that was found and has been dealt with (`key`). */
export const riskFields = z.object(
  readBy('work', {
    /** Of a found one: what found it, so that it is not found again beside. Empty for one’s own. */
    key: line('The key', 200),
    dayId: id.nullable(),
    title: requiredLine('What could happen', 200),
    why: line('Why', 400),
    /** 1 hardly, 2 it may, 3 likely. */
    likelihood: grade('The likelihood'),
    /** 1 a nuisance, 2 a shot lost, 3 the day or somebody hurt. */
    harm: grade('The harm'),
    trigger: trigger.nullable(),
    remedies: z
      .array(z.object({ words: requiredLine('The remedy', 200), chosen: z.boolean() }))
      .max(12, 'Twelve remedies are the most.'),
    ownerId: id.nullable(),
    /** Of a found one: which of its values somebody set by hand; the others follow the plan. */
    byHand: z.array(z.enum(BY_HAND)).max(3),
    /** Who decided, and when, in words. */
    decidedBy: line('Decided by', 120),
    state: z.enum(RISK_STATES, { error: 'Choose open, decided or gone.' }),
    position,
  }),
);
export const risk = riskFields.extend(recordBase);
export type Risk = z.infer<typeof risk>;
/** The table of risks. */
export const riskTable = defineTable({
  name: 'risks',
  one: 'risk',
  row: risk,
  fields: riskFields,
  sortedBy: 'position',
  points: { dayId: 'days', ownerId: 'people' },
  rules: { risks_key_live: 'This danger stands among the risks already.' },
});

export const RISK_DEFAULTS: Omit<z.infer<typeof riskFields>, 'title' | 'position'> = {
  key: '',
  dayId: null,
  why: '',
  likelihood: 2,
  harm: 2,
  trigger: null,
  remedies: [],
  ownerId: null,
  byHand: [],
  decidedBy: '',
  state: 'open',
};

export const LIKELIHOODS = ['', 'hardly', 'it may', 'likely'] as const;
export const HARMS = ['', 'a nuisance', 'a shot lost', 'the day, or somebody hurt'] as const;

/** What a defect found in rehearsal calls for. */
export const DECISIONS = ['', 'replace', 'spare', 'mend', 'accept'] as const;
export const DECISION_WORDS: Readonly<Record<(typeof DECISIONS)[number], string>> = {
  '': 'not decided',
  replace: 'replace it',
  spare: 'use the spare',
  mend: 'mend it',
  accept: 'live with it',
};

/** Something noticed in a rehearsal. A defect stays open until somebody decides. */
export const rehearsalNoteFields = z.object(
  readBy('work', {
    dayId: id.nullable(),
    shotId: id.nullable(),
    words: requiredLine('What was noticed', 400),
    defect: z.boolean(),
    decision: z.enum(DECISIONS, { error: 'Choose replace, spare, mend or accept.' }),
    ownerId: id.nullable(),
    /** How it was settled, and what shows it. */
    evidence: line('What shows it', 400),
    atMs: z.number(),
    position,
  }),
);
export const rehearsalNote = rehearsalNoteFields.extend(recordBase);
export type RehearsalNote = z.infer<typeof rehearsalNote>;
/** The table of rehearsal notes. */
export const rehearsalNoteTable = defineTable({
  name: 'rehearsalNotes',
  one: 'rehearsal note',
  row: rehearsalNote,
  fields: rehearsalNoteFields,
  sortedBy: 'position',
  points: { dayId: 'days', ownerId: 'people', shotId: 'shots' },
  ofTheShoot: true,
});

/** Defects that nobody has decided on. */
export const undecided = (notes: readonly RehearsalNote[]): RehearsalNote[] =>
  notes.filter((n) => n.defect && n.decision === '');

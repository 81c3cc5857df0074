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

const amount = (label: string, unit: string, least: number, most: number) =>
  z
    .number({ error: `${label} is a number of ${unit}.` })
    .min(least, `${label} must be ${least} ${unit} or more.`)
    .max(most, `${label} may be ${most} ${unit} at most.`);
const span = { fromMin: minuteOfDay('The beginning'), toMin: minuteOfDay('The end') };

/** What may be forbidden at a place, or needs asking. */
export const PERMISSIONS = ['filming', 'haze', 'flame', 'drone', 'parking', 'minors', 'music'] as const;
export const PERMISSION_STATES = ['allowed', 'ask', 'forbidden'] as const;
export const PASSAGES = ['door', 'lift', 'ramp', 'corridor', 'gate'] as const;

/** What a fact says in figures, by its topic; topics not named here are words only. */
export const DETAILS = {
  loading: z.object({ wayM: amount('The way', 'm', 0, 5000), minutes: minutes('The way’s minutes', 600) }),
  passage: z.object({
    what: z.enum(PASSAGES, { error: 'Choose door, lift, ramp, corridor or gate.' }),
    widthM: amount('The width', 'm', 0.3, 30),
    heightM: amount('The height', 'm', 0.5, 30).nullable(),
    loadKg: amount('The load', 'kg', 1, 100_000).nullable(),
  }),
  stairs: z.object({ riseM: amount('The rise', 'm', 0, 1000) }),
  hours: z.object(span).refine((s) => s.toMin > s.fromMin, { error: 'It ends after it begins.', path: ['toMin'] }),
  quiet: z.object(span).refine((s) => s.toMin > s.fromMin, { error: 'It ends after it begins.', path: ['toMin'] }),
  ambient: z.object({
    illuminanceLux: amount('The reading', 'lux', 0, 200_000),
    colourK: amount('The colour', 'K', 1000, 25_000),
    atMin: minuteOfDay('The time of the reading'),
  }),
  noise: z
    .object({ everyMin: minutes('The time between').nullable(), lastsS: amount('It lasts', 's', 0, 86_400), ...span })
    .refine((s) => s.toMin > s.fromMin, { error: 'It ends after it begins.', path: ['toMin'] }),
  permission: z.object({
    what: z.enum(PERMISSIONS, { error: 'Choose what is allowed or not.' }),
    state: z.enum(PERMISSION_STATES, { error: 'Choose allowed, ask or forbidden.' }),
    leadDays: amount('The notice', 'days', 0, 400),
  }),
  alarm: z.object({
    kind: z.enum(['smoke', 'heat', 'none'], { error: 'Choose smoke, heat or none.' }),
    leadMin: minutes('The time to switch it off', 10_080),
  }),
  network: z.object({ upMbps: amount('The uplink', 'Mb/s', 0, 100_000) }),
} as const;
export type DetailTopic = keyof typeof DETAILS;

export interface Topic {
  key: string;
  group: 'Getting in' | 'The room' | 'Light and power' | 'Sound' | 'Rules' | 'People and safety';
  ask: string;
  /** An example in the field, so that the answer's form is clear. */
  example: string;
  /** How such a fact ages, when nobody says otherwise. */
  ages: Ages;
}

/** How a fact loses its worth: not at all, within a month, with the season, or overnight. */
export const AGES = ['never', 'season', 'month', 'overnight'] as const;
export type Ages = (typeof AGES)[number];

/** The scouting walk, in the order one walks. */
export const TOPICS = [
  {
    key: 'parking',
    group: 'Getting in',
    ask: 'Where do the vehicles stand?',
    example: 'Yard behind the shed, three vans',
    ages: 'month',
  },
  {
    key: 'loading',
    group: 'Getting in',
    ask: 'From the vehicle to the set: metres and minutes?',
    example: 'Through the yard, cobbles',
    ages: 'never',
  },
  {
    key: 'passage',
    group: 'Getting in',
    ask: 'The narrowest door, lift or ramp?',
    example: 'Side door, opens inwards',
    ages: 'never',
  },
  {
    key: 'stairs',
    group: 'Getting in',
    ask: 'Stairs to climb with kit?',
    example: 'Spiral, one at a time',
    ages: 'never',
  },
  {
    key: 'hours',
    group: 'Getting in',
    ask: 'From when to when is it open to us?',
    example: 'Key with the foreman',
    ages: 'month',
  },
  {
    key: 'position',
    group: 'The room',
    ask: 'Where could it be shot? Photograph each position.',
    example: 'From the bench towards the window',
    ages: 'overnight',
  },
  {
    key: 'floor',
    group: 'The room',
    ask: 'What is the floor: level, hard, loud, wet?',
    example: 'Boards, creak by the door',
    ages: 'never',
  },
  {
    key: 'mirror',
    group: 'The room',
    ask: 'Mirrors, glass, polished things?',
    example: 'Glass office front, floor to 2.4 m',
    ages: 'overnight',
  },
  {
    key: 'power',
    group: 'Light and power',
    ask: 'Which sockets hang on which breaker, and what else is on it?',
    example: 'Wall sockets one circuit, ventilators on it too',
    ages: 'never',
  },
  {
    key: 'ambient',
    group: 'Light and power',
    ask: 'What does the place itself give, at the hour of shooting?',
    example: 'Skylight and street lamps',
    ages: 'season',
  },
  {
    key: 'noise',
    group: 'Sound',
    ask: 'What is heard, how often, how long?',
    example: 'Train on the viaduct',
    ages: 'month',
  },
  {
    key: 'quiet',
    group: 'Sound',
    ask: 'Hours when we must be quiet?',
    example: 'Service in the chapel next door',
    ages: 'month',
  },
  {
    key: 'permission',
    group: 'Rules',
    ask: 'What is allowed: filming, haze, flame, drone?',
    example: 'Haze only with the foreman there',
    ages: 'month',
  },
  {
    key: 'alarm',
    group: 'Rules',
    ask: 'Smoke or heat alarms, and who may switch them off?',
    example: 'Site security, in writing',
    ages: 'never',
  },
  { key: 'toilets', group: 'People and safety', ask: 'Toilets?', example: 'In the pattern shed', ages: 'never' },
  {
    key: 'eating',
    group: 'People and safety',
    ask: 'Where can we eat, and where get water?',
    example: 'Canteen until 14:00',
    ages: 'month',
  },
  {
    key: 'network',
    group: 'People and safety',
    ask: 'Phone and network: what really goes up?',
    example: 'One bar by the window',
    ages: 'month',
  },
  {
    key: 'exits',
    group: 'People and safety',
    ask: 'Emergency exits, and what must stay clear?',
    example: 'Double door at the furnace end',
    ages: 'never',
  },
  {
    key: 'hospital',
    group: 'People and safety',
    ask: 'Nearest hospital, minutes?',
    example: 'Cottage hospital, 9 min',
    ages: 'never',
  },
  {
    key: 'contact',
    group: 'People and safety',
    ask: 'Whom do we call on the day?',
    example: 'Floor foreman',
    ages: 'month',
  },
] as const satisfies readonly Topic[];
export type TopicKey = (typeof TOPICS)[number]['key'];
const KEYS = TOPICS.map((t) => t.key) as [TopicKey, ...TopicKey[]];

export const SOURCES = ['seen', 'measured', 'told', 'document'] as const;

/** Something found at a place, with its day and where it is known from. */
export const placeFactFields = z.object(
  readBy('work', {
    placeId: id,
    topic: z.enum(KEYS, { error: 'Choose what the fact is about.' }),
    words: line('What was found', 400),
    /** Figures of the topic, checked against `DETAILS`; null for words only. */
    detail: z.record(z.string(), z.union([z.string(), z.number(), z.null()])).nullable(),
    foundOn: z.iso.date({ error: 'The day it was found is a date, such as 2027-03-18.' }),
    source: z.enum(SOURCES, { error: 'Choose seen, measured, told or document.' }),
    ages: z.enum(AGES, { error: 'Choose how long it holds.' }),
    pictureId: id.nullable(),
    position,
  }),
);
export const placeFact = placeFactFields.extend(recordBase);
export type PlaceFact = z.infer<typeof placeFact>;
/** The table of place facts. */
export const placeFactTable = defineTable({
  name: 'placeFacts',
  one: 'fact of a place',
  row: placeFact,
  fields: placeFactFields,
  sortedBy: 'position',
  points: { placeId: 'places', pictureId: 'pictures' },
});

/** A fact's figures as its topic has them; null when it has none, or none that make sense. */
export function detailOf<T extends DetailTopic>(
  fact: Pick<PlaceFact, 'topic' | 'detail'>,
  topic: T,
): z.infer<(typeof DETAILS)[T]> | null {
  if (fact.topic !== topic || !fact.detail) return null;
  const read = DETAILS[topic].safeParse(fact.detail);
  return read.success ? (read.data as z.infer<(typeof DETAILS)[T]>) : null;
}

/** A cart that must come through the doors. */
export const cartFields = z.object(
  readBy('work', {
    name: requiredLine('The cart’s name', 60),
    widthM: amount('The width', 'm', 0.2, 5),
    heightM: amount('The height', 'm', 0.2, 5),
    loadedKg: amount('The loaded weight', 'kg', 0, 2000),
    position,
  }),
);
export const cart = cartFields.extend(recordBase);
export type Cart = z.infer<typeof cart>;
/** The table of carts. */
export const cartTable = defineTable({
  name: 'carts',
  one: 'cart',
  row: cart,
  fields: cartFields,
  sortedBy: 'position',
});

const hundredth = (m: number) => `${m.toFixed(2)}\u00a0m`;
/** Hands and frames need this much beside a cart, metres. */
export const CART_CLEARANCE_M = 0.04;

/** Which carts don't come through which passages of a place, in words. */
export function passageTroubles(
  facts: readonly PlaceFact[],
  carts: readonly Pick<Cart, 'name' | 'widthM' | 'heightM' | 'loadedKg'>[],
): string[] {
  return facts.flatMap((fact) => {
    const way = detailOf(fact, 'passage');
    if (!way) return [];
    return carts.flatMap((c) => {
      const said = `The ${way.what}${fact.words ? ` (${fact.words})` : ''}`;
      if (way.widthM < c.widthM + CART_CLEARANCE_M)
        return [
          `${said} is ${hundredth(way.widthM)} wide; ${c.name} needs ${hundredth(c.widthM + CART_CLEARANCE_M)}: carry it, or take a narrower cart.`,
        ];
      if (way.heightM !== null && way.heightM < c.heightM)
        return [`${said} is ${hundredth(way.heightM)} high; ${c.name} stands ${hundredth(c.heightM)}.`];
      if (way.loadKg !== null && way.loadKg < c.loadedKg)
        return [`${said} carries ${way.loadKg}\u00a0kg; ${c.name} loaded weighs ${c.loadedKg}\u00a0kg: part the load.`];
      return [];
    });
  });
}

const DAY_MS = 86_400_000;
const daysBetween = (a: string, b: string) => Math.round((Date.parse(b) - Date.parse(a)) / DAY_MS);
/** After so many days light through trees and windows, and what grows, is another. */
const SEASON_DAYS = 45;
const MONTH_DAYS = 30;

/** Why a fact must be looked at again before a shooting day; null while it holds. */
export function recheck(fact: Pick<PlaceFact, 'foundOn' | 'ages'>, shootingDate: string): string | null {
  const days = daysBetween(fact.foundOn, shootingDate);
  if (fact.ages === 'overnight' && days > 0) return 'Things are moved overnight: look again that morning.';
  if (fact.ages === 'season' && days > SEASON_DAYS) return `Found ${days} days before: another season, another sun.`;
  if (fact.ages === 'month' && days > MONTH_DAYS) return `Found ${days} days before: ask again.`;
  return null;
}

/** What noise that comes again and again does to takes. */
export interface NoiseCost {
  /** Chance that a take stays clean. */
  cleanShare: number;
  /** Takes to roll for one clean one; null when there is none to be had. */
  takesPerGood: number | null;
}

/**
 * Takes that a returning noise costs. A take of `takeMin` is clean when the whole of it falls between two noises of `lastsS`, one every
 * `everyMin`: share = 1 − (take + noise) ÷ time between, never below 0. Steady noise (null) spoils none and is in all.
 */
export function noiseCost(takeMin: number, everyMin: number | null, lastsS: number): NoiseCost {
  if (everyMin === null || everyMin <= 0) return { cleanShare: 1, takesPerGood: 1 };
  const cleanShare = Math.max(0, 1 - (takeMin + lastsS / 60) / everyMin);
  return { cleanShare, takesPerGood: cleanShare === 0 ? null : 1 / cleanShare };
}

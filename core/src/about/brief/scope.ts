import type { Camera } from '../../rooms/camera/index.ts';
import type { Person } from '../../rooms/people/index.ts';
import type { Shot } from '../../rooms/scenes/index.ts';
import type { Ask } from './wants.ts';

/** One wish of the client against the plan. */
export interface ScopeCheck {
  ask: Ask;
  /** `met`: in the plan; `hole`: asked for, and nothing in the plan; `open`: not answered; `declined`. */
  state: 'met' | 'hole' | 'open' | 'declined';
  words: string;
}

/**
 * Holds what the client asked for against what the plan has: a mark against the shots that show it, kit and people
 * against a camera, a person or a stated means, and everything agreed against a price.
 */
export function scopeChecks(
  asks: readonly Ask[],
  shots: readonly Shot[],
  cameras: readonly Pick<Camera, 'id' | 'letter'>[],
  people: readonly Pick<Person, 'id' | 'name'>[],
): ScopeCheck[] {
  return asks.map((ask): ScopeCheck => {
    if (ask.state === 'declined') return { ask, state: 'declined', words: 'Declined.' };
    if (ask.kind === 'mark') {
      const seen = shots.filter((s) => !s.dropped && s.markIds.includes(ask.id));
      if (seen.length === 0)
        return { ask, state: 'hole', words: `Must be seen, and no shot shows it: tag one with #${ask.tag}.` };
      return { ask, state: 'met', words: `Seen in ${seen.map((s) => s.code).join(', ')}.` };
    }
    const camera = cameras.find((c) => c.id === ask.cameraId);
    const person = people.find((p) => p.id === ask.personId);
    const means = [camera ? `camera ${camera.letter}` : '', person?.name ?? '', ask.means].filter(Boolean).join(', ');
    const price = ask.priceMinor === null;
    if (!means)
      return {
        ask,
        state: 'hole',
        words: `Asked for, and nothing in the plan does it${price ? '; nobody has said what it costs' : ''}. Say what does, or decline it.`,
      };
    if (ask.state === 'open')
      return { ask, state: 'open', words: `${means}${price ? '; no price said' : ''}. Not agreed yet.` };
    if (price)
      return { ask, state: 'hole', words: `${means}. Agreed, but no price is said: 0 when it is within the quote.` };
    return { ask, state: 'met', words: `${means}.` };
  });
}

const CAUTIONS: readonly (readonly [RegExp, string])[] = [
  [/\b(?:drone|aerial|from the air|helicopter)s?\b/i, 'From the air: a licensed pilot, free airspace, nobody below.'],
  [/\b(?:haze|smoke|fog machine)s?\b/i, 'Haze: breathing and fire alarms; the venue must know and agree.'],
  [
    /\b(?:crane|jib|ladder|roof|scaffold|tower)s?\b/i,
    'At height: nobody below, everything tied, people who are trained for it.',
  ],
  [
    /\b(?:water|boat|underwater|rain)s?\b/i,
    'At water: mains stay away, a watcher and life jackets where one can fall in.',
  ],
  [
    /\b(?:fire|flame|pyro|explosion|hot metal)s?\b/i,
    'Fire: a competent person in charge, distance, and something to put it out.',
  ],
  [
    /\b(?:car|vehicle|driving|tracking vehicle|motorbike)s?\b/i,
    'In traffic: nobody films while driving, nobody drives tired; roads are closed by those who may.',
  ],
  [/\b(?:child|children|minor|baby)s?\b/i, 'Minors: agreed hours and breaks, a guardian present.'],
];

/** The short usual caution for a wish whose fulfilment can hurt somebody; null where none is known. */
export function cautionOf(ask: Pick<Ask, 'title' | 'detail' | 'tag'>): string | null {
  const text = `${ask.title} ${ask.detail} ${ask.tag}`;
  const found = CAUTIONS.filter(([words]) => words.test(text)).map(([, caution]) => caution);
  return found.length ? `${found.join(' ')} Local codes, the venue and licensed people decide.` : null;
}

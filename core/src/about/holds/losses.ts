import { coverCuts } from '../../rooms/cover/index.ts';
import { formatCount } from '../../base/units/index.ts';
import { cutPlanOf, type Coverage, type CoverSpan, type Want } from './lanes.ts';

/** What is lost of a moment. */
export interface Loss {
  moment: CoverSpan;
  want: Want;
}

/** What fails, alone or two together, and all that is lost by it. */
export interface Failure {
  key: string;
  /** Ids of the things, one set; several where each of them alone loses the same. */
  things: readonly string[][];
  /** As people say it: `Camera A (body, card, pack)`. */
  name: string;
  losses: Loss[];
  /** The worse, the higher: whole moments that must be had before kinds of picture. */
  harm: number;
}

export interface Failures {
  /** Lost with nothing broken: nobody and nothing has it. */
  open: Loss[];
  single: Failure[];
  pairs: Failure[];
}

const HARM = { whole: 6, sound: 4, view: 2 } as const;
export const harmOf = ({ moment, want }: Loss): number =>
  (want === 'any' ? HARM.whole : want === 'sound' ? HARM.sound : HARM.view) * (moment.must ? 3 : 1);

/**
 * What loses what of a day, worst first: single things, then pairs of things of which neither loses it alone. Things that lose the same and belong to one camera are one line. Whose whole
 * moment is lost has no kind of picture told beside it.
 */
export function failuresOf(coverage: Coverage): Failures {
  const { moments: sets } = coverCuts(cutPlanOf(coverage));
  const momentOf = new Map(coverage.moments.map((m) => [m.id, m]));
  const open: Loss[] = [];
  const found = new Map<string, { things: string[]; losses: Loss[] }>();
  for (const [key, cuts] of Object.entries(sets)) {
    const at = key.lastIndexOf('|');
    const [momentId, want] = [key.slice(0, at), key.slice(at + 1) as Want];
    const loss = { moment: momentOf.get(momentId) as CoverSpan, want };
    for (const things of cuts) {
      if (things.length === 0) {
        open.push(loss);
        continue;
      }
      const id = things.join('+');
      const known = found.get(id) ?? { things, losses: [] };
      known.losses.push(loss);
      found.set(id, known);
    }
  }
  const failures = [...found.values()].map(({ things, losses }) => ({ things, losses: withoutImplied(losses) }));
  const of = (count: number) =>
    joined(
      coverage,
      failures.filter((f) => f.things.length === count),
    ).sort((a, b) => b.harm - a.harm || (a.name < b.name ? -1 : 1));
  return { open: withoutImplied(open), single: of(1), pairs: of(2) };
}

/** What nobody has, as a failure of nothing: mends are found for it like for any other. */
export const unheld = (loss: Loss): Failure => ({
  ...{ key: `open:${loss.moment.id}|${loss.want}`, things: [], name: '', losses: [loss], harm: harmOf(loss) },
});

/** Without kinds of picture of moments that are lost whole. */
function withoutImplied(losses: readonly Loss[]): Loss[] {
  const whole = new Set(losses.filter((l) => l.want === 'any').map((l) => l.moment.id));
  return losses.filter((l) => l.want === 'any' || l.want === 'sound' || !whole.has(l.moment.id));
}

/** Failures that lose the same and are of the same cameras told as one. */
function joined({ things }: Coverage, failures: readonly { things: string[]; losses: Loss[] }[]): Failure[] {
  const thingOf = new Map(things.map((t) => [t.id, t]));
  const groups = new Map<string, { things: string[][]; losses: Loss[] }>();
  const ownerOf = (id: string) => thingOf.get(id)?.name.split(' of ').at(-1) ?? id;
  for (const failure of failures) {
    // What belongs to one camera stands in one place of a pair, whatever its own id.
    const f = {
      ...failure,
      things: [...failure.things].sort((a, b) => (ownerOf(a) < ownerOf(b) ? -1 : ownerOf(a) > ownerOf(b) ? 1 : 0)),
    };
    const owners = f.things.map((id) => thingOf.get(id)?.cameraId ?? id).join();
    const key = `${owners}#${f.losses.map((l) => `${l.moment.id}|${l.want}`).join()}`;
    const group = groups.get(key) ?? { things: [], losses: f.losses };
    group.things.push(f.things);
    groups.set(key, group);
  }
  return [...groups.values()].map(({ things: sets, losses }) => ({
    ...{ key: [...(sets[0] as string[])].sort().join('+'), things: sets, losses },
    name: nameOf(
      sets,
      (id) => thingOf.get(id)?.name ?? id,
      (id) => thingOf.get(id)?.cameraId ?? null,
    ),
    harm: losses.reduce((sum, l) => sum + harmOf(l), 0),
  }));
}

/** `Card of A`, `A: body, card or pack`, `pack of C with the recorder`. */
function nameOf(
  sets: readonly string[][],
  name: (id: string) => string,
  cameraOf: (id: string) => string | null,
): string {
  const parts = (sets[0] as string[]).map((_, i) => {
    const own = [...new Set(sets.map((s) => s[i] as string))];
    const [first] = own as [string];
    if (own.length === 1 || cameraOf(first) === null) return own.map(name).join(' or ');
    const letter = name(first).split(' ').at(-1);
    return `${own.map((id) => name(id).replace(/ of \w+$/, '')).join(', ')} of ${letter}`;
  });
  const said = parts.join(' with ');
  return said.charAt(0).toUpperCase() + said.slice(1);
}

const WANT_WORDS: Readonly<Record<Want, string>> = {
  any: 'every picture',
  sound: 'clean sound',
  wide: 'the only wide picture',
  medium: 'the only medium picture',
  tight: 'the only tight picture',
  face: 'the only picture of the face',
  detail: 'the only detail',
  picture: 'one picture of it',
};

/** What is lost, in words: `every picture of Launch; clean sound of Speeches and 2 more`. */
export function lossWords(losses: readonly Loss[], most = 3): string {
  const byWant = new Map<Want, string[]>();
  for (const l of losses) byWant.set(l.want, [...(byWant.get(l.want) ?? []), l.moment.title]);
  return [...byWant]
    .map(([want, titles]) => {
      const shown = titles.slice(0, most).join(', ');
      const more = titles.length - most;
      return `${WANT_WORDS[want]} of ${shown}${more > 0 ? ` and ${formatCount(more, 'more', 'more')}` : ''}`;
    })
    .join('; ');
}

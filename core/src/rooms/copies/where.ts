import type { CardStatus } from './state.ts';
import type { Drive } from './model.ts';
import { placesHolding, type PlaceNamed } from './places.ts';
import { mediaLoss, type Losses, type LossPlan } from './loss.ts';

const plain = (name: string) => name.trim().toLowerCase();

/** What is known of where copies are, as `media.loss` takes it: cards that still hold their files are copies too, released ones are not. */
export function lossPlanOf(
  cards: readonly CardStatus[],
  drives: readonly Drive[],
  places: readonly PlaceNamed[],
): { plan: LossPlan; nameOf: ReadonlyMap<string, string> } {
  const nameOf = new Map<string, string>();
  const used = new Map<string, PlaceNamed>();
  const placed = (words: string): string | null => {
    const chain = placesHolding(words, places);
    for (const [i, key] of chain.entries()) {
      const known = places.find((p) => plain(p.name) === key);
      const within = i === 0 ? words : (places.find((p) => plain(p.name) === chain[i - 1])?.within ?? key);
      // Words that are no place of the list are one by themselves, a building at the least.
      used.set(key, known ?? { name: within.trim(), kind: 'building', within: '' });
    }
    return chain[0] === undefined ? null : `place:${chain[0]}`;
  };
  for (const p of places) placed(p.name);
  const full = cards.filter((c) => c.clips.length > 0);
  const things = [
    ...drives.map((d) => ({ id: `drive:${d.id}`, kind: 'drive' as const, in: placed(d.whereabouts) })),
    ...full
      .filter((c) => !c.release)
      .map((c) => ({ id: `card:${c.card.id}`, kind: 'card' as const, in: placed(c.card.whereabouts) })),
  ];
  for (const d of drives) nameOf.set(`drive:${d.id}`, d.name);
  for (const c of full) nameOf.set(`card:${c.card.id}`, `card ${c.card.label}`);
  for (const [key, p] of used) nameOf.set(`place:${key}`, p.name);
  return {
    nameOf,
    plan: {
      things,
      places: [...used].map(([key, p]) => {
        const [, outer] = placesHolding(p.name, places);
        return { id: `place:${key}`, kind: p.kind, in: outer === undefined ? null : `place:${outer}` };
      }),
      media: full.map((c) => ({
        ...{ id: c.card.label, bytes: c.sizeBytes },
        on: [
          ...(c.release ? [] : [`card:${c.card.id}`]),
          ...c.drives.flatMap((d) => (d.state === 'verified' ? [`drive:${d.driveId}`] : [])),
        ],
      })),
    },
  };
}

/** What each single loss would cost, with names. */
export function lossesNow(
  cards: readonly CardStatus[],
  drives: readonly Drive[],
  places: readonly PlaceNamed[],
): { losses: Losses; nameOf: ReadonlyMap<string, string> } {
  const { plan, nameOf } = lossPlanOf(cards, drives, places);
  return { losses: mediaLoss(plan), nameOf };
}

import type { ShotLink } from './anchors.ts';
import { SIZE_WORDS, type Shot } from './model.ts';

export interface Difference {
  field: string;
  one: string;
  other: string;
}

const SHOWN: readonly (readonly [keyof Shot, string])[] = [
  ['size', 'Size'],
  ['lens', 'Lens'],
  ['angle', 'Angle'],
  ['facing', 'Faces'],
  ['side', 'Side'],
  ['support', 'Support'],
  ['movement', 'Move'],
  ['fps', 'Frames a second'],
  ['setupId', 'Light'],
  ['outfit', 'Outfit'],
  ['description', 'What'],
];

/** Where two shots differ in what is seen; `words` turns ids into names. */
export function differences(one: Shot, other: Shot, words: (key: keyof Shot, value: unknown) => string): Difference[] {
  return SHOWN.flatMap(([key, field]) =>
    one[key] === other[key] ? [] : [{ field, one: words(key, one[key]) || '–', other: words(key, other[key]) || '–' }],
  );
}

/**
 * What is wrong with two shots meant to face each other: they must look opposite ways, in one size, through one lens,
 * so that the cut believes it. Empty when they match.
 */
export function mirrorTroubles(one: Shot, other: Shot): string[] {
  const troubles: string[] = [];
  const faces = [one.facing, other.facing];
  if (!faces[0] || !faces[1])
    troubles.push(
      `${[one, other]
        .filter((s) => !s.facing)
        .map((s) => s.code)
        .join(' and ')}: where it faces is not said.`,
    );
  else if (!(faces.includes('left') && faces.includes('right')))
    troubles.push(
      `${one.code} faces ${one.facing} and ${other.code} faces ${other.facing}: one must face left and the other right.`,
    );
  if (one.size && other.size && one.size !== other.size)
    troubles.push(
      `${one.code} is ${SIZE_WORDS[one.size]} and ${other.code} ${SIZE_WORDS[other.size]}: the same size is believed.`,
    );
  if (one.lens && other.lens && one.lens !== other.lens)
    troubles.push(
      `${one.code} through ${one.lens}, ${other.code} through ${other.lens}: the same lens bends space alike.`,
    );
  if (one.angle !== other.angle && one.angle && other.angle)
    troubles.push(`${one.code} is seen ${one.angle}, ${other.code} ${other.angle}.`);
  return troubles;
}

/** The links of a shot with the other shot of each. */
export function linksOf(
  shot: Shot,
  links: readonly ShotLink[],
  shots: readonly Shot[],
): { link: ShotLink; other: Shot }[] {
  return links.flatMap((link) => {
    const otherId = link.shotId === shot.id ? link.otherShotId : link.otherShotId === shot.id ? link.shotId : null;
    const other = otherId ? shots.find((s) => s.id === otherId) : undefined;
    return other ? [{ link, other }] : [];
  });
}

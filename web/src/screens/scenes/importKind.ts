import { readTable } from '@kavrell/core/formats';

export type ImportKind = 'script' | 'shots' | 'moments' | 'cues';

/** What a text looks like, so that nobody need say. A running order reads like a list of moments: that one is said. */
export function kindOf(text: string): ImportKind {
  if (/^\s*(int|ext|est|int\.?\/ext|i\/e)[. ]/im.test(text)) return 'script';
  return readTable(text.slice(0, 4000)).headings.length > 2 ? 'shots' : 'moments';
}

import { formatCount } from '@kavrell/core/units';

/** What making messages came to: nothing was sent, and who has neither mail nor phone is named with what helps. */
export function madeWords(made: number, unreached: readonly string[]): string {
  const lacking = unreached.length
    ? ` ${unreached.join(', ')} can’t be reached: give a phone or a mail address, or show the code.`
    : '';
  return `Messages for ${formatCount(made, 'person', 'people')} are ready; give them from “Who has read it”.${lacking}`;
}

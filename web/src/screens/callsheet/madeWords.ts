import type { ReplyOf, sendSheet } from '@kavrell/contract';
import { formatCount } from '@kavrell/core/units';

/** What making messages came to: only what a mail server took is called sent, and who has neither mail nor phone is named with what helps. */
export function madeWords({ made, mailed, failed, unreached }: ReplyOf<typeof sendSheet>): string {
  const lacking = unreached.length
    ? ` ${unreached.join(', ')} can’t be reached: give a phone or a mail address, or show the code.`
    : '';
  const left = made - mailed;
  const given = [
    mailed ? `${formatCount(mailed, 'mail')} sent.` : '',
    left ? `Messages for ${formatCount(left, 'person', 'people')} are ready; give them from “Who has read it”.` : '',
    ...failed,
  ];
  return `${given.filter(Boolean).join(' ')}${lacking}`;
}

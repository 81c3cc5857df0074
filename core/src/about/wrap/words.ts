import type { MediaState } from '../../rooms/copies/index.ts';
import type { Verdict } from '../../rooms/roll/index.ts';
import type { ShotState } from '../../rooms/scenes/index.ts';

/** States and verdicts as people read them, in documents and on screens alike. */
export const STATE_WORDS: Readonly<Record<ShotState, string>> = {
  planned: 'planned',
  setUp: 'set up',
  got: 'got',
  dropped: 'dropped',
};
export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = { good: 'Good', maybe: 'Maybe', noGood: 'No good' };
export const MEDIA_WORDS: Readonly<Record<MediaState, string>> = {
  onCardOnly: 'on card only',
  copied: 'part copied',
  verified: 'verified',
  kept: 'kept',
};

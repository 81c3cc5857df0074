import type { MediaState } from '../../rooms/copies/index.ts';
import type { Verdict } from '../../rooms/roll/index.ts';
import type { MissingKind } from './missing.ts';
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
/** What is missing, in few words, as documents have it. */
export const MISSING_WORDS: Readonly<Record<MissingKind, string>> = {
  ...{ onlyCard: 'Only on its card', moment: 'Moments not had', must: 'Musts not had' },
  ...{
    badClip: 'Clips that are not as they should be',
    noSound: 'No clean sound found',
    refused: 'Does not want to be seen',
  },
  ...{ noClip: 'Takes whose clip is not found', noTake: 'Clips that no take was logged for', notKept: 'Not kept yet' },
  ...{ consent: 'Has not signed', notTaken: 'Shots not taken', notCut: 'Takes not cut', thing: 'Things not back' },
  ...{
    hours: 'Hours not noted',
    report: 'Reports not given',
    signOff: 'Sign-offs open',
    credit: 'Spelling not confirmed',
  },
  keepUntil: 'Copies whose time is over',
};

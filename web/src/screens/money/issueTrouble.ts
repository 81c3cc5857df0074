import { Away, wordsOf } from '../../platform/api.ts';

/** Why a paper was not issued, in words. Where nobody answered that is not known: asked again, it is issued once. */
export const issueTrouble = (error: unknown): string =>
  error instanceof Away
    ? 'Nobody answers, so it is not known whether it was issued. When there is network, press again: it is issued once.'
    : wordsOf(error);

import { STILL_WORDS, type StillKind } from '@kavrell/core/log';
import type { Production } from '@kavrell/core/brief';
import { storeLater } from '../../platform/storeLater.ts';
import { heavy } from '../../workers/heavy.ts';

const LONGEST_PX = 1280;

/** What a still is of. */
export interface StillOf {
  about: StillKind;
  shotId?: string | null;
  takeId?: string | null;
  placeId?: string | null;
  setupId?: string | null;
}

/** A photograph made small enough and kept on this device until it is sent, as a line of the log. */
export async function readStill(production: Pick<Production, 'id'>, file: File, of: StillOf) {
  const { jpeg, widthPx, heightPx } = await heavy().picture(file, 2, LONGEST_PX);
  const hash = await storeLater(production.id, jpeg, `A photograph, ${STILL_WORDS[of.about]}`);
  return {
    kind: 'still' as const,
    ...{ about: of.about, shotId: of.shotId ?? null, takeId: of.takeId ?? null },
    ...{ placeId: of.placeId ?? null, setupId: of.setupId ?? null, hash, widthPx, heightPx, watch: '' },
  };
}

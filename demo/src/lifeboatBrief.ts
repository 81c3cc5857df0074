import { CONSENT_DEFAULTS } from '@kavrell/core/people';
import type { DemoPlan, MakeRow } from './plan.ts';

/** What the lifeboat’s fund wants, who signed off what, and who of those in the picture has signed. */
export function lifeboatBrief(row: MakeRow, coxswainId: string, crew: readonly { id: string }[]) {
  const film = row({
    title: 'Three minutes for the fund',
    tag: 'film',
    pieces: 1,
    durationS: 180,
    widthPx: 3840,
    heightPx: 2160,
    rate: '25',
    captions: 'English',
    due: '2027-06-26',
    notes: 'A sixty-second one will be asked for: keep the launch whole.',
    position: 1,
  });
  const news = row({
    title: 'For the evening news',
    tag: 'news',
    pieces: 1,
    durationS: 40,
    widthPx: 1920,
    heightPx: 1080,
    rate: '50',
    captions: '',
    due: '2027-06-12',
    notes: 'Before 17:30 the same day.',
    position: 2,
  });
  const stripe = row({
    kind: 'mark' as const,
    title: 'The fund’s stripe on the bow',
    tag: 'stripe',
    detail: '',
    state: 'agreed' as const,
    cameraId: null,
    personId: null,
    means: '',
    priceMinor: 0,
    askedOn: '2027-05-20',
    position: 1,
  });
  const aerial = row({
    kind: 'kit' as const,
    title: 'The launch from the air',
    tag: 'air',
    detail: 'Said on the telephone',
    state: 'open' as const,
    cameraId: null,
    personId: null,
    means: '',
    priceMinor: null,
    askedOn: '2027-06-02',
    position: 2,
  });
  const { signOffs, consents }: Pick<DemoPlan, 'signOffs' | 'consents'> = {
    signOffs: [
      row({
        what: 'Where cameras may stand',
        who: 'Slip master',
        due: '2027-06-08',
        givenOn: '2027-06-07',
        note: 'Behind the painted line',
        position: 1,
      }),
    ],
    consents: [
      row({
        ...CONSENT_DEFAULTS,
        personId: coxswainId,
        state: 'signed' as const,
        signedOn: '2027-05-30',
        usage: 'film and news',
      }),
      ...crew.slice(0, 7).map((c) =>
        row({
          ...CONSENT_DEFAULTS,
          personId: c.id,
          state: 'signed' as const,
          signedOn: '2027-05-30',
          usage: 'film and news',
        }),
      ),
    ],
  };
  return { film, news, stripe, asks: [stripe, aerial], signOffs, consents };
}

import { SIGNATURE_ASPECT, signaturePath, type Consent, type Person } from '@kavrell/core/people';
import { formatDate } from '@kavrell/core/units';
import { esc, plainPage, said } from '../platform/documents/plainPage.ts';

/** What a page of consent is made of. */
export interface ConsentPage {
  production: { title: string; client: string; consentTerms: string };
  person: Pick<Person, 'name' | 'minor'>;
  consent: Consent | null;
  path: string;
}

/** Where somebody says on their own phone whether they may be seen: what it is for, their signature, or a plain no. */
export function consentPage(page: ConsentPage): string {
  const { production, person, consent } = page;
  const title = `May ${person.name} be seen?`;
  const parts = [
    `<p class="s">${said(production.title)}${production.client ? ` · ${said(production.client)}` : ''}</p>`,
    `<h1>${said(title, 'span')}</h1>`,
    standing(consent),
    signedTo(consent, production.consentTerms)
      ? ''
      : production.consentTerms
        ? agree(page)
        : '<p>What it is for is not written yet. Ask whoever sent you this link.</p>',
    refuse(page),
    '<p class="s">What you say here is told to the production, with today’s date. You can come back and say otherwise: open your link again. The law of the place decides what a release must say, and whether a drawn name is enough.</p>',
  ];
  return plainPage(title, parts.join('\n'), '/sign.js');
}

/** Signed to the very words that stand there now: there is nothing more to sign. */
const signedTo = (consent: Consent | null, terms: string) => consent?.state === 'signed' && consent.terms === terms;

function standing(consent: Consent | null): string {
  if (consent?.state === 'refused') return '<p data-standing class="l">You have said: no, nobody may show me.</p>';
  if (consent?.state !== 'signed') return '';
  const on = consent.signedOn ? ` on ${formatDate(consent.signedOn, { year: true })}` : '';
  const mark = consent.signature
    ? `<svg role="img" aria-label="The signature" width="180" viewBox="0 0 ${SIGNATURE_ASPECT * 100} 100"><path d="${signaturePath(consent.signature)}" fill="none" stroke="currentColor" stroke-width="2.5"/></svg>`
    : '';
  const by = consent.guardian ? ` by ${said(consent.guardian)}` : '';
  return `<section data-standing><strong>Signed${on}${by}.</strong>${mark}${consent.terms ? `<p class="s">To these words: ${said(consent.terms)}</p>` : ''}</section>`;
}

function agree({ production, person, path }: ConsentPage): string {
  const guardian = person.minor
    ? `<p><label>Who signs as guardian of ${said(person.name)}<br><input name="guardian" required maxlength="120" autocomplete="name"></label></p>`
    : '';
  return `<section><h2 style="margin-top:0">What you agree to</h2>${said(production.consentTerms, 'p')}
<form method="post" action="${esc(path)}" data-sign><input type="hidden" name="say" value="signed"><input type="hidden" name="terms" value="${esc(production.consentTerms)}"><input type="hidden" name="strokes">
${guardian}<p id="how">Sign with a finger, a pen or the mouse:</p>
<canvas aria-labelledby="how" style="width:100%;aspect-ratio:${SIGNATURE_ASPECT};touch-action:none;background:#fff;border:1px solid var(--s);border-radius:3px"></canvas>
<p role="status" data-words></p><button disabled>I agree, this is my signature</button><button class="b" type="button" data-again>Draw it again</button></form>
<noscript><p class="l">To draw a signature this page needs scripts. Switch them on, or sign on paper.</p></noscript></section>`;
}

function refuse({ path, consent, person }: ConsentPage): string {
  if (consent?.state === 'refused') return '';
  const words =
    consent?.state === 'signed'
      ? 'I take it back'
      : person.minor
        ? `No, ${person.name} may not be shown`
        : 'No, I do not want to be shown';
  return `<form method="post" action="${esc(path)}"><input type="hidden" name="say" value="refused"><button class="b">${esc(words)}</button></form>`;
}

import { ConsentsSide } from './ConsentsSide.tsx';
import { Box, Textarea } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { personLink } from '@kavrell/contract';
import {
  CONSENT_DEFAULTS,
  consentsNeeded,
  guestsFrom,
  personFields,
  type ConsentState,
  type Signature,
} from '@kavrell/core/people';
import { formatCount } from '@kavrell/core/units';
import { OnlyHere } from '../../app/Giving.tsx';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { call, wordsOf } from '../../platform/api.ts';
import { useDraft } from '../../platform/draft.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { change, type Op } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Look } from '../../ui/parts.tsx';
import { ConsentRow } from './ConsentRow.tsx';

/** Who must agree to be seen, and who has: by list, on paper, or with a finger on this device. */
export function ConsentsView() {
  const { production, rows } = usePlanned();
  const [signing, setSigning] = useState<string | null>(null);
  const [links, setLinks] = useState<ReadonlyMap<string, string>>(new Map());
  const [pasted, setPasted] = useDraft(`guests:${production.id}`);
  const needs = useMemo(
    () => consentsNeeded(rows.people, rows.shots, rows.consents),
    [rows.people, rows.shots, rows.consents],
  );
  const guests = useMemo(() => guestsFrom(pasted, rows.people), [pasted, rows.people]);
  const today = new Date(productionNow(production)).toISOString().slice(0, 10);
  const nameOf = (id: string) => rows.people.find((p) => p.id === id)?.shortName ?? '';
  const fullName = (id: string) => rows.people.find((p) => p.id === id)?.name ?? '';
  const say = (personId: string, state: ConsentState, signature: Signature | null = null) => {
    const row = rows.consents.find((c) => c.personId === personId);
    const values = { state, signedOn: state === 'signed' ? today : null, signature, terms: production.consentTerms };
    void change(production.id, `${nameOf(personId)}: ${state}`, [
      row
        ? { op: 'update', table: 'consents', row, values }
        : { op: 'insert', table: 'consents', values: { ...CONSENT_DEFAULTS, personId, ...values } },
    ]);
    setSigning(null);
  };
  /** The server makes the link; while nobody answers that is said, and signing here goes on. */
  const giveLink = async (personId: string) => {
    try {
      const params = { productionId: production.id, personId };
      const { path } = await call(personLink, { params, body: undefined });
      setLinks((l) => new Map(l).set(personId, `${path}/consent`));
    } catch (error) {
      tell(wordsOf(error));
    }
  };
  const add = () => {
    const ops = guests.map((values): Op => ({ op: 'insert', table: 'people', id: newId(), values }));
    void change(production.id, `Added ${formatCount(ops.length, 'person', 'people')} in the picture`, ops);
    setPasted('');
  };
  const open = needs.filter((n) => n.state !== 'signed');
  const lacking = rows.scenes
    .filter((s) => s.kind !== 'shots' && s.personIds.some((id) => open.some((n) => n.personId === id)))
    .map((s) => ({ scene: s, names: s.personIds.filter((id) => open.some((n) => n.personId === id)).map(fullName) }));
  return (
    <section aria-label="Who has agreed to be seen">
      <Box fontSize="l" fontWeight="700" mb={2}>
        {needs.length === 0
          ? 'Nobody in the picture yet'
          : open.length
            ? `${open.length} of ${needs.length} not signed`
            : `All ${needs.length} signed`}
      </Box>
      {lacking.map(({ scene, names }) => (
        <Box key={scene.id} mb={1}>
          <Look>
            {scene.title}: {names.slice(0, 8).join(', ')}
            {names.length > 8 ? ` and ${names.length - 8} more` : ''} not signed
          </Look>
        </Box>
      ))}
      {links.size > 0 ? <OnlyHere /> : null}
      {needs.map((need) => {
        const row = rows.consents.find((c) => c.personId === need.personId);
        const person = rows.people.find((p) => p.id === need.personId);
        if (!person) return null;
        return (
          <ConsentRow
            key={person.id}
            {...{ need, person, row, link: links.get(person.id) }}
            giveLink={() => void giveLink(person.id)}
            signing={signing === person.id}
            sign={(open) => setSigning(open ? person.id : null)}
            say={(state, signature) => say(person.id, state, signature)}
          />
        );
      })}
      <Box mt={6} maxW="520px">
        <FormField
          label="Paste the names of people in the picture, one a line"
          hint="“(14)” or “minor” behind a name: under 18. Those who are here already are left out."
        >
          {(props) => (
            <Textarea
              rows={5}
              {...props}
              value={pasted}
              onChange={(e) => setPasted(e.target.value)}
              onKeyDown={(e) => e.stopPropagation()}
            />
          )}
        </FormField>
        <Button disabled={guests.length === 0 || guests.some((g) => !personFields.safeParse(g).success)} onClick={add}>
          {guests.length ? `Add ${formatCount(guests.length, 'person', 'people')}` : 'Add them'}
        </Button>
      </Box>
      <ConsentsSide />
    </section>
  );
}

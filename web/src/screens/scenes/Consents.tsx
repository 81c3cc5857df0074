import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { CONSENT_DEFAULTS, consentFields, consentsNeeded } from '@kavrell/core/people';
import { useProduction } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Look } from '../../ui/parts.tsx';

/** Who must agree to be seen, and who has. */
export function Consents() {
  const { production, rows } = useProduction();
  const needs = useMemo(
    () => consentsNeeded(rows.people, rows.shots, rows.consents),
    [rows.people, rows.shots, rows.consents],
  );
  if (needs.length === 0) return null;
  const today = new Date(productionNow(production)).toISOString().slice(0, 10);
  const say = (personId: string, state: 'asked' | 'signed' | 'refused') => {
    const row = rows.consents.find((c) => c.personId === personId);
    const name = rows.people.find((p) => p.id === personId)?.shortName ?? '';
    const values = { state, signedOn: state === 'signed' ? today : null };
    void change(production.id, `${name}: ${state}`, [
      row
        ? { op: 'update', table: 'consents', row, values }
        : {
            op: 'insert',
            table: 'consents',
            values: { ...CONSENT_DEFAULTS, personId, terms: production.consentTerms, ...values },
          },
    ]);
  };
  const open = needs.filter((n) => n.state !== 'signed').length;
  return (
    <section aria-label="Who has agreed to be seen">
      <Flex gap={3} align="baseline" mb={2} wrap="wrap">
        <Box as="h2" fontSize="l">
          Who has agreed to be seen
        </Box>
        <Box color="soft">
          {open ? `${open} of ${needs.length} not signed` : 'all signed'}. The law of the place decides what a release
          must say.
        </Box>
      </Flex>
      {needs.map((need) => {
        const row = rows.consents.find((c) => c.personId === need.personId);
        const person = rows.people.find((p) => p.id === need.personId);
        return (
          <Box
            key={need.personId}
            borderTop="1px solid"
            borderColor="hairline"
            py={2}
            display="grid"
            gridTemplateColumns={{ base: '1fr', md: 'minmax(0, 1fr) auto' }}
            gap={2}
            alignItems="center"
            data-consent={person?.shortName}
          >
            <Box>{need.state === 'signed' ? need.words : <Look>{need.words}</Look>}</Box>
            <Flex gap={2} wrap="wrap">
              {(['asked', 'signed', 'refused'] as const).map((state) => (
                <Button
                  key={state}
                  size="small"
                  aria-pressed={row?.state === state}
                  look={row?.state === state ? 'on' : 'plain'}
                  onClick={() => say(need.personId, state)}
                >
                  {state}
                </Button>
              ))}
            </Flex>
            {row?.state === 'signed' && person?.minor && !row.guardian ? (
              <FieldEdit
                label={`Who signed for ${person.shortName}`}
                value={row.guardian}
                fields={consentFields}
                set={(v) => ({ guardian: v })}
                save={(values) =>
                  void change(production.id, `${person.shortName}: guardian`, [
                    { op: 'update', table: 'consents', row, values },
                  ])
                }
              />
            ) : null}
          </Box>
        );
      })}
    </section>
  );
}

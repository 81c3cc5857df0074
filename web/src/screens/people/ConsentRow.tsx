import { Box, Flex } from '@chakra-ui/react';
import {
  consentFields,
  CONSENT_STATES,
  type Consent,
  type ConsentNeed,
  type ConsentState,
  type Person,
  type Signature,
} from '@kavrell/core/people';
import { formatDate } from '@kavrell/core/units';
import { Giving } from '../../app/Giving.tsx';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Look } from '../../ui/parts.tsx';
import { SignPad } from './SignPad.tsx';
import { SignatureMark } from './SignatureMark.tsx';

interface Props {
  need: ConsentNeed;
  person: Person;
  row: Consent | undefined;
  /** Their own link to the words, once it was asked for. */
  link: string | undefined;
  giveLink: () => void;
  signing: boolean;
  sign: (open: boolean) => void;
  say: (state: ConsentState, signature?: Signature | null) => void;
}

const messageTo = (title: string, person: Person, path: string) => ({
  kind: person.email ? ('mail' as const) : ('message' as const),
  recipient: person.email,
  subject: `${title}: may ${person.minor ? person.name : 'you'} be seen?`,
  body: `Read what it is for, and sign or say no: ${window.location.origin}${path}`,
});

/** Whether one person has agreed to be seen, and the ways to agree: here with a finger, on paper, by their link. */
export function ConsentRow({ need, person, row, link, giveLink, signing, sign, say }: Props) {
  const { production } = usePlanned();
  return (
    <Box borderTop="1px solid" borderColor="hairline" py={2} data-consent={person.shortName}>
      <Box display="grid" gridTemplateColumns={{ base: '1fr', md: 'minmax(0, 1fr) auto' }} gap={2} alignItems="center">
        <Box>
          {need.state === 'signed' ? need.words : <Look>{need.words}</Look>}
          {row?.signedOn ? (
            <Box as="span" color="soft">
              {' '}
              {formatDate(row.signedOn, { year: true })}
            </Box>
          ) : null}
          {row?.signature ? <SignatureMark signature={row.signature} name={person.name} /> : null}
        </Box>
        <Flex gap={2} wrap="wrap">
          <Button size="small" onClick={() => sign(!signing)}>
            Sign here
          </Button>
          {link ? null : (
            <Button size="small" onClick={giveLink}>
              Their link
            </Button>
          )}
          {CONSENT_STATES.map((state) => (
            <Button
              key={state}
              size="small"
              aria-pressed={row?.state === state}
              look={row?.state === state ? 'on' : 'plain'}
              onClick={() => say(state)}
            >
              {state === 'signed' ? 'signed on paper' : state}
            </Button>
          ))}
        </Flex>
      </Box>
      {link ? (
        <Box mt={2}>
          <Giving path={link} name={person.name} message={messageTo(production.title, person, link)} />
        </Box>
      ) : null}
      {signing ? (
        <SignPad
          name={person.minor ? `a guardian of ${person.name}` : person.name}
          terms={production.consentTerms}
          take={(signature) => say('signed', signature)}
          cancel={() => sign(false)}
        />
      ) : null}
      {row?.state === 'signed' && person.minor && !row.guardian ? (
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
}

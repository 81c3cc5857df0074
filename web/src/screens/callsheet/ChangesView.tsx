import { Box, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { freezeSheet, frozenSheetPdf, pathOf, sendSheet } from '@kavrell/contract';
import { affected, type Difference } from '@kavrell/core/callsheet';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { call, wordsOf } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { useOutbox } from '../../platform/outbox.ts';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { useDraft } from '../../platform/draft.ts';
import { useSheets } from './draft.ts';
import { madeWords } from './madeWords.ts';

/** What a new version would change, whom it concerns, and the freeze that sends it to all. */
export function ChangesView({ changed }: { changed: readonly Difference[] }) {
  const { production, day, rows } = usePlanned();
  const { draft, last } = useSheets();
  const waiting = useOutbox((s) => s.entries.length);
  const [note, setNote] = useDraft(`sheet-note:${production.id}:${day?.id ?? ''}`);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  if (!draft || !day) return null;
  const next = (last?.revision ?? 0) + 1;
  const whom = affected(changed, draft);
  const nameOf = (id: string) => rows.people.find((p) => p.id === id)?.shortName;
  const freeze = async (send: boolean) => {
    setBusy(true);
    setProblem('');
    try {
      const id = newId();
      await call(freezeSheet, {
        params: { productionId: production.id, dayId: day.id },
        body: { id, revision: next, note },
      });
      setNote('');
      if (!send) tell(`Version ${next} is frozen. Nobody has been told yet.`);
      else {
        const made = await call(sendSheet, {
          params: { productionId: production.id, sheetId: id },
          body: { personIds: null },
        });
        tell(`Version ${next} is frozen. ${madeWords(made)}`);
      }
    } catch (error) {
      setProblem(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  const blocked = waiting > 0 ? `${formatCount(waiting, 'change')} still wait to be saved: freeze when they are.` : '';
  return (
    <Box maxW="860px">
      {last === null ? (
        <Box mb={4}>
          Nothing has gone out yet. Freezing keeps what the sheet says now as version 1 and sends everybody on it their
          own link.
        </Box>
      ) : last.content === null ? (
        <Box mb={4}>Version {last.revision} was frozen before its text was kept: there is nothing to compare with.</Box>
      ) : changed.length === 0 ? (
        <Box mb={4}>Nothing differs from version {last.revision}.</Box>
      ) : (
        <>
          <Box mb={3}>
            <Look>{formatCount(changed.length, 'thing')}</Look> changed since version {last.revision};{' '}
            {whom.all ? 'it concerns everybody.' : `it concerns ${whom.names.join(', ') || 'nobody by name'}.`}
          </Box>
          <Box as="ul" display="grid" mb={4} data-difference>
            {changed.map((d) => (
              <Box as="li" key={`${d.kind}${d.words}`} py={2} borderBottom="1px solid" borderColor="hairline">
                {d.words}
                {d.personIds.length > 0 && d.personIds.length <= 6 ? (
                  <Box color="soft" fontSize="s">
                    {d.personIds.map(nameOf).filter(Boolean).join(', ')}
                  </Box>
                ) : null}
              </Box>
            ))}
          </Box>
        </>
      )}
      <Box maxW="480px">
        <FormField label="A word with it" hint="Empty is fine">
          {(props) => (
            <Input
              {...props}
              maxLength={300}
              value={note}
              onChange={(e) => setNote(e.target.value)}
              onKeyDown={(e) => e.stopPropagation()}
            />
          )}
        </FormField>
      </Box>
      <Flex gap={2} wrap="wrap" mt={2}>
        <Button look="primary" disabled={busy || blocked !== ''} onClick={() => void freeze(true)}>
          Freeze version {next} and make the messages
        </Button>
        <Button disabled={busy || blocked !== ''} onClick={() => void freeze(false)}>
          Only freeze it
        </Button>
        {last?.content ? (
          <LinkButton
            href={pathOf(frozenSheetPdf, { productionId: production.id, sheetId: last.id })}
            target="_blank"
            rel="noreferrer"
          >
            Version {last.revision} as PDF
          </LinkButton>
        ) : null}
      </Flex>
      {blocked || problem ? (
        <Box role="alert" mt={3}>
          <Look>{problem || blocked}</Look>
        </Box>
      ) : null}
      <Sheet>
        <Part title="Giving it">
          Messages with everybody’s own link are made, and given from “Who has read it”; mails go out by themselves only
          where a mail server is configured.
        </Part>
        <Why
          lines={[
            'A frozen version keeps every word of it. Changes afterwards make a draft; its difference is told by person.',
            'Under a minute is no difference; change-overs and waiting are not told, only what people come for.',
          ]}
        />
      </Sheet>
    </Box>
  );
}

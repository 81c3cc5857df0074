import { Box, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Day } from '@kavrell/core/day';
import { KIT_VERDICTS, KIT_VERDICT_WORDS, entriesOf, type KitVerdict } from '@kavrell/core/log';
import { formatMoney } from '@kavrell/core/units';
import { REFUND_WORDS } from '@kavrell/core/sound';
import { screenLink } from '../../app/links.ts';
import { useProduction } from '../../app/production.tsx';
import { dropEntry, logIt } from '../../shared/log/log.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Part } from '../../ui/parts.tsx';

/** What was found of things, while one remembers; faults and money back for them. */
export function KitVerdicts({ day }: { day: Day }) {
  const { me, production, rows } = useProduction();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [verdict, setVerdict] = useState<KitVerdict>('again');
  const [words, setWords] = useState('');
  const said = entriesOf(rows.logEntries, 'verdict');
  const add = () => {
    const line = rows.kitLines.find((l) => l.name === name.trim());
    logIt({ production, day, by: me.name }, `${name.trim()}: ${KIT_VERDICT_WORDS[verdict]}`, {
      ...{ kind: 'verdict', name: name.trim(), pieceId: line?.pieceId ?? null, verdict, words: words.trim() },
    });
    setName('');
    setWords('');
  };
  const things = [...new Set(rows.kitLines.map((l) => l.name))];
  return (
    <>
      <Part title="What was found of the kit">
        <Flex
          as="form"
          gap={2}
          wrap="wrap"
          align="flex-end"
          onSubmit={(e) => (e.preventDefault(), name.trim() && add())}
        >
          <FormField label="The thing">
            {(props) => (
              <Input
                {...props}
                list="kit-names"
                value={name}
                maxLength={160}
                onChange={(e) => setName(e.target.value)}
              />
            )}
          </FormField>
          <datalist id="kit-names">
            {things.map((t) => (
              <option key={t} value={t} />
            ))}
          </datalist>
          <FormField label="Would you">
            {(props) => (
              <Choice {...props} value={verdict} onChange={(e) => setVerdict(e.target.value as KitVerdict)}>
                {KIT_VERDICTS.map((v) => (
                  <option key={v} value={v}>
                    {KIT_VERDICT_WORDS[v]}
                  </option>
                ))}
              </Choice>
            )}
          </FormField>
          <FormField label="Why">
            {(props) => <Input {...props} value={words} maxLength={400} onChange={(e) => setWords(e.target.value)} />}
          </FormField>
          <Button type="submit" disabled={name.trim() === ''}>
            Note it
          </Button>
        </Flex>
        <Box as="ul" display="grid" gap={1} mt={2}>
          {said.map((e) => (
            <Flex as="li" key={e.id} gap={2} align="center" data-verdict={e.payload.name}>
              <Box flex="1" minW={0} overflowWrap="anywhere">
                <strong>{e.payload.name}</strong>: {KIT_VERDICT_WORDS[e.payload.verdict]}
                {e.payload.words ? `. ${e.payload.words}` : ''}
              </Box>
              <Button size="small" onClick={() => dropEntry(e, `What was found of ${e.payload.name}`)}>
                Remove
              </Button>
            </Flex>
          ))}
        </Box>
      </Part>
      <Part title="Faults and money back">
        {rows.faults.length === 0 ? 'No fault was noted on this job.' : null}
        <Box as="ul" display="grid" gap={1}>
          {rows.faults.map((f) => (
            <li key={f.id}>
              <strong>{f.device}</strong>: {f.symptom}. {f.owedTo ? `Of ${f.owedTo}. ` : ''}
              {f.refund === '' ? 'Money back was not asked for.' : `Money back: ${REFUND_WORDS[f.refund]}.`}
              {f.refundMinor ? ` ${formatMoney(f.refundMinor, production.currency)}` : ''}
            </li>
          ))}
        </Box>
        <Button size="small" mt={2} onClick={() => void navigate(screenLink(production.id, day.number, 'kit'))}>
          To Kit
        </Button>
      </Part>
    </>
  );
}

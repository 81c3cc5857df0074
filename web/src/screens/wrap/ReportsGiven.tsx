import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { Day } from '@kavrell/core/day';
import { entriesOf } from '@kavrell/core/log';
import { REPORT_KINDS, REPORT_WORDS } from '@kavrell/core/onset';
import { formatInstant } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { logIt } from '../../shared/log/log.ts';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Part } from '../../ui/parts.tsx';
import { Input } from '@chakra-ui/react';

/** Which reports were given to whom: a person says so, for nothing is given by itself. */
export function ReportsGiven({ day }: { day: Day }) {
  const { me, production, rows } = useProduction();
  const [to, setTo] = useState(production.editOwner);
  const given = entriesOf(rows.logEntries, 'given').filter((e) => e.dayId === day.id);
  const give = (what: string) =>
    logIt({ production, day, by: me.name }, `${what} given to ${to.trim()}`, { kind: 'given', what, to: to.trim() });
  return (
    <Part title="Reports given">
      <FormField label="To whom" hint="Who cuts it, production, whoever asked for them">
        {(props) => (
          <Input {...props} maxW="320px" value={to} maxLength={120} onChange={(e) => setTo(e.target.value)} />
        )}
      </FormField>
      <Box as="ul" display="grid" gap={1} mt={2}>
        {REPORT_KINDS.map((k) => REPORT_WORDS[k]).map((what) => {
          const had = given.filter((e) => e.payload.what === what);
          return (
            <Flex as="li" key={what} gap={2} align="center" wrap="wrap" data-report={what}>
              <Box flex="1" minW="180px">
                {what}
                <Box color="soft" fontSize="s">
                  {had.length === 0
                    ? 'given to nobody yet'
                    : had.map((e) => `to ${e.payload.to}, ${formatInstant(e.atMs, day)}`).join('; ')}
                </Box>
              </Box>
              <Button size="small" disabled={to.trim() === ''} onClick={() => give(what)}>
                I gave it
              </Button>
            </Flex>
          );
        })}
      </Box>
    </Part>
  );
}

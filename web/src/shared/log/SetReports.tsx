import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { pathOf, setReportCsv, setReportPdf } from '@kavrell/contract';
import { REPORT_KINDS, REPORT_WORDS } from '@kavrell/core/onset';
import { usePlanned } from '../../app/production.tsx';
import { LinkButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Part } from '../../ui/parts.tsx';

/** Camera, sound and continuity report and the day’s log, of everybody or of one person, as PDF and CSV. */
export function SetReports() {
  const { production, rows, day } = usePlanned();
  const [who, setWho] = useState('all');
  if (!day) return null;
  const crew = rows.people.filter((p) => p.kind === 'crew');
  return (
    <Part title="Reports of the day">
      {crew.length > 0 ? (
        <Choice aria-label="Whose report" value={who} onChange={(e) => setWho(e.target.value)}>
          <option value="all">of everybody</option>
          {crew.map((p) => (
            <option key={p.id} value={p.id}>
              of {p.name}
            </option>
          ))}
        </Choice>
      ) : null}
      <Box as="ul" listStyleType="none" mt={2} display="grid" gap={1}>
        {REPORT_KINDS.map((kind) => {
          const params = { productionId: production.id, dayId: day.id, kind, who };
          return (
            <Flex as="li" key={kind} gap={2} align="center">
              <Box flex={1}>{REPORT_WORDS[kind]}</Box>
              <LinkButton
                size="small"
                href={pathOf(setReportPdf, params)}
                target="_blank"
                rel="noreferrer"
                aria-label={`${REPORT_WORDS[kind]} as PDF`}
              >
                PDF
              </LinkButton>
              <LinkButton
                size="small"
                href={pathOf(setReportCsv, params)}
                download
                aria-label={`${REPORT_WORDS[kind]} as CSV`}
              >
                CSV
              </LinkButton>
            </Flex>
          );
        })}
      </Box>
    </Part>
  );
}

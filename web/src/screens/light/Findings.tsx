import { Box, Flex } from '@chakra-ui/react';
import type { LightFinding, PlanItem } from '@kavrell/core/light';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { Part } from '../../ui/parts.tsx';
import type { PlanEditing } from './usePlan.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Severity } from '../../ui/Severity.tsx';

/** What was found on the plan, the worst first: what, what helps, and one press that mends it where one can. */
export function Findings({
  findings,
  mend,
  onSelect,
}: {
  findings: readonly LightFinding[];
  /** Changes one thing on the plan as it stands then. */
  mend: PlanEditing['item'];
  onSelect: (id: string) => void;
}) {
  const { rows } = usePlanned();
  const open = findings.filter((f) => f.level !== 'note').length;
  const crew = rows.people.filter((p) => p.kind === 'crew');
  return (
    <Part title={open === 0 ? 'Look out: nothing to mend' : `Look out: ${open}`}>
      <Box as="ul" display="grid" gap={3} data-findings>
        {findings.map((f) => {
          const zone = f.key.startsWith('zone:') ? f.itemIds[0] : undefined;
          return (
            <Box as="li" key={f.key} data-finding={f.key}>
              <Box as="button" textAlign="left" onClick={() => f.itemIds[0] && onSelect(f.itemIds[0])}>
                <Severity level={f.level}>
                  {f.level === 'danger' ? 'Danger: ' : ''}
                  {f.words}
                </Severity>
              </Box>
              <Box>{f.mend}</Box>
              <Flex gap={2} mt={1} wrap="wrap">
                {f.fix ? (
                  <Button
                    size="small"
                    onClick={() => f.fix && mend(f.fix.label, f.fix.id, f.fix.values as Partial<PlanItem>)}
                  >
                    {f.fix.label}
                  </Button>
                ) : null}
                {zone && crew.length > 0 ? (
                  <Choice
                    aria-label="Who watches it"
                    value=""
                    style={{ maxWidth: 200 }}
                    onChange={(e) => e.target.value && mend('watched', zone, { watcherId: e.target.value })}
                  >
                    <option value="">Who watches it …</option>
                    {crew.map((p) => (
                      <option key={p.id} value={p.id}>
                        {p.name}
                      </option>
                    ))}
                  </Choice>
                ) : null}
              </Flex>
            </Box>
          );
        })}
      </Box>
    </Part>
  );
}

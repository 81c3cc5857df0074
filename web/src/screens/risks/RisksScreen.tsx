import { Box, Flex } from '@chakra-ui/react';
import { positionAfter } from '@kavrell/core/records';
import { HARMS, LIKELIHOODS, RISK_DEFAULTS, triggerWords, undecided, type ListedRisk } from '@kavrell/core/risks';
import { formatCount } from '@kavrell/core/units';
import { useState } from 'react';
import { usePlanned } from '../../app/production.tsx';
import { useKept } from '../../platform/kept.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty, Look, Part, ScreenHead, Tag, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { Views } from '../../ui/Views.tsx';
import { useRisks } from '../../shared/risks/list.ts';
import { RehearsalView } from './RehearsalView.tsx';
import { RiskSheet } from './RiskSheet.tsx';

const WORDS = { open: 'not decided', decided: 'decided', gone: 'gone' } as const;

/** What could go wrong: found from the plan and written by hand, worst first, each with a trigger, remedies and somebody who decides. */
export function RisksScreen() {
  const { production, rows } = usePlanned();
  const clock = usePreferences((s) => s.clock);
  const [view, setView] = useKept<'list' | 'log'>('risks', ['list', 'log']);
  const [openKey, setOpenKey] = useState<string | null>(null);
  const list = useRisks();
  const open = list.filter((r) => r.state === 'open');
  const defects = undecided(rows.rehearsalNotes).length;
  const chosen = list.find((r) => r.key === openKey);
  const add = () => {
    void change(production.id, 'Added a risk', [
      {
        op: 'insert',
        table: 'risks',
        values: { ...RISK_DEFAULTS, title: 'Something that could happen', position: positionAfter(rows.risks) },
      },
    ]);
  };
  return (
    <>
      <ScreenHead title="Risks">
        <Views
          label="Risks"
          views={[
            ['list', 'What could happen', open.length],
            ['log', 'Rehearsal log', defects],
          ]}
          open={view}
          onOpen={setView}
        />
        {view === 'list' ? <Button onClick={add}>Add one of your own</Button> : null}
      </ScreenHead>
      {view === 'log' ? (
        <RehearsalView />
      ) : list.length === 0 ? (
        <Empty title="Nothing found" action={<Button onClick={add}>Add one of your own</Button>}>
          Kavrell looks for single points, wind, rain, sun, light, clips and rest in the plan: “Wind takes L6 down: silk
          stands to 2.6 m/s”. Plan a day, or write what you fear.
        </Empty>
      ) : (
        <>
          <Box mb={3} data-risk-count>
            {formatCount(list.length, 'risk')}, {open.length} not decided.
          </Box>
          <Box as="ul" display="grid" aria-label="Risks">
            {list.map((r) => (
              <RiskLine
                key={r.key}
                risk={r}
                day={rows.days.find((d) => d.id === r.dayId) ?? rows.days[0]}
                clock={clock}
                owner={rows.people.find((p) => p.id === r.ownerId)?.shortName ?? ''}
                chosen={r.key === openKey}
                onOpen={() => setOpenKey(r.key)}
              />
            ))}
          </Box>
        </>
      )}
      {view === 'list' ? (
        <Sheet>
          {chosen ? <RiskSheet key={chosen.key} risk={chosen} /> : <Part>Choose a risk to decide on it.</Part>}
          <Why
            lines={[
              'Found from the plan each time it changes: one operator, driver, recorder or circuit for what can’t be repeated; wind against what stands; rain on outside shots; windows and sun with under 30 min; clips that end inside a moment; rest under 11 h; danger on a light plan.',
              'Worst first: likelihood × harm. What you decide stays with it, also when it is found no more.',
              'Weather comes from a simulated service. A trigger that fires is told on Roll.',
            ]}
          />
          <Part title="Care">
            Local codes, the venue’s rules and licensed or competent people decide. Anyone may say stop.
          </Part>
        </Sheet>
      ) : null}
    </>
  );
}

function RiskLine({
  risk: r,
  day,
  clock,
  owner,
  chosen,
  onOpen,
}: {
  risk: ListedRisk;
  day: { date: string; timeZone: string; number: number } | undefined;
  clock: '24' | '12';
  owner: string;
  chosen: boolean;
  onOpen: () => void;
}) {
  const remedy = r.remedies.filter((x) => x.chosen).map((x) => x.words);
  return (
    <Box as="li" borderBottom="1px solid" borderColor="hairline" bg={chosen ? 'raised' : undefined} data-risk={r.key}>
      <Box
        as="button"
        textAlign="left"
        w="100%"
        py={2}
        px={2}
        cursor="pointer"
        aria-pressed={chosen}
        onClick={onOpen}
        opacity={r.state === 'gone' ? 0.75 : 1}
      >
        <Flex gap={2} wrap="wrap" align="center">
          <Box fontWeight="700" overflowWrap="anywhere">
            {r.title}
          </Box>
          <Tag>
            {LIKELIHOODS[r.likelihood]} · {HARMS[r.harm]}
          </Tag>
          {r.dayId && day ? <Tag>day {day.number}</Tag> : null}
          {r.trigger && day ? <Tag>{triggerWords(r.trigger, day, clock)}</Tag> : null}
        </Flex>
        <Box color="soft" fontSize="s" overflowWrap="anywhere">
          {r.why}
        </Box>
        <Box fontSize="s">
          {r.state === 'open' ? <Look>{WORDS.open}</Look> : WORDS[r.state]}
          {remedy.length ? `: ${remedy.join('; ')}` : ''}
          {owner ? ` · ${owner}` : ''}
        </Box>
      </Box>
    </Box>
  );
}

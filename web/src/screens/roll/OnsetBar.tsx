import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { entriesOf } from '@kavrell/core/log';
import { useProduction } from '../../app/production.tsx';
import { useCommand } from '../../platform/keys.ts';
import type { CommandId } from '../../platform/commands.ts';
import { HoldBar } from '../../shared/cover/HoldBar.tsx';
import type { InHand } from '../../shared/roll/inHand.ts';
import { Button } from '../../ui/Button.tsx';
import { CameraTaps } from './CameraTaps.tsx';
import { Continuity } from './Continuity.tsx';
import { Delays, Incidents } from './DayLog.tsx';
import { Interview } from './Interview.tsx';
import { LastLook } from './LastLook.tsx';
import { MoreAsked } from './MoreAsked.tsx';
import { LeavePlace } from './LeavePlace.tsx';
import { useOnset } from '../../shared/roll/onset.ts';

type Panel = 'holds' | 'look' | 'leave' | 'stills' | 'questions' | 'delay' | 'incident' | 'scope';
const PANELS: readonly { key: Panel; words: string; command: CommandId }[] = [
  { key: 'holds', words: 'Who has it', command: 'roll.holds' },
  { key: 'look', words: 'Last look', command: 'roll.look' },
  { key: 'leave', words: 'Leave this place', command: 'roll.leave' },
  { key: 'stills', words: 'Stills', command: 'roll.stills' },
  { key: 'questions', words: 'Questions', command: 'roll.questions' },
  { key: 'delay', words: 'Delay', command: 'roll.delay' },
  { key: 'incident', words: 'Incident', command: 'roll.incident' },
  { key: 'scope', words: 'More asked for', command: 'roll.scope' },
];

/** What is done on a day beside rolling, one panel at a time. `free`: keys are not wanted elsewhere. */
export function OnsetBar({ free, hand }: { free: boolean; hand: InHand }) {
  const { rows, day, facts } = useProduction();
  const [open, setOpen] = useState<Panel | null>(null);
  const onset = useOnset(open === 'look' || open === 'holds' ? 1000 : 60_000);
  const toggle = (panel: Panel) => () => setOpen((was) => (was === panel ? null : panel));
  useCommand('roll.holds', toggle('holds'), { enabled: free });
  useCommand('roll.look', toggle('look'), { enabled: free });
  useCommand('roll.leave', toggle('leave'), { enabled: free });
  useCommand('roll.stills', toggle('stills'), { enabled: free });
  useCommand('roll.questions', toggle('questions'), { enabled: free });
  useCommand('roll.delay', toggle('delay'), { enabled: free });
  useCommand('roll.incident', toggle('incident'), { enabled: free });
  useCommand('roll.scope', toggle('scope'), { enabled: free });
  if (!onset || !day || !facts) return null;
  const lasting = entriesOf(rows.logEntries, 'delay').some((d) => d.dayId === day.id && d.payload.lostMin === null);
  return (
    <>
      <CameraTaps
        cameras={rows.cameras.filter((c) => !c.simulated)}
        takes={facts.takes}
        log={rows.logEntries}
        labels={rows.cards.map((c) => c.label)}
        onset={onset}
      />
      <Box
        display="grid"
        gridTemplateColumns={{ base: 'repeat(2, 1fr)', md: 'repeat(auto-fit, minmax(104px, 1fr))' }}
        gap={2}
        mb={3}
      >
        {PANELS.map(({ key, words, command }) => (
          <Button
            key={key}
            command={command}
            minH="48px"
            aria-expanded={open === key}
            look={open === key ? 'on' : 'plain'}
            color={key === 'delay' && lasting && open !== key ? 'look' : undefined}
            onClick={toggle(key)}
          >
            {key === 'delay' && lasting ? 'Delay, still waiting' : words}
          </Button>
        ))}
      </Box>
      {open === 'holds' ? <HoldBar onset={onset} /> : null}
      {open === 'look' ? <LastLook onset={onset} hand={hand} /> : null}
      {open === 'leave' ? <LeavePlace onset={onset} /> : null}
      {open === 'stills' ? <Continuity onset={onset} hand={hand} /> : null}
      {open === 'questions' ? <Interview onset={onset} hand={hand} /> : null}
      {open === 'delay' ? <Delays onset={onset} /> : null}
      {open === 'incident' ? <Incidents onset={onset} /> : null}
      {open === 'scope' ? <MoreAsked onset={onset} hand={hand} /> : null}
    </>
  );
}

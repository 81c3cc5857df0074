import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { delayFrames, programCsv, programCuts } from '@kavrell/core/cover';
import type { Day } from '@kavrell/core/day';
import { takenOn } from '@kavrell/core/holds';
import { fpsOf } from '@kavrell/core/timecode';
import { formatCount, formatRunning } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { saveAs } from '../../platform/save.ts';
import { timecodeAt } from '../../shared/roll/console.ts';
import type { Onset } from '../../shared/roll/onset.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Look, Tag } from '../../ui/parts.tsx';

/** A stand-in for the switcher: what is on air, what is prepared, and the live cut that comes of it. Only where one is in the plan. */
export function SwitcherPart({ day, onset }: { day: Day; onset: Onset }) {
  const { production, rows } = useProduction();
  const [preview, setPreview] = useState<string | null>(null);
  const [transition, setTransition] = useState<'cut' | 'mix'>('cut');
  const thing = rows.sharedThings.find((t) => t.kind === 'switcher');
  if (!thing) return null;
  const cameras = rows.cameras.filter((c) => thing.cameraIds.includes(c.id));
  const inputs = [
    ...cameras.map((c) => ({ name: c.letter, cameraId: c.id as string | null })),
    ...thing.others.map((name) => ({ name, cameraId: null })),
  ];
  const cuts = programCuts(takenOn(rows.logEntries, day.id));
  const onAir = cuts.at(-1)?.input ?? null;
  const fps = fpsOf(production.rate);
  const late = cameras.flatMap((c) => {
    const link = rows.links.find((l) => l.kind === 'picture' && l.cameraId === c.id && !l.wired);
    const frames = link ? delayFrames(link.delayMs, fps) : 0;
    return frames > 0 ? [{ letter: c.letter, frames }] : [];
  });
  const put = (name: string, cameraId: string | null) => {
    onset.log(`On air: ${name}`, { kind: 'onAir', cameraId, input: name, transition, simulated: true });
    setPreview(null);
  };
  const ready = inputs.find((i) => i.name === preview);
  return (
    <Box as="section" aria-label="Switcher" mb={4} data-switcher>
      <Flex gap={2} align="center" mb={1} wrap="wrap">
        <Box as="h2" fontSize="m" fontWeight="700">
          {thing.name}
        </Box>
        <Tag>simulated</Tag>
        <Choice
          style={{ width: 'auto', maxWidth: '100%' }}
          aria-label="Transition"
          value={transition}
          onChange={(e) => setTransition(e.target.value === 'mix' ? 'mix' : 'cut')}
        >
          <option value="cut">cut</option>
          <option value="mix">mix</option>
        </Choice>
        <Button size="small" disabled={!ready} onClick={() => ready && put(ready.name, ready.cameraId)}>
          {ready ? `Take ${ready.name}` : 'Take what is prepared'}
        </Button>
        <Button
          size="small"
          disabled={cuts.length === 0}
          onClick={() =>
            saveAs(
              `${production.title} live cut.csv`,
              'text/csv',
              programCsv(cuts, (ms) => timecodeAt(production, day, ms)),
            )
          }
        >
          Live cut as CSV
        </Button>
      </Flex>
      <Flex gap={2} wrap="wrap" role="group" aria-label="Inputs: a press prepares, a second one takes">
        {inputs.map((i, n) => {
          const isOn = onAir === i.name;
          const isReady = preview === i.name;
          return (
            <Button
              key={i.name}
              minH="52px"
              look={isOn ? 'on' : 'plain'}
              aria-pressed={isOn}
              borderColor={isReady ? 'text' : undefined}
              onClick={() => (isReady ? put(i.name, i.cameraId) : isOn ? undefined : setPreview(i.name))}
            >
              {i.name}
              <Box as="span" display="block" fontSize="s" fontWeight="400">
                {isOn ? 'on air' : isReady ? 'prepared: press to take' : `input ${n + 1}`}
              </Box>
            </Button>
          );
        })}
      </Flex>
      <Box fontSize="s" mt={1}>
        {cuts.length === 0
          ? 'Nothing was on air yet.'
          : `${formatCount(cuts.length, 'stretch', 'stretches')} in the live cut; ${onAir || 'black'} since ${formatRunning(onset.nowMs - (cuts.at(-1)?.atMs ?? onset.nowMs))}.`}
        {late.length > 0 ? (
          <Box>
            <Look>
              {late.map((l) => `${l.letter} comes ${formatCount(l.frames, 'frame')} late`).join(', ')} by radio
            </Look>
            : cut to it so much later, or delay the others as much.
          </Box>
        ) : null}
      </Box>
    </Box>
  );
}

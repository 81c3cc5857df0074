import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { exportLineUp, liveCutZip, pathOf, takeSoundZip } from '@kavrell/contract';
import { takenOn } from '@kavrell/core/holds';
import type { DayLine } from '@kavrell/core/dayline';
import type { Day } from '@kavrell/core/day';
import { formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { LinkButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Empty, Look, Part } from '../../ui/parts.tsx';
import { takeBands } from './mapDrawing.ts';

/** The line as files for whoever edits: the day, a take, a scene; the live cut; the recorders’ sound cut to a take. All of open kinds. */
export function ExportsView({ day, line }: { day: Day; line: DayLine }) {
  const { production, rows } = useProduction();
  const bands = useMemo(() => takeBands(line.placed, rows), [line, rows]);
  const sceneIds = new Set(bands.map((b) => rows.shots.find((s) => s.id === b.take.shotId)?.sceneId ?? b.take.sceneId));
  const scenes = rows.scenes.filter((s) => sceneIds.has(s.id));
  const [what, setWhat] = useState(`day ${day.id}`);
  const [of, id] = what.split(' ') as ['day' | 'take' | 'scene', string];
  if (line.placed.length === 0)
    return <Empty title="Nothing to export yet">As soon as a clip is on the line it can go to whoever edits.</Empty>;
  const link = (kind: 'otio' | 'edl' | 'csv' | 'json' | 'all', as: string = of, ofId: string = id) =>
    pathOf(exportLineUp, { productionId: production.id, dayId: day.id, kind, of: as, id: ofId });
  const rough = line.placed.filter((c) => c.rough).length;
  const hasCut = takenOn(rows.logEntries, day.id).length > 0;
  const take = of === 'take' ? bands.find((b) => b.take.id === id) : undefined;
  return (
    <Box maxW="720px">
      <Part>
        <Flex gap={2} wrap="wrap" align="center">
          <LinkButton href={link('all', 'day', day.id)} download look="primary">
            All lists of the day, ZIP
          </LinkButton>
          <Box color="soft">
            {formatCount(line.placed.length, 'clip', 'clips')}; {line.unplaced.length} not on the line, named in all but
            the edit lists
          </Box>
        </Flex>
        {rough > 0 ? (
          <Box mt={2}>
            <Look>{formatCount(rough, 'clip stands', 'clips stand')} only about there: each says so in its file.</Look>
          </Box>
        ) : null}
      </Part>
      <Part title="One part of it">
        <Choice
          aria-label="What to export"
          value={what}
          onChange={(e) => setWhat(e.target.value)}
          style={{ maxWidth: '320px' }}
        >
          <option value={`day ${day.id}`}>The whole day</option>
          {scenes.map((s) => (
            <option key={s.id} value={`scene ${s.id}`}>
              Scene {s.number} {s.title}
            </option>
          ))}
          {bands.map((b) => (
            <option key={b.take.id} value={`take ${b.take.id}`}>
              Take {b.code}
            </option>
          ))}
        </Choice>
        <Flex gap={2} wrap="wrap" mt={3}>
          <LinkButton href={link('otio')} download>
            OpenTimelineIO
          </LinkButton>
          <LinkButton href={link('edl')} download>
            Edit lists, CMX3600
          </LinkButton>
          <LinkButton href={link('csv')} download>
            Offsets, CSV
          </LinkButton>
          <LinkButton href={link('json')} download>
            Offsets, JSON
          </LinkButton>
        </Flex>
        <Box mt={2} color="soft">
          Media are named as they lie on the drives: card, then the path on it. Choose that folder when the editor’s
          program asks. Drift is told with each clip, and not taken out.
        </Box>
      </Part>
      {take ? (
        <Part title={`Sound of ${take.code}, cut to the take`}>
          <Flex gap={2} wrap="wrap">
            {(
              [
                ['as-recorded', 'WAV a channel, as recorded'],
                ['resampled', 'WAV a channel, at the line’s pace'],
              ] as const
            ).map(([how, words]) => (
              <LinkButton
                key={how}
                href={pathOf(takeSoundZip, { productionId: production.id, takeId: id, how })}
                download
              >
                {words}
              </LinkButton>
            ))}
          </Flex>
        </Part>
      ) : null}
      {hasCut ? (
        <Part title="Live cut">
          <LinkButton href={pathOf(liveCutZip, { productionId: production.id, dayId: day.id })} download>
            Live cut out of the recordings, ZIP
          </LinkButton>
          <Box mt={2} color="soft">
            The way of a wireless picture to the switcher is taken off; what no recording holds is listed beside it.
          </Box>
        </Part>
      ) : null}
    </Box>
  );
}

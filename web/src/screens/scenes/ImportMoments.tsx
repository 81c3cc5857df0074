import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { SCENE_DEFAULTS, readMoments } from '@kavrell/core/scenes';
import { formatCount, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change, type Op } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import type { ImportProps } from './ImportPanel.tsx';

/** A list of moments or cues, a line each, as scenes of the day that is open. */
export function ImportMoments({ text, onTaken, as }: ImportProps & { as: 'moment' | 'cue' }) {
  const { production, rows, day } = useProduction();
  const { moments, problems } = useMemo(() => readMoments(text), [text]);
  const take = () => {
    const numbers = new Set(rows.scenes.map((s) => s.number));
    let number = rows.scenes.reduce((most, s) => Math.max(most, Number.parseInt(s.number, 10)), 0);
    const position = rows.scenes.reduce((most, s) => Math.max(most, s.position), 0);
    const ops = moments.map((m, i): Op & { id: string } => {
      do number += 1;
      while (numbers.has(String(number)));
      return {
        op: 'insert',
        table: 'scenes',
        id: newId(),
        values: {
          ...SCENE_DEFAULTS,
          kind: as,
          number: String(number),
          title: m.title,
          placeId: day?.basePlaceId ?? rows.places[0]?.id ?? null,
          eighths: 0,
          dayId: day?.id ?? null,
          plannedMin: m.plannedMin,
          lengthMin: m.lengthMin,
          position: position + i + 1,
        },
      };
    });
    void change(production.id, `Brought in ${formatCount(ops.length, as)}`, ops);
    onTaken(ops[0]?.id ?? null);
  };
  return (
    <Box>
      {problems.map((p) => (
        <Box key={p.line} color="look" role="alert">
          Line {p.line}: {p.message}
        </Box>
      ))}
      <Box as="ul" my={2} maxH="240px" overflowY="auto">
        {moments.map((m) => (
          <li key={m.line}>
            <strong>
              {m.plannedMin === null
                ? '–'
                : day
                  ? formatMinuteOfDay(m.plannedMin, day)
                  : `${Math.floor(m.plannedMin / 60)}:00`}
            </strong>{' '}
            {m.title}
            {m.lengthMin === null ? '' : `, ${formatMinutes(m.lengthMin)}`}
          </li>
        ))}
      </Box>
      <Button look="primary" disabled={moments.length === 0 || problems.length > 0} onClick={take}>
        Take {formatCount(moments.length, as)}
      </Button>
    </Box>
  );
}

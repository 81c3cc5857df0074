import { Box, Flex } from '@chakra-ui/react';
import type { Place } from '@kavrell/core/places';
import { useState } from 'react';
import { usePlanned } from '../../app/production.tsx';
import { tell } from '../../platform/notices.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Look } from '../../ui/parts.tsx';

/** When the wished sun is there, and a shot that is taken only then. */
export function SunSpans({
  spans,
  span,
  place,
}: {
  spans: [number, number][];
  span: ([from, to]: readonly [number, number]) => string;
  place: Place;
}) {
  const { rows, production } = usePlanned();
  const [shotId, setShotId] = useState('');
  const shots = rows.shots.filter(
    (s) => rows.scenes.find((c) => c.id === s.sceneId)?.placeId === place.id && !s.dropped,
  );
  const give = () => {
    const shot = shots.find((s) => s.id === shotId);
    if (!shot) return;
    void change(production.id, `${shot.code}: sun window`, [
      { op: 'update', table: 'shots', row: shot, values: { windows: spans.slice(0, 6) } },
    ]);
    tell(`${shot.code} is only taken ${spans.map(span).join(' or ')} now; the Day is timed with it.`);
  };
  return (
    <Box mb={4} data-sun-windows>
      {spans.length === 0 ? <Look>Not on this day at this place.</Look> : <strong>{spans.map(span).join(', ')}</strong>}
      {spans.length > 0 && shots.length > 0 ? (
        <Flex gap={2} mt={2} wrap="wrap">
          <Choice
            style={{ maxWidth: 260 }}
            aria-label="Shot"
            value={shotId}
            onChange={(e) => setShotId(e.target.value)}
          >
            <option value="">for which shot …</option>
            {shots.map((s) => (
              <option key={s.id} value={s.id}>
                {s.code} {s.description}
              </option>
            ))}
          </Choice>
          <Button disabled={!shotId} onClick={give}>
            Take it only then
          </Button>
        </Flex>
      ) : null}
    </Box>
  );
}

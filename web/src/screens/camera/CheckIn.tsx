import { Box } from '@chakra-ui/react';
import { CHECKS, CHECK_WORDS, checkIn, type SoundRoute } from '@kavrell/core/sound';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';

/** Every line of the patch to be heard before people sit down: a press goes through what was found. */
export function CheckIn() {
  const { me, production, rows } = usePlanned();
  if (rows.soundRoutes.length === 0) return null;
  const checked = checkIn({ routes: rows.soundRoutes, sources: rows.soundSources, boxes: rows.soundBoxes });
  const name = (id: string | null) => rows.soundSources.find((s) => s.id === id)?.name ?? '–';
  const boxName = (id: string) => rows.soundBoxes.find((b) => b.id === id)?.name ?? '–';
  const tick = (route: SoundRoute) => {
    const next = CHECKS[(CHECKS.indexOf(route.check) + 1) % CHECKS.length] ?? '';
    void change(production.id, `${name(route.sourceId)}: ${CHECK_WORDS[next]}`, [
      {
        op: 'update',
        table: 'soundRoutes',
        row: route,
        values: {
          check: next,
          checkedBy: next === '' ? '' : me.name,
          checkedAtMs: next === '' ? null : Math.round(productionNow(production)),
        },
      },
    ]);
  };
  return (
    <Box mb={5}>
      <Box as="h2" fontSize="m" mb={2}>
        Before people sit: {checked.done} of {checked.all} ok
      </Box>
      <Box as="ul" display="grid" gridTemplateColumns="repeat(auto-fill, minmax(260px, 1fr))" gap={2} data-check-in>
        {rows.soundRoutes.map((r) => (
          <li key={r.id}>
            <Button
              w="100%"
              minH="48px"
              justifyContent="space-between"
              whiteSpace="normal"
              textAlign="left"
              minW={0}
              look={r.check === 'ok' ? 'on' : 'plain'}
              onClick={() => tick(r)}
            >
              <span>
                {name(r.sourceId)} → {boxName(r.boxId)} {r.channel}
              </span>
              <span>{CHECK_WORDS[r.check]}</span>
            </Button>
          </li>
        ))}
      </Box>
    </Box>
  );
}

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { Scene, Shot } from '@kavrell/core/scenes';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';

const TIGHT = new Set(['mcu', 'cu', 'ecu', 'insert']);
const WIDE = new Set(['ews', 'ws', 'fs', 'mws']);
/** How a shot counts in the split between operators. */
const reach = (s: Shot) => (s.size && TIGHT.has(s.size) ? 'tight' : s.size && WIDE.has(s.size) ? 'wide' : '');

/** Who covers what: choose a name, then press the shots that are theirs. */
export function Claims({ scenes }: { scenes: readonly Scene[] }) {
  const { production, rows } = usePlanned();
  const [holder, setHolder] = useState<string | null>(null);
  const crew = rows.people.filter((p) => p.kind !== 'talent');
  const name = (id: string | null) => rows.people.find((p) => p.id === id)?.shortName ?? '';
  const claim = (s: Shot) => {
    const operatorId = s.operatorId === holder ? null : holder;
    void change(production.id, operatorId ? `${s.code} to ${name(operatorId)}` : `${s.code} is nobody’s`, [
      { op: 'update', table: 'shots', row: s, values: { operatorId } },
    ]);
  };
  const listed = scenes
    .map((scene) => ({ scene, shots: rows.shots.filter((s) => s.sceneId === scene.id && !s.dropped) }))
    .filter((x) => x.shots.length);
  if (listed.length === 0) return null;
  return (
    <section aria-label="Who covers what">
      <Box as="h2" fontSize="l" mb={2}>
        Who covers what
      </Box>
      <Flex gap={2} wrap="wrap" mb={3} align="center">
        <Box color="soft">Choose a name, then press what is theirs:</Box>
        {crew.map((p) => (
          <Button
            key={p.id}
            size="small"
            aria-pressed={p.id === holder}
            look={p.id === holder ? 'on' : 'plain'}
            onClick={() => setHolder(p.id === holder ? null : p.id)}
          >
            {p.shortName}
          </Button>
        ))}
      </Flex>
      {listed.map(({ scene, shots }) => {
        const split = ['tight', 'wide'].map((r) => {
          const who = [
            ...new Set(
              shots
                .filter((s) => reach(s) === r)
                .map((s) => name(s.operatorId) || s.cameras.map((c) => `camera ${c}`).join(', ')),
            ),
          ];
          return `${r}: ${who.filter(Boolean).join(', ') || 'nobody'}`;
        });
        return (
          <Box key={scene.id} borderTop="1px solid" borderColor="hairline" py={2}>
            <Flex gap={3} wrap="wrap" align="baseline">
              <strong>
                {scene.number} {scene.title}
              </strong>
              <Box color="soft" fontSize="s">
                {split.join(' · ')}
              </Box>
            </Flex>
            <Flex gap={2} wrap="wrap" mt={1}>
              {shots.map((s) => (
                <Button
                  key={s.id}
                  size="small"
                  disabled={holder === null && s.operatorId === null}
                  look={holder !== null && s.operatorId === holder ? 'on' : 'plain'}
                  aria-pressed={holder !== null && s.operatorId === holder}
                  title={`${s.description}${s.operatorId ? `: ${name(s.operatorId)}` : ': nobody’s yet'}`}
                  onClick={() => claim(s)}
                >
                  {s.code} {reach(s)} {s.operatorId ? `· ${name(s.operatorId)}` : ''}
                </Button>
              ))}
            </Flex>
          </Box>
        );
      })}
    </section>
  );
}

import { Box, Flex } from '@chakra-ui/react';
import {
  CAUSE_WORDS,
  lampOf,
  measuredWords,
  nameOf,
  type FaceReading,
  type LightPlan,
  type SourceItem,
  type Surroundings,
} from '@kavrell/core/light';
import { formatLux } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';
import { Part } from '../../ui/parts.tsx';
import type { PlanEditing } from './usePlan.ts';

interface Props {
  reading: FaceReading;
  plan: LightPlan;
  editing: PlanEditing;
  names: ReadonlyMap<string, string>;
  s: Surroundings;
}

/** What each source adds to the two sides of a face, switched on and off where it stands, and what flags keep away. */
export function PartsPart({ reading, plan, editing, names, s }: Props) {
  const source = (id: string) => plan.items.find((i): i is SourceItem => i.id === id && i.kind === 'source');
  const measured = (item: SourceItem) => lampOf(item, s.catalogue)?.measuredStops ?? null;
  const off = plan.items.filter((i) => i.kind === 'source' && !i.on);
  return (
    <Part title="Each source: key side, shadow side">
      {[...reading.parts]
        .sort((a, b) => b.keyLux + b.shadowLux - a.keyLux - a.shadowLux)
        .map((p) => {
          const item = source(p.id);
          const stops = item ? measured(item) : null;
          return (
            <Flex key={p.id} align="center" gap={2} minH="30px">
              {item ? (
                <Button
                  size="small"
                  look="on"
                  aria-pressed
                  aria-label={`${names.get(p.id)} on`}
                  onClick={() => editing.item(`${names.get(p.id)} off`, p.id, { on: false })}
                >
                  on
                </Button>
              ) : (
                <Box w="34px" />
              )}
              <Box flex="1" minW={0} overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
                {names.get(p.id) ?? CAUSE_WORDS[p.id] ?? p.id}
                {stops === null ? null : (
                  <Box color="soft" fontSize="s" whiteSpace="normal">
                    {measuredWords(stops)}
                  </Box>
                )}
              </Box>
              <Box whiteSpace="nowrap" fontWeight="600">
                {formatLux(p.keyLux)}
              </Box>
              <Box whiteSpace="nowrap" color="soft" minW="58px" textAlign="right">
                {formatLux(p.shadowLux)}
              </Box>
            </Flex>
          );
        })}
      {off.map((i) => (
        <Flex key={i.id} align="center" gap={2} minH="30px" color="soft">
          <Button
            size="small"
            aria-pressed={false}
            aria-label={`${nameOf(i)} off`}
            onClick={() => editing.item(`${nameOf(i)} on`, i.id, { on: true })}
          >
            off
          </Button>
          <Box>{nameOf(i)}</Box>
        </Flex>
      ))}
      {reading.kept.map((k) => (
        <Flex key={k.id} justify="space-between" gap={2}>
          <Box>{names.get(k.id)} keeps from the shadow side</Box>
          <Box whiteSpace="nowrap">−{formatLux(k.lux)}</Box>
        </Flex>
      ))}
    </Part>
  );
}

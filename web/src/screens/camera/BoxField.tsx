import { Box, Flex } from '@chakra-ui/react';
import type { SoundBox } from '@kavrell/core/sound';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Look } from '../../ui/parts.tsx';
import { putOn } from './patching.ts';
import { Choice } from '../../ui/Choice.tsx';

/** One box: each channel it really records, and who is on it. */
export function BoxField({ box }: { box: SoundBox }) {
  const { production, rows } = usePlanned();
  return (
    <Box border="1px solid" borderColor="hairline" borderRadius="r" p={3} minW="220px" maxW="280px" data-box={box.name}>
      <Box fontWeight="700" mb={2}>
        {box.name}
      </Box>
      {Array.from({ length: box.tracks }, (_, i) => {
        const channel = i + 1;
        const here = rows.soundRoutes.filter((r) => r.boxId === box.id && r.channel === channel);
        const names = here.map((r) => rows.soundSources.find((s) => s.id === r.sourceId)?.name ?? '?');
        return (
          <Flex key={channel} gap={2} align="center" mb={1}>
            <Box w="22px" textAlign="right" className="mono">
              {channel}
            </Box>
            <Choice
              aria-label={`${box.name} channel ${channel}`}
              value={here[0]?.sourceId ?? ''}
              onChange={(e) => {
                const ops = putOn(rows, box, channel, e.target.value);
                if (ops.length > 0) void change(production.id, `${box.name} channel ${channel}`, ops);
              }}
            >
              <option value="">–</option>
              {rows.soundSources.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </Choice>
            {names.length > 1 ? <Look>+{names.length - 1}</Look> : null}
          </Flex>
        );
      })}
    </Box>
  );
}

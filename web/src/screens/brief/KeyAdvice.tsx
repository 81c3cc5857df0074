import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { hueName, keyScreen, type KeyCandidate } from '@kavrell/core/look';
import { usePlanned } from '../../app/production.tsx';
import { Look } from '../../ui/parts.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Tick } from '../../ui/Tick.tsx';

/** Which colour a key screen should have, against costume, brand and skin; the runner-up and what spills. */
export function KeyAdvice() {
  const { rows } = usePlanned();
  const [person, setPerson] = useState(true);
  const [sceneId, setSceneId] = useState('');
  const used = useMemo(
    () =>
      rows.palettes.filter(
        (p) => p.role === 'brand' || (p.role !== 'set' && (sceneId === '' || p.sceneIds.includes(sceneId))),
      ),
    [rows.palettes, sceneId],
  );
  const advice = useMemo(
    () => keyScreen({ colours: used.flatMap((p) => p.swatches.map((s) => s.hex)), person }),
    [used, person],
  );
  const candidate = (words: string, c: KeyCandidate) => (
    <Flex gap={3} align="flex-start" flex="1 1 260px">
      <Box w="64px" h="64px" flex="none" style={{ background: c.hex }} border="1px solid" borderColor="edge" />
      <Box minW={0}>
        <Box color="soft" fontSize="s">
          {words}
        </Box>
        <Box fontWeight="700">
          {hueName(c.hueDeg)} <span className="mono">{c.hex}</span>
        </Box>
        <Box>
          {Math.round(c.clearDeg)}° of hue from {c.nearest}
        </Box>
        <Box color="soft" fontSize="s">
          {c.spill}
        </Box>
      </Box>
    </Flex>
  );
  return (
    <section aria-label="Key screen">
      <Flex gap={4} align="center" wrap="wrap" mb={3}>
        <Box as="h2" fontSize="l">
          Key screen
        </Box>
        <Tick checked={person} onChange={setPerson} minH="36px">
          a person stands before it
        </Tick>
        <Choice
          aria-label="Scene of the key screen"
          value={sceneId}
          onChange={(e) => setSceneId(e.target.value)}
          style={{ width: 'auto' }}
        >
          <option value="">against every palette but sets</option>
          {rows.scenes.map((s) => (
            <option key={s.id} value={s.id}>
              scene {s.number}: {s.title.slice(0, 40)}
            </option>
          ))}
        </Choice>
      </Flex>
      <Box mb={3} aria-live="polite">
        {advice.risky ? <Look>{advice.words}</Look> : advice.words}
      </Box>
      <Flex gap={5} wrap="wrap">
        {candidate('Best', advice.best)}
        {candidate('Runner-up', advice.runnerUp)}
      </Flex>
      <Box color="soft" fontSize="s" mt={3}>
        Held against {used.length ? used.map((p) => p.name).join(', ') : 'nothing yet'}
        {person ? ' and the hues of skin, 20° to 85°' : ''}. Greys have no hue and don’t count.
      </Box>
    </section>
  );
}

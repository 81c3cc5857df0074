import { Box, Flex } from '@chakra-ui/react';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { ExposureFigures } from './ExposureFigures.tsx';
import { ExposureInputs } from './ExposureInputs.tsx';
import { ExposureNotes } from './ExposureNotes.tsx';
import { ExposureSheet } from './ExposureSheet.tsx';
import { useExposure } from './useExposure.ts';
import { Choice } from '../../ui/Choice.tsx';

/** One shot’s exposure, in the order it is chosen: rate, shutter, stop, EI, ND; whichever is left open is solved, and its price told. */
export function ExposureView() {
  const { production } = usePlanned();
  const exposure = useExposure();
  const { fittings, shown, shot, choose, jobFps } = exposure;
  const { fps } = exposure.setting;
  return (
    <>
      <Flex gap={3} wrap="wrap" align="end" mb={4}>
        <label>
          Shot
          <Choice
            style={{ display: 'block', maxWidth: 420 }}
            value={shown ? `${shown.shot.id}:${shown.camera.letter}` : ''}
            onChange={(x) => choose(x.target.value)}
          >
            {fittings.length === 0 ? <option value="">no shot with light and lens yet</option> : null}
            {fittings.map((f) => (
              <option key={`${f.shot.id}:${f.camera.letter}`} value={`${f.shot.id}:${f.camera.letter}`}>
                {f.shot.code} on {f.camera.letter}: {f.shot.description.slice(0, 48)}
              </option>
            ))}
          </Choice>
        </label>
        {shot && fps !== (shot.fps ?? jobFps) ? (
          <Button
            look="primary"
            onClick={() =>
              void change(production.id, `${shot.code}: ${fps} frames a second`, [
                { op: 'update', table: 'shots', row: shot, values: { fps: fps === jobFps ? null : fps } },
              ])
            }
          >
            {shot.code} at {fps} frames a second
          </Button>
        ) : null}
      </Flex>
      <Box display="grid" gridTemplateColumns={{ base: '1fr', md: '240px 1fr' }} gap={6}>
        <ExposureInputs exposure={exposure} />
        <Box minW={0}>
          <ExposureFigures exposure={exposure} />
          <ExposureNotes exposure={exposure} />
        </Box>
      </Box>
      <ExposureSheet exposure={exposure} />
    </>
  );
}

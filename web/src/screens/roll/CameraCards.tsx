import { Box } from '@chakra-ui/react';
import type { Take } from '@kavrell/core/roll';
import { useProduction } from '../../app/production.tsx';
import { CameraCard } from './CameraCard.tsx';
import { NoCamera } from './NoCamera.tsx';

/** All cameras of the job, in or out of the take. */
export function CameraCards({
  inTake,
  rolling,
  now,
  onAir,
  toggle,
}: {
  inTake: string[];
  rolling: Take | undefined;
  now: number;
  onAir: string | null;
  toggle: (letter: string) => void;
}) {
  const { rows, devices } = useProduction();

  return (
    <Box
      order={{ base: 2, md: 1 }}
      display="grid"
      gridTemplateColumns={`repeat(auto-fit, minmax(${rows.cameras.length > 3 ? 150 : 180}px, 1fr))`}
      gap={3}
      mb={3}
    >
      {rows.cameras.length === 0 ? <NoCamera /> : null}
      {rows.cameras.map((c) => (
        <CameraCard
          key={c.id}
          camera={c}
          state={devices.find((d) => d.cameraId === c.id)}
          taken={inTake.includes(c.letter)}
          rolling={rolling !== undefined && inTake.includes(c.letter) && !rolling.wild}
          now={now}
          onAir={onAir === c.letter}
          toggle={() => toggle(c.letter)}
        />
      ))}
    </Box>
  );
}

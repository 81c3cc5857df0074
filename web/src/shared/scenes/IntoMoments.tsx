import { Box } from '@chakra-ui/react';
import { intoMoments } from '@kavrell/core/scenes';
import { usePlanned } from '../../app/production.tsx';

/** Before shots are made: those that would go into a moment that has the number they were given. */
export function IntoMoments({ shots }: { shots: readonly { sceneId?: unknown }[] }) {
  const { rows } = usePlanned();
  const told = intoMoments(shots, rows.scenes);
  if (told.length === 0) return null;
  return (
    <Box as="ul" color="look" mb={3} role="status" data-into-moments>
      {told.map((words) => (
        <li key={words}>{words}</li>
      ))}
    </Box>
  );
}

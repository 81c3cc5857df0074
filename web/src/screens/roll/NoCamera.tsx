import { Box } from '@chakra-ui/react';
import { Link } from 'react-router';
import { screenLink } from '../../app/links.ts';
import { usePlanned } from '../../app/production.tsx';
import { Look } from '../../ui/parts.tsx';

/** Said while a job has no camera: what is rolled then is only logged; sound still finds its take by timecode. */
export function NoCamera() {
  const { production, day, me } = usePlanned();
  return (
    <Box data-no-camera>
      <Look>No camera in this job yet:</Look> takes are logged, and no camera’s clips will be found to them.{' '}
      {me.role === 'owner' ? (
        <Link to={screenLink(production.id, day?.number ?? null, 'camera')} style={{ textDecoration: 'underline' }}>
          Add one
        </Link>
      ) : (
        'The owner adds one under Camera.'
      )}
    </Box>
  );
}

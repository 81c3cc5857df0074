import { Box } from '@chakra-ui/react';
import type { Person } from '@kavrell/core/people';
import { useFileUrl } from '../../platform/files.ts';
import { change } from '../../platform/rows.ts';
import { storeLater } from '../../platform/storeLater.ts';
import { Button } from '../../ui/Button.tsx';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Problem } from '../../ui/Problem.tsx';
import { useReading } from '../../ui/useReading.ts';
import { heavy } from '../../workers/heavy.ts';

/** Enough to know somebody by; more would only be stored. */
const LONGEST_PX = 480;

/** What somebody looks like: taken or dropped here, kept on this device until it is sent, taken away by a press (Ctrl Z brings it back). */
export function FacePhoto({ person }: { person: Person }) {
  const url = useFileUrl(person.productionId, person.photoHash);
  const save = (label: string, photoHash: string | null) =>
    void change(person.productionId, label, [{ op: 'update', table: 'people', row: person, values: { photoHash } }]);
  const { busy, problem, take } = useReading(async (file) => {
    const { jpeg } = await heavy().picture(file, 2, LONGEST_PX);
    save(
      `Photograph of ${person.shortName}`,
      await storeLater(person.productionId, jpeg, `${person.shortName}: a photograph`),
    );
  });
  return (
    <Box mt={3}>
      {url ? (
        <Box display="flex" gap={3} alignItems="end">
          <img
            src={url}
            alt={`Photograph of ${person.name}`}
            style={{ width: 96, height: 96, objectFit: 'cover', borderRadius: '50%' }}
          />
          <Button size="small" onClick={() => save(`No photograph of ${person.shortName}`, null)}>
            Take it away
          </Button>
        </Box>
      ) : (
        <DropPlace what="A photograph of them, if they agree" accept="image/*" camera busy={busy} take={take} />
      )}
      {problem ? <Problem>{problem}</Problem> : null}
    </Box>
  );
}

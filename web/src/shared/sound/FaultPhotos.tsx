import { Box } from '@chakra-ui/react';
import type { Fault } from '@kavrell/core/sound';
import { useFileUrl } from '../../platform/files.ts';
import { storeLater } from '../../platform/storeLater.ts';
import { Button } from '../../ui/Button.tsx';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Problem } from '../../ui/Problem.tsx';
import { useReading } from '../../ui/useReading.ts';
import { heavy } from '../../workers/heavy.ts';

/** Sharp enough for a crack in a housing. */
const LONGEST_PX = 1600;
const MOST = 12;

/** What a fault looks like: photographs, kept on this device until they are sent. */
export function FaultPhotos({ fault, save }: { fault: Fault; save: (values: Partial<Fault>) => void }) {
  const { busy, problem, take } = useReading(async (file) => {
    const { jpeg } = await heavy().picture(file, 2, LONGEST_PX);
    const hash = await storeLater(fault.productionId, jpeg, `${fault.device}: a photograph`);
    if (!fault.photoHashes.includes(hash)) save({ photoHashes: [...fault.photoHashes, hash] });
  });
  return (
    <Box mb={3}>
      <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(116px, 1fr))" gap={2} mb={2}>
        {fault.photoHashes.map((hash, i) => (
          <FaultPhoto
            key={hash}
            productionId={fault.productionId}
            hash={hash}
            name={`${fault.device}, photograph ${i + 1}`}
            drop={() => save({ photoHashes: fault.photoHashes.filter((h) => h !== hash) })}
          />
        ))}
      </Box>
      {fault.photoHashes.length < MOST ? (
        <DropPlace what="A photograph of it" accept="image/*" camera busy={busy} take={take} />
      ) : null}
      {problem ? <Problem>{problem}</Problem> : null}
    </Box>
  );
}

function FaultPhoto(p: { productionId: string; hash: string; name: string; drop: () => void }) {
  const url = useFileUrl(p.productionId, p.hash);
  return (
    <Box>
      {url ? (
        <img src={url} alt={p.name} style={{ width: '100%', height: 82, objectFit: 'cover', borderRadius: 2 }} />
      ) : null}
      <Button size="small" look="quiet" onClick={p.drop} aria-label={`Take away ${p.name}`}>
        Take away
      </Button>
    </Box>
  );
}

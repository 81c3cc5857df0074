import { Box } from '@chakra-ui/react';
import type { Piece } from '@kavrell/core/kit';
import { useFileUrl } from '../../platform/files.ts';
import { change } from '../../platform/rows.ts';
import { storeLater } from '../../platform/storeLater.ts';
import { Button } from '../../ui/Button.tsx';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Problem } from '../../ui/Problem.tsx';
import { useReading } from '../../ui/useReading.ts';
import { heavy } from '../../workers/heavy.ts';

const LONGEST_PX = 1200;

/** What a piece looks like, for insurance and for whoever packs. */
export function PiecePhoto({ piece }: { piece: Piece }) {
  const url = useFileUrl(piece.productionId, piece.photoHash);
  const save = (label: string, photoHash: string | null) =>
    void change(piece.productionId, label, [{ op: 'update', table: 'pieces', row: piece, values: { photoHash } }]);
  const { busy, problem, take } = useReading(async (file) => {
    const { jpeg } = await heavy().picture(file, 2, LONGEST_PX);
    save(`Photograph of ${piece.name}`, await storeLater(piece.productionId, jpeg, `${piece.name}: a photograph`));
  });
  return (
    <Box mb={3}>
      {url ? (
        <>
          <img src={url} alt={`Photograph of ${piece.name}`} style={{ width: '100%', borderRadius: 2 }} />
          <Button size="small" mt={1} onClick={() => save(`No photograph of ${piece.name}`, null)}>
            Take it away
          </Button>
        </>
      ) : (
        <DropPlace what="A photograph of it" accept="image/*" camera busy={busy} take={take} />
      )}
      {problem ? <Problem>{problem}</Problem> : null}
    </Box>
  );
}

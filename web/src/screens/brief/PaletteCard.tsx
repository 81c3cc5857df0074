import { Box } from '@chakra-ui/react';
import type { Palette } from '@kavrell/core/look';
import { usePlanned } from '../../app/production.tsx';
import { fileUrl } from '../../platform/files.ts';
import { Swatches } from '../../shared/look/Swatches.tsx';

export const ROLE_WORDS: Record<Palette['role'], string> = {
  look: 'the look',
  costume: 'costume',
  set: 'set',
  brand: 'brand',
};

/** A palette with the picture it came from, its reason, and where it is bound. */
export function PaletteCard({ palette, on, onOpen }: { palette: Palette; on: boolean; onOpen: () => void }) {
  const { production, rows } = usePlanned();
  const picture = rows.pictures.find((p) => p.id === palette.pictureId);
  const numbers = rows.scenes.filter((s) => palette.sceneIds.includes(s.id)).map((s) => s.number);
  const bound = [
    numbers.length ? `scenes ${numbers.join(', ')}` : '',
    palette.storyState ? `state ${palette.storyState}` : '',
  ]
    .filter(Boolean)
    .join(' · ');
  return (
    <Box
      as="button"
      onClick={onOpen}
      aria-pressed={on}
      border="1px solid"
      borderColor={on ? 'text' : 'hairline'}
      borderRadius="r"
      overflow="hidden"
      minW={0}
      display="flex"
      flexDirection="column"
      alignItems="stretch"
    >
      {picture?.fileHash ? (
        <img
          src={fileUrl(production.id, picture.fileHash)}
          alt=""
          loading="lazy"
          style={{ width: '100%', height: 92, objectFit: 'cover', display: 'block' }}
        />
      ) : null}
      <Swatches swatches={palette.swatches} height={36} />
      <Box p={2}>
        <Box fontWeight="700" overflowWrap="anywhere">
          {palette.name}
        </Box>
        <Box color="soft" fontSize="s" overflowWrap="anywhere">
          {[ROLE_WORDS[palette.role], bound || (palette.role === 'brand' ? '' : 'bound to nothing')]
            .filter(Boolean)
            .join(' · ')}
        </Box>
        {palette.reason ? <Box fontSize="s">{palette.reason}</Box> : null}
      </Box>
    </Box>
  );
}

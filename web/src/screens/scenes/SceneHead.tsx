import { Box, Flex } from '@chakra-ui/react';
import { lookStrip } from '@kavrell/core/look';
import { rollup, type Scene, type Shot } from '@kavrell/core/scenes';
import { formatCount, formatEighths, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { Look } from '../../ui/parts.tsx';
import { Swatches } from '../../shared/look/Swatches.tsx';

interface Props {
  /** The scene that is looked at; null: all of them. */
  scene: Scene | null;
  /** What stands there instead of a scene. */
  title: string;
  shots: readonly Shot[];
  /** Whether what the shots come to is told. */
  summed: boolean;
  about: () => void;
}

/** Above the views of scenes: what is looked at, what its shots come to, and what of them is stale. */
export function SceneHead({ scene, title, shots, summed, about }: Props) {
  const { rows, stale, day } = usePlanned();
  const sums = rollup(shots, rows.scenes);
  const place = rows.places.find((p) => p.id === scene?.placeId);
  const swatches = scene ? (lookStrip([scene], rows.palettes)[0]?.swatches ?? []) : [];
  const staleShots = shots.filter((s) => stale.has(s.id)).length;
  return (
    <Flex align="baseline" gap={3} mb={3} wrap="wrap">
      <Box as="h1" fontSize="xl" lineHeight="1.15" overflowWrap="anywhere" minW={0}>
        {scene ? (
          <>
            <Box as="span" fontSize="xxl" mr={3}>
              {scene.number}
            </Box>
            {scene.title}
          </>
        ) : (
          title
        )}
      </Box>
      <Box color="soft" data-scene-sums hidden={!summed}>
        {[
          scene ? (place?.name ?? 'no place chosen') : '',
          scene && scene.plannedMin !== null && day ? formatMinuteOfDay(scene.plannedMin, day) : '',
          scene?.kind === 'shots' ? formatEighths(scene.eighths) : '',
          formatCount(sums.shots, 'shot'),
          `${formatMinutes(sums.minutes)} of shooting`,
          formatCount(sums.takes, 'take'),
          formatCount(sums.setups, 'set-up'),
          sums.musts.length ? formatCount(sums.musts.length, 'must', 'musts') : '',
        ]
          .filter(Boolean)
          .join(' · ')}
      </Box>
      {swatches.length ? (
        <Box w="120px" title="The palette that is bound to this scene" data-palette>
          <Swatches swatches={swatches} height={14} />
        </Box>
      ) : null}
      {staleShots ? <Look>{formatCount(staleShots, 'shot')} stale</Look> : null}
      {scene ? (
        <Button ml="auto" size="small" onClick={about}>
          About the scene
        </Button>
      ) : null}
    </Flex>
  );
}

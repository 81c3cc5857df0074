import { Box, Flex } from '@chakra-ui/react';
import { DRIFT_DELTA_E, type Clash, type SceneLook } from '@kavrell/core/look';
import { usePlanned } from '../../app/production.tsx';
import { Look } from '../../ui/parts.tsx';
import { Swatches } from '../../shared/look/Swatches.tsx';

const chip = (hex: string) => (
  <span
    aria-hidden="true"
    style={{
      display: 'inline-block',
      width: 14,
      height: 14,
      background: hex,
      verticalAlign: -2,
      margin: '0 4px',
      border: '1px solid currentColor',
    }}
  />
);

/** Every scene’s look in story order, how far each drifts from the one before, and where costume, set and look quarrel. */
export function LookStrip({ strip, clashes }: { strip: readonly SceneLook[]; clashes: readonly Clash[] }) {
  const { rows } = usePlanned();
  const scene = (id: string) => rows.scenes.find((s) => s.id === id);
  const palette = (id: string) => rows.palettes.find((p) => p.id === id)?.name ?? '';
  if (!strip.some((s) => s.swatches.length)) return null;
  const drifts = strip.filter((s) => s.driftDeltaE !== null && s.driftDeltaE > DRIFT_DELTA_E);
  const bare = strip.filter((s) => s.swatches.length === 0);
  return (
    <section aria-label="The look through the story">
      <Box as="h2" fontSize="l" mb={2}>
        The look through the story
      </Box>
      <Flex w="100%" overflowX="auto" tabIndex={-1} gap={1}>
        {strip.map((s) => (
          <Box
            key={s.sceneId}
            flex="1 0 34px"
            minW="34px"
            title={`${scene(s.sceneId)?.number} ${scene(s.sceneId)?.title}${s.driftDeltaE === null ? '' : `: ΔE OK ${s.driftDeltaE.toFixed(1)} from the scene before`}`}
          >
            <Box
              style={{ height: 64, display: 'flex', flexDirection: 'column' }}
              border={s.swatches.length ? undefined : '1px dashed'}
              borderColor="edge"
            >
              {s.swatches.length ? <Swatches swatches={s.swatches} height={64} /> : null}
            </Box>
            <Box fontSize="s" fontWeight="700">
              {scene(s.sceneId)?.number}
            </Box>
            <Box
              fontSize="s"
              color={s.driftDeltaE !== null && s.driftDeltaE > DRIFT_DELTA_E && !s.wanted ? 'look' : 'soft'}
            >
              {s.driftDeltaE === null ? '' : Math.round(s.driftDeltaE)}
            </Box>
          </Box>
        ))}
      </Flex>
      <Box as="ul" mt={2} display="grid" gap={1}>
        {drifts.map((s) => (
          <li key={s.sceneId}>
            {s.wanted ? (
              <span className="soft">
                Scene {scene(s.sceneId)?.number} turns (ΔE OK {s.driftDeltaE?.toFixed(1)}), with a new state of the
                story.
              </span>
            ) : (
              <Look>
                Scene {scene(s.sceneId)?.number} drifts ΔE OK {s.driftDeltaE?.toFixed(1)} from the one before, in the
                same state of the story.
              </Look>
            )}
          </li>
        ))}
        {clashes.map((c) => (
          <li key={`${c.sceneId}${c.kind}${c.one.paletteId}${c.one.hex}${c.other.hex}`}>
            <Look>Scene {scene(c.sceneId)?.number}:</Look> {palette(c.one.paletteId)} {chip(c.one.hex)}
            {c.kind === 'melts' ? ' melts into ' : ' stands against the look, nearest '}
            {palette(c.other.paletteId)} {chip(c.other.hex)} <span className="soft">ΔE OK {c.deltaE.toFixed(1)}</span>
          </li>
        ))}
        {bare.length ? (
          <li className="soft">
            No look bound:{' '}
            {bare.length > 20 ? `${bare.length} scenes` : bare.map((s) => scene(s.sceneId)?.number).join(', ')}.
          </li>
        ) : null}
      </Box>
    </section>
  );
}

import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { coveragePicture, sceneCoverage, shotsByScene, type CoverageFrame, type Scene } from '@kavrell/core/scenes';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { useWide } from '../../ui/wide.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty } from '../../ui/parts.tsx';
import { ActionLinePicture } from './ActionLinePicture.tsx';
import { CoverageLines, CoverageTable } from './CoverageFrames.tsx';

/** Who is seen how: scene by scene, frames by person and size, what is missing as an empty one, and the line of action with its cameras. */
export function CoverageView({
  onOpen,
  select,
}: {
  onOpen: (scene: Scene) => void;
  /** Takes a shot in hand. */
  select: (id: string) => void;
}) {
  const { rows } = usePlanned();
  const wide = useWide();
  const parts = useMemo(() => {
    const shots = shotsByScene(rows.shots);
    const all = rows.scenes.map((scene) => {
      const own = shots.get(scene.id) ?? [];
      const coverage = sceneCoverage(scene, own, rows.people, rows.waivers);
      return { scene, coverage, picture: coveragePicture(scene, own, coverage) };
    });
    return all.filter((p) => p.picture.rows.length > 0 || p.picture.unsized.length > 0);
  }, [rows.scenes, rows.shots, rows.people, rows.waivers]);
  const names = new Map(rows.people.map((p) => [p.id, p.shortName]));
  if (parts.length === 0)
    return (
      <Empty title="Nobody is in a shot yet">
        Name people in shots or scenes, and this says who is seen in which size and from which side.
      </Empty>
    );
  return (
    <Box>
      {parts.map(({ scene, coverage, picture }) => {
        const press = (f: CoverageFrame) => (f.code ? select(f.key) : onOpen(scene));
        return (
          <Box
            as="section"
            key={scene.id}
            mb={5}
            aria-label={`Coverage of scene ${scene.number}`}
            css={{ contentVisibility: 'auto', containIntrinsicSize: 'auto 260px' }}
          >
            <Flex align="baseline" gap={3} mb={1} wrap="wrap">
              <Box as="h2" fontSize="m">
                {scene.number} {scene.title}
              </Box>
              <Button size="small" look="quiet" onClick={() => onOpen(scene)}>
                {coverage.suggestions.length ? `${formatCount(coverage.suggestions.length, 'thing')} missing` : 'open'}
              </Button>
            </Flex>
            {wide ? (
              <CoverageTable
                label={`Who is seen how in scene ${scene.number}`}
                rows={picture.rows}
                {...{ names, press }}
              />
            ) : (
              <CoverageLines rows={picture.rows} {...{ names, press }} />
            )}
            {picture.unsized.length ? (
              <Box color="soft" fontSize="s">
                No size said: {picture.unsized.join(', ')}.
              </Box>
            ) : null}
            {picture.line ? (
              <ActionLinePicture
                line={picture.line}
                names={coverage.people.map((p) => names.get(p.personId) ?? 'somebody')}
              />
            ) : null}
            <Box as="ul" color="soft" fontSize="s" mt={1}>
              {coverage.suggestions
                .filter((s) => !s.key.startsWith('line:') || !picture.line)
                .map((s) => (
                  <li key={s.key}>{s.words}</li>
                ))}
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}

import { Box, Flex } from '@chakra-ui/react';
import { useMemo } from 'react';
import { SIZES, SIZE_WORDS, sceneCoverage, shotsByScene, type PersonCoverage, type Scene } from '@kavrell/core/scenes';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { useWide } from '../../ui/wide.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty } from '../../ui/parts.tsx';

/** Who is seen how: scene by scene, a line a person, shots by size; what is missing is counted beside it. */
export function CoverageView({ onOpen }: { onOpen: (scene: Scene) => void }) {
  const { rows } = usePlanned();
  const wide = useWide();
  const parts = useMemo(() => {
    const shots = shotsByScene(rows.shots);
    const nobody = rows.scenes.map((scene) => ({
      scene,
      coverage: sceneCoverage(scene, shots.get(scene.id) ?? [], rows.people, rows.waivers),
    }));
    return nobody.filter((p) => p.coverage.people.length > 0 || p.coverage.suggestions.length > 0);
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
      {parts.map(({ scene, coverage }) => (
        <Box
          as="section"
          key={scene.id}
          mb={5}
          aria-label={`Coverage of scene ${scene.number}`}
          css={{ contentVisibility: 'auto', containIntrinsicSize: 'auto 140px' }}
        >
          <Flex align="baseline" gap={3} mb={1} wrap="wrap">
            <Box as="h2" fontSize="m">
              {scene.number} {scene.title}
            </Box>
            <Button size="small" look="quiet" onClick={() => onOpen(scene)}>
              {coverage.suggestions.length ? `${formatCount(coverage.suggestions.length, 'thing')} missing` : 'open'}
            </Button>
          </Flex>
          {coverage.people.length === 0 ? null : wide ? (
            <CoverageTable scene={scene} people={coverage.people} names={names} />
          ) : (
            <CoverageLines people={coverage.people} names={names} />
          )}
          <Box as="ul" color="soft" fontSize="s" mt={1}>
            {coverage.suggestions.map((s) => (
              <li key={s.key}>{s.words}</li>
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

interface PartProps {
  people: readonly PersonCoverage[];
  names: ReadonlyMap<string, string>;
}

const COLUMNS = `minmax(80px, 1.2fr) repeat(${SIZES.length}, minmax(38px, 1fr)) minmax(90px, 1.6fr)`;

function CoverageTable({ scene, people, names }: PartProps & { scene: Scene }) {
  return (
    <Box role="table" aria-label={`Who is seen how in scene ${scene.number}`}>
      <Box role="row" display="grid" gridTemplateColumns={COLUMNS} color="soft" fontSize="s" gap={1}>
        <span role="columnheader">Who</span>
        {SIZES.map((size) => (
          <span role="columnheader" key={size} title={SIZE_WORDS[size]}>
            {size}
          </span>
        ))}
        <span role="columnheader">Sides</span>
      </Box>
      {people.map((p) => (
        <Box
          role="row"
          key={p.personId}
          display="grid"
          gridTemplateColumns={COLUMNS}
          gap={1}
          borderTop="1px solid"
          borderColor="hairline"
          py={1}
          minH="30px"
          alignItems="center"
        >
          <span role="cell">{names.get(p.personId) ?? 'somebody'}</span>
          {SIZES.map((size) => {
            const codes = p.sizes.get(size) ?? [];
            return (
              <Box
                role="cell"
                as="span"
                key={size}
                bg={codes.length ? 'raised' : 'transparent'}
                px={1}
                fontSize="s"
                overflowWrap="anywhere"
                title={codes.join(', ')}
              >
                {codes.length > 2 ? `${codes[0]} +${codes.length - 1}` : codes.join(' ')}
              </Box>
            );
          })}
          <Box role="cell" as="span" fontSize="s" color="soft" overflowWrap="anywhere">
            {sidesOf(p)}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

const sidesOf = (p: PersonCoverage) =>
  [...p.sides].map(([side, codes]) => `${side} ${codes.join(' ')}`).join(' · ') || 'none said';

/** The same on the phone: a line a person. */
function CoverageLines({ people, names }: PartProps) {
  return (
    <ul>
      {people.map((p) => (
        <Box as="li" key={p.personId} py={1} borderTop="1px solid" borderColor="hairline">
          <strong>{names.get(p.personId) ?? 'somebody'}</strong>{' '}
          {[...p.sizes].map(([size, codes]) => `${size} ${codes.join(' ')}`).join(' · ') || 'no size said'}
          <Box color="soft" fontSize="s">
            Sides: {sidesOf(p)}
          </Box>
        </Box>
      ))}
    </ul>
  );
}

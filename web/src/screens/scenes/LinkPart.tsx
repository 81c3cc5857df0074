import { Box, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { differences, linksOf, mirrorTroubles, type Shot, type ShotLink } from '@kavrell/core/scenes';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { Look, Part } from '../../ui/parts.tsx';
import { Board, boardOf } from '../../shared/scenes/Board.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Problem } from '../../ui/Problem.tsx';

const KIND_WORDS: Record<ShotLink['kind'], string> = {
  variant: 'the same again, with a change',
  mirror: 'framed to face each other',
};

/** Shots that belong to this one, both side by side, with what differs and what does not match. */
export function LinkPart({ shot }: { shot: Shot }) {
  const { production, rows } = usePlanned();
  const linked = linksOf(shot, rows.shotLinks, rows.shots);
  const words = (key: keyof Shot, value: unknown) =>
    key === 'setupId' ? (rows.setups.find((s) => s.id === value)?.code ?? '') : value === null ? '' : String(value);
  const still = (s: Shot) => {
    const picture = boardOf(rows.pictures, s.id);
    return picture ? (
      <Board picture={picture} alt={`Board of ${s.code}`} />
    ) : (
      <Box color="soft" fontSize="s" border="1px dashed" borderColor="edge" p={2}>
        no still
      </Box>
    );
  };
  return (
    <Part title="Belongs with">
      {linked.map(({ link, other }) => {
        const troubles = link.kind === 'mirror' ? mirrorTroubles(shot, other) : [];
        return (
          <Box key={link.id} mb={4} data-link={other.code}>
            <Flex justify="space-between" gap={2} align="baseline">
              <Box>
                <strong>{other.code}</strong> <span className="soft">{KIND_WORDS[link.kind]}</span>
              </Box>
              <Button
                size="small"
                look="quiet"
                onClick={() =>
                  void change(production.id, `${shot.code} and ${other.code} apart`, [
                    { op: 'delete', table: 'shotLinks', row: link },
                  ])
                }
              >
                Part them
              </Button>
            </Flex>
            {link.change ? <Box>{link.change}</Box> : null}
            <Box display="grid" gridTemplateColumns="1fr 1fr" gap={2} my={2}>
              {[shot, other].map((s) => (
                <Box key={s.id} minW={0}>
                  {still(s)}
                  <Box fontSize="s">
                    <strong>{s.code}</strong> {s.description}
                  </Box>
                </Box>
              ))}
            </Box>
            {troubles.length ? (
              troubles.map((t) => (
                <Box key={t}>
                  <Look>{t}</Look>
                </Box>
              ))
            ) : link.kind === 'mirror' ? (
              <Box color="soft">They match: facing, size and lens.</Box>
            ) : null}
            <Box as="dl" display="grid" gridTemplateColumns="auto 1fr 1fr" columnGap={3} fontSize="s" mt={1}>
              {differences(shot, other, words)
                .filter((d) => d.field !== 'What')
                .map((d) => (
                  <Box display="contents" key={d.field}>
                    <Box as="dt" color="soft">
                      {d.field}
                    </Box>
                    <dd>{d.one}</dd>
                    <dd>{d.other}</dd>
                  </Box>
                ))}
            </Box>
          </Box>
        );
      })}
      <LinkAsk shot={shot} />
    </Part>
  );
}

/** Links a shot to another by its number. */
function LinkAsk({ shot }: { shot: Shot }) {
  const { rows, production } = usePlanned();
  const [kind, setKind] = useState<ShotLink['kind']>('variant');
  const [code, setCode] = useState('');
  const [problem, setProblem] = useState('');
  const add = () => {
    const other = rows.shots.find((s) => s.code === code.trim().toUpperCase());
    if (!other || other.id === shot.id) {
      setProblem(
        other
          ? 'A shot can’t be linked to itself.'
          : `There is no shot ${code.trim().toUpperCase() || 'of that number'}.`,
      );
      return;
    }
    setProblem('');
    setCode('');
    void change(production.id, `Linked ${shot.code} and ${other.code}`, [
      { op: 'insert', table: 'shotLinks', values: { kind, shotId: shot.id, otherShotId: other.id, change: '' } },
    ]);
  };
  return (
    <>
      <Flex gap={2} align="center" wrap="wrap">
        <Choice
          aria-label="How they belong together"
          value={kind}
          onChange={(e) => setKind(e.target.value as ShotLink['kind'])}
          style={{ width: 'auto', minHeight: 28, padding: '0 6px' }}
        >
          <option value="variant">variant of</option>
          <option value="mirror">mirror of</option>
        </Choice>
        <Input
          aria-label="Number of the other shot"
          placeholder="9B"
          value={code}
          onChange={(e) => setCode(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') add();
            e.stopPropagation();
          }}
          style={{ width: 72, minHeight: 28, padding: '0 6px' }}
        />
        <Button size="small" onClick={add}>
          Link
        </Button>
      </Flex>
      {problem ? <Problem fontSize="s">{problem}</Problem> : null}
    </>
  );
}

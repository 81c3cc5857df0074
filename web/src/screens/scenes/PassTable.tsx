import { Box, Flex, Input, Table } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import {
  SHOT_DEFAULTS,
  nextShotCode,
  passGrid,
  type PassGrid,
  type Scene,
  type Track,
  type ShotState,
} from '@kavrell/core/scenes';
import { positionAfter } from '@kavrell/core/records';
import { useProduction } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change, type Op } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { ShotMark } from '../../ui/icons.tsx';
import { Choice } from '../../ui/Choice.tsx';

const PASSES = 'wide, tight, low-energy, profile';

/** Whole passes of a song: light and outfit down, pass across, what is got in each; a line fills it. */
export function PassTable({ track, scene }: { track: Track; scene: Scene }) {
  const { production, rows, facts } = useProduction();
  const [setupId, setSetupId] = useState('');
  const [outfit, setOutfit] = useState('');
  const [passes, setPasses] = useState(PASSES);
  const states = facts?.states;
  const grid = useMemo(
    () => passGrid(track, rows.pins, rows.shots, states ?? new Map()),
    [track, rows.pins, rows.shots, states],
  );
  const add = () => {
    const codes = rows.shots.map((s) => s.code);
    const names = passes
      .split(',')
      .map((p) => p.trim())
      .filter(Boolean)
      .slice(0, 12);
    let position = positionAfter(rows.shots.filter((s) => s.sceneId === scene.id));
    const ops = names.flatMap((pass): Op[] => {
      const code = nextShotCode(scene.number, codes, production.shotNumbers);
      codes.push(code);
      const id = newId();
      position += 1;
      return [
        {
          op: 'insert',
          table: 'shots',
          id,
          values: {
            ...SHOT_DEFAULTS,
            sceneId: scene.id,
            code,
            position,
            description: `${track.name}, ${pass} pass`,
            cameras: rows.cameras[0] ? [rows.cameras[0].letter] : [],
            setupId: setupId || null,
            outfit,
            pass: pass.slice(0, 24),
            takesPlanned: 3,
            takeLengthMin: Math.round((track.durationS / 60) * 10) / 10,
          },
        },
        { op: 'insert', table: 'pins', values: { trackId: track.id, shotId: id, fromS: 0, toS: track.durationS } },
      ];
    });
    void change(production.id, `${names.length} passes of ${track.name}`, ops);
  };
  return (
    <section aria-label="Passes of the whole">
      <Box as="h2" fontSize="l" mb={2}>
        Passes of the whole
      </Box>
      {grid.rows.length ? (
        <PassesTaken grid={grid} states={states} />
      ) : (
        <Box color="soft" mb={2}>
          No pass of the whole yet. Say the light, what is worn and which passes, and they are added as shots that hang
          from start to end.
        </Box>
      )}
      <Flex gap={2} wrap="wrap" align="center">
        <Choice
          aria-label="Light of the passes"
          value={setupId}
          onChange={(e) => setSetupId(e.target.value)}
          style={{ width: 'auto' }}
        >
          <option value="">no light said</option>
          {rows.setups.map((s) => (
            <option key={s.id} value={s.id}>
              {s.code} {s.name}
            </option>
          ))}
        </Choice>
        <Input
          aria-label="Outfit"
          placeholder="outfit"
          maxLength={40}
          value={outfit}
          onChange={(e) => setOutfit(e.target.value)}
          style={{ width: 140 }}
        />
        <Input
          aria-label="Passes, parted by commas"
          value={passes}
          onChange={(e) => setPasses(e.target.value)}
          style={{ width: 260 }}
        />
        <Button size="small" disabled={passes.trim() === ''} onClick={add}>
          Add these passes to scene {scene.number}
        </Button>
      </Flex>
    </section>
  );
}

/** Which pass was taken in which light and outfit. */
function PassesTaken({ grid, states }: { grid: PassGrid; states: Map<string, ShotState> | undefined }) {
  const { rows } = useProduction();
  const setup = (id: string | null) => rows.setups.find((s) => s.id === id)?.code ?? 'no light said';
  return (
    <Box overflowX="auto" mb={3}>
      <Table.Root style={{ borderCollapse: 'collapse', minWidth: 420 }}>
        <Table.Header>
          <Table.Row>
            <Table.ColumnHeader
              scope="col"
              className="soft"
              style={{ textAlign: 'left', fontWeight: 400, padding: '4px 12px 4px 0' }}
            >
              Light, outfit
            </Table.ColumnHeader>
            {grid.passes.map((p) => (
              <Table.ColumnHeader
                scope="col"
                key={p}
                className="soft"
                style={{ textAlign: 'left', fontWeight: 400, padding: '4px 12px 4px 0' }}
              >
                {p}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {grid.rows.map((row) => (
            <Table.Row key={`${row.setupId}${row.outfit}`}>
              <Table.ColumnHeader scope="row" style={{ textAlign: 'left', fontWeight: 600, padding: '4px 12px 4px 0' }}>
                {setup(row.setupId)}
                {row.outfit ? `, ${row.outfit}` : ''}
              </Table.ColumnHeader>
              {row.cells.map((cell, i) => (
                <Table.Cell key={grid.passes[i]} style={{ padding: '4px 12px 4px 0' }}>
                  {cell.shots.length === 0
                    ? '–'
                    : cell.shots.map((s) => (
                        <span key={s.id} style={{ display: 'inline-flex', gap: 6, marginRight: 8 }}>
                          <ShotMark state={states?.get(s.id) ?? 'planned'} bare /> {s.code}
                        </span>
                      ))}
                </Table.Cell>
              ))}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}

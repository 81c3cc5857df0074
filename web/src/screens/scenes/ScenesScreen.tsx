import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { shotFields, shotMinutes, type Scene, type Shot } from '@kavrell/core/scenes';
import { moveTo, positionAfter } from '@kavrell/core/records';
import { formatCount, formatEighths, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { useKey, useKeysOf } from '../../platform/keys.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { tableEdits } from '../../ui/edits.ts';
import { Empty, Part } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet, openSheet } from '../../ui/sheet.tsx';
import { shotColumns } from './columns.tsx';
import { QuickLine } from './QuickLine.tsx';
import { SceneSheet } from './SceneSheet.tsx';
import { ShotSheet } from './ShotSheet.tsx';

const KEYS = [
  { keys: 'N', does: 'to the line that adds a shot' },
  { keys: 'arrows, Enter', does: 'go through the table; edit a cell' },
  { keys: 'Space', does: 'select a row; an edit then changes all selected' },
  { keys: 'Alt ↑ ↓', does: 'move the shot' },
  { keys: 'Delete', does: 'delete (Ctrl Z brings it back)' },
  { keys: '[ ]', does: 'scene before, scene after' },
];

/** The scenes, and the shots of the one that is open. */
export function ScenesScreen() {
  const { production, rows, facts } = useProduction();
  const [selectedId, select] = useHashSelection();
  const [openId, setOpenId] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  const line = useRef<HTMLInputElement>(null);
  useKeysOf('Scenes', KEYS);

  const selectedShot = rows.shots.find((s) => s.id === selectedId);
  const scene: Scene | undefined =
    rows.scenes.find((s) => s.id === (selectedShot?.sceneId ?? selectedId ?? openId)) ??
    rows.scenes.find((s) => s.id === openId) ??
    rows.scenes[0];
  // The scene stays open when its selected shot is undone away.
  const shownId = scene?.id ?? null;
  useEffect(() => setOpenId(shownId), [shownId]);
  const states = facts?.states;
  const columns = useMemo(() => shotColumns(rows, states ?? new Map()), [rows, states]);
  const shots = useMemo(
    () => (all ? rows.shots : rows.shots.filter((s) => s.sceneId === scene?.id)),
    [all, rows.shots, scene?.id],
  );

  const openScene = (s: Scene | undefined) => {
    if (!s) return;
    setAll(false);
    setOpenId(s.id);
    select(s.id);
  };
  const step = (by: number) => scene && openScene(rows.scenes[rows.scenes.indexOf(scene) + by]);
  useKey('n', () => line.current?.focus(), { letter: true });
  useKey('bracketleft', () => step(-1));
  useKey('bracketright', () => step(1));

  const addScene = () => {
    const id = newId();
    let number = rows.scenes.length + 1;
    while (rows.scenes.some((s) => s.number === String(number))) number += 1;
    void change(production.id, `Added scene ${number}`, [
      {
        op: 'insert',
        table: 'scenes',
        id,
        values: {
          number: String(number),
          title: `Scene ${number}`,
          ...SCENE_DEFAULTS,
          placeId: rows.places[0]?.id ?? null,
          position: positionAfter(rows.scenes),
        },
      },
    ]);
    setOpenId(id);
    select(id);
  };
  const move = (shot: Shot, to: number) => {
    const moved = moveTo(shots, shots.indexOf(shot), to);
    void change(
      production.id,
      `Moved ${shot.code}`,
      moved.flatMap((m) => {
        const row = shots.find((s) => s.id === m.id);
        return row ? [{ op: 'update' as const, table: 'shots' as const, row, values: { position: m.position } }] : [];
      }),
    );
  };

  if (!scene) {
    return (
      <Empty
        title="No scene yet"
        action={
          <Button look="primary" onClick={addScene}>
            Add the first scene
          </Button>
        }
      >
        A scene is where the shots hang: “3, The founder speaks, at the founder’s bench”. Add one, then type its shots,
        a line each.
      </Empty>
    );
  }
  const minutes = shots.reduce((t, s) => t + (s.dropped ? 0 : shotMinutes(s)), 0);
  const place = rows.places.find((p) => p.id === scene.placeId);
  const edits = tableEdits<Shot>(production.id, 'shots', (s) => s.code, 'shot');
  return (
    <>
      <Flex gap={1} mb={4} wrap="wrap">
        <Flex gap={1} wrap="wrap" role="tablist" aria-label="Scenes">
          {rows.scenes.map((s) => {
            const own = rows.shots.filter((x) => x.sceneId === s.id);
            const got = own.filter((x) => states?.get(x.id) === 'got').length;
            const on = !all && s.id === scene.id;
            return (
              <Box
                as="button"
                key={s.id}
                role="tab"
                aria-selected={on}
                title={`${s.title}: ${got} of ${own.length} got`}
                onClick={() => openScene(s)}
                px={2}
                minH="36px"
                borderBottom="2px solid"
                borderColor={on ? 'text' : 'hairline'}
                bg={on ? 'raised' : 'transparent'}
                fontWeight={on ? 700 : 400}
              >
                {s.number}
                <Box as="span" color="soft" fontSize="s" ml={2}>
                  {got}/{own.length}
                </Box>
              </Box>
            );
          })}
        </Flex>
        <Button size="small" alignSelf="center" aria-pressed={all} onClick={() => setAll(!all)}>
          All shots
        </Button>
        <Button size="small" alignSelf="center" onClick={addScene}>
          Add a scene
        </Button>
      </Flex>
      <Flex align="baseline" gap={3} mb={3} wrap="wrap">
        <Box as="h1" fontSize="xl" lineHeight="1.15" overflowWrap="anywhere">
          {all ? (
            'All shots'
          ) : (
            <>
              <Box as="span" fontSize="xxl" mr={3}>
                {scene.number}
              </Box>
              {scene.title}
            </>
          )}
        </Box>
        <Box color="soft">
          {[
            all ? '' : (place?.name ?? 'no place chosen'),
            all ? '' : formatEighths(scene.eighths),
            formatCount(shots.length, 'shot'),
            `${formatMinutes(minutes)} of shooting`,
          ]
            .filter(Boolean)
            .join(' · ')}
        </Box>
        {all ? null : (
          <Button
            ml="auto"
            size="small"
            onClick={() => {
              select(scene.id);
              openSheet(true);
            }}
          >
            About the scene
          </Button>
        )}
      </Flex>
      <QuickLine ref={line} scene={scene} onAdded={(id) => select(id)} />
      {shots.length === 0 ? (
        <Empty title="No shot in this scene yet">
          Type one above, for example “ms {rows.people[0]?.shortName.toLowerCase() ?? 'ilse'} 50mm sticks 2t must”, and
          press Enter.
        </Empty>
      ) : (
        <DataTable
          name={all ? 'All shots' : `Shots of scene ${scene.number}`}
          rows={shots}
          columns={all ? columns : columns.slice(0, -1)}
          fields={shotFields}
          selectedId={selectedId}
          onSelect={(s) => select(s?.id ?? null)}
          {...(all ? {} : { onMove: move })}
          onEdit={edits.onEdit}
          onDelete={(list) => {
            const items = rows.dayItems.filter((i) => list.some((s) => s.id === i.shotId));
            void change(
              production.id,
              list.length === 1 ? `Deleted ${list[0]?.code}` : `Deleted ${formatCount(list.length, 'shot')}`,
              [
                ...items.map((row) => ({ op: 'delete' as const, table: 'dayItems' as const, row })),
                ...list.map((row) => ({ op: 'delete' as const, table: 'shots' as const, row })),
              ],
            );
          }}
          height="calc(100dvh - 360px)"
        />
      )}
      <Sheet>
        {selectedShot ? (
          <ShotSheet key={selectedShot.id} shot={selectedShot} />
        ) : scene ? (
          <SceneSheet key={scene.id} scene={scene} onDeleted={() => select(null)} />
        ) : (
          <Part>Nothing chosen.</Part>
        )}
      </Sheet>
    </>
  );
}

import { useShotGroups } from './useShotGroups.ts';
import { Box } from '@chakra-ui/react';
import { useMemo, type RefObject } from 'react';
import { frozenCodes } from '@kavrell/core/callsheet';
import { renumber, shotFields, type Scene, type Shot, type Numbered } from '@kavrell/core/scenes';
import { moveTo } from '@kavrell/core/records';
import { shotListPdf, pathOf } from '@kavrell/contract';
import { formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { useDraft } from '../../platform/draft.ts';
import { change, type Op } from '../../platform/rows.ts';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { tableEdits } from '../../ui/edits.ts';
import { Later } from '../../ui/Later.tsx';
import { Empty } from '../../ui/parts.tsx';
import { COLUMN_PARTS, shotColumns } from './columns.tsx';
import { QuickLine } from './QuickLine.tsx';
import { Suggestions } from './Suggestions.tsx';
import { useSome } from '../../platform/some.ts';

/** The shot table of a scene or of all, with the line that adds one and what an editor would miss. */
export function ShotsView({
  scene,
  all,
  shots,
  selectedId,
  select,
  line,
  onBeyond,
}: {
  scene: Scene;
  all: boolean;
  shots: readonly Shot[];
  selectedId: string | null;
  select: (id: string | null) => void;
  line: RefObject<HTMLInputElement | null>;
  onBeyond: () => void;
}) {
  const { production, rows, facts, stale } = useProduction();
  const [, setPasted] = useDraft(`import:${production.id}`);
  const states = facts?.states;
  const own = useSome(rows, COLUMN_PARTS);
  const columns = useMemo(() => shotColumns(own, states ?? new Map(), stale), [own, states, stale]);
  const groups = useShotGroups(all);

  const edits = tableEdits<Shot>(production.id, 'shots', (s) => s.code, 'shot');
  const frozen = useMemo(() => frozenCodes(rows.frozenSheets), [rows.frozenSheets]);
  const renumbered = useMemo(() => {
    if (all && production.shotNumbers === 'letters') return [];
    const list = production.shotNumbers === 'running' ? inStoryOrder(rows.scenes, rows.shots) : shots;
    const listed = new Set(list.map((s) => s.id));
    return renumber(list, scene.number, {
      frozen,
      taken: rows.shots.filter((s) => !listed.has(s.id)).map((s) => s.code),
      school: production.shotNumbers,
    });
  }, [all, shots, rows.shots, rows.scenes, scene.number, frozen, production.shotNumbers]);

  const listed = useMemo(() => (all ? rows.scenes : [scene]), [all, rows.scenes, scene]);
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
  return (
    <>
      <QuickLine
        ref={line}
        scene={scene}
        after={rows.shots.find((s) => s.id === selectedId) ?? null}
        onAdded={select}
      />
      {shots.length === 0 ? (
        <Empty title={`No shot in ${all ? 'any' : 'this'} scene yet`}>
          Type one above, for example “ms {rows.people[0]?.shortName.toLowerCase() ?? 'ilse'} 50mm sticks 2t must”, and
          press Enter. A list you have already is brought in under “Bring in”.
        </Empty>
      ) : (
        <DataTable
          key={all ? 'all' : 'scene'}
          name={all ? 'All shots' : `Shots of scene ${scene.number}`}
          rows={shots}
          columns={all ? columns : columns.filter((c) => c.id !== 'scene')}
          fields={shotFields}
          selectedId={selectedId}
          onSelect={(s) => select(s?.id ?? null)}
          groups={groups}
          actions={<ShotListActs renumbered={renumbered} />}
          {...(all ? {} : { onMove: move })}
          onEdit={edits.onEdit}
          onPaste={edits.onPaste}
          onPasteBeyond={(text) => {
            setPasted(text);
            onBeyond();
          }}
          onDelete={(list) => {
            const gone = new Set(list.map((s) => s.id));
            void change(
              production.id,
              list.length === 1 ? `Deleted ${list[0]?.code}` : `Deleted ${formatCount(list.length, 'shot')}`,
              deletion(list, rows, gone),
            );
          }}
          height={all ? 'calc(100dvh - 330px)' : 'calc(100dvh - 420px)'}
        />
      )}
      <Box mt={5}>
        <Later>
          <Suggestions scenes={listed} onAdded={select} />
        </Later>
      </Box>
    </>
  );
}

function inStoryOrder(scenes: readonly Scene[], shots: readonly Shot[]): Shot[] {
  const at = new Map(scenes.map((s, i) => [s.id, i]));
  return [...shots].sort((a, b) => (at.get(a.sceneId) ?? 0) - (at.get(b.sceneId) ?? 0) || a.position - b.position);
}

const codeOps = (list: readonly { id: string; code: string }[], shots: readonly Shot[]): Op[] =>
  list.flatMap(({ id, code }) => {
    const row = shots.find((s) => s.id === id);
    return row ? [{ op: 'update' as const, table: 'shots' as const, row, values: { code } }] : [];
  });

/** Deletes shots with what hangs on them alone: their lines of the day, pins and links. */
export function deletion(
  shots: readonly Shot[],
  rows: ReturnType<typeof useProduction>['rows'],
  ids: ReadonlySet<string>,
): Op[] {
  const drop = <T extends { id: string; version: number }>(
    table: 'dayItems' | 'pins' | 'shotLinks',
    list: readonly T[],
  ): Op[] => list.map((row) => ({ op: 'delete', table, row }));
  return [
    ...drop(
      'dayItems',
      rows.dayItems.filter((i) => i.shotId !== null && ids.has(i.shotId)),
    ),
    ...drop(
      'pins',
      rows.pins.filter((p) => ids.has(p.shotId)),
    ),
    ...drop(
      'shotLinks',
      rows.shotLinks.filter((l) => ids.has(l.shotId) || ids.has(l.otherShotId)),
    ),
    ...shots.map((row): Op => ({ op: 'delete', table: 'shots', row })),
  ];
}

/** The list on paper, and its numbers in the order they stand. */
function ShotListActs({ renumbered }: { renumbered: Numbered[] }) {
  const { production, rows } = useProduction();

  return (
    <>
      <LinkButton
        size="small"
        href={pathOf(shotListPdf, { productionId: production.id })}
        target="_blank"
        rel="noreferrer"
      >
        Shot list PDF
      </LinkButton>
      {renumbered.length ? (
        <Button
          size="small"
          title="Numbers in the order they stand; numbers on a sheet that went out stay"
          onClick={() =>
            void change(
              production.id,
              `Renumbered ${formatCount(renumbered.length, 'shot')}`,
              codeOps(renumbered, rows.shots),
            )
          }
        >
          Renumber {renumbered.length}
        </Button>
      ) : null}
    </>
  );
}

import { useAddScene } from './useAddScene.ts';
import { Flex } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { type Scene } from '@kavrell/core/scenes';
import { useProduction } from '../../app/production.tsx';
import { useKeptView } from '../../platform/kept.ts';
import { useCommand, useKeysOf } from '../../platform/keys.ts';
import { Button } from '../../ui/Button.tsx';
import { Empty, Part } from '../../ui/parts.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { Sheet, openSheet } from '../../ui/sheet.tsx';
import { Later } from '../../ui/Later.tsx';
import { Views } from '../../ui/Views.tsx';
import { BoardsView } from './BoardsView.tsx';
import { CoverageView } from './CoverageView.tsx';
import { ImportPanel } from './ImportPanel.tsx';
import { PunchView } from './PunchView.tsx';
import { SceneSheet } from './SceneSheet.tsx';
import { SceneStrip } from './SceneStrip.tsx';
import { ScriptView } from './ScriptView.tsx';
import { SceneHead } from './SceneHead.tsx';
import { ShotSheet } from './ShotSheet.tsx';
import { ShotsView } from './ShotsView.tsx';
import { TrackView } from './TrackView.tsx';

const KEYS = [
  { keys: 'arrows, Enter', does: 'go through the table; edit a cell' },
  { keys: 'Space', does: 'select a row; an edit then changes all selected' },
  { keys: 'Ctrl V', does: 'paste cells of a spreadsheet from the active cell on' },
  { keys: 'Alt ↑ ↓', does: 'move the shot' },
  { keys: 'Ctrl Enter', does: 'in a text: save it; Ctrl F finds, Alt PageUp PageDown to the scene before, after' },
  { keys: 'Delete', does: 'empty the cells, or delete the rows chosen with Space' },
  { keys: 'Ctrl Delete', does: 'delete the row (Ctrl Z brings it back)' },
  { keys: 'Shift ↓', does: 'choose cells; Ctrl C copies, Ctrl D fills down' },
];

const VIEWS = [
  ['shots', 'Shots'],
  ['coverage', 'Coverage'],
  ['script', 'Script'],
  ['track', 'Track'],
  ['boards', 'Boards'],
  ['punch', 'Who has what'],
  ['import', 'Bring in'],
] as const;
type View = (typeof VIEWS)[number][0];
/** Views that are about one scene; the others are about all of them. */
const OF_SCENE = new Set<View>(['shots', 'script']);

/** The scenes and what gives them: shots, coverage, text, time, stills and who has what. */
export function ScenesScreen() {
  const { rows, facts } = useProduction();
  const [selectedId, select] = useHashSelection();
  const [openId, setOpenId] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  const [view, setView] = useKeptView('scenes', VIEWS);
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

  const openScene = (s: Scene | undefined) => {
    if (!s) return;
    setAll(false);
    if (!OF_SCENE.has(view)) setView('shots');
    setOpenId(s.id);
    select(s.id);
  };
  const step = (by: number) => scene && openScene(rows.scenes[rows.scenes.indexOf(scene) + by]);
  useCommand('scenes.line', () => {
    // At once: what is typed right behind the key belongs into the line.
    flushSync(() => setView('shots'));
    line.current?.focus();
  });
  useCommand('scenes.before', () => step(-1));
  useCommand('scenes.after', () => step(1));

  const addScene = useAddScene(scene, setOpenId, select);

  if (!scene) {
    return <NoSceneYet addScene={addScene} />;
  }
  const shots = all || !OF_SCENE.has(view) ? rows.shots : rows.shots.filter((s) => s.sceneId === scene.id);
  const own = !all && OF_SCENE.has(view);
  return (
    <>
      <Flex gap={3} mb={3} wrap="wrap" justify="space-between">
        <Views label="Views of the scenes" views={VIEWS} open={view} onOpen={setView} />
        <Button size="small" onClick={addScene}>
          Add a scene
        </Button>
      </Flex>
      {OF_SCENE.has(view) ? (
        <SceneStrip
          scene={all ? null : scene}
          onOpen={openScene}
          onAll={view === 'shots' ? () => setAll(true) : null}
        />
      ) : null}
      <SceneHead
        scene={own ? scene : null}
        title={view === 'shots' ? 'All shots' : (VIEWS.find(([v]) => v === view)?.[1] ?? '')}
        shots={shots}
        summed={view !== 'track' && view !== 'import'}
        about={() => {
          select(scene.id);
          openSheet(true);
        }}
      />
      {view === 'shots' ? (
        <ShotsView
          scene={scene}
          all={all}
          shots={shots}
          selectedId={selectedId}
          select={select}
          line={line}
          onBeyond={() => setView('import')}
        />
      ) : view === 'coverage' ? (
        <CoverageView
          onOpen={openScene}
          select={(id) => {
            select(id);
            openSheet(true);
          }}
        />
      ) : view === 'script' ? (
        <ScriptView
          key={scene.id}
          scene={scene}
          toScene={(by) => {
            const to = rows.scenes[rows.scenes.indexOf(scene) + by];
            openScene(to);
            return to !== undefined;
          }}
        />
      ) : view === 'track' ? (
        <TrackView scene={scene} />
      ) : view === 'boards' ? (
        <BoardsView selectedId={selectedId} select={select} />
      ) : view === 'punch' ? (
        <PunchView />
      ) : (
        <ImportPanel
          intoScene={scene}
          onDone={(id) => {
            setView('shots');
            if (id) select(id);
          }}
        />
      )}
      <Sheet>
        <Later>
          {selectedShot ? (
            <ShotSheet key={selectedShot.id} shot={selectedShot} />
          ) : (
            <SceneSheet key={scene.id} scene={scene} onDeleted={() => select(null)} />
          )}
        </Later>
        {facts ? null : <Part>Add a day in the brief, and Kavrell says whether these shots fit into it.</Part>}
      </Sheet>
    </>
  );
}

/** Scenes without any: the first one, or a list that is there already. */
function NoSceneYet({ addScene }: { addScene: () => void }) {
  return (
    <>
      <Empty
        title="No scene yet"
        action={
          <Button look="primary" onClick={addScene}>
            Add the first scene
          </Button>
        }
      >
        A scene is where the shots hang: “3, The founder speaks, at the founder’s bench”. Add one and type its shots, a
        line each; or bring in a script, a list or a table below.
      </Empty>
      <ImportPanel intoScene={null} onDone={() => undefined} />
      <Sheet>
        <Part>Nothing chosen.</Part>
      </Sheet>
    </>
  );
}

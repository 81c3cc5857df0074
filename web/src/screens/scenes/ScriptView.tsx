import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import { countWords, sceneFields, scriptTimes, type Scene } from '@kavrell/core/scenes';
import { toFountain } from '@kavrell/core/script';
import { formatCount, formatEighths, formatRunning } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { useDraft } from '../../platform/draft.ts';
import { change } from '../../platform/rows.ts';
import { saveAs } from '../../platform/save.ts';
import { checkSome } from '@kavrell/core/records';
import { Button } from '../../ui/Button.tsx';
import { Facts } from '../../ui/parts.tsx';
import { TextEditor } from '../../ui/TextEditor.tsx';
import { Problem } from '../../ui/Problem.tsx';

/** Whoever goes to another scene by a key of the editor writes on there. */
const steppedByKey = {
  is: false,
  take(): boolean {
    const was = steppedByKey.is;
    steppedByKey.is = false;
    return was;
  },
};

/** The text of a scene, kept while typing; how long it plays and reads. */
export function ScriptView({
  scene,
  toScene,
}: {
  scene: Scene;
  /** Opens the scene so many before or after; false: there is none. */
  toScene: (by: number) => boolean;
}) {
  const { production, rows } = usePlanned();
  const [draft, setDraft] = useDraft(`script:${scene.id}`);
  const [problem, setProblem] = useState('');
  const [cameByKey] = useState(() => steppedByKey.take());
  const step = (by: number) => {
    steppedByKey.is = true;
    if (toScene(by)) return true;
    steppedByKey.is = false;
    return false;
  };
  const text = draft === '' ? scene.script : draft === '\u0000' ? '' : draft;
  const dirty = text !== scene.script;
  useEffect(() => setProblem(''), [scene.id]);
  const save = () => {
    if (!dirty) return;
    const checked = checkSome(sceneFields, { script: text });
    if (!checked.success) {
      setProblem(checked.issues[0]?.message ?? '');
      return;
    }
    setProblem('');
    setDraft('');
    void change(production.id, `Scene ${scene.number}: text`, [
      { op: 'update', table: 'scenes', row: scene, values: { script: text } },
    ]);
  };
  const times = scriptTimes({ eighths: scene.eighths, script: text }, production.readingWpm);
  const total = useMemo(
    () => ({
      eighths: rows.scenes.reduce((t, s) => t + s.eighths, 0),
      words: rows.scenes.reduce((t, s) => t + countWords(s.script), 0),
    }),
    [rows.scenes],
  );
  const places = new Map(rows.places.map((p) => [p.id, p.name]));
  return (
    <Box display="grid" gridTemplateColumns={{ base: '1fr', lg: 'minmax(0, 1fr) 220px' }} gap={5}>
      <div>
        <TextEditor
          label={`Text of scene ${scene.number}`}
          script
          invalid={problem !== ''}
          rows={18}
          value={text}
          hint={'Type the scene as it is written:\n\nILSE\nMy mother drew nine.'}
          onChange={(typed) => setDraft(typed === scene.script ? '' : typed === '' ? '\u0000' : typed)}
          keys={{
            'Mod-Enter': () => {
              save();
              return true;
            },
            'Alt-PageUp': () => step(-1),
            'Alt-PageDown': () => step(1),
          }}
          focused={cameByKey}
        />
        {problem ? <Problem>{problem}</Problem> : null}
        <Flex gap={2} mt={2} align="center" wrap="wrap">
          <Button look="primary" disabled={!dirty} onClick={save}>
            Save the text
          </Button>
          {dirty ? (
            <>
              <Button onClick={() => setDraft('')}>Back to what is saved</Button>
              <Box color="soft" fontSize="s">
                Kept on this device until you save. Shots that lean on it will say that they are stale.
              </Box>
            </>
          ) : null}
        </Flex>
      </div>
      <Box>
        <Facts
          rows={[
            ['Script', formatEighths(scene.eighths)],
            ['On the screen', `about ${formatRunning(times.screenS * 1000)}`],
            ['Words', String(times.words)],
            ['Read aloud', `${formatRunning(times.readingS * 1000)}`],
          ]}
        />
        <Box color="soft" fontSize="s" my={3}>
          A page plays about a minute; read at {production.readingWpm} words a minute, as the brief says.
        </Box>
        <Facts
          rows={[
            ['All scenes', formatEighths(total.eighths)],
            ['Words', String(total.words)],
          ]}
        />
        <Flex direction="column" gap={2} mt={4} align="flex-start">
          <Button
            size="small"
            onClick={() =>
              saveAs(
                `${production.title}.fountain`,
                'text/plain',
                toFountain(production.title, rows.scenes, (id) => places.get(id ?? '') ?? ''),
              )
            }
          >
            Save as Fountain
          </Button>
          <Box color="soft" fontSize="s">
            {formatCount(rows.scenes.filter((s) => s.script).length, 'scene')} with text.
          </Box>
        </Flex>
      </Box>
    </Box>
  );
}

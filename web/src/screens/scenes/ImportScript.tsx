import { Box } from '@chakra-ui/react';
import type { FieldsOf } from '@kavrell/core/tables';
import { useEffect, useMemo, useState } from 'react';
import { mergeScript, type ReadScript } from '@kavrell/core/script';
import { formatCount, formatEighths } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { change, type Op } from '../../platform/rows.ts';
import { heavy } from '../../workers/heavy.ts';
import { Button } from '../../ui/Button.tsx';
import type { ImportProps } from './importProps.ts';
import { Problem } from '../../ui/Problem.tsx';

/** What a script would change, scene by scene, before it does. Shots are never touched. */
export function ImportScript({ text, onTaken }: ImportProps) {
  const { production, rows } = usePlanned();
  const [read, setRead] = useState<{ script: ReadScript; of: string } | null>(null);
  const [failure, setFailure] = useState('');
  useEffect(() => {
    let old = false;
    setFailure('');
    const timer = setTimeout(() => {
      heavy()
        .script(text)
        .then(
          (script) => !old && setRead({ script, of: text }),
          (error: unknown) => !old && setFailure(wordsOf(error)),
        );
    }, 150);
    return () => {
      old = true;
      clearTimeout(timer);
    };
  }, [text]);
  const merge = useMemo(
    () => (read ? mergeScript(read.script.scenes, rows.scenes, rows.people, rows.places) : null),
    [read, rows.scenes, rows.people, rows.places],
  );
  if (failure) return <Problem>{failure} Nothing was changed.</Problem>;
  if (!read || !merge || read.of !== text) return <Box role="status">Reading the script …</Box>;
  const { problems, scenes } = read.script;
  const stop = problems.filter((p) => /twice|can’t be kept|No scene heading/.test(p.message));
  const writes = merge.added.length + merge.changed.length;
  const take = () => {
    const added = merge.added.map((values): Op & { id: string } => ({
      op: 'insert',
      table: 'scenes',
      id: newId(),
      values: values as FieldsOf<'scenes'>,
    }));
    void change(production.id, `Brought in the script: ${formatCount(writes, 'scene')}`, [
      ...added,
      ...merge.changed.map(({ scene, values }): Op => ({ op: 'update', table: 'scenes', row: scene, values })),
    ]);
    onTaken(added[0]?.id ?? merge.changed[0]?.scene.id ?? null);
  };
  return (
    <Box>
      <Box mb={2} aria-live="polite" data-import-sums>
        {formatCount(scenes.length, 'scene')}, {formatEighths(scenes.reduce((t, s) => t + s.eighths, 0))}:{' '}
        {merge.added.length} new, {merge.changed.length} changed, {merge.same.length} as before
        {merge.gone.length ? `, ${merge.gone.length} no longer in it (they stay, with their shots)` : ''}.
      </Box>
      {problems.map((p) => (
        <Problem key={`${p.line}${p.message}`}>
          Line {p.line}: {p.message}
        </Problem>
      ))}
      {merge.unknown.length ? (
        <Box color="soft" my={1}>
          Speaking and not under People: {merge.unknown.slice(0, 12).join(', ')}
          {merge.unknown.length > 12 ? ' …' : ''}. They can be added later; nothing is lost.
        </Box>
      ) : null}
      <Box as="ul" my={2} maxH="220px" overflowY="auto">
        {merge.changed.map(({ scene, what }) => (
          <li key={scene.id}>
            <strong>{scene.number}</strong> {scene.title}: {what.join(', ')}{' '}
            <span className="soft">
              ({formatCount(rows.shots.filter((s) => s.sceneId === scene.id).length, 'shot')} will say stale)
            </span>
          </li>
        ))}
        {merge.added.slice(0, 200).map((values) => (
          <li key={String(values.number)}>
            <strong>{String(values.number)}</strong> {String(values.title)} <span className="soft">new</span>
          </li>
        ))}
      </Box>
      <Button look="primary" disabled={writes === 0 || stop.length > 0} onClick={take}>
        {writes === 0 ? 'Nothing in it is new' : `Take ${formatCount(writes, 'scene')}`}
      </Button>
    </Box>
  );
}

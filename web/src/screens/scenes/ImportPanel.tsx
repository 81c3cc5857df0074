import { Box, Flex, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { isText } from '@kavrell/core/formats';
import type { Scene } from '@kavrell/core/scenes';
import { formatBytes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { useDraft } from '../../platform/draft.ts';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Views } from '../../ui/Views.tsx';
import { kindOf, type ImportKind } from './importKind.ts';
import { ImportMoments } from './ImportMoments.tsx';
import { ImportScript } from './ImportScript.tsx';
import { ImportShots } from './ImportShots.tsx';
import { Problem } from '../../ui/Problem.tsx';

const KINDS = [
  ['script', 'A script'],
  ['shots', 'A shot list'],
  ['moments', 'A list of moments'],
  ['cues', 'A running order'],
] as const satisfies readonly (readonly [ImportKind, string])[];

const MAX_TEXT_BYTES = 8_000_000;

/** Brings in what was written elsewhere: looked at first, taken whole or not at all, and undone with one key. */
export function ImportPanel({ intoScene, onDone }: { intoScene: Scene | null; onDone: (id: string | null) => void }) {
  const { production } = usePlanned();
  const [text, setText] = useDraft(`import:${production.id}`);
  const [said, setSaid] = useState<ImportKind | null>(null);
  const [problem, setProblem] = useState('');
  const kind = said ?? (text.trim() ? kindOf(text) : 'script');
  const take = async ([file]: File[]) => {
    if (!file) return;
    if (file.size > MAX_TEXT_BYTES) {
      setProblem(`“${file.name}” has ${formatBytes(file.size)}: no script or list is that long. Nothing was changed.`);
      return;
    }
    const content = await file.text();
    if (!isText(content)) {
      setProblem(
        `“${file.name}” is not text: it may be a picture, a document or sound. Save it as plain text, Fountain or CSV and drop that. Nothing was changed.`,
      );
      return;
    }
    setProblem('');
    setSaid(null);
    setText(content);
  };
  const onTaken = (id: string | null) => {
    setText('');
    setSaid(null);
    onDone(id);
  };
  const props = { text, onTaken };
  return (
    <Box maxW="900px">
      <Flex gap={3} align="center" wrap="wrap" mb={3}>
        <Views label="What is brought in" views={KINDS} open={kind} onOpen={setSaid} />
      </Flex>
      <DropPlace
        what="Drop a Fountain, text or CSV file"
        accept=".fountain,.txt,.csv,.tsv,.md,text/*"
        take={(files) => void take(files)}
      />
      {problem ? <Problem mt={2}>{problem}</Problem> : null}
      <Box mt={3}>
        <Textarea
          fontFamily="mono"
          aria-label="Text to bring in"
          rows={text ? 8 : 5}
          value={text}
          placeholder={PLACEHOLDERS[kind]}
          onChange={(e) => {
            setProblem('');
            setText(e.target.value);
          }}
          onKeyDown={(e) => e.stopPropagation()}
          style={{ resize: 'vertical', whiteSpace: 'pre', overflowX: 'auto' }}
        />
      </Box>
      {text.trim() === '' ? null : (
        <Box mt={3}>
          {!isText(text) ? (
            <Problem>This is not text. Nothing was changed.</Problem>
          ) : kind === 'script' ? (
            <ImportScript {...props} />
          ) : kind === 'shots' ? (
            <ImportShots {...props} intoScene={intoScene} />
          ) : (
            <ImportMoments {...props} as={kind === 'cues' ? 'cue' : 'moment'} />
          )}
        </Box>
      )}
    </Box>
  );
}

const PLACEHOLDERS: Record<ImportKind, string> = {
  script: 'Or paste it here:\n\nINT. FOUNDER’S BENCH - DAY #3#\n\nILSE\nMy mother drew nine.',
  shots: 'Or paste it here, heading line first:\n\nscene\tshot\tdescription\tsize\tlens\tminutes',
  moments: 'One a line, time and minutes if known:\n\n13:10 Crew portraits 18min\n13:28 Blessing 12min',
  cues: 'One a line:\n\n10:45 Titles 3min\n10:48 Desk: the standings 9min',
};

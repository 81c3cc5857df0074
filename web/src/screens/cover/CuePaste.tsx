import { Box, Flex, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { CUE_DEFAULTS, planCues, readCues, type Cue, type CueChange } from '@kavrell/core/cover';
import type { Day } from '@kavrell/core/day';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { useDraft } from '../../platform/draft.ts';
import { newId } from '../../platform/id.ts';
import { change, type Op } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { DropPlace } from '../../ui/DropPlace.tsx';
import { Look } from '../../ui/parts.tsx';
import { useReading } from '../../ui/useReading.ts';

const SHOWN = 12;
const WORDS: Readonly<Record<CueChange['kind'], string>> = {
  new: 'new',
  changed: 'changed',
  same: 'as before',
  gone: 'not in it any more: skipped',
};

/** Brings a running order in, or lays a newer version beside the one there is: what it would do is said before it is done. */
export function CuePaste({ day, own }: { day: Day; own: readonly Cue[] }) {
  const { production, rows } = usePlanned();
  const [open, setOpen] = useState(false);
  const [text, setText] = useDraft(`cues:${day.id}`);
  const reading = useReading(async (file) => setText(await file.text()));
  if (!open) return <Button onClick={() => setOpen(true)}>Bring in a table</Button>;
  const personOf = (name: string) =>
    rows.people.find((p) => name !== '' && [p.name, p.shortName].some((n) => n.toLowerCase() === name.toLowerCase()))
      ?.id ?? null;
  const read = readOf(text);
  const changes = read.cues ? planCues(read.cues, own, personOf) : [];
  // A name that nobody here has can’t be set: said, never left out silently.
  const strangers = [...new Set((read.cues ?? []).flatMap((c) => [c.caller, c.doer]))].filter((n) => n && !personOf(n));
  const count = (kind: CueChange['kind']) => changes.filter((c) => c.kind === kind).length;
  const take = () => {
    const ops = changes.flatMap((c): Op[] => {
      if (c.kind === 'new')
        return [
          {
            ...{ op: 'insert', table: 'cues', id: newId() },
            values: {
              ...CUE_DEFAULTS,
              ...{ dayId: day.id, kind: c.line.kind, words: c.line.words, lengthS: c.line.lengthS, position: c.at },
              ...{ fixedMin: c.line.fixedMin, file: c.line.file },
              ...{ callerId: personOf(c.line.caller), doerId: personOf(c.line.doer) },
            },
          },
        ];
      if (c.kind === 'gone') return [{ op: 'update', table: 'cues', row: c.cue, values: { skipped: true } }];
      return c.kind === 'changed' ? [{ op: 'update', table: 'cues', row: c.cue, values: c.values }] : [];
    });
    void change(production.id, `Running order brought in: ${formatCount(ops.length, 'change')}`, ops);
    setText('');
    setOpen(false);
  };
  return (
    <Box w="100%" data-cue-paste>
      <Textarea
        aria-label="The running order"
        rows={6}
        placeholder={'cue, length, fixed, calls, does, file\nTitles in, 0:20, 10:45, Tove,,'}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <DropPlace what="A running order as CSV" accept=".csv,.tsv,.txt,text/*" busy={reading.busy} take={reading.take}>
        {reading.problem}
      </DropPlace>
      {read.problem ? (
        <Box role="status">
          <Look>{read.problem}</Look>
        </Box>
      ) : null}
      {(read.problems ?? []).slice(0, SHOWN).map((p) => (
        <Box key={p.line}>
          <Look>Line {p.line}</Look>: {p.words}
        </Box>
      ))}
      {(read.problems ?? []).length > SHOWN ? <Box>and {(read.problems ?? []).length - SHOWN} more lines</Box> : null}
      {strangers.length > 0 ? (
        <Box>
          <Look>Nobody here is called {strangers.slice(0, SHOWN).join(', ')}</Look>: their cues come in without them.
          People has who there is.
        </Box>
      ) : null}
      {changes.length > 0 ? (
        <Box as="ul" listStyleType="none" fontSize="s" mt={2}>
          {changes
            .filter((c) => c.kind !== 'same')
            .slice(0, SHOWN)
            .map((c) => (
              <li key={c.kind === 'gone' ? c.cue.id : c.at}>
                {c.kind === 'gone' ? c.cue.words : c.line.words}: {WORDS[c.kind]}
              </li>
            ))}
          <li>
            {count('new')} new, {count('changed')} changed, {count('gone')} gone, {count('same')} as before.
          </li>
        </Box>
      ) : null}
      <Flex gap={2} mt={2}>
        <Button look="primary" disabled={changes.every((c) => c.kind === 'same')} onClick={take}>
          Take it
        </Button>
        <Button onClick={() => setOpen(false)}>Leave it</Button>
      </Flex>
    </Box>
  );
}

/** What a text says, or why it can’t be read. */
function readOf(text: string): Partial<ReturnType<typeof readCues>> & { problem?: string } {
  if (text.trim() === '') return {};
  try {
    return readCues(text);
  } catch (error) {
    return { problem: wordsOf(error) };
  }
}

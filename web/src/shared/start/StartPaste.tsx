import { Box, Flex, Textarea } from '@chakra-ui/react';
import { useMemo, useState, type ReactNode } from 'react';
import { LINE_KIND_WORDS, readStart, type JobKind, type LineKind, type StartRead } from '@kavrell/core/start';
import { formatCount, formatDate, formatWallMinute } from '@kavrell/core/units';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Facts } from '../../ui/parts.tsx';

/** What one begins with, by kind of job. */
export const START_EXAMPLES: Record<JobKind, string> = {
  shots: `Thursday 18 March, call 6:30, wrap by 18:30
Place: Pour floor, Foundry Slip, Port Ellery
Piet Lam, sound recordist, +44 1632 960 003
6 The door lifts
7 Metal meets the mould`,
  moments: `Sat 14 Aug, call 6:30, wrap by 11:00
Place: The lido, Lake Road 3
07:50 Welcome at the jetty
08:20 The start, only once
08:35–09:20 Swim, last one out
Jo Amadi, sound, +44 1632 960 034
Swimmers:
Ilka Brandt`,
  cues: `Sunday 26 September, call 8:00
Place: Congress hall, Kettle Street 1
10:45 Titles 3min
10:48 Desk: the standings 9min
11:00 Round begins`,
};

const anything = (read: StartRead) =>
  read.date !== null ||
  read.people.length +
    read.places.length +
    read.shots.length +
    read.moments.length +
    read.meals.length +
    read.wishes.length >
    0;

/** A pasted message, table or programme being read, with each line that was not understood offered to be said; `begin` takes it. */
export function StartPaste({
  text,
  setText,
  kind,
  today,
  named = false,
  aside,
  children,
}: {
  text: string;
  setText: (text: string) => void;
  kind: JobKind;
  today: string;
  /** The job has its name: no line is offered to be that. */
  named?: boolean;
  /** What stands beside, of what was read. */
  aside?: (read: StartRead) => ReactNode;
  /** What takes it; null while there is nothing to take. */
  children: (read: StartRead | null) => ReactNode;
}) {
  const [told, setTold] = useState<ReadonlyMap<string, LineKind>>(new Map());
  const read = useMemo(() => readStart(text, today, told), [text, today, told]);
  const say = (line: string, as: LineKind) => setTold(new Map([...told, [line, as]]));
  const crew = read.people.filter((p) => !p.guest);
  const guests = read.people.length - crew.length;
  return (
    <Box
      display="grid"
      gridTemplateColumns={{ base: '1fr', lg: aside ? 'minmax(0, 1fr) minmax(0, 1fr)' : '1fr' }}
      gap={6}
    >
      <Box minW={0}>
        <FormField
          label="Paste anything: a message, a programme, a table, a crew list"
          hint="Several one after the other is fine"
        >
          {(props) => (
            <Textarea
              rows={12}
              {...props}
              value={text}
              placeholder={START_EXAMPLES[kind]}
              onChange={(e) => setText(e.target.value)}
              onKeyDown={(e) => e.stopPropagation()}
            />
          )}
        </FormField>
        {read.left.length > 0 ? (
          <Box mb={4} data-left-over>
            {read.left.slice(0, 8).map(({ text: line, likely }) => (
              <Box key={line} mb={3}>
                <Box overflowWrap="anywhere" mb={1}>
                  What is “{line.slice(0, 90)}”?
                </Box>
                <Flex gap={2} wrap="wrap">
                  {likely
                    .map((as) => (named && as === 'title' ? 'moment' : as))
                    .map((as) => (
                      <Button key={as} size="small" onClick={() => say(line, as)}>
                        {LINE_KIND_WORDS[as]}
                      </Button>
                    ))}
                </Flex>
              </Box>
            ))}
            {read.left.length > 8 ? (
              <Box color="soft">and {formatCount(read.left.length - 8, 'line')} more that are not understood yet</Box>
            ) : null}
          </Box>
        ) : null}
        {children(anything(read) ? read : null)}
        {anything(read) ? (
          <Box mt={5} data-start>
            <Facts
              rows={[
                ['Date', read.date ? formatDate(read.date, { long: true, year: true }) : 'not said'],
                ['Call', read.callMin === null ? 'not said' : formatWallMinute(read.callMin)],
                ['Wrap', read.wrapMin === null ? 'not said' : formatWallMinute(read.wrapMin)],
                ['Places', read.places.map((p) => p.name).join(', ') || 'none'],
                ['People', crew.map((p) => `${p.name}${p.role ? `, ${p.role}` : ''}`).join(' · ') || 'none'],
                ...(guests ? ([['In the picture', formatCount(guests, 'person', 'people')]] as const) : []),
                ...(read.moments.length
                  ? ([
                      [kind === 'cues' ? 'Running order' : 'Programme', formatCount(read.moments.length, 'line')],
                    ] as const)
                  : []),
                ...(read.shots.length ? ([['Shots', formatCount(read.shots.length, 'shot')]] as const) : []),
                ...(read.meals.length ? ([['Meals', read.meals.map((m) => m.text).join(' · ')]] as const) : []),
                ...(read.wishes.length ? ([['Wishes', read.wishes.join(' · ')]] as const) : []),
                ...(read.notes.length ? ([['Notes', read.notes.join(' · ')]] as const) : []),
              ]}
            />
            {read.assumed.map((words) => (
              <Box key={words} color="soft" mt={2}>
                {words}
              </Box>
            ))}
          </Box>
        ) : null}
      </Box>
      {aside ? <Box minW={0}>{aside(read)}</Box> : null}
    </Box>
  );
}

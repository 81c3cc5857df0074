import { Box, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { entriesOf } from '@kavrell/core/log';
import { formatInstant, formatMinutes, parseMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { wordsOf } from '../../platform/api.ts';
import { useDraft } from '../../platform/draft.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { dropEntry } from '../../shared/log/log.ts';
import type { InHand } from '../../shared/roll/inHand.ts';
import type { Onset } from '../../shared/roll/onset.ts';
import { Button } from '../../ui/Button.tsx';
import { Problem } from '../../ui/Problem.tsx';
import { Panel } from './Panel.tsx';

/** Something more, or something else, is asked for than was agreed: noted the moment it is said. No price stands here; who plans the job prices it in Money. */
export function MoreAsked({ onset, hand }: { onset: Onset; hand: InHand }) {
  const { rows, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const [words, setWords] = useDraft(`more-asked:${day?.id ?? ''}`);
  const [askedBy, setAskedBy] = useState('');
  const [takes, setTakes] = useState('');
  const [problem, setProblem] = useState('');
  if (!day) return null;
  const all = entriesOf(rows.logEntries, 'scope').filter((e) => e.dayId === day.id);
  const add = () => {
    try {
      const minutes = takes.trim() === '' ? null : parseMinutes(takes);
      onset.log('More was asked for', {
        kind: 'scope',
        words: words.trim(),
        askedBy: askedBy.trim(),
        shotId: hand.shot?.id ?? null,
        minutes,
      });
      setWords('');
      setTakes('');
      setProblem('');
    } catch (error) {
      setProblem(`${wordsOf(error)} Nothing was noted yet; what you typed stays.`);
    }
  };
  return (
    <Panel name="More asked for" data-more-asked>
      <Box as="h2" fontWeight="700" mb={2}>
        What is asked for beside what was agreed
      </Box>
      <Flex gap={2} wrap="wrap" align="center">
        <Input
          flex="2 1 240px"
          w="auto"
          aria-label="What is asked for"
          placeholder="One more with the mayor"
          maxLength={160}
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
        <Input
          flex="1 1 130px"
          w="auto"
          aria-label="Who asks"
          placeholder="Who asks"
          maxLength={120}
          value={askedBy}
          onChange={(e) => setAskedBy(e.target.value)}
        />
        <Input
          flex="0 1 130px"
          w="auto"
          aria-label="How long it takes"
          placeholder="Takes, min"
          value={takes}
          onChange={(e) => setTakes(e.target.value)}
        />
        <Button size="act" fontSize="m" minH="44px" disabled={words.trim() === ''} onClick={add}>
          Note it
        </Button>
      </Flex>
      {problem ? <Problem mt={2}>{problem}</Problem> : null}
      <Box as="ol" listStyleType="none" mt={2} fontSize="s">
        {all.map((e) => (
          <Flex as="li" key={e.id} gap={3} align="center">
            <Box flex={1} minW={0} overflowWrap="anywhere">
              {formatInstant(e.atMs, day, clock)} {e.payload.words}
              {e.payload.askedBy ? `, by ${e.payload.askedBy}` : ''}
              {e.payload.minutes === null ? '' : `, ${formatMinutes(e.payload.minutes)}`} ({e.by || 'unknown'})
            </Box>
            <Button size="small" look="quiet" onClick={() => dropEntry(e, 'Taken away: more asked for')}>
              Take away
            </Button>
          </Flex>
        ))}
      </Box>
    </Panel>
  );
}

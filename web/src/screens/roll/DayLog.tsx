import { Box, Flex, Input, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { DELAY_CAUSES, DELAY_WORDS, entriesOf, lostByCause, lostMinOf, type LogEntryOf } from '@kavrell/core/log';
import { formatInstant, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { useDraft } from '../../platform/draft.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { dropEntry, loggedNow, mendEntry } from '../../shared/log/log.ts';
import { Button } from '../../ui/Button.tsx';
import { LineEdit } from '../../ui/LineEdit.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { Photo } from './Photo.tsx';
import { Panel } from './Panel.tsx';
import { TakePhoto } from './TakePhoto.tsx';
import type { Onset } from '../../shared/roll/onset.ts';

/** Delays with their cause, by one press while they happen: minutes come from the log. */
export function Delays({ onset }: { onset: Onset }) {
  const { rows, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  if (!day) return null;
  const own = rows.logEntries.filter((e) => e.dayId === day.id);
  const delays = entriesOf(own, 'delay');
  const running = delays.filter((d) => d.payload.lostMin === null);
  const totals = lostByCause(own, onset.nowMs);
  return (
    <Panel name="Delays" data-delays>
      <Box as="h2" fontWeight="700" mb={2}>
        Waiting because of
      </Box>
      <Flex gap={2} wrap="wrap">
        {DELAY_CAUSES.map((cause) => (
          <Button
            key={cause}
            size="act"
            fontSize="m"
            minH="52px"
            onClick={() =>
              onset.log(`Delay: ${DELAY_WORDS[cause]}`, { kind: 'delay', cause, lostMin: null, words: '' })
            }
          >
            {DELAY_WORDS[cause]}
          </Button>
        ))}
      </Flex>
      {running.map((d) => (
        <Running key={d.id} delay={d} nowMs={onset.nowMs} />
      ))}
      {delays.length > 0 ? (
        <Box mt={3} fontSize="s">
          <Box fontWeight="700">
            Lost today:{' '}
            {totals.map((t) => `${DELAY_WORDS[t.cause]} ${formatMinutes(Math.round(t.lostMin))}`).join(', ')}
          </Box>
          <Box as="ol" listStyleType="none">
            {delays
              .filter((d) => d.payload.lostMin !== null)
              .map((d) => (
                <Flex as="li" key={d.id} gap={3} align="center">
                  <Box flex={1} minW={0} overflowWrap="anywhere">
                    {formatInstant(d.atMs, day, clock)} {DELAY_WORDS[d.payload.cause]},{' '}
                    {formatMinutes(Math.round(d.payload.lostMin ?? 0))}
                    {d.payload.words ? `: ${d.payload.words}` : ''}
                  </Box>
                  <Button size="small" look="quiet" onClick={() => dropEntry(d, 'Delay taken away')}>
                    Take away
                  </Button>
                </Flex>
              ))}
          </Box>
        </Box>
      ) : null}
    </Panel>
  );
}

/** A delay that still lasts: what it is, and one press when it is over. */
function Running({ delay, nowMs }: { delay: LogEntryOf<'delay'>; nowMs: number }) {
  const { production } = useProduction();
  const cause = DELAY_WORDS[delay.payload.cause];
  const save = (values: Partial<LogEntryOf<'delay'>['payload']>) =>
    mendEntry(delay, `Delay: ${cause}`, { payload: { ...delay.payload, ...values } });
  return (
    <Flex gap={2} mt={2} wrap="wrap" align="center" role="status">
      <Box fontWeight="700" color="look">
        {cause}, {formatMinutes(Math.floor(lostMinOf(delay, null, nowMs)))} so far
      </Box>
      <LineEdit
        flex="1 1 180px"
        w="auto"
        label={`What the delay by ${cause} is`}
        placeholder="What it is (can wait)"
        maxLength={400}
        value={delay.payload.words}
        save={(words) => save({ words })}
      />
      <Button
        size="act"
        fontSize="m"
        minH="44px"
        onClick={() => save({ lostMin: Math.round(lostMinOf(delay, null, loggedNow(production))) })}
      >
        Goes on again
      </Button>
    </Flex>
  );
}

/** Accidents and near misses, with time, and who was told. Written here they are kept on this device first, without network too. */
export function Incidents({ onset }: { onset: Onset }) {
  const { rows, day } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const [words, setWords] = useDraft(`incident:${day?.id ?? ''}`);
  const [told, setTold] = useState('');
  const [near, setNear] = useState(true);
  if (!day) return null;
  const all = entriesOf(rows.logEntries, 'incident').filter((e) => e.dayId === day.id);
  const add = () => {
    const text = words.trim();
    if (!text) return;
    onset.log(near ? 'Near miss noted' : 'Incident noted', { kind: 'incident', near, words: text, told: told.trim() });
    setWords('');
    setTold('');
  };
  return (
    <Panel name="Incidents" data-incidents>
      <Box as="h2" fontWeight="700">
        What happened, or nearly did
      </Box>
      <Box color="soft" fontSize="s" mb={2}>
        Help first, then the note. Facts, no blame; local codes and whoever is responsible for the place say who must be
        told.
      </Box>
      <Textarea
        aria-label="What happened"
        placeholder="A sandbag slid off a stand; nobody under it"
        rows={3}
        maxLength={1000}
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      <Flex gap={3} mt={2} wrap="wrap" align="center">
        <Input
          flex="1 1 180px"
          w="auto"
          aria-label="Who was told"
          placeholder="Who was told"
          maxLength={200}
          value={told}
          onChange={(e) => setTold(e.target.value)}
        />
        <Tick checked={near} onChange={setNear}>
          a near miss: nobody hurt, nothing broken
        </Tick>
        <Button size="act" fontSize="m" minH="44px" disabled={words.trim() === ''} onClick={add}>
          Note it
        </Button>
      </Flex>
      <Box mt={2}>
        <TakePhoto what="A photograph of it" of={{ about: 'incident' }} onset={onset} />
      </Box>
      <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(140px, 1fr))" gap={3} mt={2}>
        {entriesOf(rows.logEntries, 'still')
          .filter((e) => e.dayId === day.id && e.payload.about === 'incident')
          .map((e) => (
            <Photo key={e.id} still={e} />
          ))}
      </Box>
      <Box as="ol" listStyleType="none" mt={2} fontSize="s">
        {all.map((e) => (
          <Flex as="li" key={e.id} gap={3} align="center">
            <Box flex={1} minW={0} overflowWrap="anywhere">
              {formatInstant(e.atMs, day, clock)} {e.payload.near ? 'near miss' : 'incident'}: {e.payload.words}
              {e.payload.told ? `; told: ${e.payload.told}` : '; nobody told yet'} ({e.by || 'unknown'})
            </Box>
          </Flex>
        ))}
      </Box>
    </Panel>
  );
}

import { Box, Flex, Input } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { addStation, endStation, listStations, type Station } from '@kavrell/contract';
import { formatMinutes } from '@kavrell/core/units';
import { call, wordsOf } from '../../platform/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Part, Why } from '../../ui/parts.tsx';
import { Problem } from '../../ui/Problem.tsx';

const KEY = ['stations'];
const LOOK_MS = 10_000;
/** A station says every two seconds that it is there. */
const AWAY_MS = 30_000;
const MINUTE_MS = 60_000;

function heard({ joined, seenAtMs }: Station, nowMs: number): string {
  if (!joined) return 'its token was not used yet';
  if (seenAtMs === null || nowMs - seenAtMs > AWAY_MS)
    return seenAtMs === null
      ? 'never heard of'
      : `away, last heard of ${formatMinutes((nowMs - seenAtMs) / MINUTE_MS)} ago`;
  return 'there';
}

/** Other machines that copy for this house with drives and readers of their own. */
export function Stations() {
  const client = useQueryClient();
  const { data, error, dataUpdatedAt } = useQuery({
    queryKey: KEY,
    queryFn: () => call(listStations, { params: {} }),
    refetchInterval: LOOK_MS,
  });
  const [name, setName] = useState('');
  const [command, setCommand] = useState('');
  const [problem, setProblem] = useState('');
  const again = () => void client.invalidateQueries({ queryKey: KEY });
  const add = () =>
    void call(addStation, { params: {}, body: { name: name.trim() } }).then(
      (answer) => {
        setCommand(answer.command);
        setName('');
        setProblem('');
        again();
      },
      (e: unknown) => setProblem(wordsOf(e)),
    );
  const end = (station: Station) =>
    void call(endStation, { params: { stationId: station.id }, body: {} }).then(again, (e: unknown) =>
      setProblem(wordsOf(e)),
    );
  return (
    <Part title="Stations">
      {error && !data ? <Box color="soft">{wordsOf(error)}</Box> : null}
      <Box as="ul" listStyleType="none" display="grid" gap={2} mb={2}>
        {(data ?? []).map((s) => (
          <Flex as="li" key={s.id} gap={2} align="baseline" wrap="wrap">
            <strong>{s.name}</strong>
            <Box color="soft">{heard(s, dataUpdatedAt)}</Box>
            <Button size="small" look="quiet" onClick={() => end(s)}>
              Take {s.name} off
            </Button>
          </Flex>
        ))}
      </Box>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          add();
        }}
      >
        <Flex gap={2}>
          <Input
            aria-label="Name of another machine"
            placeholder="Van"
            aria-invalid={problem !== ''}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <Button type="submit" disabled={name.trim() === ''}>
            Add
          </Button>
        </Flex>
      </form>
      {problem ? <Problem mt={2}>{problem}</Problem> : null}
      {command ? (
        <Box role="status" mt={2} overflowWrap="anywhere">
          On that machine, in a copy of Kavrell, within an hour:
          <Box className="mono" userSelect="all">
            {command}
          </Box>
        </Box>
      ) : null}
      <Box mt={3}>
        <Why
          lines={[
            'A station reads its own cards and copies to its own drives; it sees its own jobs and nothing else of the productions. Its progress shows here like any other.',
            'Stations on other machines reach this one only while it is opened to the network (KAVRELL_HOST), encrypted.',
          ]}
        />
      </Box>
    </Part>
  );
}

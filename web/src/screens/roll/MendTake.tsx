import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import {
  FAULT_WORDS,
  FLAG_WORDS,
  TAKE_FAULTS,
  TAKE_FLAGS,
  mergeTakes,
  movedTake,
  nextTakeNumber,
  splitTake,
  takeHistory,
  type Said,
  type Take,
  type TakePayload,
} from '@kavrell/core/roll';
import { formatRunning } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { clientId, newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { rollConsole, timecodeAt, useConsole } from '../../shared/roll/console.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { Unfold } from '../../ui/Unfold.tsx';
import { Panel } from './Panel.tsx';
import { CameraSets } from './CameraSets.tsx';

/** Under a thumb it must be larger than under a mouse. */
const THUMB = { base: '44px', md: '28px' };
const STEPS_S = [-10, -1, 1, 10] as const;
const said = (s: number) => `${s < 0 ? '−' : '+'}${Math.abs(s)} s`;

/** A take put right afterwards. Each press is one more thing said of it: nothing is overwritten, all of it stands in its history. */
export function MendTake({ take, close }: { take: Take | null; close: () => void }) {
  const { production, day, facts } = useProduction();
  if (!take || !day || !facts) return null;
  const takes = facts.everyTake;
  const timecode = (ms: number) => timecodeAt(production, day, ms);
  const log = (words: string, payload: TakePayload) =>
    rollConsole.log(production, take.id, `Take ${take.number}: ${words}`, payload);
  const say = (words: string, what: Said[] | TakePayload | null, refused: string) => {
    if (what === null) tell(refused);
    else if (Array.isArray(what)) rollConsole.say(production, words, what);
    else log(words, what);
  };
  const move = (which: 'rolled' | 'cut', s: number) =>
    say(
      `${which === 'rolled' ? 'began' : 'cut'} ${said(s)}`,
      movedTake(take, which, s * 1000, timecode),
      'A take ends after it begins: this would turn that round.',
    );
  const ofDay = takes.filter((t) => t.dayId === take.dayId && t.struck === null);
  const before = ofDay[ofDay.findIndex((t) => t.id === take.id) - 1];
  return (
    <Panel name={`Put take ${take.number} right`} my={2} data-mend={take.id}>
      <Flex justify="space-between" align="baseline" gap={3}>
        <Box as="h2" fontWeight="700">
          Put take {take.number} right
        </Box>
        <Button size="small" minH={THUMB} look="quiet" onClick={close}>
          Done
        </Button>
      </Flex>
      <WhatItWasOf take={take} log={log} />
      <Times take={take} move={move} />
      <Flex gap={4} wrap="wrap" my={2} role="group" aria-label="What kind of take">
        {TAKE_FLAGS.map((flag) => (
          <Tick
            key={flag}
            checked={take.flags.includes(flag)}
            onChange={(on) => log(FLAG_WORDS[flag], { kind: 'flagged', flag, on })}
          >
            {FLAG_WORDS[flag]}
          </Tick>
        ))}
      </Flex>
      <Flex gap={2} wrap="wrap" my={2} align="center" role="group" aria-label="What was wrong">
        <Box color="soft">Wrong:</Box>
        {TAKE_FAULTS.map((fault) => {
          const on = take.faults.includes(fault);
          return (
            <Button
              key={fault}
              size="small"
              minH={THUMB}
              aria-pressed={on}
              look={on ? 'on' : 'plain'}
              onClick={() =>
                log(`${FAULT_WORDS[fault]} ${on ? 'right' : 'wrong'}`, { kind: 'faulted', fault, on: !on })
              }
            >
              {FAULT_WORDS[fault]}
            </Button>
          );
        })}
      </Flex>
      <CamerasOf take={take} log={log} />
      <Flex gap={2} wrap="wrap" mt={3}>
        <Button
          size="small"
          minH={THUMB}
          onClick={() =>
            log(take.struck ? 'brought back' : 'false start', { kind: 'struck', struck: take.struck === null })
          }
        >
          {take.struck ? 'Not a false start: bring it back' : 'False start'}
        </Button>
        <Button
          size="small"
          minH={THUMB}
          disabled={take.cutAtMs === null}
          onClick={() =>
            say(
              `Take ${take.number} split in two`,
              splitTake(
                take,
                Math.round((take.rolledAtMs + (take.cutAtMs ?? take.rolledAtMs)) / 2),
                { id: newId(), number: nextTakeNumber(ofDay, take, take.wild) },
                timecode,
              ),
              'It is too short to be two.',
            )
          }
        >
          It was two: split it
        </Button>
        <Button
          size="small"
          minH={THUMB}
          disabled={!before || take.cutAtMs === null}
          onClick={() => {
            if (!before) return;
            say(
              `Take ${take.number} put into take ${before.number}`,
              mergeTakes(before, take, timecode),
              'Cut it first: then it can stand in the one before.',
            );
            useConsole.setState({ takeId: before.id });
          }}
        >
          {before ? `Same roll as take ${before.number}: put it into that` : 'Same roll as the one before'}
        </Button>
      </Flex>
      <Box mt={2}>
        <Unfold words="Everything that was said of it" remember="take history">
          <History take={take} takes={takes} />
        </Unfold>
      </Box>
    </Panel>
  );
}

type Log = (words: string, payload: TakePayload) => void;

/** Which shot or moment it was of, and the number that was said. */
function WhatItWasOf({ take, log }: { take: Take; log: Log }) {
  const { rows } = useProduction();
  const [number, setNumber] = useState<string | null>(null);
  const [problem, setProblem] = useState('');
  const moments = rows.scenes.filter((s) => s.kind !== 'shots');
  const takeNumber = () => {
    const value = Number(number);
    if (number === null || value === take.number) return;
    if (!Number.isInteger(value) || value < 1 || value > 9999) {
      setProblem('A take’s number is a whole one from 1 to 9999.');
      return;
    }
    setProblem('');
    setNumber(null);
    log(`is take ${value}`, { kind: 'numbered', number: value });
  };
  return (
    <Flex gap={3} wrap="wrap" mt={2} align="start">
      <Box flex="1 1 220px">
        <FormField label="It was of">
          {(props) => (
            <Choice
              {...props}
              value={take.shotId ?? take.sceneId ?? ''}
              onChange={(e) => {
                const id = e.target.value;
                const shot = rows.shots.find((s) => s.id === id);
                log(`was of ${shot?.code ?? moments.find((m) => m.id === id)?.title ?? 'nothing in particular'}`, {
                  kind: 'aimed',
                  shotId: shot?.id ?? null,
                  sceneId: shot ? null : id || null,
                });
              }}
            >
              <option value="">nothing in particular</option>
              {moments.map((m) => (
                <option key={m.id} value={m.id}>
                  {m.title}
                </option>
              ))}
              {rows.shots.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.code} {s.description}
                </option>
              ))}
            </Choice>
          )}
        </FormField>
      </Box>
      <Box w="110px">
        <FormField
          label="Take"
          error={problem || undefined}
          input={{
            inputMode: 'numeric',
            value: number ?? String(take.number),
            onChange: (e) => setNumber(e.target.value),
            onBlur: takeNumber,
            onKeyDown: (e) => e.key === 'Enter' && takeNumber(),
          }}
        />
      </Box>
    </Flex>
  );
}

/** When it began and was cut, moved by seconds. */
function Times({ take, move }: { take: Take; move: (which: 'rolled' | 'cut', s: number) => void }) {
  const rows = [
    { which: 'rolled' as const, words: `Began ${take.timecodeIn}`, can: true },
    {
      which: 'cut' as const,
      words: take.cutAtMs === null ? 'Still rolling' : `Cut ${take.timecodeOut ?? ''}`,
      can: take.cutAtMs !== null,
    },
  ];
  return (
    <Box my={2}>
      {rows.map(({ which, words, can }) => (
        <Flex key={which} gap={2} align="center" wrap="wrap" mb={1}>
          <Box w={{ base: '100%', md: '190px' }} className="mono">
            {words}
          </Box>
          {STEPS_S.map((s) => (
            <Button
              key={s}
              size="small"
              minH={THUMB}
              disabled={!can}
              aria-label={`${which === 'rolled' ? 'Began' : 'Cut'} ${said(s)}`}
              onClick={() => move(which, s)}
            >
              {said(s)}
            </Button>
          ))}
        </Flex>
      ))}
      {take.cutAtMs !== null ? (
        <Box color="soft" fontSize="s">
          {formatRunning(take.cutAtMs - take.rolledAtMs)} long
        </Box>
      ) : null}
    </Box>
  );
}

/** Cameras and recorders that were in it, with what says so, and how each camera was set. */
function CamerasOf({ take, log }: { take: Take; log: Log }) {
  const { rows } = useProduction();
  const recorders = rows.soundBoxes.filter((b) => b.kind === 'recorder');
  const inTake = (letter: string) => take.cameras.find((c) => c.letter === letter && c.outAtMs === null);
  return (
    <>
      <Flex gap={4} wrap="wrap" my={2} role="group" aria-label="Cameras and recorders in it">
        {rows.cameras.map((c) => {
          const found = inTake(c.letter);
          const told = found?.evidence === 'reports' ? `reported ${found.clip ?? ''}` : 'assumed';
          return (
            <Tick
              key={c.id}
              checked={found !== undefined}
              onChange={(on) =>
                log(`camera ${c.letter} ${on ? 'in' : 'out'}`, {
                  kind: 'camera',
                  letter: c.letter,
                  cameraId: c.id,
                  in: on,
                })
              }
            >
              {c.letter}
              {found ? ` (${told})` : ''}
            </Tick>
          );
        })}
        {recorders.map((b) => (
          <Tick
            key={b.id}
            checked={take.recorders.some((r) => r.boxId === b.id && r.outAtMs === null)}
            onChange={(on) => log(`${b.name} ${on ? 'in' : 'out'}`, { kind: 'recorder', boxId: b.id, in: on })}
          >
            {b.name}
          </Tick>
        ))}
      </Flex>
      <Unfold words="How the cameras were set" remember="camera sets">
        <CameraSets take={take} log={log} />
      </Unfold>
    </>
  );
}

function History({ take, takes }: { take: Take; takes: readonly Take[] }) {
  const { production, rows, day } = useProduction();
  const lines = takeHistory(rows.takeEvents, take.id, {
    of: (shotId, sceneId) =>
      rows.shots.find((s) => s.id === shotId)?.code ??
      rows.scenes.find((s) => s.id === sceneId)?.title ??
      'nothing in particular',
    box: (id) => rows.soundBoxes.find((b) => b.id === id)?.name ?? 'a recorder that is gone',
    take: (id) => `take ${takes.find((t) => t.id === id)?.number ?? '?'}`,
  });
  return (
    <Box as="ol" fontSize="s" listStyleType="none">
      {lines.map((l) => (
        <Flex as="li" key={l.id} gap={3}>
          <Box className="mono" flex="none">
            {day ? timecodeAt(production, day, l.atMs) : ''}
          </Box>
          <Box flex={1} overflowWrap="anywhere">
            {l.words}
          </Box>
          <Box color="soft">{whose(l.clientId)}</Box>
        </Flex>
      ))}
    </Box>
  );
}

const whose = (id: string) => (id === clientId() ? 'here' : id.startsWith('camera ') ? 'the camera' : 'another device');

import { Box, Flex, Input, SegmentGroup } from '@chakra-ui/react';
import { Suspense, lazy, useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { setPassword } from '@kavrell/contract';
import { formatClock, parseClockOn } from '@kavrell/core/units';
import { minuteToMs, msToMinute, wallToMinute } from '@kavrell/core/time';
import { call, wordsOf } from '../../platform/api.ts';
import { productionNow } from '../../platform/clock.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { tell } from '../../platform/notices.ts';
import { forget } from '../../platform/session.ts';
import { Button } from '../../ui/Button.tsx';
import { Loading, Part, Why } from '../../ui/parts.tsx';
import { hold, useSheet, type Held } from '../../ui/sheet.tsx';
import { usePlanned, useProduction } from '../../app/production.tsx';
import { THEMES } from '../../platform/theme.ts';
import { THEME_WORDS } from './actions.ts';
import { Emergency } from './Emergency.tsx';
import { Keys } from './Keys.tsx';
import { Backups, Sessions } from './Keeping.tsx';
import { MediaFolders } from './MediaFolders.tsx';
import { Stations } from './Stations.tsx';
import { PlayPart } from './PlayDay.tsx';
import { Waiting } from './Waiting.tsx';
import { Problem } from '../../ui/Problem.tsx';

const Trust = lazy(() => import('./Trust.tsx').then((m) => ({ default: m.Trust })));

const TITLES: Record<Held, string> = {
  make: 'Will we make the day?',
  got: 'Do we have it?',
  kept: 'Is it kept?',
  settings: 'Settings',
  keys: 'Keys',
  trust: 'How far to trust this',
  waiting: 'Saved and waiting',
  clock: 'Simulated time',
  emergency: 'Emergency',
};

/** The frame's own sheet: an answer with its reasons, settings, keys, what waits. */
export function HeldSheet() {
  const held = useSheet((s) => s.held);
  if (!held) return null;
  return (
    <section aria-label={TITLES[held]}>
      <Flex align="start" gap={2} mb={4}>
        <Box as="h2" fontSize="l">
          {TITLES[held]}
        </Box>
        <Button ml="auto" look="quiet" size="small" onClick={() => hold(null)} aria-label="Close">
          Close
        </Button>
      </Flex>
      {held === 'settings' ? (
        <Settings />
      ) : held === 'keys' ? (
        <Keys />
      ) : held === 'trust' ? (
        <Suspense fallback={<Loading what="the page" />}>
          <Trust />
        </Suspense>
      ) : held === 'waiting' ? (
        <Waiting />
      ) : held === 'emergency' ? (
        <Emergency />
      ) : held === 'clock' ? (
        <SimulatedClock />
      ) : (
        <AnswerPart question={held} />
      )}
    </section>
  );
}

function AnswerPart({ question }: { question: 'make' | 'got' | 'kept' }) {
  const { answers } = useProduction();
  const answer = answers.find((a) => a.question === question);
  if (!answer) return null;
  return (
    <>
      <Part>
        <Box fontSize="xxl" fontWeight="700" lineHeight="1.1" color={answer.look ? 'look' : 'text'}>
          {answer.figure}
        </Box>
        <Box>{answer.rest}</Box>
      </Part>
      <Why lines={answer.why} />
    </>
  );
}

function Setting<T extends string>({
  name,
  value,
  options,
  set,
}: {
  name: string;
  value: T;
  options: readonly (readonly [T, string])[];
  set: (value: T) => void;
}) {
  return (
    <Part title={name}>
      <SegmentGroup.Root value={value} onValueChange={(e) => set(e.value as T)} aria-label={name}>
        {options.map(([key, word]) => (
          <SegmentGroup.Item key={key} value={key}>
            <SegmentGroup.ItemText>{word}</SegmentGroup.ItemText>
            <SegmentGroup.ItemHiddenInput />
          </SegmentGroup.Item>
        ))}
      </SegmentGroup.Root>
    </Part>
  );
}

function Settings() {
  const p = usePreferences();
  const { me } = usePlanned();
  const client = useQueryClient();
  return (
    <>
      <Setting
        name="Theme"
        value={p.theme}
        options={THEMES.map((theme) => [theme, THEME_WORDS[theme]] as const)}
        set={(theme) => p.set({ theme })}
      />
      <Setting
        name="Lengths"
        value={p.lengths}
        options={[
          ['metric', 'Metres'],
          ['feet', 'Feet'],
        ]}
        set={(lengths) => p.set({ lengths })}
      />
      <Setting
        name="Clock"
        value={p.clock}
        options={[
          ['24', '18:30'],
          ['12', '6:30 pm'],
        ]}
        set={(clock) => p.set({ clock })}
      />
      <Setting
        name="Single-letter keys"
        value={p.letterKeys ? 'on' : 'off'}
        options={[
          ['on', 'On'],
          ['off', 'Off'],
        ]}
        set={(v) => p.set({ letterKeys: v === 'on' })}
      />
      {me.role === 'owner' ? (
        <>
          <Password has={me.hasPassword} />
          <MediaFolders />
          <Stations />
          <Sessions />
          <Backups />
        </>
      ) : null}
      <Part>
        <Button onClick={() => void forget(client)}>Sign out</Button>
      </Part>
    </>
  );
}

function Password({ has }: { has: boolean }) {
  const client = useQueryClient();
  const [text, setText] = useState('');
  const [current, setCurrent] = useState('');
  const [problem, setProblem] = useState('');
  const save = () =>
    call(setPassword, { params: {}, body: { password: text, current } }).then(
      () => {
        setText('');
        setCurrent('');
        void client.invalidateQueries({ queryKey: ['me'] });
        void client.invalidateQueries({ queryKey: ['sessions'] });
        setProblem('');
        tell('The password is set, and every other session has ended. Sign in as “owner” from now on.');
      },
      (error: unknown) => setProblem(wordsOf(error)),
    );
  return (
    <Part title={has ? 'Change the password' : 'Set a password'}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        {has ? (
          <Box mb={2}>
            <Input
              type="password"
              autoComplete="current-password"
              aria-label="Present password"
              placeholder="present password"
              value={current}
              onChange={(e) => setCurrent(e.target.value)}
            />
          </Box>
        ) : null}
        <Flex gap={2}>
          <Input
            placeholder="new password"
            type="password"
            autoComplete="new-password"
            aria-label="New password"
            aria-invalid={problem !== ''}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <Button type="submit" disabled={text === ''}>
            Set
          </Button>
        </Flex>
        {problem ? <Problem mt={2}>{problem}</Problem> : null}
      </form>
    </Part>
  );
}

function SimulatedClock() {
  const { production, day } = usePlanned();
  const nowMin = day ? msToMinute(day.date, day.timeZone, productionNow(production)) : 0;
  const [text, setText] = useState(() => formatClock(Math.floor(nowMin / 60) % 24, Math.floor(nowMin) % 60, '24'));
  const [problem, setProblem] = useState('');
  if (!day) return null;
  const set = (offset: number | null) =>
    void change(production.id, offset === null ? 'Real time again' : `Set the demo’s time to ${text}`, [
      { op: 'update', table: 'productions', row: production, values: { simulatedNowOffsetMs: offset } },
    ]);
  return (
    <>
      <Part>
        This production has a made-up date, so its clock is simulated: it runs on from the time set here, on the day
        that is open. Takes are logged with this time.
      </Part>
      <Part title="Time of day">
        <form
          onSubmit={(e) => {
            e.preventDefault();
            try {
              set(
                minuteToMs(day.date, day.timeZone, wallToMinute(day.date, day.timeZone, parseClockOn(text, day))) -
                  Date.now(),
              );
              setProblem('');
            } catch (error) {
              setProblem(wordsOf(error));
            }
          }}
        >
          <Flex gap={2}>
            <Input
              aria-label="Simulated time"
              aria-invalid={problem !== ''}
              value={text}
              onChange={(e) => setText(e.target.value)}
            />
            <Button type="submit" look="primary">
              Set
            </Button>
          </Flex>
          {problem ? <Problem mt={2}>{problem}</Problem> : null}
        </form>
      </Part>
      <PlayPart />
      {production.simulatedNowOffsetMs === null ? null : (
        <Part>
          <Button onClick={() => set(null)}>Use the real clock</Button>
        </Part>
      )}
    </>
  );
}

import { Box, Flex } from '@chakra-ui/react';
import { useDrag } from '@use-gesture/react';
import { useCallback, useEffect, useState } from 'react';
import { clockStates } from '@kavrell/core/clocks';
import { dateOf, msToMinute } from '@kavrell/core/time';
import { formatDate, formatMinuteOfDay, formatMinutes, formatRunning } from '@kavrell/core/units';
import type { Target } from '@kavrell/core/productions';
import type { Verdict } from '@kavrell/core/roll';
import { NoDay } from '../../app/NoDay.tsx';
import { useProduction } from '../../app/production.tsx';
import { productionNow, useNow } from '../../platform/clock.ts';
import { useKey, useKeysOf } from '../../platform/keys.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { Ticking } from '../../ui/Ticking.tsx';
import { jamNow } from '../../shared/clocks/jam.ts';
import { tell } from '../../platform/notices.ts';
import { CameraCard } from './CameraCard.tsx';
import { chooseTarget, rollConsole, timecodeAt, useConsole } from '../../shared/roll/console.ts';
import { useShotInHand } from '../../shared/roll/inHand.ts';
import { NoCamera } from './NoCamera.tsx';
import { NoteLine } from './NoteLine.tsx';
import { NowHead } from './NowHead.tsx';
import { TargetPicker } from './TargetPicker.tsx';
import { DueRisks } from './DueRisks.tsx';
import { RollSheet } from './RollSheet.tsx';
import { TakeList } from './TakeList.tsx';
import { usePress } from './usePress.ts';

const KEYS = [
  { keys: 'Space', does: 'roll, cut' },
  { keys: 'A … F', does: 'camera in or out of the take' },
  { keys: 'G M X', does: 'verdict: good, maybe, no good' },
  { keys: 'T', does: 'note' },
  { keys: 'S', does: 'star this moment' },
  { keys: 'W', does: 'wild sound' },
  { keys: 'N P', does: 'the next, the one before' },
  { keys: 'L', does: 'choose from the list' },
  { keys: 'J, then a camera’s letter', does: 'its clock was jammed just now' },
  { keys: 'U', does: 'take the cut back, within five seconds' },
];
const TAKE_BACK_MS = 5000;
/** After J, a camera’s letter is waited for this long. */
const JAM_WAIT_MS = 5000;

/** The console: now, next, roll and cut, cameras, verdicts, notes. */
export function RollScreen() {
  const { production, rows, day, facts, devices } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const chosen = useConsole();
  const now = useNow(production, 1000);
  const [noting, setNoting] = useState(false);
  const { held, once } = usePress();
  useKeysOf('Roll', KEYS);

  const hand = useShotInHand();
  const { takes, rolling, shot, moment, target, targets, number, wanted, letters: inTake } = hand;
  const [picking, setPicking] = useState(false);
  const [jamming, setJamming] = useState(false);
  const timecode = useCallback(
    () => (day ? timecodeAt(production, day, productionNow(production)) : ''),
    [production, day],
  );
  const row = target?.row;
  const cameras = rows.cameras.filter((c) => wanted.includes(c.letter));
  const commanded = cameras.filter((c) => c.simulated).length;
  const about = takes.find((t) => t.id === chosen.takeId) ?? takes.at(-1);
  const canTakeBack = chosen.cutAt !== null && Date.now() - chosen.cutAt.at < TAKE_BACK_MS && !rolling;

  // Rolling on another date than the day’s is asked about once.
  const otherDate =
    day && dateOf(now, day.timeZone) !== day.date && takes.length === 0 ? dateOf(now, day.timeZone) : null;
  const [agreed, setAgreed] = useState<boolean | null>(null);
  const press = () =>
    once(() => {
      if (!day) return;
      if (rolling) rollConsole.cut(production, day, rolling);
      else if (otherDate && !agreed) setAgreed(false);
      else rollConsole.roll({ production, day, takes, shot, moment, cameras, wild: false });
    });
  const wild = () =>
    once(() => {
      if (day && !rolling) rollConsole.roll({ production, day, takes, shot, moment, cameras: [], wild: true });
    });
  const mark = (verdict: Verdict) => {
    if (about)
      rollConsole.log(production, about.id, `Take ${about.number}: verdict`, {
        kind: 'marked',
        verdict: about.verdict === verdict ? null : verdict,
      });
  };
  const star = () => {
    if (rolling && day)
      rollConsole.log(production, rolling.id, `Take ${rolling.number}: starred`, {
        kind: 'starred',
        timecode: timecodeAt(production, day, productionNow(production)),
      });
  };
  const takeBack = () => {
    if (!chosen.cutAt || !canTakeBack) return;
    rollConsole.log(production, chosen.cutAt.takeId, 'Cut taken back', { kind: 'uncut' });
    useConsole.setState({ cutAt: null });
  };
  const toggle = (letter: string) => {
    const camera = rows.cameras.find((c) => c.letter === letter);
    if (!camera) return;
    if (rolling)
      rollConsole.log(production, rolling.id, `Camera ${letter} ${inTake.includes(letter) ? 'out' : 'in'}`, {
        kind: 'camera',
        letter,
        cameraId: camera.id,
        in: !inTake.includes(letter),
      });
    else
      useConsole.setState({
        letters: wanted.includes(letter) ? wanted.filter((l) => l !== letter) : [...wanted, letter].sort(),
      });
  };
  const jamCamera = (letter: string) => {
    setJamming(false);
    const camera = rows.cameras.find((c) => c.letter === letter);
    const state = clockStates(rows.clocks, rows.jams, productionNow(production)).find(
      (s) => camera && s.clock.cameraId === camera.id,
    );
    if (state?.source) jamNow(production, state);
    else tell(`Camera ${letter} has no clock that follows another: add it on Clocks.`);
  };
  useEffect(() => {
    if (!jamming) return;
    const timer = setTimeout(() => setJamming(false), JAM_WAIT_MS);
    return () => clearTimeout(timer);
  }, [jamming]);
  const choose = (t: Target) => {
    chooseTarget(t.id);
    setPicking(false);
  };
  /** The one before or after in the order of the day, as a swipe goes. */
  const step = (by: 1 | -1) => {
    const at = targets.all.findIndex((t) => t.id === target?.id);
    const to = targets.all[at < 0 ? 0 : at + by];
    if (to && !rolling) chooseTarget(to.id);
  };
  const swipe = useDrag(({ swipe: [x] }) => x !== 0 && step(x < 0 ? 1 : -1), { axis: 'x', filterTaps: true });

  const letter = { letter: true, enabled: !noting };
  useKey('space', press, letter);
  useKey('g', () => mark('good'), letter);
  useKey('m', () => mark('maybe'), letter);
  useKey('x', () => mark('noGood'), letter);
  useKey('t', () => setNoting(true), letter);
  useKey('s', star, letter);
  useKey('w', wild, letter);
  useKey('u', takeBack, letter);
  useKey('j', () => setJamming(true), letter);
  useKey('l', () => setPicking(!picking), letter);
  useKey('n', () => step(1), letter);
  useKey('p', () => step(-1), letter);
  useKey('a,b,c,d,e,f', (e) => (jamming ? jamCamera(e.key.toUpperCase()) : toggle(e.key.toUpperCase())), letter);

  if (!day || !facts) return <NoDay>Rolling belongs to a day, with shots on it.</NoDay>;

  const reports = rolling?.cameras.filter((c) => c.evidence === 'reports' && c.outAtMs === null).length ?? 0;
  const assumed = (rolling?.cameras.filter((c) => c.outAtMs === null).length ?? 0) - reports;
  const evidence = rolling
    ? rolling.wild
      ? 'wild sound, no camera'
      : [
          reports ? `${reports} ${reports === 1 ? 'camera reports' : 'cameras report'} rolling` : '',
          assumed ? `${assumed} assumed` : '',
        ]
          .filter(Boolean)
          .join(', ') || 'no camera in it'
    : '';
  const commands = commanded
    ? `commands ${commanded} simulated ${commanded === 1 ? 'camera' : 'cameras'}`
    : 'logs only';

  const actions: { word: string; key: string; run: () => void; on?: boolean; off?: boolean }[] = [
    { word: 'Good', key: 'G', run: () => mark('good'), on: about?.verdict === 'good', off: !about },
    { word: 'Maybe', key: 'M', run: () => mark('maybe'), on: about?.verdict === 'maybe', off: !about },
    { word: 'No good', key: 'X', run: () => mark('noGood'), on: about?.verdict === 'noGood', off: !about },
    { word: 'Note', key: 'T', run: () => setNoting(true), off: !about },
    rolling ? { word: 'Star', key: 'S', run: star } : { word: 'Wild sound', key: 'W', run: wild },
    { word: 'Take back cut', key: 'U', run: takeBack, off: !canTakeBack },
  ];

  return (
    <>
      <DueRisks />
      <NowHead
        hand={hand}
        planned={row ? formatMinuteOfDay(row.startMin, day, clock) : null}
        picking={picking}
        pick={() => setPicking(!picking)}
        step={step}
        swipe={swipe}
      />
      {picking ? (
        <Box id="targets" mb={4} maxH={{ base: '60vh', md: '320px' }} overflowY="auto">
          <TargetPicker targets={targets} inHandId={target?.id ?? null} choose={choose} whole />
        </Box>
      ) : null}
      <Box display="grid" gridTemplateColumns={{ base: '1fr', md: 'minmax(0, 1fr) 170px' }} gap={3} mb={3}>
        <Flex
          border="2px solid"
          borderColor={rolling ? 'rolling' : 'edge'}
          borderRadius="r"
          minH={{ base: '84px', md: '100px' }}
          px={5}
          py={3}
          align="center"
          justify="space-between"
          gap={4}
          wrap="wrap"
        >
          <Box>
            <Box
              fontSize={{ base: '30px', md: 'xxl' }}
              fontWeight="700"
              lineHeight="1.1"
              color={rolling ? 'rolling' : 'text'}
              role="status"
              data-roll-state={rolling ? 'rolling' : 'standing'}
            >
              {rolling ? `Rolling ${formatRunning(now - rolling.rolledAtMs)}` : `Take ${number} next`}
            </Box>
            <Box color="soft" fontSize="s">
              {rolling
                ? `${rolling.wild ? 'Wild' : 'Take'} ${rolling.number} · ${evidence}`
                : inTake.length
                  ? `with ${inTake.join(', ')}`
                  : rows.cameras.length
                    ? 'no camera chosen: sound or log only'
                    : 'no camera in this job: log only'}
            </Box>
          </Box>
          <Box fontSize={{ base: 'l', md: '26px' }} letterSpacing="0">
            <Ticking text={timecode} label="timecode, time of day" />
          </Box>
        </Flex>
        <Button
          size="act"
          fontSize="xl"
          flexDirection="column"
          gap={0}
          minH={{ base: '88px', md: '100px' }}
          border="2px solid"
          borderColor="text"
          look={rolling ? 'plain' : 'primary'}
          onClick={press}
          data-press={held ? 'held' : 'ready'}
        >
          {rolling ? 'Cut' : 'Roll'}
          <Box as="span" fontSize="12px" fontWeight="400" whiteSpace="normal" textAlign="center" lineHeight="1.25">
            <Box as="span" hideBelow="md" display="block">
              Space
            </Box>
            {commands}
          </Box>
        </Button>
      </Box>
      <Flex direction="column">
        <Box
          order={{ base: 2, md: 1 }}
          display="grid"
          gridTemplateColumns={`repeat(auto-fit, minmax(${rows.cameras.length > 3 ? 150 : 180}px, 1fr))`}
          gap={3}
          mb={3}
        >
          {rows.cameras.length === 0 ? <NoCamera /> : null}
          {rows.cameras.map((c) => (
            <CameraCard
              key={c.id}
              camera={c}
              state={devices.find((d) => d.cameraId === c.id)}
              taken={inTake.includes(c.letter)}
              rolling={rolling !== undefined && inTake.includes(c.letter) && !rolling.wild}
              now={now}
              toggle={() => toggle(c.letter)}
            />
          ))}
        </Box>
        <Box
          order={{ base: 1, md: 2 }}
          display="grid"
          gridTemplateColumns={{ base: 'repeat(3, 1fr)', md: 'repeat(6, 1fr)' }}
          gap={2}
          mb={4}
        >
          {actions.map(({ word, key, run, on, off }) => (
            <Button
              key={word}
              size="act"
              flexDirection="column"
              gap={0}
              px={1}
              fontSize="m"
              onClick={run}
              aria-pressed={on ?? false}
              disabled={off ?? false}
              look={on ? 'on' : 'plain'}
            >
              {word}
              <Box as="span" fontSize="12px" fontWeight="400" hideBelow="md">
                {key}
              </Box>
            </Button>
          ))}
        </Box>
      </Flex>
      {otherDate && agreed === false ? (
        <Box role="alert" border="1px solid" borderColor="look" borderRadius="r" p={4} mb={4} data-other-date>
          <Box mb={3}>
            Today is {formatDate(otherDate)}; this is day {day.number}, {formatDate(day.date)}. Takes are logged on day{' '}
            {day.number}, with today’s time.
          </Box>
          <Flex gap={2}>
            <Button
              look="primary"
              onClick={() => {
                setAgreed(true);
                rollConsole.roll({ production, day, takes, shot, moment, cameras, wild: false });
              }}
            >
              Roll on day {day.number}
            </Button>
            <Button onClick={() => setAgreed(null)}>Not yet</Button>
          </Flex>
        </Box>
      ) : null}
      {noting && about ? <NoteLine take={about} close={() => setNoting(false)} /> : null}
      {jamming ? (
        <Box role="status" mb={3}>
          Which camera was jammed? Press its letter.
        </Box>
      ) : null}
      <TakeList takes={takes} aboutId={about?.id ?? null} />
      <Sheet>
        <RollSheet
          shot={shot}
          list={<TargetPicker targets={targets} inHandId={target?.id ?? null} choose={choose} whole={false} />}
          nowMin={msToMinute(day.date, day.timeZone, now)}
          behind={facts.projection ? formatMinutes(Math.abs(facts.projection.behindMin)) : null}
        />
      </Sheet>
    </>
  );
}

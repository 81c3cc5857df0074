import { CameraCards } from './CameraCards.tsx';
import { Box, Flex } from '@chakra-ui/react';
import { useDrag } from '@use-gesture/react';
import { useCallback, useMemo, useState } from 'react';
import { msToMinute } from '@kavrell/core/time';
import { formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import type { Target } from '@kavrell/core/productions';
import { NoDay } from '../../app/NoDay.tsx';
import { useProduction } from '../../app/production.tsx';
import { useAwake } from '../../platform/awake.ts';
import { productionNow } from '../../platform/clock.ts';
import { useCommand } from '../../platform/keys.ts';
import { usePreferences } from '../../platform/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { useLoggedNow } from '../../shared/log/log.ts';
import { chooseTarget, timecodeAt } from '../../shared/roll/console.ts';
import { useOnAir } from '../../shared/cover/onAir.ts';
import { useShotInHand } from '../../shared/roll/inHand.ts';
import { NoteLine } from './NoteLine.tsx';
import { boardOf } from '../../shared/scenes/Board.tsx';
import { NowHead } from './NowHead.tsx';
import { OtherDate } from './OtherDate.tsx';
import { TargetPicker } from './TargetPicker.tsx';
import { DueRisks } from './DueRisks.tsx';
import { MendTake } from './MendTake.tsx';
import { MomentPanel } from './MomentPanel.tsx';
import { OnsetBar } from './OnsetBar.tsx';
import { Recorders } from './Recorders.tsx';
import { PocketLock } from './PocketLock.tsx';
import { RollSheet } from './RollSheet.tsx';
import { StatePanel } from './StatePanel.tsx';
import { TakeActions } from './TakeActions.tsx';
import { TakeList } from './TakeList.tsx';
import { useConsoleActions } from './useConsoleActions.ts';

/** The console: now, next, roll and cut, cameras, verdicts, notes. */
export function RollScreen() {
  const { production, rows, day, facts } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const now = useLoggedNow(production, 1000);
  const [noting, setNoting] = useState(false);
  const [mending, setMending] = useState(false);
  const [locked, setLocked] = useState(false);

  const onAir = useOnAir();
  const hand = useShotInHand();
  const { rolling, shot, target, targets, letters: inTake } = hand;
  const [picking, setPicking] = useState(false);
  const timecode = useCallback(
    () => (day ? timecodeAt(production, day, productionNow(production)) : ''),
    [production, day],
  );
  const row = target?.row;
  // Where a programme goes, it leads, and what was foreseen stands below what is pressed.
  const hasProgramme = targets.moments.length > 0;
  const everyTake = useMemo(
    () => facts?.everyTake.filter((t) => t.dayId === day?.id) ?? [],
    [facts?.everyTake, day?.id],
  );
  const actions = useConsoleActions(hand, everyTake, now);
  const { about, jamming, setJamming, otherDay, press, wild, mark, star, takeBack, toggle, jamCamera } = actions;

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

  useAwake(rolling !== undefined || locked);
  const free = { enabled: !noting && !locked };
  const unlock = useCallback(() => setLocked(false), []);
  useCommand('roll.press', press, free);
  useCommand('roll.good', () => mark('good'), free);
  useCommand('roll.maybe', () => mark('maybe'), free);
  useCommand('roll.noGood', () => mark('noGood'), free);
  useCommand('roll.note', () => setNoting(true), free);
  useCommand('roll.star', star, free);
  useCommand('roll.wild', wild, free);
  useCommand('roll.takeBack', takeBack, free);
  useCommand('roll.series', actions.series, free);
  useCommand('roll.mend', () => setMending(!mending), free);
  useCommand('roll.jam', () => setJamming(true), free);
  useCommand('roll.list', () => setPicking(!picking), free);
  useCommand('roll.next', () => step(1), free);
  useCommand('roll.before', () => step(-1), free);
  useCommand('roll.cameras', (e) => (jamming ? jamCamera(e.key.toUpperCase()) : toggle(e.key.toUpperCase())), free);

  if (!day || !facts) return <NoDay>Rolling belongs to a day, with shots on it.</NoDay>;

  return (
    <>
      <MomentPanel />
      {hasProgramme ? null : <DueRisks most={null} />}
      <NowHead
        hand={hand}
        planned={row ? formatMinuteOfDay(row.startMin, day, clock) : null}
        board={shot ? boardOf(rows.pictures, shot.id) : undefined}
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
      <StatePanel hand={hand} now={now} actions={actions} timecode={timecode} />
      <Flex direction="column">
        <CameraCards inTake={inTake} rolling={rolling} now={now} onAir={onAir} toggle={toggle} />
        <Recorders actions={actions} rolling={rolling !== undefined} />
        <TakeActions actions={actions} rolling={rolling !== undefined} note={() => setNoting(true)} />
      </Flex>
      {hasProgramme ? <DueRisks most={1} /> : null}
      <Button minH="44px" mb={3} hideFrom="md" onClick={() => setLocked(true)}>
        Lock for the pocket
      </Button>
      {locked ? (
        <PocketLock
          says={rolling ? `${rolling.wild ? 'Wild' : 'Take'} ${rolling.number} rolls` : 'Nothing rolls'}
          timecode={timecode}
          unlock={unlock}
        />
      ) : null}
      <OnsetBar free={!noting && !locked} hand={hand} />
      {otherDay ? <OtherDate {...otherDay} /> : null}
      {noting && about ? <NoteLine take={about} close={() => setNoting(false)} /> : null}
      {jamming ? (
        <Box role="status" mb={3}>
          Which camera was jammed? Press its letter.
        </Box>
      ) : null}
      <TakeList
        takes={everyTake}
        aboutId={about?.id ?? null}
        nowMs={now}
        mend={() => setMending(true)}
        mending={mending ? <MendTake key={about?.id} take={about ?? null} close={() => setMending(false)} /> : null}
      />
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

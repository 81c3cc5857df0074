import { useEffect, useMemo, useState } from 'react';
import { clockStates } from '@kavrell/core/clocks';
import { dateOf } from '@kavrell/core/time';
import { plannedSet } from '@kavrell/core/productions';
import { boxesNow, nextSet, type Take, type Verdict } from '@kavrell/core/roll';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { tell } from '../../platform/notices.ts';
import { jamNow } from '../../shared/clocks/jam.ts';
import { rollConsole, timecodeAt, useConsole } from '../../shared/roll/console.ts';
import type { useShotInHand } from '../../shared/roll/inHand.ts';
import { usePress } from './usePress.ts';

const TAKE_BACK_MS = 5000;
/** After J, a camera’s letter is waited for this long. */
const JAM_WAIT_MS = 5000;

/**
 * What can be done at the console with the shot in hand, at the job’s time `now`; each writes to the log at once. `every` are the day’s takes
 * with its false starts: one of them may be chosen too.
 */
export function useConsoleActions(hand: ReturnType<typeof useShotInHand>, every: readonly Take[], now: number) {
  const { production, rows, day } = usePlanned();
  const chosen = useConsole();
  const { held, once } = usePress();
  const { takes, rolling, shot, moment, wanted, letters: inTake } = hand;
  const [jamming, setJamming] = useState(false);
  const cameras = rows.cameras.filter((c) => wanted.includes(c.letter));
  const recorders = rows.soundBoxes.filter((b) => b.kind === 'recorder');
  const boxIds = rolling ? boxesNow(rolling) : (chosen.boxIds ?? recorders.map((b) => b.id));
  /** How each camera is set for the next take. */
  const sets = useMemo(() => {
    const setup = rows.setups.find((s) => s.id === shot?.setupId) ?? null;
    return new Map(
      rows.cameras.map((c) => [
        c.letter,
        nextSet(takes, c.letter, shot?.id ?? null, plannedSet(production, c, shot, setup)),
      ]),
    );
  }, [rows.cameras, rows.setups, production, takes, shot]);
  const about = every.find((t) => t.id === chosen.takeId) ?? takes.at(-1);
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
      else rollConsole.roll({ production, day, takes, shot, moment, cameras, sets, boxIds, wild: false });
    });
  const wild = () =>
    once(() => {
      if (day && !rolling) rollConsole.roll({ production, day, takes, shot, moment, cameras: [], boxIds, wild: true });
    });
  /** One roll, many takes. */
  const series = () =>
    once(() => {
      if (day && rolling) rollConsole.nextInRoll(production, day, takes, rolling);
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
  const toggleBox = (box: { id: string; name: string }) => {
    const isIn = boxIds.includes(box.id);
    if (rolling)
      rollConsole.log(production, rolling.id, `${box.name} ${isIn ? 'out' : 'in'}`, {
        kind: 'recorder',
        boxId: box.id,
        in: !isIn,
      });
    else useConsole.setState({ boxIds: isIn ? boxIds.filter((id) => id !== box.id) : [...boxIds, box.id] });
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
  /** Whether another date is being asked about, and the two answers. */
  const otherDay =
    day && otherDate && agreed === false
      ? {
          date: otherDate,
          day,
          roll: () => {
            setAgreed(true);
            rollConsole.roll({ production, day, takes, shot, moment, cameras, sets, boxIds, wild: false });
          },
          leave: () => setAgreed(null),
        }
      : null;
  return {
    ...{ held, cameras, about, canTakeBack, jamming, setJamming, otherDay },
    ...{ recorders, boxIds, toggleBox, series },
    ...{ press, wild, mark, star, takeBack, toggle, jamCamera },
  };
}

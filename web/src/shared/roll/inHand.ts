import { useMemo } from 'react';
import { targetsOf, type Target, type Targets } from '@kavrell/core/productions';
import { isTakeOf, nextTakeNumber, type Take } from '@kavrell/core/roll';
import type { Scene, Shot } from '@kavrell/core/scenes';
import { msToMinute } from '@kavrell/core/time';
import { useProduction } from '../../app/production.tsx';
import { useNow } from '../../platform/clock.ts';
import { clientId } from '../../platform/id.ts';
import { useConsole } from './console.ts';

export interface InHand {
  /** Takes of this day, oldest first. */
  takes: Take[];
  /** The take that runs: this device’s own, else of what was chosen here, else (nothing chosen) anybody’s. */
  rolling: Take | undefined;
  /** What kind of device began the running take, when it was not this one. */
  follows: string | null;
  /** Of the running take, else the one chosen here, else what comes next. */
  shot: Shot | null;
  /** The moment in hand, where it is no shot in particular. */
  moment: Scene | null;
  target: Target | null;
  targets: Targets;
  /** Chosen by hand on this device. */
  chosen: boolean;
  /** The number of the running take, else of the next. */
  number: number;
  wild: boolean;
  /** Letters of the cameras that are wanted for the next take. */
  wanted: string[];
  /** Letters of the cameras in the running take, else the wanted ones. */
  letters: string[];
}

const NO_TARGETS: Targets = { all: [], next: [], behind: [], moments: [] };
const MINUTE_MS = 60_000;

/** A browser’s own description, as people name what they hold. */
export function deviceWords(device: string): string {
  if (/iPad|Tablet/i.test(device)) return 'a tablet';
  return /Mobile|iPhone|Android/i.test(device) ? 'a phone' : 'another computer';
}

/** What is being shot, or comes next: the same for the console and the slate. */
export function useShotInHand(): InHand {
  const { production, rows, day, facts } = useProduction();
  const { targetId, letters: chosenLetters } = useConsole();
  const now = useNow(production, MINUTE_MS);
  const targets = useMemo(
    () =>
      facts && day
        ? targetsOf(facts.plan, facts.states, msToMinute(day.date, day.timeZone, now), rows.logEntries)
        : NO_TARGETS,
    [facts, day, rows.logEntries, now],
  );
  return useMemo(() => {
    const takes = facts?.takes.filter((t) => t.dayId === day?.id) ?? [];
    const running = takes.filter((t) => t.cutAtMs === null);
    const me = clientId();
    const every = [...targets.all, ...targets.moments];
    const chosen = every.find((t) => t.id === targetId);
    const isOf = (take: Take, t: Target) =>
      isTakeOf(take, { shotId: t.shot?.id ?? null, sceneId: t.shot ? null : t.id });
    const mine = running.findLast((t) => t.by.clientId === me);
    const rolling = mine ?? running.findLast((t) => (chosen ? isOf(t, chosen) : true));
    const target = (rolling ? every.find((t) => isOf(rolling, t)) : (chosen ?? targets.next[0])) ?? null;
    const shot = rolling ? (rows.shots.find((s) => s.id === rolling.shotId) ?? null) : (target?.shot ?? null);
    const moment = shot ? null : (target?.moment ?? null);
    const usual = shot?.cameras ?? target?.row.cameras ?? [];
    const wanted = chosenLetters ?? (usual.length ? [...usual] : rows.cameras.map((c) => c.letter));
    const letters =
      rolling && !rolling.wild ? rolling.cameras.filter((c) => c.outAtMs === null).map((c) => c.letter) : wanted;
    const next = nextTakeNumber(takes, { shotId: shot?.id ?? null, sceneId: moment?.id ?? null }, false);
    return {
      takes,
      rolling,
      follows: rolling && rolling.by.clientId !== me ? deviceWords(rolling.by.device) : null,
      shot,
      moment,
      target,
      targets,
      chosen: chosen !== undefined,
      wanted,
      letters,
      wild: rolling?.wild ?? false,
      number: rolling?.number ?? next,
    };
  }, [rows.shots, rows.cameras, day?.id, facts, targets, targetId, chosenLetters]);
}

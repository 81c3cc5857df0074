import { useMemo } from 'react';
import type { Take } from '@kavrell/core/roll';
import { nextTakeNumber } from '@kavrell/core/roll';
import type { Shot } from '@kavrell/core/scenes';
import { useProduction } from '../../app/production.tsx';
import { useConsole } from './console.ts';

export interface InHand {
  /** Takes of this day, oldest first. */
  takes: Take[];
  /** The take that runs. */
  rolling: Take | undefined;
  /** The shot of the running take, else the one chosen, else the next in the order that is not got. */
  shot: Shot | null;
  /** The number of the running take, else of the next. */
  number: number;
  wild: boolean;
  /** Letters of the cameras that are wanted for the next take. */
  wanted: string[];
  /** Letters of the cameras in the running take, else the wanted ones. */
  letters: string[];
}

/** What is being shot, or comes next: the same for the console and the slate. */
export function useShotInHand(): InHand {
  const { rows, day, facts } = useProduction();
  const chosen = useConsole();
  return useMemo(() => {
    const takes = facts?.takes.filter((t) => t.dayId === day?.id) ?? [];
    const rolling = takes.findLast((t) => t.cutAtMs === null);
    const next = facts?.plan.rows.find((r) => r.shot && facts.states.get(r.shot.id) !== 'got');
    const shotId = rolling ? rolling.shotId : (chosen.shotId ?? next?.shot?.id);
    const shot = rows.shots.find((s) => s.id === shotId) ?? null;
    const wanted = chosen.letters ?? (shot?.cameras.length ? shot.cameras : rows.cameras.map((c) => c.letter));
    const letters =
      rolling && !rolling.wild ? rolling.cameras.filter((c) => c.outAtMs === null).map((c) => c.letter) : wanted;
    const wild = rolling?.wild ?? false;
    return {
      takes,
      rolling,
      shot,
      wanted,
      letters,
      wild,
      number: rolling?.number ?? nextTakeNumber(takes, shot?.id ?? null, false),
    };
  }, [rows.shots, rows.cameras, day?.id, facts, chosen.shotId, chosen.letters]);
}

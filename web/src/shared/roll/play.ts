import { create } from 'zustand';
import { clockStates } from '@kavrell/core/clocks';
import type { Day } from '@kavrell/core/day';
import type { PlayStep } from '@kavrell/core/onset';
import type { ProductionRows } from '@kavrell/core/productions';
import type { Take } from '@kavrell/core/roll';
import { change } from '../../platform/rows.ts';
import { jamNow } from '../clocks/jam.ts';
import { logIt } from '../log/log.ts';
import { rollConsole } from './console.ts';

interface PlayState {
  productionId: string | null;
  steps: readonly PlayStep[];
  /** How many were done. */
  done: number;
}

/** A day that is played on this device; nothing is played where `productionId` is null. */
export const usePlay = create<PlayState>(() => ({ productionId: null, steps: [], done: 0 }));

export const startPlaying = (productionId: string, steps: readonly PlayStep[]): void =>
  usePlay.setState({ productionId: steps.length > 0 ? productionId : null, steps, done: 0 });
/** Stops where it is: a take that rolls rolls on, to be taken over by hand. */
export const stopPlaying = (): void => usePlay.setState({ productionId: null });

/** What a step is done with. */
export interface Stage {
  production: ProductionRows['production'];
  day: Day;
  rows: Pick<ProductionRows, 'shots' | 'scenes' | 'cameras' | 'soundBoxes' | 'clocks' | 'jams'>;
  /** Of the day, false starts left out. */
  takes: readonly Take[];
  by: string;
}

const runningOf = (takes: readonly Take[]) => takes.findLast((t) => t.cutAtMs === null);

/** Does one step as somebody on the day would: the clock goes there, then the same events are logged as by hand. */
export function playStep(step: PlayStep, { production: was, day, rows, takes, by }: Stage): void {
  const simulatedNowOffsetMs = Math.round(step.atMs - Date.now());
  void change(was.id, 'Played on', [
    { op: 'update', table: 'productions', row: was, values: { simulatedNowOffsetMs } },
  ]);
  const production = { ...was, simulatedNowOffsetMs };
  const running = runningOf(takes);
  const newest = takes.at(-1);
  switch (step.kind) {
    case 'roll': {
      if (running) return;
      const shot = rows.shots.find((s) => s.id === step.shotId) ?? null;
      const moment = shot ? null : (rows.scenes.find((s) => s.id === step.sceneId) ?? null);
      const cameras = rows.cameras.filter((c) => step.letters.includes(c.letter));
      const boxIds = rows.soundBoxes.filter((b) => b.kind === 'recorder').map((b) => b.id);
      rollConsole.roll({ production, day, takes, shot, moment, cameras, boxIds, wild: false });
      return;
    }
    case 'cut':
      if (running) rollConsole.cut(production, day, running);
      return;
    case 'mark':
      if (newest && !running)
        rollConsole.log(production, newest.id, `Take ${newest.number}: verdict`, {
          kind: 'marked',
          verdict: step.verdict,
        });
      return;
    case 'camera': {
      const camera = rows.cameras.find((c) => c.letter === step.letter);
      if (running && camera)
        rollConsole.log(production, running.id, `Camera ${step.letter} ${step.in ? 'in' : 'out'}`, {
          kind: 'camera',
          letter: step.letter,
          cameraId: camera.id,
          in: step.in,
        });
      return;
    }
    case 'note':
      if (running) rollConsole.log(production, running.id, 'A fault noted', { kind: 'noted', text: step.words });
      return;
    case 'began':
    case 'over': {
      const title = rows.scenes.find((s) => s.id === step.sceneId)?.title ?? 'A moment';
      const label = `${title} ${step.kind === 'began' ? 'begins' : 'is over'}`;
      logIt({ production, day, by }, label, { kind: step.kind, sceneId: step.sceneId });
      return;
    }
    case 'jam':
      for (const state of clockStates(rows.clocks, rows.jams, step.atMs))
        if (state.source && (state.standing === 'due' || state.standing === 'never' || state.standing === 'soon'))
          jamNow(production, state);
  }
}

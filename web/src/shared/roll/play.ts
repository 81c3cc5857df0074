import { create } from 'zustand';
import { startCopy, unloadCard } from '@kavrell/contract';
import type { DeviceState } from '@kavrell/core/camera';
import type { Card, Drive } from '@kavrell/core/copies';
import { clockStates } from '@kavrell/core/clocks';
import type { Day } from '@kavrell/core/day';
import type { PlayStep } from '@kavrell/core/onset';
import type { ProductionRows } from '@kavrell/core/productions';
import type { Take } from '@kavrell/core/roll';
import { call, wordsOf } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
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
  rows: Pick<ProductionRows, 'shots' | 'scenes' | 'cameras' | 'soundBoxes' | 'clocks' | 'jams' | 'cards' | 'drives'>;
  devices: readonly DeviceState[];
  /** Of the day, false starts left out. */
  takes: readonly Take[];
  by: string;
}

const runningOf = (takes: readonly Take[]) => takes.findLast((t) => t.cutAtMs === null);

/** Does one step as somebody on the day would: the clock goes there, then the same events are logged as by hand. */
export function playStep(step: PlayStep, { production: was, day, rows, devices, takes, by }: Stage): void {
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
    case 'cards':
      for (const { card, clipNumber } of devices) {
        const row = rows.cards.find((c) => c.label === card && c.simulated && !c.unloaded);
        if (row && clipNumber > 0) void outAndCopied(row, rows.drives.slice(0, USUAL_DRIVES));
      }
      return;
    case 'jam':
      for (const state of clockStates(rows.clocks, rows.jams, step.atMs))
        if (state.source && (state.standing === 'due' || state.standing === 'never' || state.standing === 'soon'))
          jamNow(production, state);
  }
}

/** Two copies, as most people make them. */
const USUAL_DRIVES = 2;

/** A simulated card out of its camera, which gets a fresh one, and onto the first drives. */
async function outAndCopied(card: Card, drives: readonly Drive[]): Promise<void> {
  const { id: cardId, productionId } = card;
  try {
    await call(unloadCard, { params: { productionId, cardId }, body: {} });
    if (drives.length === 0) return;
    const body = {
      ...{ id: newId(), cardId, driveIds: drives.map((d) => d.id) },
      ...{ kind: 'copy' as const, verifySource: false },
    };
    await call(startCopy, { params: { productionId }, body });
  } catch (error) {
    tell(`Card ${card.label} could not be played on: ${wordsOf(error)}`);
  }
}

import type { Clock, ClockState, Jam } from '@kavrell/core/clocks';
import { halfFrameMs, offsetSaid } from '@kavrell/core/clocks';
import type { Production } from '@kavrell/core/brief';
import type { Camera } from '@kavrell/core/camera';
import { productionNow } from '../../platform/clock.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { change } from '../../platform/rows.ts';

/** Logs that a clock was set to its source just now. A stand-in says itself what it was off; at a real device a person looks. */
export function jamNow(production: Production, { clock, source, readingMs }: ClockState): void {
  const foundOffsetMs = readingMs === null ? null : Math.round(readingMs * 10) / 10;
  const values: Omit<Jam, 'id' | 'productionId' | 'version' | 'deletedAt'> = {
    clockId: clock.id,
    sourceId: source?.id ?? null,
    atMs: Math.round(productionNow(production)),
    foundOffsetMs,
    note: '',
  };
  void change(production.id, `Jammed ${clock.name}`, [{ op: 'insert', table: 'jams', values }]);
  tell(
    `${clock.name} jammed${foundOffsetMs === null ? '' : `: it was ${offsetSaid(foundOffsetMs)}`}. Ctrl+Z takes it back.`,
  );
}

type NewClock = Omit<Clock, 'id' | 'productionId' | 'version' | 'deletedAt'>;

const blank = (rate: string, position: number): NewClock => ({
  name: 'New clock',
  kind: 'other' as const,
  cameraId: null,
  followsId: null,
  link: 'jam',
  rate,
  statedPpm: 10,
  toleranceMs: null,
  simulated: null,
  position,
});

/** A box that leads and a clock for each camera that has none: where most days start. */
export function addUsual(production: Production, cameras: readonly Camera[], clocks: readonly Clock[]): void {
  const at = Math.max(0, ...clocks.map((c) => c.position));
  const lead = clocks.find((c) => c.followsId === null);
  const leadId = lead?.id ?? newId();
  const missing = cameras.filter((camera) => !clocks.some((c) => c.cameraId === camera.id));
  void change(production.id, 'Added clocks', [
    ...(lead
      ? []
      : [
          {
            op: 'insert' as const,
            table: 'clocks' as const,
            id: leadId,
            values: { ...blank(production.rate, at + 1), name: 'Timecode box', kind: 'box' as const, statedPpm: 1 },
          },
        ]),
    ...missing.map((camera, i) => ({
      op: 'insert' as const,
      table: 'clocks' as const,
      values: {
        ...blank(camera.rate, at + 2 + i),
        name: `Camera ${camera.letter}`,
        kind: 'camera' as const,
        cameraId: camera.id,
        followsId: leadId,
      },
    })),
  ]);
}

/** One more clock, following the first source; answers its id. */
export function addClock(production: Production, clocks: readonly Clock[]): string {
  const id = newId();
  const lead = clocks.find((c) => c.followsId === null);
  void change(production.id, 'Added a clock', [
    {
      op: 'insert',
      table: 'clocks',
      id,
      values: {
        ...blank(production.rate, Math.max(0, ...clocks.map((c) => c.position)) + 1),
        followsId: lead?.id ?? null,
      },
    },
  ]);
  return id;
}

/** The tolerance, with half a frame where it is left open. */
export const toleranceSaid = (clock: Clock): string =>
  `±\u00a0${clock.toleranceMs ?? Number(halfFrameMs(clock.rate).toFixed(1))}\u00a0ms`;

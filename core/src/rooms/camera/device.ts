import { z } from 'zod';
import { defineTable, id, line, readBy } from '../../base/records/index.ts';
import { minutesOnCard } from './media.ts';
import type { Camera } from './model.ts';

/**
 * What a simulated camera knows of itself. It changes only when the camera rolls, cuts or is handed a card or
 * battery; everything that runs on in between is worked out from it and the time.
 */
export const deviceState = z.object(
  readBy('work', {
    cameraId: id,
    version: z.int(),
    rollingSinceMs: z.number().nullable(),
    clip: line('The clip', 80).nullable(),
    clipNumber: z.int().min(0),
    card: line('The card', 24).nullable(),
    cardUsedBytes: z.number().min(0),
    /** Minutes the battery has been used since it was put in. */
    batteryUsedMin: z.number().min(0),
  }),
);
export type DeviceState = z.infer<typeof deviceState>;
/** The table of device states. */
export const deviceStateTable = defineTable({
  name: 'deviceStates',
  one: 'state of a camera',
  row: deviceState,
  fields: null,
  points: { cameraId: 'cameras' },
  ofTheShoot: true,
});

export interface DeviceReading {
  rolling: boolean;
  runningMs: number;
  cardMinLeft: number;
  clipLimitMinLeft: number | null;
  /** 0…1; null on mains. */
  batteryShare: number | null;
}

/** What a camera's display says at `nowMs`, worked out from its last report. Rolling stops by itself at the clip limit. */
export function readDevice(state: DeviceState, camera: Camera, nowMs: number): DeviceReading {
  const since = state.rollingSinceMs;
  const elapsedMs = since === null ? 0 : Math.max(0, nowMs - since);
  const stopsAfterMs = (camera.clipLimitMin ?? Infinity) * 60000;
  const rolling = since !== null && elapsedMs < stopsAfterMs;
  const runningMs = Math.min(elapsedMs, stopsAfterMs);
  const runningMin = since === null ? 0 : runningMs / 60000;
  const whole = minutesOnCard(camera.cardSizeBytes, camera.rateMbps);
  const used = minutesOnCard(state.cardUsedBytes, camera.rateMbps);
  return {
    rolling,
    runningMs,
    cardMinLeft: Math.max(0, whole - used - runningMin),
    clipLimitMinLeft: camera.clipLimitMin === null ? null : Math.max(0, camera.clipLimitMin - runningMin),
    batteryShare:
      camera.batteryMin === null ? null : Math.max(0, 1 - (state.batteryUsedMin + runningMin) / camera.batteryMin),
  };
}

/** Battery minutes that standing by costs, as a share of rolling. */
const STANDBY_SHARE = 0.35;

/** The state after the camera is told to roll at `nowMs`. Rolling already: unchanged. */
export function rollDevice(state: DeviceState, nowMs: number): DeviceState {
  if (state.rollingSinceMs !== null || state.card === null) return state;
  const clipNumber = state.clipNumber + 1;
  return { ...state, rollingSinceMs: nowMs, clipNumber, clip: clipName(state.card, clipNumber) };
}

/** The state after the camera is told to cut at `nowMs`, and how long the clip is. Not rolling: unchanged. */
export function cutDevice(state: DeviceState, camera: Camera, nowMs: number): { state: DeviceState; clipMs: number } {
  if (state.rollingSinceMs === null) return { state, clipMs: 0 };
  const { runningMs } = readDevice(state, camera, nowMs);
  return {
    clipMs: runningMs,
    state: {
      ...state,
      rollingSinceMs: null,
      cardUsedBytes: state.cardUsedBytes + ((runningMs / 1000) * camera.rateMbps * 1e6) / 8,
      batteryUsedMin: state.batteryUsedMin + (runningMs / 60000) * (1 + STANDBY_SHARE),
    },
  };
}

/** `A003_C012`: card, then clip. */
export function clipName(card: string, clipNumber: number): string {
  return `${card}_C${String(clipNumber).padStart(3, '0')}`;
}

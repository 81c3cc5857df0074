import type { Camera, DeviceState } from '@kavrell/core/camera';
import type { Day } from '@kavrell/core/day';
import { entriesOf, type LogEntry } from '@kavrell/core/log';
import type { Take } from '@kavrell/core/roll';
import { msToMinute } from '@kavrell/core/time';

interface Rolling {
  cameras: readonly Camera[];
  takes: readonly Take[];
  devices: readonly DeviceState[];
  log: readonly LogEntry[];
  day: Pick<Day, 'id' | 'date' | 'timeZone'>;
}

/** When the clip of each camera that rolls now began, as minutes of the day: what a device reports, else the take that runs, or a restart that was logged since. */
export function clipsSince({ cameras, takes, devices, log, day }: Rolling): Map<string, number> {
  const since = new Map<string, number>();
  for (const c of cameras) {
    const reports = c.simulated ? devices.find((d) => d.cameraId === c.id)?.rollingSinceMs : null;
    const running = takes.findLast(
      (t) =>
        t.dayId === day.id && t.cutAtMs === null && t.cameras.some((x) => x.cameraId === c.id && x.outAtMs === null),
    );
    const fromMs = reports ?? running?.rolledAtMs;
    if (fromMs === null || fromMs === undefined) continue;
    const restartMs = entriesOf(log, 'restarted')
      .filter((e) => e.dayId === day.id && e.payload.cameraId === c.id && e.atMs > fromMs)
      .at(-1)?.atMs;
    since.set(c.id, msToMinute(day.date, day.timeZone, restartMs ?? fromMs));
  }
  return since;
}

import type { Camera } from '@kavrell/core/camera';
import { driftMs, type Clock, type Jam } from '@kavrell/core/clocks';
import type { Day } from '@kavrell/core/day';
import { minuteToMs } from '@kavrell/core/time';

type NewRow = <T extends object>(
  fields: T,
) => T & { id: string; productionId: string; version: number; deletedAt: null };

/** What each camera's maker states and what its clock truly does. C was never set since a job abroad: an hour ahead. */
const CAMERAS: Record<string, { statedPpm: number; ppm: number; offsetMs: number; jamsMin: readonly number[] }> = {
  A: { statedPpm: 10, ppm: 4.2, offsetMs: 0, jamsMin: [0, 165] },
  B: { statedPpm: 10, ppm: -3.6, offsetMs: 0, jamsMin: [4] },
  C: { statedPpm: 20, ppm: 18, offsetMs: 3_600_000, jamsMin: [] },
  D: { statedPpm: 30, ppm: 26, offsetMs: 0, jamsMin: [9] },
};

/** The first morning's clocks: a timecode box leads, all others follow it, with the jams that were logged. */
export function demoClocks(cameras: readonly Camera[], day: Day, jobRate: string, row: NewRow) {
  const callMs = minuteToMs(day.date, day.timeZone, day.callMin);
  let position = 0;
  const clock = (name: string, kind: Clock['kind'], fields: Partial<Clock>): Clock =>
    row({
      name,
      kind,
      cameraId: null,
      followsId: null,
      link: 'jam' as const,
      rate: jobRate,
      statedPpm: 1,
      toleranceMs: null,
      simulated: null,
      ...fields,
      position: (position += 1),
    });
  const box = clock('Timecode box', 'box', { simulated: { ppm: 0.3, offsetMs: 0, setAtMs: callMs } });
  const jams: Jam[] = [];
  const jam = (follower: Clock, afterMin: number, foundOffsetMs: number | null, note = '') => {
    jams.push(row({ clockId: follower.id, sourceId: box.id, atMs: callMs + afterMin * 60_000, foundOffsetMs, note }));
  };
  const own = cameras.map((camera) => {
    const facts = CAMERAS[camera.letter];
    const made = clock(`Camera ${camera.letter}`, 'camera', {
      cameraId: camera.id,
      followsId: box.id,
      rate: camera.rate,
      statedPpm: facts?.statedPpm ?? 10,
      simulated: facts ? { ppm: facts.ppm, offsetMs: facts.offsetMs, setAtMs: callMs } : null,
    });
    facts?.jamsMin.forEach((min, i) => {
      const before = facts.jamsMin[i - 1];
      const found = before === undefined ? null : driftMs(facts.ppm - 0.3, (min - before) * 60);
      jam(made, min, found === null ? null : Math.round(found * 10) / 10);
    });
    return made;
  });
  const recorder = clock('Sound recorder', 'recorder', { followsId: box.id });
  jam(recorder, 1, null, 'with the box on the cart');
  const slate = clock('Slate display', 'slate', {
    followsId: box.id,
    link: 'locked',
    simulated: { ppm: 0, offsetMs: 0, setAtMs: callMs },
  });
  return { clocks: [box, ...own, recorder, slate], jams };
}

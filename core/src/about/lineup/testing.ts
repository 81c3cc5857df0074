import { ninthBell } from '../../../../demo/src/ninthBell.ts';
import { morningTakes } from '../../../../demo/src/takes.ts';
import { midnightMs } from '../../base/time/index.ts';
import { formatLabel, parseRate, timeOfDayFrames } from '../../base/timecode/index.ts';
import { cameraFrames } from '../../rooms/clocks/index.ts';
import type { Clip } from '../../rooms/copies/index.ts';
import { foldTakes } from '../../rooms/roll/index.ts';
import type { LineSources } from './clips.ts';

let n = 0;
const ownId = () => `00000000-0000-7000-8000-${String((n += 1)).padStart(12, '0')}`;

/** The demo’s morning as its cards tell it, with when each clip truly began, ms, by id. */
export function bellMorning(newId: () => string = ownId) {
  const demo = ninthBell(newId, '/media');
  const day = demo.days[0]!;
  const morning = morningTakes(demo, 10 * 60 + 58, newId);
  const midnight = midnightMs(day.date, day.timeZone);
  const takes = foldTakes(morning.events);
  const truth = new Map<string, number>();
  const clips = morning.clips.map((c): Clip => {
    const card = demo.cards.find((x) => x.label === c.card)!;
    const camera = demo.cameras.find((x) => x.id === card.cameraId);
    const rate = parseRate(c.rate);
    const frames = camera
      ? cameraFrames(demo, camera, c.startMs, midnight)
      : timeOfDayFrames(c.startMs - midnight, rate);
    const id = newId();
    truth.set(id, c.startMs);
    return {
      ...{ id, productionId: demo.production.id, version: 1, cardId: card.id, sizeBytes: 5, looked: null },
      ...{ name: `${c.name}.${camera ? 'mov' : 'wav'}`, path: c.name, startTimecode: formatLabel(frames, rate) },
      ...{ durationMs: c.durationMs, rate: c.rate },
    };
  });
  const sources: LineSources = { ...demo, clips, takes, lineRuns: [], lineFinds: [], handLines: [] };
  return { demo, day, takes, events: morning.events, clips, truth, sources, newId };
}

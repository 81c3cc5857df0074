import type { Camera } from '../../rooms/camera/index.ts';
import type { CardStatus } from '../../rooms/copies/index.ts';
import { cardsOut, entriesOf, type LogEntry } from '../../rooms/log/index.ts';
import type { Take } from '../../rooms/roll/index.ts';

/** What was recorded and may be nowhere but on its card: nobody sleeps over it. */
export interface Unread {
  /** Cards that came out and were never read here. */
  out: string[];
  /** Letters of cameras that nobody hears and of which nothing was read though they rolled. */
  inCamera: string[];
  /** Letters of cameras that nobody hears, whose cards nobody taps: whether the last one was read is not known. */
  unsure: string[];
}

/** Of a day’s takes: what of it was not read yet, or may not have been. Cameras that report what is on their card are none of it: their cards are counted. */
export function unreadOf(
  takes: readonly Pick<Take, 'cameras' | 'rolledAtMs'>[],
  cameras: readonly Camera[],
  cards: readonly CardStatus[],
  log: readonly LogEntry[],
): Unread {
  const out = cardsOut(
    log,
    cards.map((c) => c.card.label),
  );
  const rolled = cameras.flatMap((camera) => {
    const own = takes.filter((t) => t.cameras.some((c) => c.cameraId === camera.id));
    return camera.simulated || own.length === 0 ? [] : [{ camera, lastMs: Math.max(...own.map((t) => t.rolledAtMs)) }];
  });
  const isRead = (camera: Camera) => cards.some((c) => c.card.cameraId === camera.id && c.clips.length > 0);
  const taps = (camera: Camera) => entriesOf(log, 'cardIn', 'cardOut').filter((e) => e.payload.cameraId === camera.id);
  return {
    out: out.map((c) => c.label),
    inCamera: rolled
      .filter(({ camera, lastMs }) => {
        const last = taps(camera).at(-1);
        // Tapped: it is in there while it rolled after the last card came out. Never tapped: while nothing of it was read.
        return last ? last.payload.kind === 'cardIn' || last.atMs < lastMs : !isRead(camera);
      })
      .map(({ camera }) => camera.letter),
    unsure: rolled
      .filter(({ camera }) => taps(camera).length === 0 && isRead(camera))
      .map(({ camera }) => camera.letter),
  };
}

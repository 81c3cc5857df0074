import type { Camera } from '../../rooms/camera/index.ts';
import type { Card, Clip } from '../../rooms/copies/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import { parseLabel, parseRate } from '../../base/timecode/index.ts';
import { InputError } from '../../base/errors/index.ts';

export interface ClipMatch {
  takeId: string;
  letter: string;
  clipId: string;
  by: 'name' | 'timecode';
}

/** Stands where a camera's letter would, for cards of a sound recorder (cards with no camera). */
export const SOUND = 'Sound';

/** Clips that start this long before the take was logged, or after it was cut, still belong to it. */
const SLACK_S = 8;

/** Seconds since midnight that a label shows; null when it is no label at that rate. */
function labelSeconds(label: string | null, rateText: string): number | null {
  if (!label) return null;
  try {
    const rate = parseRate(rateText);
    return (parseLabel(label, rate) * rate.den) / rate.num;
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}

/** Clips whose cameras reported their names with a take, by id. */
export function clipsNamed(
  takes: readonly Take[],
  clips: readonly Pick<Clip, 'id' | 'name'>[],
): Map<string, { takeId: string; letter: string }> {
  const byName = new Map<string, { takeId: string; letter: string }>();
  for (const take of takes)
    for (const c of take.cameras) if (c.clip) byName.set(c.clip, { takeId: take.id, letter: c.letter });
  const named = new Map<string, { takeId: string; letter: string }>();
  for (const clip of clips) {
    const found = byName.get(clip.name.replace(/\.[^.]+$/, ''));
    if (found) named.set(clip.id, found);
  }
  return named;
}

/**
 * Finds each take's clips: by the clip name the camera reported, else by the camera's card and timecode that
 * overlaps the take's. Sound cards have no camera and go by timecode alone. A clip belongs to one take at most: the one it overlaps longest.
 */
export function matchClips(
  takes: readonly Take[],
  clips: readonly Clip[],
  cards: readonly Card[],
  cameras: readonly Camera[],
  jobRate: string,
): ClipMatch[] {
  const cardCamera = new Map(cards.map((c) => [c.id, c.cameraId]));
  const letters = new Map(cameras.map((c) => [c.id, c.letter]));
  const byName = clipsNamed(takes, clips);
  // Read once a take, not once a clip and take.
  const spans = takes.flatMap((take) => {
    const from = labelSeconds(take.timecodeIn, jobRate);
    const to = labelSeconds(take.timecodeOut, jobRate);
    return from === null || to === null ? [] : [{ take, from, to }];
  });

  return clips.flatMap((clip): ClipMatch[] => {
    const named = byName.get(clip.id);
    if (named) return [{ ...named, clipId: clip.id, by: 'name' }];
    const cameraId = cardCamera.get(clip.cardId);
    const start = labelSeconds(clip.startTimecode, clip.rate ?? jobRate);
    const letter = cameraId ? letters.get(cameraId) : SOUND;
    if (!letter || start === null) return [];
    const end = start + (clip.durationMs ?? 0) / 1000;
    let best: { take: Take; overlap: number } | null = null;
    for (const { take, from, to } of spans) {
      const overlap = Math.min(end, to + SLACK_S) - Math.max(start, from - SLACK_S);
      if (overlap <= 0 || (best && overlap <= best.overlap)) continue;
      if (!cameraId || take.cameras.some((c) => c.cameraId === cameraId)) best = { take, overlap };
    }
    return best ? [{ takeId: best.take.id, letter, clipId: clip.id, by: 'timecode' }] : [];
  });
}

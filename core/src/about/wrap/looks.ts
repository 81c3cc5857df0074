import type { Finding } from '../../base/findings/index.ts';
import { InputError } from '../../base/errors/index.ts';
import { parseRate } from '../../base/timecode/index.ts';
import { formatRunning } from '../../base/units/index.ts';
import type { Card, Clip } from '../../rooms/copies/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import type { Shot } from '../../rooms/scenes/index.ts';
import type { SoundBox, SoundRoute } from '../../rooms/sound/index.ts';
import type { ClipMatch } from './match.ts';

/** Below this nothing was heard: the noise of an open input lies above. */
export const SILENT_DB = -70;
/** Of 0…255: no frame looked at has anything brighter; video black is 16. */
export const BLACK_LEVEL = 24;
/** A clip shorter than its take by more than this lacks its end. */
const SHORT_MS = 3000;

export interface ClipFinding extends Finding {
  clipId: string;
  kind: 'closed' | 'silent' | 'black' | 'short' | 'rate';
}

export interface LookSources {
  clips: readonly Clip[];
  cards: readonly Pick<Card, 'id' | 'label' | 'cameraId'>[];
  shots: readonly Pick<Shot, 'id' | 'fps'>[];
  /** The patch: sound is planned on a camera that a line of it goes into; with no line at all nobody planned silence. */
  soundRoutes: readonly Pick<SoundRoute, 'boxId'>[];
  soundBoxes: readonly Pick<SoundBox, 'id' | 'cameraId'>[];
  takes: readonly Pick<Take, 'id' | 'shotId' | 'rolledAtMs' | 'cutAtMs' | 'rollsOn' | 'continuesTakeId'>[];
  matches: readonly ClipMatch[];
  /** The job’s frame rate. */
  rate: string;
}

/**
 * What is wrong with copied clips, by what a look into them found: they don’t open, are silent though sound was planned on them, black in all frames looked at, shorter
 * than their take, or of another rate than the job’s. What was not looked into is no finding.
 */
export function clipFindings(s: LookSources): ClipFinding[] {
  const { clips, cards, takes, matches, rate } = s;
  const cardOf = new Map(cards.map((c) => [c.id, c]));
  const patched = new Set(s.soundRoutes.map((r) => r.boxId));
  const withSound = new Set(s.soundBoxes.flatMap((b) => (patched.has(b.id) && b.cameraId ? [b.cameraId] : [])));
  const fpsOf = new Map(s.shots.map((x) => [x.id, x.fps]));
  const takeOf = new Map(takes.map((t) => [t.id, t]));
  const matchOf = new Map(matches.map((m) => [m.clipId, m]));
  return clips.flatMap((clip): ClipFinding[] => {
    const { looked } = clip;
    if (!looked || looked.sizeBytes !== clip.sizeBytes) return [];
    const card = cardOf.get(clip.cardId);
    const found = (kind: ClipFinding['kind'], level: Finding['level'], words: string, mend: string): ClipFinding => ({
      ...{ key: `look.${kind}.${clip.id}`, clipId: clip.id, kind, level, words, mend },
    });
    if (looked.opens === false)
      return [
        found(
          'closed',
          'danger',
          `${clip.name} does not open.`,
          'Keep its card; try the camera it came from, then another program.',
        ),
      ];
    const take = takeOf.get(matchOf.get(clip.id)?.takeId ?? '');
    const lacking = take?.cutAtMs && looked.playsMs !== null ? take.cutAtMs - take.rolledAtMs - looked.playsMs : 0;
    const isPart = take !== undefined && (take.rollsOn || take.continuesTakeId !== null);
    // Off speed: silent, and of another rate, by intent.
    const isOffSpeed = (fpsOf.get(take?.shotId ?? '') ?? null) !== null;
    const isPlanned = card?.cameraId ? patched.size === 0 || withSound.has(card.cameraId) : looked.hasPicture === false;
    const wantsSound = isPlanned && !isOffSpeed;
    return [
      ...(wantsSound && (looked.hasSound === false || (looked.peakDb !== null && looked.peakDb < SILENT_DB))
        ? [found('silent', 'look', `${clip.name} is silent.`, 'Look whether another source heard this take.')]
        : []),
      ...(looked.hasPicture && looked.frames > 0 && looked.brightest !== null && looked.brightest <= BLACK_LEVEL
        ? [
            found(
              'black',
              'look',
              `${clip.name} is black in all ${looked.frames} frames looked at.`,
              'Play it: was the cap on?',
            ),
          ]
        : []),
      ...(lacking > SHORT_MS && !isPart
        ? [
            found(
              ...(['short', 'look', `${clip.name} is ${formatRunning(lacking)} shorter than its take.`] as const),
              'Look whether the rest is in another file of the card.',
            ),
          ]
        : []),
      ...(clip.rate !== null && looked.hasPicture && !isOffSpeed && !isSameRate(clip.rate, rate)
        ? [
            found(
              'rate',
              'look',
              `${clip.name} runs at ${clip.rate}, the job at ${rate}.`,
              'Tell whoever edits, unless it is meant so.',
            ),
          ]
        : []),
    ];
  });
}

function isSameRate(a: string, b: string): boolean {
  try {
    const [x, y] = [parseRate(a), parseRate(b)];
    return x.num * y.den === y.num * x.den;
  } catch (error) {
    if (error instanceof InputError) return true;
    throw error;
  }
}

import type { CardStatus, Clip, MediaState } from '../../rooms/copies/index.ts';
import type { Take } from '../../rooms/roll/index.ts';
import type { ShotState } from '../../rooms/scenes/index.ts';
import type { Scene, Shot } from '../../rooms/scenes/index.ts';
import type { ClipFinding } from './looks.ts';
import { SOUND, type ClipMatch } from './match.ts';

/** What can be missing of a line: lost with a card, wanted and not had, had and not as it should be, recorded and not found, copied and not yet kept. */
export type LineMissing =
  'onlyCard' | 'moment' | 'must' | 'badClip' | 'noClip' | 'noTake' | 'notKept' | 'notTaken' | 'notCut';

/** A line of the wrap table: what was wanted, what was taken, which file it is, where that is kept. */
export interface WrapRow {
  id: string;
  shot: Shot | null;
  scene: Scene | null;
  state: ShotState | null;
  take: Take | null;
  /** The letter of the camera (or `Sound`), where the line is about one clip. */
  letter: string | null;
  clip: Clip | null;
  by: ClipMatch['by'] | null;
  media: MediaState | null;
  /** What is wrong with the line, in words; empty when nothing is. */
  trouble: string;
  /** What is missing of it; null where nothing is. */
  missing: LineMissing | null;
}

export interface WrapSources {
  shots: readonly Shot[];
  scenes: readonly Scene[];
  /** Moments and cues of the day that no shot was written for: wanted as they are. */
  moments: readonly Scene[];
  states: ReadonlyMap<string, ShotState>;
  takes: readonly Take[];
  matches: readonly ClipMatch[];
  cards: readonly CardStatus[];
  /** What a look into copies found. */
  findings: readonly ClipFinding[];
}

const NOTHING = {
  shot: null,
  scene: null,
  state: null,
  take: null,
  letter: null,
  clip: null,
  by: null,
  media: null,
  missing: null,
};

/** What a line is of: a shot’s number, or that of a moment as a whole; empty for neither. */
export const wrapCode = (row: Pick<WrapRow, 'shot' | 'scene'>): string => row.shot?.code ?? row.scene?.number ?? '';
/** In words: what the shot shows, or what the moment is called. */
export const wrapWhat = (row: Pick<WrapRow, 'shot' | 'scene'>): string =>
  row.shot?.description ?? row.scene?.title ?? '';

/** What is missing of a clip by the state of its card: on the card alone, or copied but not as often or not where the policy wants it. */
const mediaMissing = (media: MediaState | undefined): LineMissing | null =>
  media === undefined || media === 'kept' ? null : media === 'onCardOnly' ? 'onlyCard' : 'notKept';

/** Everything planned and everything recorded, each once: shots without takes, takes without clips and clips without takes too. */
export function wrapRows(s: WrapSources): WrapRow[] {
  const clips = new Map(s.cards.flatMap((c) => c.clips.map((clip) => [clip.id, { clip, media: c.state }] as const)));
  const found = new Map<string, string[]>();
  for (const f of s.findings) found.set(f.clipId, [...(found.get(f.clipId) ?? []), f.words]);
  const wordsOf = (clipId: string): string => (found.get(clipId) ?? []).join(' ');
  /** The state of its card first, while the card is all there is; then what is wrong with it. */
  const missingOfClip = (clipId: string, media: MediaState | undefined): LineMissing | null =>
    media !== 'onCardOnly' && found.has(clipId) ? 'badClip' : mediaMissing(media);
  const scenes = new Map(s.scenes.map((x) => [x.id, x]));
  const matchesOf = new Map<string, ClipMatch[]>();
  for (const m of s.matches) matchesOf.set(m.takeId, [...(matchesOf.get(m.takeId) ?? []), m]);
  const takesOf = new Map<string | null, Take[]>();
  // A take of a moment as a whole names its scene.
  const wantedOf = (t: Take) => t.shotId ?? t.sceneId ?? null;
  for (const t of s.takes) takesOf.set(wantedOf(t), [...(takesOf.get(wantedOf(t)) ?? []), t]);
  const used = new Set(s.matches.map((m) => m.clipId));
  const rows: WrapRow[] = [];

  const takeRows = (take: Take, shot: Shot | null): void => {
    const scene = scenes.get(shot?.sceneId ?? take.sceneId ?? '') ?? null;
    const state = s.states.get(wantedOf(take) ?? '') ?? null;
    const base = { shot, scene, state, take };
    const matched = matchesOf.get(take.id) ?? [];
    const sound = matched.filter((m) => m.letter === SOUND).length ? [{ letter: SOUND, card: null }] : [];
    for (const camera of [...take.cameras, ...sound]) {
      const own = matched.filter((m) => m.letter === camera.letter);
      for (const m of own) {
        const entry = clips.get(m.clipId);
        rows.push({
          ...base,
          id: `${take.id}/${m.clipId}`,
          letter: camera.letter,
          clip: entry?.clip ?? null,
          by: m.by,
          media: entry?.media ?? null,
          trouble: [entry?.media === 'onCardOnly' ? 'Only on its card.' : '', wordsOf(m.clipId)]
            .filter(Boolean)
            .join(' '),
          missing: missingOfClip(m.clipId, entry?.media),
        });
      }
      if (own.length === 0) {
        const trouble =
          take.cutAtMs === null
            ? 'Not cut yet.'
            : camera.card
              ? `No clip found on card ${camera.card}.`
              : 'No clip found: is its card read?';
        const missing = take.cutAtMs === null ? 'notCut' : 'noClip';
        rows.push({ ...NOTHING, ...base, id: `${take.id}/${camera.letter}`, letter: camera.letter, trouble, missing });
      }
    }
    // Of sound alone, wild or with a recorder in it, no camera is missed.
    const soundOnly = take.wild || take.recorders.length > 0;
    if (take.cameras.length === 0)
      rows.push({
        ...NOTHING,
        ...base,
        id: take.id,
        trouble: soundOnly ? '' : 'No camera was in this take.',
        missing: soundOnly ? null : 'noClip',
      });
  };

  const wantedIds = new Set([...s.shots, ...s.moments].map((x) => x.id));
  for (const shot of s.shots) {
    const takes = takesOf.get(shot.id) ?? [];
    for (const take of takes) takeRows(take, shot);
    const state = s.states.get(shot.id) ?? 'planned';
    if (takes.length === 0) {
      const trouble = state === 'dropped' ? '' : shot.priority === 'must' ? 'A must, not yet taken.' : 'Not yet taken.';
      const missing = state === 'dropped' ? null : shot.priority === 'must' ? 'must' : 'notTaken';
      rows.push({ ...NOTHING, id: shot.id, shot, scene: scenes.get(shot.sceneId) ?? null, state, trouble, missing });
    }
  }
  for (const moment of s.moments) {
    const takes = takesOf.get(moment.id) ?? [];
    for (const take of takes) takeRows(take, null);
    const state = s.states.get(moment.id) ?? 'planned';
    if (takes.length === 0)
      rows.push({ ...NOTHING, id: moment.id, scene: moment, state, trouble: 'Not yet taken.', missing: 'moment' });
  }
  for (const [id, takes] of takesOf)
    if (id === null || !wantedIds.has(id)) for (const take of takes) takeRows(take, null);
  for (const [clipId, { clip, media }] of clips) {
    if (!used.has(clipId))
      rows.push({
        ...NOTHING,
        id: clipId,
        clip,
        media,
        trouble: ['A clip that no take was logged for.', wordsOf(clipId)].filter(Boolean).join(' '),
        missing: media === 'onCardOnly' ? 'onlyCard' : found.has(clipId) ? 'badClip' : 'noTake',
      });
  }
  return rows;
}

import type { DayPlan, DayRow } from '../../plan/day/index.ts';
import { formatMinutes } from '../../base/units/index.ts';
import type { Scene, Slot } from '../../rooms/scenes/index.ts';
import type { Person } from '../../rooms/people/index.ts';

/** Minutes of the day that stills and film share. */
export interface SharedSpan {
  startMin: number;
  endMin: number;
  words: string;
}
export interface Shared {
  /** Sound is recorded: no shutters, no talk, radios off. */
  quiet: SharedSpan[];
  /** Slots that somebody holds, and what is planned against them. */
  held: (SharedSpan & { holder: string; clash: string | null })[];
  /** Nobody films here, and these people wait: the photographer’s, if wanted. */
  free: SharedSpan[];
}

/** Shorter than this is no use to a photographer. */
const LEAST_FREE_MIN = 8;
/** Quiet stretches nearer to each other than this are one. */
const JOIN_MIN = 5;

const codeOf = (r: DayRow) => r.shot?.code ?? r.title;

/**
 * Who has the set when: quiet moments (rows whose sound is recorded), slots that are held with what is planned against them, and minutes in which people of the picture wait at a place while nothing is
 * filmed there (a change-over), which stills may have.
 */
export function sharedAccess(
  plan: DayPlan,
  slots: readonly Slot[],
  scenes: readonly Scene[],
  people: readonly Person[],
): Shared {
  const name = (id: string) => people.find((p) => p.id === id)?.shortName ?? 'somebody';
  const rows = plan.rows;
  const quiet: Shared['quiet'] = [];
  for (const r of rows) {
    if (r.shots.every((x) => x.sound.trim() === '')) continue;
    const last = quiet.at(-1);
    if (last && r.startMin - last.endMin < JOIN_MIN) {
      last.endMin = Math.max(last.endMin, r.endMin);
      last.words = `${last.words}, ${codeOf(r)}`;
    } else quiet.push({ startMin: r.startMin, endMin: r.endMin, words: codeOf(r) });
  }
  const held = slots.flatMap((s): Shared['held'] => {
    const scene = scenes.find((x) => x.id === s.sceneId);
    const here = rows.filter((r) => r.scene?.id === s.sceneId);
    if (!scene || (scene.dayId !== plan.day.id && here.length === 0)) return [];
    const endMin = s.startMin + s.lengthMin;
    const against = rows.filter(
      (r) =>
        r.startMin < endMin &&
        r.endMin > s.startMin &&
        r.placeId === (scene.placeId ?? r.placeId) &&
        !(r.programme && r.scene?.id === s.sceneId) &&
        r.shot?.operatorId !== s.holderId,
    );
    return [
      {
        startMin: s.startMin,
        endMin,
        holder: name(s.holderId),
        words: `${name(s.holderId)}: ${scene.title}${s.note ? `, ${s.note}` : ''}`,
        clash: against.length
          ? `${name(s.holderId)} has the place for ${formatMinutes(s.lengthMin)}, and ${against.map(codeOf).slice(0, 4).join(', ')} ${against.length === 1 ? 'is' : 'are'} planned then.`
          : null,
      },
    ];
  });
  const free: Shared['free'] = [];
  for (const u of plan.units)
    u.rows.forEach((r, i) => {
      const before = u.rows[i - 1];
      if (!before || r.changeKind === 'place' || r.changeMin < LEAST_FREE_MIN) return;
      const both = r.personIds.filter((p) => people.find((x) => x.id === p)?.kind === 'talent');
      const meals = u.meals.some((m) => m.startMin < r.startMin && m.endMin > r.startMin - r.changeMin);
      if (both.length === 0 || meals) return;
      free.push({
        startMin: r.startMin - r.changeMin,
        endMin: r.startMin,
        words: `${both.map(name).join(', ')}, ${r.changeTitle.charAt(0).toLowerCase()}${r.changeTitle.slice(1)}`,
      });
    });
  return { quiet, held: held.sort((a, b) => a.startMin - b.startMin), free };
}

import type { SceneStyle, Shot } from './model.ts';

type Timed = Pick<Shot, 'minutesOverride' | 'rehearseMin' | 'resetMin' | 'takesPlanned' | 'takeLengthMin' | 'turnMin'>;

/** What each school of covering a scene does to an estimate: rehearsal and takes, times this. */
export const STYLE_FACTORS: Readonly<Record<SceneStyle, { rehearse: number; takes: number; words: string }>> = {
  asWritten: { rehearse: 1, takes: 1, words: 'as written' },
  few: { rehearse: 2, takes: 1.5, words: 'few, perfect: twice the rehearsal, half as many takes again' },
  many: { rehearse: 0.5, takes: 0.5, words: 'many angles: half the rehearsal, half the takes of each' },
};

/** Takes to plan for under a scene's way of covering: whole, one at least. */
export function takesFor(shot: Pick<Shot, 'takesPlanned'>, style: SceneStyle = 'asWritten'): number {
  return Math.max(1, Math.ceil(shot.takesPlanned * STYLE_FACTORS[style].takes));
}

/** What of a shot’s minutes lies before its first roll; null where they were said outright, as one figure. */
export function rehearsalMinutes(shot: Timed, style: SceneStyle = 'asWritten'): number | null {
  return shot.minutesOverride === null ? shot.rehearseMin * STYLE_FACTORS[style].rehearse : null;
}

/**
 * Minutes a shot takes: rehearse + reset + takes × (take length + time between takes), rehearsal and takes by the
 * scene's way of covering; or what was said outright, which no school changes.
 */
export function shotMinutes(shot: Timed, style: SceneStyle = 'asWritten'): number {
  return (
    shot.minutesOverride ??
    shot.rehearseMin * STYLE_FACTORS[style].rehearse +
      shot.resetMin +
      takesFor(shot, style) * (shot.takeLengthMin + shot.turnMin)
  );
}

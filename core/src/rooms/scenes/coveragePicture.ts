import { isNeutralSide, type SceneCoverage } from './coverage.ts';
import type { Scene, Shot, SIZES } from './model.ts';

type Size = (typeof SIZES)[number];

/** One shot of one person as a frame of its size, or a frame that an editor will miss. */
export interface CoverageFrame {
  key: string;
  /** Empty where it is missing. */
  code: string;
  size: Size;
  facing: Shot['facing'];
  side: string;
  /** What the shot shows, or what is missing. */
  words: string;
}

export interface CoverageRow {
  /** null: pictures with nobody in them. */
  personId: string | null;
  frames: ReadonlyMap<Size, readonly CoverageFrame[]>;
}

/** From where a scene is seen: the sides on either hand of the line of action, and on the line itself. */
export interface ActionLine {
  sides: { side: string; at: 'one' | 'other' | 'on'; codes: string[] }[];
  /** Cuts that jump over the line with nothing between, in words. */
  crossings: string[];
}

export interface CoveragePicture {
  rows: CoverageRow[];
  /** Shots whose size nobody has said: they stand in no column. */
  unsized: string[];
  /** Null while no side is said, or nobody is seen: then there is no line. */
  line: ActionLine | null;
}

/** A scene’s coverage as an editor looks at it: who is seen how close, facing where, what is missing where, and from which side of the line. */
export function coveragePicture(scene: Scene, allShots: readonly Shot[], coverage: SceneCoverage): CoveragePicture {
  const shots = allShots.filter((s) => s.sceneId === scene.id && !s.dropped).sort((a, b) => a.position - b.position);
  const frameOf = (s: Shot, size: Size): CoverageFrame => ({
    key: s.id,
    code: s.code,
    size,
    facing: s.facing,
    side: s.side,
    words: s.description,
  });
  const row = (personId: string | null, own: readonly Shot[]): CoverageRow => {
    const frames = new Map<Size, CoverageFrame[]>();
    const add = (f: CoverageFrame) => frames.set(f.size, [...(frames.get(f.size) ?? []), f]);
    for (const s of own) if (s.size) add(frameOf(s, s.size));
    for (const { key, words, add: shot } of coverage.suggestions) {
      const of = shot.personIds ?? [];
      if (shot.size && (personId === null ? of.length === 0 : of.includes(personId)))
        add({ key, code: '', size: shot.size, facing: null, side: shot.side ?? '', words });
    }
    return { personId, frames };
  };
  const rows = [
    ...coverage.people.map((p) =>
      row(
        p.personId,
        shots.filter((s) => s.personIds.includes(p.personId)),
      ),
    ),
    row(
      null,
      shots.filter((s) => s.personIds.length === 0),
    ),
  ];
  return {
    rows: rows.filter((r) => r.personId !== null || r.frames.size > 0),
    unsized: shots.filter((s) => s.size === null).map((s) => s.code),
    line: actionLine(shots, coverage),
  };
}

function actionLine(shots: readonly Shot[], coverage: SceneCoverage): ActionLine | null {
  const seen = shots.filter((s) => s.personIds.length > 0 && s.size !== 'insert' && s.side !== '');
  const first = seen.find((s) => !isNeutralSide(s.side))?.side.toLowerCase();
  if (first === undefined) return null;
  const sides = new Map<string, ActionLine['sides'][number]>();
  for (const s of seen) {
    const key = s.side.toLowerCase();
    const at = isNeutralSide(s.side) ? 'on' : key === first ? 'one' : 'other';
    const side = sides.get(key) ?? { side: s.side, at, codes: [] };
    side.codes.push(s.code);
    sides.set(key, side);
  }
  return {
    sides: [...sides.values()],
    crossings: coverage.suggestions.filter((s) => s.key.startsWith('line:')).map((s) => s.words),
  };
}

import {
  SCENE_KINDS,
  SCENE_KIND_WORDS,
  SCENE_STYLES,
  STYLE_FACTORS,
  enough,
  rollup,
  sceneFields,
  shotMinutes,
  type Scene,
} from '@kavrell/core/scenes';
import { formatCount, formatEighths, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { StalePart, nameOf, useLookedAt } from '../../app/Stale.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { ProgrammeFields } from '../../shared/scenes/ProgrammeFields.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Facts, Part, Why } from '../../ui/parts.tsx';
import { namesOf, peopleOf } from '../../shared/scenes/cells.ts';
import { Questions } from './QuestionsPart.tsx';
import { deletion } from './ShotsView.tsx';

const TIMES = [
  ['dawn', 'dawn'],
  ['day', 'day'],
  ['dusk', 'dusk'],
  ['night', 'night'],
] as const;

/** The scene itself: its figures, then its facts. */
export function SceneSheet({ scene, onDeleted }: { scene: Scene; onDeleted: () => void }) {
  const { production, rows, facts, stale } = useProduction();
  const lookedAt = useLookedAt();
  const shots = rows.shots.filter((s) => s.sceneId === scene.id);
  const states = facts?.states ?? new Map();
  const got = shots.filter((s) => states.get(s.id) === 'got').length;
  const sums = rollup(shots, rows.scenes);
  const written = shots.reduce((t, s) => t + (s.dropped ? 0 : shotMinutes(s)), 0);
  const staleShots = shots.filter((s) => stale.has(s.id));
  const save = (label: string) => (values: Record<string, unknown>) =>
    void change(production.id, `Scene ${scene.number}: ${label}`, [
      { op: 'update', table: 'scenes', row: scene, values },
    ]);
  const remove = () => {
    const gone = new Set(shots.map((s) => s.id));
    void change(production.id, `Deleted scene ${scene.number} and its ${shots.length} shots`, [
      ...deletion(shots, rows, gone),
      ...rows.waivers
        .filter((w) => w.sceneId === scene.id)
        .map((row) => ({ op: 'delete' as const, table: 'waivers' as const, row })),
      ...rows.slots
        .filter((w) => w.sceneId === scene.id)
        .map((row) => ({ op: 'delete' as const, table: 'slots' as const, row })),
      ...rows.questions
        .filter((q) => q.sceneId === scene.id)
        .map((row) => ({ op: 'delete' as const, table: 'questions' as const, row })),
      { op: 'delete', table: 'scenes', row: scene },
    ]);
    onDeleted();
  };
  const text = (key: 'title' | 'synopsis' | 'props' | 'wardrobe' | 'storyState', label: string, hint?: string) => (
    <FieldEdit
      label={label}
      value={scene[key]}
      fields={sceneFields}
      set={(v) => ({ [key]: v })}
      save={save(label.toLowerCase())}
      {...(hint ? { hint } : {})}
    />
  );
  const names = namesOf(scene.personIds, rows.people);
  const people = [...sums.peopleMin].sort((a, b) => b[1] - a[1]);
  return (
    <>
      <Part>
        <h2>
          Scene {scene.number} {scene.title}
        </h2>
        <div>{scene.synopsis}</div>
      </Part>
      <StalePart table="scenes" id={scene.id} />
      <Part>
        <Facts
          rows={[
            ['Shots got', `${got} of ${shots.length}`],
            ['Shot minutes', formatMinutes(sums.minutes)],
            ['Takes', String(sums.takes)],
            ['Set-ups', String(sums.setups)],
            ['Inserts, nobody needed', sums.inserts.length ? sums.inserts.map((s) => s.code).join(', ') : 'none'],
            ...(scene.kind === 'shots' ? ([['Script', formatEighths(scene.eighths)]] as const) : []),
          ]}
        />
        {scene.kind === 'moment' ? <div style={{ marginTop: 8 }}>{enough(shots, states).words}</div> : null}
      </Part>
      {staleShots.length > 1 ? (
        <Part>
          <Button
            size="small"
            onClick={() =>
              lookedAt(
                staleShots.map((s) => ({ table: 'shots', id: s.id })),
                `the shots of ${nameOf(rows, scene.id)}`,
              )
            }
          >
            Looked at all {staleShots.length} stale shots
          </Button>
        </Part>
      ) : null}
      {people.length ? (
        <Part title="Minutes with">
          <Facts
            rows={people.map(([id, min]) => [
              rows.people.find((p) => p.id === id)?.shortName ?? 'somebody',
              formatMinutes(min),
            ])}
          />
        </Part>
      ) : null}
      <Why
        lines={[
          `Shot minutes: rehearsal + reset + takes × (take + between), ${STYLE_FACTORS[scene.style].words}.${scene.style === 'asWritten' ? '' : ` As written they would be ${formatMinutes(written)}.`}`,
          'A set-up is one light seen from one side.',
        ]}
      />
      <Questions scene={scene} />
      <Part title="All of it">
        <FieldEdit
          label="Number"
          value={scene.number}
          fields={sceneFields}
          set={(v) => ({ number: v.toUpperCase() })}
          save={save('number')}
        />
        {text('title', 'Title')}
        <FieldEdit
          label="Covered by"
          value={scene.style}
          fields={sceneFields}
          set={(v) => ({ style: v })}
          save={save('how it is covered')}
          options={SCENE_STYLES.map((s) => [s, STYLE_FACTORS[s].words] as const)}
        />
        <FieldEdit
          label="Kind"
          value={scene.kind}
          fields={sceneFields}
          set={(v) => ({ kind: v })}
          save={save('kind')}
          options={SCENE_KINDS.map((k) => [k, SCENE_KIND_WORDS[k]] as const)}
        />
        {scene.kind === 'shots' ? null : <ProgrammeFields scene={scene} />}
        <FieldEdit
          label="Place"
          value={scene.placeId ?? ''}
          fields={sceneFields}
          set={(v) => ({ placeId: v || null })}
          save={save('place')}
          options={[['', 'not chosen'], ...rows.places.map((p) => [p.id, p.name] as const)]}
        />
        <FieldEdit
          label="People in it"
          hint="Short names, parted by commas"
          value={names}
          fields={sceneFields}
          set={(v) => ({ personIds: peopleOf(v, rows.people) })}
          save={save('people')}
        />
        {text('props', 'Props')}
        {text('wardrobe', 'Wardrobe')}
        {text('storyState', 'Story state', 'Palettes can be bound to it: before, fire, after')}
        <FieldEdit
          label="Inside or outside"
          value={scene.inside ? 'in' : 'out'}
          fields={sceneFields}
          set={(v) => ({ inside: v === 'in' })}
          save={save('inside or outside')}
          options={[
            ['in', 'inside'],
            ['out', 'outside'],
          ]}
        />
        <FieldEdit
          label="Time of day"
          value={scene.timeOfDay}
          fields={sceneFields}
          set={(v) => ({ timeOfDay: v })}
          save={save('time of day')}
          options={TIMES}
        />
        <FieldEdit
          label="Pages, in eighths"
          value={String(scene.eighths)}
          fields={sceneFields}
          set={(v) => ({ eighths: Number(v) })}
          save={save('pages')}
        />
        {text('synopsis', 'Synopsis')}
        <Button
          onClick={remove}
          title={`${formatCount(shots.length, 'shot')} go with it; Ctrl+Z brings all of it back`}
        >
          Delete the scene
        </Button>
      </Part>
    </>
  );
}

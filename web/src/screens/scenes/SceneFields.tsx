import {
  sceneFields,
  SCENE_STYLES,
  STYLE_FACTORS,
  SCENE_KINDS,
  SCENE_KIND_WORDS,
  type Scene,
  type Shot,
} from '@kavrell/core/scenes';
import { formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { peopleOf, namesOf } from '../../shared/scenes/cells.ts';
import { ProgrammeFields } from '../../shared/scenes/ProgrammeFields.tsx';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part } from '../../ui/parts.tsx';
import { deletion } from './ShotsView.tsx';

const TIMES = [
  ['dawn', 'dawn'],
  ['day', 'day'],
  ['dusk', 'dusk'],
  ['night', 'night'],
] as const;

/** All fields of a scene, and the way to be rid of it. */
export function SceneFields({ scene, shots, onDeleted }: { scene: Scene; shots: Shot[]; onDeleted: () => void }) {
  const { rows, production } = useProduction();
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
  return (
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
      <Button onClick={remove} title={`${formatCount(shots.length, 'shot')} go with it; Ctrl+Z brings all of it back`}>
        Delete the scene
      </Button>
    </Part>
  );
}

import { sceneFields, shotMinutes, type Scene } from '@kavrell/core/scenes';
import { formatEighths, formatMinutes } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Facts, Part } from '../../ui/parts.tsx';

const TIMES = [
  ['dawn', 'dawn'],
  ['day', 'day'],
  ['dusk', 'dusk'],
  ['night', 'night'],
] as const;

/** The scene itself: its figures, then its facts. */
export function SceneSheet({ scene, onDeleted }: { scene: Scene; onDeleted: () => void }) {
  const { production, rows, facts } = useProduction();
  const shots = rows.shots.filter((s) => s.sceneId === scene.id);
  const got = shots.filter((s) => facts?.states.get(s.id) === 'got').length;
  const save = (label: string) => (values: Record<string, unknown>) =>
    void change(production.id, `Scene ${scene.number}: ${label}`, [
      { op: 'update', table: 'scenes', row: scene, values },
    ]);
  const remove = () => {
    const items = rows.dayItems.filter((i) => shots.some((s) => s.id === i.shotId));
    void change(production.id, `Deleted scene ${scene.number} and its ${shots.length} shots`, [
      ...items.map((row) => ({ op: 'delete' as const, table: 'dayItems' as const, row })),
      ...shots.map((row) => ({ op: 'delete' as const, table: 'shots' as const, row })),
      { op: 'delete', table: 'scenes', row: scene },
    ]);
    onDeleted();
  };
  return (
    <>
      <Part>
        <h2>
          Scene {scene.number} {scene.title}
        </h2>
        <div>{scene.synopsis}</div>
      </Part>
      <Part>
        <Facts
          rows={[
            ['Shots got', `${got} of ${shots.length}`],
            ['Shot minutes', formatMinutes(shots.reduce((t, s) => t + (s.dropped ? 0 : shotMinutes(s)), 0))],
            ['Script', formatEighths(scene.eighths)],
          ]}
        />
      </Part>
      <Part title="All of it">
        <FieldEdit
          label="Number"
          value={scene.number}
          fields={sceneFields}
          set={(v) => ({ number: v.toUpperCase() })}
          save={save('number')}
        />
        <FieldEdit
          label="Title"
          value={scene.title}
          fields={sceneFields}
          set={(v) => ({ title: v })}
          save={save('title')}
        />
        <FieldEdit
          label="Place"
          value={scene.placeId ?? ''}
          fields={sceneFields}
          set={(v) => ({ placeId: v || null })}
          save={save('place')}
          options={[['', 'not chosen'], ...rows.places.map((p) => [p.id, p.name] as const)]}
        />
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
        <FieldEdit
          label="Synopsis"
          value={scene.synopsis}
          fields={sceneFields}
          set={(v) => ({ synopsis: v })}
          save={save('synopsis')}
        />
        <Button onClick={remove}>Delete the scene</Button>
      </Part>
    </>
  );
}

import { START_KINDS, START_KIND_WORDS, sceneFields, type Scene } from '@kavrell/core/scenes';
import { formatMinuteOfDay, formatMinutes, formatWallMinute, parseClockOn, parseMinutes } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { FieldEdit } from '../../ui/FieldEdit.tsx';

/** Day, start and length of a moment or cue: with a day and a time it is a line of that day by itself. */
export function ProgrammeFields({ scene }: { scene: Scene }) {
  const { production, rows } = usePlanned();
  const own = rows.days.find((d) => d.id === scene.dayId);
  const clock = (m: number | null) => (m === null ? '' : own ? formatMinuteOfDay(m, own) : formatWallMinute(m));
  const save = (label: string) => (values: Record<string, unknown>) =>
    void change(production.id, `${scene.title}: ${label}`, [{ op: 'update', table: 'scenes', row: scene, values }]);
  const others = rows.scenes.filter((s) => s.id !== scene.id && s.kind !== 'shots' && s.dayId === scene.dayId);
  return (
    <>
      <FieldEdit
        label="Day"
        value={scene.dayId ?? ''}
        fields={sceneFields}
        set={(v) => ({ dayId: v || null })}
        save={save('day')}
        options={[['', 'not said'], ...rows.days.map((d) => [d.id, `day ${d.number}`] as const)]}
      />
      <FieldEdit
        label="Its start is meant"
        value={scene.startKind}
        fields={sceneFields}
        set={(v) => ({
          startKind: v,
          followsSceneId: v === 'follows' ? (scene.followsSceneId ?? others.at(-1)?.id ?? null) : null,
        })}
        save={save('how its start is meant')}
        options={START_KINDS.filter((k) => k !== 'follows' || others.length > 0).map(
          (k) => [k, START_KIND_WORDS[k]] as const,
        )}
      />
      {scene.startKind === 'follows' ? (
        <FieldEdit
          label="Follows"
          value={scene.followsSceneId ?? ''}
          fields={sceneFields}
          set={(v) => ({ followsSceneId: v || null })}
          save={save('what it follows')}
          options={[['', 'not said'], ...others.map((s) => [s.id, s.title] as const)]}
        />
      ) : (
        <FieldEdit
          label="Starts"
          hint="By the programme, such as 14:20"
          value={clock(scene.plannedMin)}
          fields={sceneFields}
          set={(v) => ({ plannedMin: v.trim() === '' ? null : parseClockOn(v, own) })}
          save={save('start')}
        />
      )}
      <FieldEdit
        label="Lasts"
        value={scene.lengthMin === null ? '' : formatMinutes(scene.lengthMin)}
        fields={sceneFields}
        set={(v) => ({ lengthMin: v.trim() === '' ? null : parseMinutes(v) })}
        save={save('length')}
      />
    </>
  );
}

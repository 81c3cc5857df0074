import { shotFields, type Shot } from '@kavrell/core/scenes';
import { parseMinutes } from '@kavrell/core/units';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part } from '../../ui/parts.tsx';

/** What a shot’s minutes are made of, and how it hangs in a song. */
export function ShotMinutes({
  shot,
  save,
}: {
  shot: Shot;
  save: (label: string) => (values: Record<string, unknown>) => undefined;
}) {
  const minutes = (key: 'takeLengthMin' | 'rehearseMin' | 'resetMin' | 'turnMin', label: string) => (
    <FieldEdit
      label={label}
      value={String(shot[key])}
      fields={shotFields}
      set={(v) => ({ [key]: parseMinutes(v) })}
      save={save(label.toLowerCase())}
    />
  );
  const text = (key: 'outfit' | 'pass', label: string) => (
    <FieldEdit
      label={label}
      value={shot[key]}
      fields={shotFields}
      set={(v) => ({ [key]: v })}
      save={save(label.toLowerCase())}
    />
  );
  return (
    <>
      <Part title="Minutes">
        <FieldEdit
          label="Said outright, minutes"
          hint="Left empty, they are worked out"
          value={shot.minutesOverride === null ? '' : String(shot.minutesOverride)}
          fields={shotFields}
          set={(v) => ({ minutesOverride: v.trim() === '' ? null : parseMinutes(v) })}
          save={save('minutes')}
        />
        {minutes('takeLengthMin', 'One take, minutes')}
        {minutes('turnMin', 'Between takes, minutes')}
        {minutes('rehearseMin', 'Rehearsal, minutes')}
        {minutes('resetMin', 'Reset, minutes')}
      </Part>
      <Part title="In a song">
        {text('outfit', 'Outfit')}
        {text('pass', 'Pass')}
        <FieldEdit
          label="Faces"
          value={shot.facing ?? ''}
          fields={shotFields}
          set={(v) => ({ facing: v || null })}
          save={save('faces')}
          options={[
            ['', '–'],
            ['left', 'left'],
            ['right', 'right'],
            ['camera', 'the camera'],
            ['away', 'away'],
          ]}
        />
      </Part>
    </>
  );
}

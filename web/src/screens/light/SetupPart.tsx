import { setupFields, type Setup } from '@kavrell/core/light';
import type { Shot } from '@kavrell/core/scenes';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Facts, Part } from '../../ui/parts.tsx';
import type { useSetupEdits } from './useSetupEdits.ts';

interface Props {
  setup: Setup;
  edits: ReturnType<typeof useSetupEdits>;
  /** Shots that are lit by it. */
  used: readonly Shot[];
}

/** In the side sheet: a setup’s code, name, place and notes, and who uses it. */
export function SetupPart({ setup, edits: { save, remove }, used }: Props) {
  const { rows } = usePlanned();
  return (
    <Part title="This setup">
      <FieldEdit label="Code" value={setup.code} fields={setupFields} set={(code) => ({ code })} save={save} />
      <FieldEdit label="Name" value={setup.name} fields={setupFields} set={(name) => ({ name })} save={save} />
      <FieldEdit
        label="Place"
        value={setup.placeId}
        fields={setupFields}
        set={(placeId) => ({ placeId, plan: { ...setup.plan, roomId: null } })}
        save={save}
        options={rows.places.map((p) => [p.id, p.name] as const)}
      />
      <FieldEdit label="Notes" value={setup.notes} fields={setupFields} set={(notes) => ({ notes })} save={save} />
      <Facts rows={[['Used by', used.map((s) => s.code).join(' ') || 'no shot yet']]} />
      <Button size="small" mt={3} onClick={remove}>
        Delete this setup
      </Button>
    </Part>
  );
}

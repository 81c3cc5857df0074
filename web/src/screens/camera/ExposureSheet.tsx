import { EI_SCHOOLS, SHUTTER_SCHOOLS, productionFields } from '@kavrell/core/brief';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { CalcWhy } from '../../ui/CalcWhy.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Facts, Part } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import type { Exposure } from './useExposure.ts';

const SCHOOL_WORDS = {
  angle: 'the job’s angle',
  sharp: 'sharper: half of it',
  flickerSafe: 'safe on mains first',
} as const;
const EI_WORDS = { last: 'EI last', native: 'native EI, light made to fit' } as const;

/** Beside an exposure: how the job chooses shutter and EI, what the camera and lens are, and why it comes out as it does. */
export function ExposureSheet({ exposure: { shown, natives, price, problem, setting: s } }: { exposure: Exposure }) {
  const { production } = usePlanned();
  const save = (values: Record<string, unknown>) =>
    void change(production.id, 'How exposure is chosen', [
      { op: 'update', table: 'productions', row: production, values },
    ]);
  return (
    <Sheet>
      <Part title="Schools">
        <FieldEdit
          label="Shutter"
          value={production.shutterSchool}
          fields={productionFields}
          set={(shutterSchool) => ({ shutterSchool })}
          save={save}
          options={SHUTTER_SCHOOLS.map((x) => [x, SCHOOL_WORDS[x]] as const)}
        />
        <FieldEdit
          label="EI"
          value={production.eiSchool}
          fields={productionFields}
          set={(eiSchool) => ({ eiSchool })}
          save={save}
          options={EI_SCHOOLS.map((x) => [x, EI_WORDS[x]] as const)}
        />
        <FieldEdit
          label="Mains"
          value={String(production.mainsHz)}
          fields={productionFields}
          set={(t) => ({ mainsHz: Number(t) })}
          save={save}
          options={[
            ['50', '50 Hz'],
            ['60', '60 Hz'],
          ]}
        />
      </Part>
      {shown ? (
        <Part title={`${shown.shot.code} on ${shown.camera.letter}`}>
          <Facts
            rows={[
              ['Lens', shown.lens ? `${shown.lens.name}` : 'none'],
              ['Native EI', natives.join(', ')],
              ['Price', price.words],
            ]}
          />
        </Part>
      ) : null}
      {problem === '' && s.illuminanceLux > 0 ? (
        <CalcWhy
          name="exposure.solve"
          input={{
            illuminanceLux: s.illuminanceLux,
            angleDeg: s.angleDeg,
            ei: s.ei,
            fps: s.fps,
            ndStops: Math.max(0, s.ndStops) + s.otherStops,
          }}
          note="The light is read on the setup’s plan, at the brighter cheek of its face."
        />
      ) : null}
    </Sheet>
  );
}

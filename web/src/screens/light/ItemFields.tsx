import { StandFields } from './StandFields.tsx';
import { Box, Flex } from '@chakra-ui/react';
import {
  bounce,
  entriesOf,
  entryOf,
  flag,
  frame,
  isRaised,
  LIGHT_ROLES,
  lampOf,
  meter,
  nameOf,
  person,
  planCamera,
  planMirror,
  source,
  type Catalogue,
  type PlanItem,
  type SourceItem,
  type Surroundings,
} from '@kavrell/core/light';
import { usePlanned } from '../../app/production.tsx';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Facts, Part } from '../../ui/parts.tsx';
import { aimed } from './adding.ts';
import type { PlanEditing } from './usePlan.ts';
import { Choice } from '../../ui/Choice.tsx';

const SCHEMAS = { person, camera: planCamera, source, flag, frame, bounce, mirror: planMirror, meter } as const;
const number = (text: string): number => {
  const value = Number(text.trim().replace('−', '-').replace(',', '.'));
  if (text.trim() === '' || !Number.isFinite(value)) throw new Error('This is a number.');
  return value;
};
const shown = (v: number) => String(Math.round(v * 100) / 100);

/** Everything of the chosen thing, each field refused in words by itself. */
export function ItemFields({
  item,
  editing,
  s,
  onDelete,
}: {
  item: PlanItem;
  editing: PlanEditing;
  s: Surroundings;
  onDelete: (id: string) => void;
}) {
  const { rows } = usePlanned();
  const { catalogue } = s;
  const schema = SCHEMAS[item.kind];
  const save = (what: string) => (values: Record<string, unknown>) =>
    editing.item(`${nameOf(item)}: ${what}`, item.id, values);
  const field = (key: string, label: string, value: number, scale = 1) => (
    <FieldEdit
      key={key}
      label={label}
      value={shown(value / scale)}
      fields={schema}
      set={(t) => ({ [key]: number(t) * scale })}
      save={save(label.toLowerCase())}
    />
  );
  const choice = (
    key: string,
    label: string,
    value: string | null,
    options: readonly (readonly [string, string])[],
    none?: string,
  ) => (
    <FieldEdit
      key={key}
      label={label}
      value={value ?? ''}
      fields={schema}
      set={(t) => ({ [key]: t === '' ? null : t })}
      save={save(label.toLowerCase())}
      options={none === undefined ? options : [['', none], ...options]}
    />
  );
  const aim = aimed(item, editing.plan);
  return (
    <Part title={`The ${item.kind === 'meter' ? 'point' : item.kind === 'source' ? 'lamp' : item.kind}`}>
      <FieldEdit label="Name" value={item.name} fields={schema} set={(name) => ({ name })} save={save('name')} />
      {item.kind === 'source' ? <SourceFields item={item} save={save} choice={choice} field={field} s={s} /> : null}
      {item.kind === 'person' ? (
        <>
          {choice(
            'personId',
            'Who',
            item.personId,
            rows.people.map((p) => [p.id, p.name] as const),
            'nobody of ours',
          )}
          <Toggle
            label="Wears spectacles"
            on={item.spectacles}
            set={(spectacles) => save('spectacles')({ spectacles })}
          />
        </>
      ) : null}
      {item.kind === 'camera' ? (
        <>
          <FieldEdit
            label="Camera"
            value={item.letter}
            fields={schema}
            set={(t) => ({ letter: t.trim().toUpperCase() })}
            save={save('letter')}
          />
          {field('focalMm', 'Focal length, mm', item.focalMm)}
          {field('squeeze', 'Squeeze (1: spherical)', item.squeeze ?? 1)}
        </>
      ) : null}
      {'clothKey' in item
        ? choice(
            'clothKey',
            item.kind === 'frame' ? 'Cloth' : 'Surface',
            item.clothKey,
            clothOptions(catalogue, item.kind === 'frame'),
          )
        : null}
      {'widthM' in item ? (
        <Pair>
          {field('widthM', 'Width, m', item.widthM)}
          {field('heightM', 'Height, m', item.heightM)}
        </Pair>
      ) : null}
      <Pair>
        {field('xM', 'Across, m', item.xM)}
        {field('yM', 'Down, m', item.yM)}
      </Pair>
      <Pair>
        {field('zM', 'High, m', item.zM)}
        {field('turnDeg', 'Turned, °', item.turnDeg)}
      </Pair>
      {'tiltDeg' in item ? field('tiltDeg', 'Tilted up, °', item.tiltDeg) : null}
      {isRaised(item) ? <StandFields choice={choice} item={item} catalogue={catalogue} field={field} s={s} /> : null}
      <Flex gap={2} wrap="wrap" mt={3}>
        {aim ? (
          <Button size="small" onClick={() => editing.item(`${nameOf(item)} aimed`, item.id, aim)}>
            Turn to the face
          </Button>
        ) : null}
        <Button size="small" onClick={() => onDelete(item.id)}>
          Take it off the plan
        </Button>
      </Flex>
    </Part>
  );
}

function Pair({ children }: { children: React.ReactNode }) {
  return (
    <Box display="grid" gridTemplateColumns="1fr 1fr" gap={3}>
      {children}
    </Box>
  );
}

function Toggle({ label, on, set }: { label: string; on: boolean; set: (on: boolean) => void }) {
  return (
    <Box mb={4}>
      <Button size="small" look={on ? 'on' : 'plain'} aria-pressed={on} onClick={() => set(!on)}>
        {label}
      </Button>
    </Box>
  );
}

const clothOptions = (catalogue: Catalogue, through: boolean) =>
  entriesOf(catalogue, 'cloth')
    .filter((x) => (through ? x.data.transmission > 0 : x.data.transmission === 0))
    .map((x) => [x.key, x.name] as const);

type Save = (what: string) => (values: Record<string, unknown>) => void;
type Choice = (
  key: string,
  label: string,
  value: string | null,
  options: readonly (readonly [string, string])[],
  none?: string,
) => React.ReactNode;

function SourceFields({
  item,
  save,
  choice,
  field,
  s,
}: {
  item: SourceItem;
  save: Save;
  choice: Choice;
  field: (key: string, label: string, value: number, scale?: number) => React.ReactNode;
  s: Surroundings;
}) {
  const lamp = lampOf(item, s.catalogue);
  const range = entryOf(s.catalogue, item.fixtureKey, 'fixture')?.data;
  const list = (key: 'modifierKeys' | 'gelKeys', label: string, kind: 'modifier' | 'gel') => (
    <FormField label={label}>
      {(props) => (
        <Flex {...props} gap={1} wrap="wrap" role="group">
          {item[key].map((k, i) => (
            <Button
              key={`${k}-${i}`}
              size="small"
              title="Take it off"
              onClick={() => save(label.toLowerCase())({ [key]: item[key].filter((_, n) => n !== i) })}
            >
              {s.catalogue.get(k)?.name ?? k} ×
            </Button>
          ))}
          {item[key].length < 4 ? (
            <Choice
              aria-label={`Add ${label.toLowerCase()}`}
              value=""
              onChange={(e) => e.target.value && save(label.toLowerCase())({ [key]: [...item[key], e.target.value] })}
            >
              <option value="">add …</option>
              {entriesOf(s.catalogue, kind).map((x) => (
                <option key={x.key} value={x.key}>
                  {x.name}
                </option>
              ))}
            </Choice>
          ) : null}
        </Flex>
      )}
    </FormField>
  );
  return (
    <>
      <Flex gap={2} mb={3} wrap="wrap">
        <Button
          size="small"
          look={item.on ? 'on' : 'plain'}
          aria-pressed={item.on}
          onClick={() => save(item.on ? 'off' : 'on')({ on: !item.on })}
        >
          {item.on ? 'On' : 'Off'}
        </Button>
        <Button
          size="small"
          look={item.battery ? 'on' : 'plain'}
          aria-pressed={item.battery}
          onClick={() => save('battery')({ battery: !item.battery })}
        >
          On battery
        </Button>
      </Flex>
      {field('level', 'Level, %', item.level, 0.01)}
      {choice(
        'role',
        'For',
        item.role,
        LIGHT_ROLES.map((r) => [r, r] as const),
      )}
      {choice(
        'fixtureKey',
        'Lamp',
        item.fixtureKey,
        entriesOf(s.catalogue, 'fixture').map((x) => [x.key, x.own ? `${x.name} (own figures)` : x.name] as const),
      )}
      {list('modifierKeys', 'On it', 'modifier')}
      {list('gelKeys', 'Gels', 'gel')}
      {range && range.lowK < range.highK ? field('colourK', 'Colour, K', item.colourK ?? range.highK) : null}
      {item.battery
        ? null
        : choice(
            'circuitId',
            'Circuit',
            item.circuitId,
            s.circuits.map((c) => [c.id, c.name] as const),
            'not said',
          )}
      {item.battery ? null : (
        <FieldEdit
          label="Cable, m"
          value={item.cableM === null ? '' : shown(item.cableM)}
          fields={source}
          hint="Empty: as long as it takes along the walls"
          set={(t) => ({ cableM: t.trim() === '' ? null : number(t) })}
          save={save('cable')}
        />
      )}
      {lamp ? (
        <Facts
          rows={[
            ['On axis at 1 m', `${Math.round(lamp.luxAt1m * item.level).toLocaleString('en')} lx`],
            ['Beam', lamp.beamDeg >= 300 ? 'all round' : `${lamp.beamDeg}°`],
            ['Draws', `${lamp.fixture.watts} W`],
            ['Control', lamp.fixture.control || 'not said'],
          ]}
        />
      ) : (
        <Box color="look">This lamp is not in the kit any more: choose another. It gives no light here.</Box>
      )}
    </>
  );
}

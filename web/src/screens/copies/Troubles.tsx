import { Box } from '@chakra-ui/react';
import { NO_FAULTS, simulatedFaults, type SimulatedFaults } from '@kavrell/core/copies';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Part } from '../../ui/parts.tsx';

type Field = keyof SimulatedFaults;
const FIGURES: Record<'cards' | 'drives', readonly (readonly [Exclude<Field, 'flips'>, string])[]> = {
  cards: [
    ['speedMBps', 'No faster than, MB/s'],
    ['pulledAtMB', 'Pulled out after, MB'],
    ['stallsAtMB', 'Stops answering after, MB'],
    ['unreadableAtMB', 'A block that can’t be read, at MB'],
  ],
  drives: [
    ['speedMBps', 'No faster than, MB/s'],
    ['pulledAtMB', 'Pulled out after, MB'],
    ['fullAtMB', 'Full after, MB'],
    ['stallsAtMB', 'Stops answering after, MB'],
  ],
};
const FLIPS = [
  ['no', 'none'],
  ['write', 'one, as it is written'],
  ['later', 'one, after it was verified'],
] as const;

const figure = (text: string): number | null => {
  const trimmed = text.trim().replace(',', '.');
  if (trimmed === '') return null;
  const value = Number(trimmed);
  if (!Number.isFinite(value)) throw new Error('Type a number, or leave it empty for none.');
  return value;
};

/** Switches of a simulated card or drive: what goes wrong with it in the next copy. */
export function Troubles({
  table,
  row,
  name,
}: {
  table: 'cards' | 'drives';
  row: { id: string; version: number; faults: SimulatedFaults | null };
  name: string;
}) {
  const { production } = usePlanned();
  const faults = row.faults ?? NO_FAULTS;
  const save = (values: Partial<SimulatedFaults>) =>
    void change(production.id, `Set what goes wrong with ${name}`, [
      { op: 'update', table, row, values: { faults: { ...faults, ...values } } },
    ]);
  return (
    <Part title={`Simulated: what goes wrong with ${name}`}>
      {FIGURES[table].map(([field, label]) => (
        <FieldEdit
          key={`${row.id}${field}`}
          label={label}
          value={faults[field] === null ? '' : String(faults[field])}
          fields={simulatedFaults}
          set={(text) => ({ [field]: figure(text) })}
          save={save}
        />
      ))}
      <FieldEdit
        label={table === 'drives' ? 'Bits that turn' : 'Bits that are misread'}
        value={faults.flips}
        fields={simulatedFaults}
        options={table === 'drives' ? FLIPS : [FLIPS[0], ['later', 'one, in the first reading']]}
        set={(text) => ({ flips: text })}
        save={save}
      />
      {row.faults ? (
        <Button onClick={() => save(NO_FAULTS)}>Nothing goes wrong</Button>
      ) : (
        <Box color="soft" fontSize="s">
          Empty: it works as it should.
        </Box>
      )}
    </Part>
  );
}
